import { expect, it } from "vitest";
import { contentId } from "#core/mesh/contentId";
import { openSolids } from "#core/mesh/solids";
import { box } from "#core/mesh/testing";
import { soupOf } from "#core/mesh/triangleMesh";
import { makePlan } from "#core/plan/plan";
import { testFilament, testPla } from "#core/print/testing";
import { write } from "#data/journal";
import { freshDatabase, testPart, testScene } from "#data/testing";
import { getPlanInput } from "#data/workshop";
import { measuredOf } from "./measured";

it("leaves the app nothing to measure and nothing to work out for the first plan", async () => {
  const db = freshDatabase();
  const { corners } = soupOf(box(30, 20, 10));
  const meshId = await contentId(corners);
  const day = "2026-03-02";
  const lies = { down: [1, 0, 0], turnDeg: 0 } as const;
  const written = await write(
    "A scene",
    [
      { table: "scenes", put: testScene({ startOn: day }) },
      {
        table: "parts",
        put: testPart({ meshId, print: { pose: { ...lies } } }),
      },
      { table: "printers", put: testFilament },
      { table: "materials", put: testPla },
    ],
    `${day}T09:00`,
    db,
    { meshes: [{ id: meshId, name: "block", corners, measurement: null }] },
  );
  expect(written.ok ? [] : written.problems).toEqual([]);
  const work = await measuredOf(db, await openSolids());
  expect(work.measurements.map((m) => m.meshId).sort()).toEqual([
    meshId,
    expect.stringContaining(`${meshId}@`),
  ]);
  expect(work.results.length).toBeGreaterThan(0);
  const input = (await getPlanInput("scene-1", { today: day, minute: 540, ms: 0 }, db))!;
  expect(input.measurements.size).toBe(2);
  const plan = makePlan(input);
  expect(plan.plates.length).toBeGreaterThan(0);
  expect(plan.wanted).toEqual([]);
});
