import { describe, expect, it } from "vitest";
import { drawingSigns } from "#core/mesh/drawingSigns";
import { posedMesh } from "#core/mesh/pose";
import { box, sphere, terrain, together, tower, wallWith } from "#core/mesh/testing";
import { boundingBox, type TriangleMesh } from "#core/mesh/triangleMesh";
import { findTwins } from "#core/mesh/twins";
import { boxSides, upGuess } from "#core/mesh/upGuess";

const guessOf = (mesh: TriangleMesh) => {
  const bounds = boundingBox(mesh.positions);
  return upGuess(drawingSigns(mesh, findTwins(mesh).twin, bounds), bounds);
};

describe("which way is up", () => {
  const standing = tower(88.5, 20, 12);
  it("P15: a tower on its side is 88.5 mm high once it is turned up on its foot", () => {
    for (const [i, down] of boxSides.entries()) {
      // What was at the foot looks along another side now.
      const lying = posedMesh(standing, { down, turnDeg: 0 });
      const guess = guessOf(lying);
      if (down[2] === -1) expect(guess).toBeNull();
      else if (down[2] === 1) continue;
      else {
        expect(guess!.height, String(i)).toBeCloseTo(88.5, 3);
        const up = posedMesh(lying, { down: guess!.down, turnDeg: 0 });
        expect(guessOf(up)).toBeNull();
        expect(boundingBox(up.positions).max[2] - boundingBox(up.positions).min[2]).toBeCloseTo(88.5, 3);
      }
    }
  });
  it("is not asked of what stands as drawn, or has no foot to tell", () => {
    expect(guessOf(box(40, 30, 20))).toBeNull();
    expect(guessOf(wallWith(60, 40, 3, [[10, 0, 9, 20]]))).toBeNull();
    expect(guessOf(sphere(20, 16, 24))).toBeNull();
    expect(guessOf(terrain(20, 60, 3))).toBeNull();
    expect(guessOf(together(box(5, 5, 40), box(40, 5, 5)))).toBeNull();
  });
});
