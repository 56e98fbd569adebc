import { describe, expect, it } from "vitest";
import { measureMesh } from "#core/mesh/measure";
import { mirrored } from "#core/mesh/mirror";
import { box, moved, terrain, together } from "#core/mesh/testing";
import { soupOf } from "#core/mesh/triangleMesh";

/** Stairs that turn to one side. */
const stairs = together(
  ...Array.from({ length: 5 }, (_, i) => moved(box(10, 4, 3), 0, 4 * i, 3 * i)),
  moved(box(12, 4, 3), 10.5, 16, 15),
);

describe("P13: the other hand of a mesh", () => {
  it("is as large, as closed and looks outward as the first does", () => {
    for (const mesh of [stairs, terrain(12, 40, 5)]) {
      const [one, other] = [soupOf(mesh), mirrored(soupOf(mesh))].map((s) => measureMesh(s).measurement);
      expect(other!.volume).toBeCloseTo(one!.volume, 3);
      expect(other!.area).toBeCloseTo(one!.area, 3);
      expect(other!.health).toEqual(one!.health);
      expect(other!.box).toEqual(one!.box);
    }
  });
  it("is another mesh, and mirrored once more it is the first", () => {
    const soup = soupOf(stairs);
    expect(mirrored(soup).corners).not.toEqual(soup.corners);
    const back = mirrored(mirrored(soup)).corners;
    expect(Math.max(...back.map((v, i) => Math.abs(v - soup.corners[i]!)))).toBeLessThan(1e-4);
  });
});
