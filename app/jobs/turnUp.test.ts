import { expect, it } from "vitest";
import type { Vec3 } from "#core/mesh/pose";
import { newPart, type PartPatch, patchedPart, printOf } from "#core/scene/part";
import { turnedUp } from "#app/jobs/turnUp";

const part = (given: PartPatch) =>
  patchedPart(newPart({ id: "a", sceneId: "s", name: "Tower", meshId: "m" }), given);
const hole = { at: [1, 2, 3], normal: [0, 0, -1], radiusMm: 1 } as never;

it("P15: the side that stays clean turns with the mesh, and holes are bored anew", () => {
  const down: Vec3 = [1, 0, 0];
  // What looks away from the foot looks up afterwards, and the foot down.
  for (const [front, z] of [
    [[-1, 0, 0], 1],
    [[1, 0, 0], -1],
  ] as const) {
    const patch = turnedUp(part({ finish: { front } }), down);
    expect(patch.finish!.front![2]).toBeCloseTo(z, 9);
    expect(patch.size).toEqual({ upSure: true });
  }
  const hollow = { wallMm: 2, drains: 2, holes: [hole] };
  const next = patchedPart(part({ print: { hollow } }), turnedUp(part({ print: { hollow } }), down));
  expect(printOf(next).hollow).toEqual({ wallMm: 2, drains: 2, holes: [] });
  expect(turnedUp(part({}), down).finish!.front).toBeNull();
});
