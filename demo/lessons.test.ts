import { expect, it } from "vitest";
import { stages } from "#core/plan/finding";
import { lessonOf } from "#core/plan/lessons";
import { makePlan } from "#core/plan/plan";
import { measureMesh, type MeshMeasurement } from "#core/mesh/measure";
import { soupOf, type TriangleMesh } from "#core/mesh/triangleMesh";
import { planInputOf } from "#core/scene/planInput";
import { withySluice } from "#demo/scenes";
import { openSolids } from "#demo/solids";
import { withyMeshes } from "#demo/withyMeshes";
import { demoWorkshop } from "#demo/testing";

it("the demo teaches something on every stage, and of the deadlock's neighbours why they do not meet", async () => {
  const measurements = new Map<string, MeshMeasurement>();
  for (const [name, mesh] of Object.entries<TriangleMesh>(withyMeshes(await openSolids())))
    measurements.set(name, measureMesh(soupOf(mesh)).measurement);
  const input = planInputOf({
    ...withySluice("2026-01-05"),
    measurements,
    now: { today: "2026-01-05", minute: 540, ms: 0 },
    workshop: demoWorkshop,
  });
  const plan = makePlan(input);
  const told = stages.map((s) => [s, lessonOf(s, input, plan)] as const);
  for (const [stage, lesson] of told) {
    expect(lesson, stage).not.toBeNull();
    expect(`${lesson!.title} ${lesson!.text}`).not.toMatch(/NaN|undefined|Infinity|null/);
    expect(lesson!.text.length, stage).toBeLessThan(420);
  }
}, 600_000);
