import { readFile } from "node:fs/promises";
import { beforeAll, describe, expect, it } from "vitest";
import type { ArchiveJson } from "#core/formats/archiveFile";
import { readZip } from "#core/formats/zip";
import { makePlan } from "#core/plan/plan";
import { planMemory } from "#core/plan/planMemory";
import { chanceOf } from "#core/random";
import { bringIn } from "#data/archiveIn";
import { badRowGroups, mendOf, readEnvelope, readRows, settledRows } from "#data/archiveRows";
import type { Database } from "#data/db";
import { tableNames } from "#data/rows";
import type { NewMesh } from "#data/meshes";
import { listScenes } from "#data/scenes";
import { freshDatabase, testPart, testScene } from "#data/testing";
import { getPlanInput } from "#data/workshop";
import { readArchive } from "#data/archiveIn";

const AT = "2026-03-02T20:00";
type Loose = {
  format: string;
  version: number;
  tables: Record<string, Record<string, unknown>[]>;
  meshes: { id: string; name: string }[];
};
let sample: Loose;
let meshes: readonly NewMesh[];
let ids: ReadonlySet<string>;
beforeAll(async () => {
  const bytes = await readFile("tests/corpus/archives/version-5.zip");
  const zip = readZip(bytes, (n) => n === "archive.json");
  sample = JSON.parse(
    new TextDecoder().decode(zip.ok ? zip.value.get("archive.json") : new Uint8Array()),
  ) as Loose;
  const read = await readArchive(bytes);
  meshes = read.ok ? read.value.meshes : [];
  ids = new Set(meshes.map((m) => m.id));
});
const json = (change: (archive: Loose) => void): ArchiveJson => {
  const copy = structuredClone(sample);
  change(copy);
  return copy as unknown as ArchiveJson;
};
const everything = async (db: Database) =>
  Object.fromEntries(
    await Promise.all(
      [...tableNames, "meshes", "journal"].map(async (t) => [t, await db.table(t).toArray()] as const),
    ),
  );

describe("one bad row", () => {
  it.each<[string, (a: Loose) => void, string, string, RegExp | null]>([
    [
      "a ratio of nothing",
      (a) => {
        a.tables.scenes![1]!.denominator = 0;
      },
      "scenes",
      "Reed bank",
      null,
    ],
    [
      "half a copy",
      (a) => {
        a.tables.parts![2]!.count = 1.5;
      },
      "parts",
      "Wall",
      /count: 1\.5 becomes 2/,
    ],
    [
      "a part of no scene",
      (a) => {
        a.tables.parts![0]!.sceneId = "nowhere";
      },
      "parts",
      "Gate",
      null,
    ],
    [
      "an id that stands twice",
      (a) => {
        a.tables.parts![1]!.id = a.tables.parts![0]!.id;
      },
      "parts",
      "Lantern",
      null,
    ],
    [
      "a part whose mesh is not there",
      (a) => {
        a.tables.parts![2]!.meshId = "f".repeat(32);
      },
      "parts",
      "Wall",
      /it stays as a part without a model/,
    ],
    [
      "a row that is none",
      (a) => {
        (a.tables.joints as unknown[])[0] = "glue";
      },
      "joints",
      "joints",
      null,
    ],
    [
      "a table that is none",
      (a) => {
        (a.tables as Record<string, unknown>).coupons = 7;
      },
      "coupons",
      "coupons",
      null,
    ],
    [
      "a table that nobody knows",
      (a) => {
        a.tables.spells = [{ id: "s" }];
      },
      "spells",
      "spells",
      null,
    ],
  ])("%s is named, and the rest is read", async (_, change, table, name, mend) => {
    const reading = await readRows(json(change), ids);
    const [bad, ...more] = reading.bad;
    expect(more.filter((b) => b.code !== "archive/no-scene")).toEqual([]);
    expect(bad).toMatchObject({ table, name });
    expect(bad!.why).toMatch(/\.$/);
    const mended = mendOf(bad!);
    if (mend) expect(mended!.changes.join("; ")).toMatch(mend);
    else expect(mended?.changes.length ?? 0).toBe(0);
    const all = Object.values(sample.tables).flat().length;
    expect(reading.good.length).toBeGreaterThan(all - 12);
  });
  it("of a scene takes the rows of that scene with it when it is left out, and brings them when it is mended", async () => {
    const reading = await readRows(
      json((a) => {
        a.tables.scenes!.find((s) => s.id === "eel-house")!.name = " ";
      }),
      ids,
    );
    const [left, mended] = [
      await settledRows(reading, "leave out", ids),
      await settledRows(reading, "mend", ids),
    ];
    const parts = ({ puts }: typeof left) => puts.filter((op) => op.table === "parts").length;
    expect(parts(left)).toBe(1);
    expect(left).toMatchObject({ mended: 0, leftOut: reading.bad.length });
    expect(parts(mended)).toBe(4);
    expect(mended).toMatchObject({ mended: reading.bad.length, leftOut: 0 });
  });
  it("is left out or mended by choice, and one undo takes back what was brought in", async () => {
    const reading = await readRows(
      json((a) => {
        a.tables.parts![2]!.count = 1.5;
      }),
      ids,
    );
    for (const [choice, count] of [
      ["leave out", undefined],
      ["mend", 2],
    ] as const) {
      const db = freshDatabase();
      const outcome = await bringIn({ reading, meshes }, "replace", choice, AT, db);
      expect(outcome.ok && outcome.value).toEqual({
        scenes: 2,
        mended: count ? 1 : 0,
        leftOut: count ? 0 : 1,
      });
      expect((await db.parts.get("wall"))?.count).toBe(count);
    }
  });
});

describe("an archive that says what it is", () => {
  it.each<[string, unknown, RegExp]>([
    [
      "of a newer version",
      { format: "inch-hollow", version: 99, tables: {}, meshes: [] },
      /version 99; up to 11 is read here/,
    ],
    [
      "of something else",
      { format: "other", version: 1, tables: {}, meshes: [] },
      /no archive of Inch Hollow/,
    ],
    ["of no tables", { format: "inch-hollow", version: 1, meshes: [] }, /no archive of Inch Hollow/],
    ["as a list", [], /no archive of Inch Hollow/],
    ["as nothing", null, /no archive of Inch Hollow/],
    [
      "by version nought",
      { format: "inch-hollow", version: 0, tables: {}, meshes: [] },
      /no archive of Inch Hollow/,
    ],
  ])("%s is refused in one sentence", (_, given, words) => {
    const outcome = readEnvelope(given);
    expect(outcome.ok ? "" : outcome.problems.map((p) => p.message).join()).toMatch(words);
  });
});

describe("a hundred thousand bad rows", () => {
  it("give a summary, and no stack overflows", async () => {
    const many = json((a) => {
      const parts = Array.from({ length: 100_000 }, (_, i) =>
        i % 2 === 0 ? { ...testPart({ id: `p${i}` }), count: "many" } : { id: `p${i}`, name: `part ${i}` },
      );
      a.tables = { scenes: [testScene() as unknown as Record<string, unknown>], parts };
    });
    let shares = 0;
    const reading = await readRows(many, ids, async () => {
      shares++;
    });
    expect(reading.bad).toHaveLength(100_000);
    expect(shares).toBeGreaterThan(1000);
    const groups = badRowGroups(reading.bad);
    expect(groups.length).toBeLessThan(6);
    expect(groups.reduce((sum, g) => sum + g.count, 0)).toBe(100_000);
    expect(groups[0]!.names).toHaveLength(3);
    expect(await settledRows(reading, "leave out", ids)).toMatchObject({ leftOut: 100_000, mended: 0 });
    // Half of them lack a unit and everything else; the other half a number.
    expect(await settledRows(reading, "mend", ids)).toMatchObject({ leftOut: 100_000, mended: 0 });
  });
  it("can be stopped while they are looked at", async () => {
    const reading = readRows(sample as unknown as ArchiveJson, ids, () =>
      Promise.reject(new DOMException("stop", "AbortError")),
    );
    await expect(reading).rejects.toThrow("stop");
  });
});

/**
 * A seeded wound of a JSON value: a value of another kind, a field taken away or doubled, a list turned or
 * cut.
 */
function wounded(archive: Loose, seed: number): Loose {
  const copy = structuredClone(archive);
  const pick = (k: number, below: number) => Math.floor(chanceOf(seed, k) * below);
  for (let wound = 0; wound <= pick(1, 3); wound++) {
    let at: Record<string, unknown> = copy.tables as never;
    for (let depth = 0; depth < 6; depth++) {
      const keys = Object.keys(at);
      if (keys.length === 0) break;
      const key = keys[pick(10 * wound + depth + 2, keys.length)]!;
      const inner = at[key];
      if (typeof inner === "object" && inner !== null && (depth < 2 || chanceOf(seed, 77 + depth) < 0.6)) {
        at = inner as Record<string, unknown>;
        continue;
      }
      const values = [
        null,
        -1,
        0,
        1e300,
        1e-300,
        2 ** 53,
        "",
        "x".repeat(5000),
        "NaN",
        true,
        [],
        {},
        [inner, inner],
        structuredClone(archive.tables.scenes),
        "__proto__",
        undefined,
      ];
      const value = values[pick(wound + 40, values.length)];
      if (value === undefined) delete at[key];
      else at[key] = value;
      break;
    }
  }
  return copy;
}

const isNaNNumber = (v: unknown) => typeof v === "number" && Number.isNaN(v);
/** The path of the first NaN in something, or null. */
function nanIn(value: unknown, path = "", seen = new Set<unknown>()): string | null {
  if (isNaNNumber(value)) return path;
  if (typeof value !== "object" || value === null || seen.has(value)) return null;
  seen.add(value);
  const entries =
    value instanceof Map
      ? [...value.entries()].map(([k, v]) => [String(k), v] as const)
      : Object.entries(value);
  for (const [key, inner] of entries) {
    const found = nanIn(inner, `${path}/${key}`, seen);
    if (found) return found;
  }
  return null;
}

describe("an archive hurt 1,000 times over", () => {
  it("is read without a throw, changes nothing until it is written, and what is written is planned without NaN", async () => {
    const db = freshDatabase();
    await bringIn(
      { reading: await readRows(sample as unknown as ArchiveJson, ids), meshes },
      "replace",
      "leave out",
      AT,
      db,
    );
    const before = JSON.stringify(await everything(db));
    let mends = 0;
    let left = 0;
    let planned = 0;
    for (let seed = 0; seed < 1000; seed++) {
      const envelope = readEnvelope(wounded(sample, seed));
      if (!envelope.ok) continue;
      const reading = await readRows(envelope.value, ids);
      const settled = await settledRows(reading, seed % 2 === 0 ? "mend" : "leave out", ids);
      mends += settled.mended;
      left += settled.leftOut;
      if (seed % 2 !== 0) continue;
      // Reading wrote nothing.
      expect(JSON.stringify(await everything(db))).toBe(before);
      const other = freshDatabase();
      const outcome = await bringIn(
        { reading, meshes },
        "replace",
        seed % 4 === 0 ? "mend" : "leave out",
        AT,
        other,
      );
      expect(outcome.ok ? [] : outcome.problems).toEqual([]);
      for (const { id } of await listScenes(other)) {
        const input = (await getPlanInput(id, { today: "2026-02-03", minute: 0, ms: 0 }, other))!;
        expect(nanIn(makePlan(input, [], planMemory())), `seed ${seed}`).toBeNull();
        planned++;
      }
    }
    expect(mends).toBeGreaterThan(200);
    expect(left).toBeGreaterThan(500);
    expect(planned).toBeGreaterThan(500);
  }, 900_000);
});
