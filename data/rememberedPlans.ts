import fc from "fast-check";
import { measureMesh } from "#core/mesh/measure";
import { box } from "#core/mesh/testing";
import { soupOf } from "#core/mesh/triangleMesh";
import { makePlan } from "#core/plan/plan";
import { planMemory } from "#core/plan/planMemory";
import { testFilament, testPla, testResin, testResinFluid } from "#core/print/testing";
import { newPart } from "#core/scene/part";
import { type PlanInput, planInputOf } from "#core/scene/planInput";
import { newScene } from "#core/scene/scene";
import { emptyWorkshop } from "#core/scene/workshop";
import { check } from "#data/check";
import { shapes } from "#data/shapes";
import { valuesFor } from "#data/testingRows";

/** A small scene with something of everything. */
const start: PlanInput = planInputOf({
  now: { today: "2026-03-02", minute: 540, ms: 0 },
  scene: newScene({ id: "s", name: "Weir", denominator: 72, startOn: "2026-03-02", finishBy: "2026-04-20" }),
  parts: ["wall", "lid", "post"].map((id, i) =>
    newPart({
      id,
      sceneId: "s",
      name: id,
      meshId: i < 2 ? "block" : "pole",
      size: { source: { kind: "full" }, unitMm: 40 },
      count: i + 1,
      place: { placements: [{ xMm: 40 + 30 * i, yMm: 60, turnDeg: 0 }] },
      scheme: [
        {
          id: "c",
          kind: "colour",
          colour: null,
          product: "acrylic",
          method: "brush",
          coats: 2,
          coverage: 1,
          sheen: "matte",
        },
      ],
    }),
  ),
  joints: [
    {
      id: "j",
      sceneId: "s",
      name: "lid",
      partIds: ["wall", "lid"],
      fit: "slide",
      gapInFileMm: 12,
      glue: "PVA",
      count: 1,
      shows: true,
    },
  ],
  grounds: [
    {
      id: "g",
      sceneId: "s",
      name: "Sand",
      material: "sand",
      areaShare: 0.8,
      depthMm: 2,
      loose: true,
      wetWith: "water",
      flock: "none",
      position: 0,
    },
  ],
  workshop: {
    ...emptyWorkshop,
    printers: [testFilament, testResin],
    materials: [testPla, testResinFluid],
    hours: Array.from({ length: 7 }, () => [{ from: 1140, to: 1320 }]),
  },
  measurements: new Map([
    ["block", measureMesh(soupOf(box(40, 30, 20))).measurement],
    ["pole", measureMesh(soupOf(box(4, 4, 60))).measurement],
  ]),
});

/** Rows that a change may fall on, with how they are found and put back. */
const places = [
  {
    table: "scenes",
    rows: (i: PlanInput) => [i.scene],
    put: (i: PlanInput, row: object) => ({ ...i, scene: row }),
  },
  ...(["parts", "joints", "grounds"] as const).map((table) => ({
    table,
    rows: (i: PlanInput) => i[table],
    put: (i: PlanInput, row: { id: string }) => ({
      ...i,
      [table]: i[table].map((r) => (r.id === row.id ? row : r)),
    }),
  })),
  ...(["printers", "materials"] as const).map((table) => ({
    table,
    rows: (i: PlanInput) => i.workshop[table],
    put: (i: PlanInput, row: { id: string }) => ({
      ...i,
      workshop: { ...i.workshop, [table]: i.workshop[table].map((r) => (r.id === row.id ? row : r)) },
    }),
  })),
] as const;

/** What a change must leave alone: without them it is about something else. */
const fixed = new Set(["id", "sceneId", "process", "meshId"]);
/** Large counts make large plans, and say nothing that small ones do not. */
const MOST_COPIES = 4;

type Pick = { readonly place: number; readonly row: number; readonly field: number; readonly seed: number };

/** The scene with one field of one row as it could also be; null where the row would not be kept like that. */
function changed(input: PlanInput, pick: Pick): { readonly input: PlanInput; readonly what: string } | null {
  const place = places[pick.place % places.length]!;
  const rows = place.rows(input) as readonly { readonly id: string }[];
  const row = rows[pick.row % rows.length]!;
  const fields = Object.keys(row).filter((k) => !fixed.has(k));
  const field = fields[pick.field % fields.length]!;
  const values = fc.sample(valuesFor(shapes[place.table]), { seed: pick.seed, numRuns: 1 })[0] as object;
  if (!(field in values)) return null;
  const value = (values as Record<string, unknown>)[field];
  const small = ["count", "spares"].includes(field) ? Math.min(MOST_COPIES, value as number) : value;
  const shaped = check<never>(shapes[place.table] as never, { ...row, [field]: small });
  if (!shaped.ok) return null;
  return {
    input: (place.put as (i: PlanInput, r: object) => PlanInput)(input, shaped.value),
    what: `${place.table} ${row.id} ${field} = ${JSON.stringify(small)}`,
  };
}

const asText = (plan: unknown) =>
  JSON.stringify(plan, (_, v: unknown) =>
    v instanceof Map ? [...v] : v instanceof Set ? [...v] : v === Infinity ? "never" : v,
  );

/**
 * Plans a small scene again and again while its rows change one after the other, with one memory and without.
 * @returns how many changes were made, and the first after which the two plans differ; null where none does
 */
export function rememberedPlans(
  changes: number,
  seed: number,
): { readonly made: number; readonly differs: string | null } {
  const picks = fc.sample(
    fc.record({ place: fc.nat(99), row: fc.nat(99), field: fc.nat(999), seed: fc.nat() }),
    { seed, numRuns: 4 * changes },
  );
  const memory = planMemory();
  let input = start;
  let made = 0;
  for (const pick of picks) {
    if (made >= changes) break;
    const next = changed(input, pick);
    if (!next) continue;
    made++;
    if (asText(makePlan(next.input, [], memory)) !== asText(makePlan(next.input)))
      return { made, differs: next.what };
    // A few changes in a row, then the start again: a scene of nothing but odd values plans nothing.
    input = made % 4 === 0 ? start : next.input;
  }
  return { made, differs: null };
}
