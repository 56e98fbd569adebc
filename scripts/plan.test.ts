import "fake-indexeddb/auto";
import { spawnSync } from "node:child_process";
import { mkdtempSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { describe, expect, it } from "vitest";
import { contentId } from "#core/mesh/contentId";
import { box } from "#core/mesh/testing";
import { soupOf } from "#core/mesh/triangleMesh";
import { testFilament, testPla } from "#core/print/testing";
import { exportArchive } from "#data/archiveOut";
import { write } from "#data/journal";
import { freshDatabase, testPart, testScene } from "#data/testing";
import { usualHours } from "#data/workshop";

const folder = mkdtempSync(join(tmpdir(), "plan-"));
const run = (...args: string[]) =>
  spawnSync("npx", ["tsx", "scripts/plan.ts", ...args], { encoding: "utf8" });

async function archive(): Promise<string> {
  const db = freshDatabase();
  const { corners } = soupOf(box(720, 360, 1440));
  const id = await contentId(corners);
  const meshes = [{ id, name: "block", corners, measurement: null }];
  await write(
    "fill",
    [
      { table: "scenes", put: testScene({ finishBy: "2026-03-20" }) },
      { table: "printers", put: testFilament },
      { table: "materials", put: testPla },
      { table: "settings", put: usualHours },
      {
        table: "parts",
        put: testPart({
          meshId: id,
          name: "tower",
          count: 3,
          print: { pose: { down: [0, -1, 0], turnDeg: 0 } },
        }),
      },
    ],
    "2026-03-02T10:00",
    db,
    { meshes },
  );
  const path = join(folder, "scene.zip");
  writeFileSync(path, await exportArchive(db));
  return path;
}

describe("npm run plan", () => {
  it("tells the plan of an archive as JSON, as it lies, and as text", async () => {
    const path = await archive();
    const { stdout, stderr, status } = run(path, "--json");
    expect(status, stderr).toBe(0);
    const [printed] = JSON.parse(stdout) as [
      {
        scene: { name: string };
        today: string;
        plan: {
          parts: { sizeMm: number[]; body: { sizeMm: number[] } }[];
          plates: { laid: unknown[] }[];
          runs: unknown[];
          chance: { chance: number };
        };
      },
    ];
    expect(printed).toMatchObject({ scene: { name: "Trial" }, today: "2026-03-02" });
    expect(printed.plan.parts[0]!.sizeMm).toEqual([10, 5, 20].map((v) => expect.closeTo(v, 3) as number));
    expect(printed.plan.parts[0]!.body.sizeMm[2]).toBeCloseTo(5, 3);
    expect(printed.plan.plates.flatMap((p) => p.laid)).toHaveLength(3);
    expect(printed.plan.runs.length).toBe(printed.plan.plates.length);
    expect(printed.plan.chance.chance).toBeGreaterThan(0.5);
    expect(run(path, "Trial", "2026-03-03").stdout).toMatch(/tower x 3: 10\.0 x 5\.0 x 20\.0 mm/);
  });
  it("says in one sentence what it cannot read or find", async () => {
    for (const [args, words] of [
      [[join(folder, "gone.zip")], /cannot be read/],
      [[await archive(), "Elsewhere"], /has no scene Elsewhere\. It has: Trial\./],
    ] as const) {
      const { status, stderr } = run(...args);
      expect(status).toBe(1);
      expect(stderr).toMatch(words);
    }
    const broken = join(folder, "broken.zip");
    writeFileSync(broken, "no zip");
    expect(run(broken).status).toBe(1);
  });
});
