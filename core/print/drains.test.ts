import { beforeAll, describe, expect, it } from "vitest";
import { isClosed, meshHealth } from "#core/mesh/health";
import { hollowMesh, withRooms } from "#core/mesh/hollow";
import { layerRegions } from "#core/mesh/layerRegions";
import { type Pose, turned, turnOf } from "#core/mesh/pose";
import { openSolids, type Solids } from "#core/mesh/solids";
import { solidProperties } from "#core/mesh/solidProperties";
import { box, moved, sphere, together } from "#core/mesh/testing";
import { boundingBox, type TriangleMesh } from "#core/mesh/triangleMesh";
import { findTwins } from "#core/mesh/twins";
import { boresOf, proposeDrains } from "#core/print/drains";

let solids: Solids;
beforeAll(async () => {
  solids = await openSolids();
});

const WALL = 2;
function drained(mesh: TriangleMesh, pose: Pose | null = null, raised = true) {
  const hollow = hollowMesh(mesh, WALL, 1);
  if (!hollow.ok) throw new Error(hollow.problems[0]!.message);
  const holes = proposeDrains(mesh, hollow.value, WALL, pose, raised, 1);
  const bored = solids.bored(withRooms(mesh, hollow.value.inner), boresOf(holes, WALL, 1));
  if (!bored.ok) throw new Error(bored.problems[0]!.message);
  return { holes, hollow: hollow.value, mesh: bored.value };
}
const spaces = (mesh: TriangleMesh) =>
  layerRegions(mesh, findTwins(mesh).twin, boundingBox(mesh.positions)).spaces;

describe("drain holes", () => {
  it("lie one at each end of a room as it lies, and let everything out", () => {
    const mesh = box(30, 24, 40);
    const before = hollowMesh(mesh, WALL, 1);
    expect(
      before.ok && spaces(withRooms(mesh, before.value.inner)).filter((s) => s.kind === "hollow").length,
    ).toBe(1);
    const made = drained(mesh);
    expect(made.holes.length).toBe(2);
    expect(isClosed(meshHealth(made.mesh, findTwins(made.mesh)))).toBe(true);
    expect(spaces(made.mesh).filter((s) => s.kind === "hollow")).toEqual([]);
    const z = made.holes.map((h) => h.at[2]);
    expect(Math.min(...z)).toBeLessThan(10);
    expect(Math.max(...z)).toBeGreaterThan(30);
  });
  it("follow how the part lies: ends are of the plate, not of the file", () => {
    const pose: Pose = { down: [1, 0, 0], turnDeg: 0 };
    const { holes } = drained(box(60, 24, 26), pose);
    const heights = holes.map((h) => turned(turnOf(pose), h.at)[2]);
    expect(Math.abs(heights[0]! - heights[1]!)).toBeGreaterThan(45);
  });
  it("are wide over 50 ml, two for each room, and take out no more than their cylinders", () => {
    const two = together(box(30, 30, 30), moved(box(52, 50, 52), 60, 0, 0));
    const made = drained(two);
    expect(made.holes.map((h) => h.radiusMm).sort()).toEqual([1.25, 1.25, 1.75, 1.75]);
    const left =
      Math.abs(solidProperties(withRooms(two, made.hollow.inner)).volume) -
      Math.abs(solidProperties(made.mesh).volume);
    const most = made.holes.reduce((s, h) => s + Math.PI * h.radiusMm ** 2 * (1.5 * WALL + 3), 0);
    expect(left).toBeGreaterThan(0);
    expect(left).toBeLessThan(most);
  });
  it("keep off the face on the plate of a part that lies flat on it", () => {
    for (const h of drained(box(30, 30, 30), null, false).holes)
      expect(h.at[2] > 0.5 || h.inward[2] < 0.9).toBe(true);
  });
  it("pass through the wall of a ball wherever they are", () => {
    const made = drained(sphere(18, 40, 60));
    expect(spaces(made.mesh).filter((s) => s.kind === "hollow")).toEqual([]);
  });
});

describe("a bore", () => {
  it("goes from before the hole straight inward, past one and a half walls, in the file's units", () => {
    const hole = { at: [10, 20, 30], inward: [0.6, 0, 0.8], radiusMm: 1.5 } as const;
    const [whole, half] = [1, 2].map((mmPerUnit) => boresOf([hole], 2, mmPerUnit)[0]!);
    const along = (p: readonly number[]) =>
      p.reduce((sum, v, k) => sum + (v - hole.at[k]!) * hole.inward[k]!, 0);
    for (const bore of [whole!, half!])
      for (const end of [bore.from, bore.to])
        for (const k of [0, 1, 2]) expect(end[k]! - hole.at[k]!).toBeCloseTo(along(end) * hole.inward[k]!, 9);
    expect(along(whole!.from)).toBeLessThan(0);
    expect(along(whole!.to)).toBeGreaterThan(3);
    expect(along(half!.from)).toBeCloseTo(along(whole!.from) / 2, 9);
    expect([whole!.radius, half!.radius]).toEqual([1.5, 0.75]);
  });
});
