import type { Archive, Row, Shown, Untyped } from "./read";

/** Hands, the calendar, the shelf, the board and its lamps, from lists and closed forms. */
export function work({ tables }: Archive, { scene, today, plan }: Shown): readonly Row[] {
  const rows: Row[] = [];
  const row = (what: string, shown: number, recomputed: number, unit: string, off: number) =>
    rows.push({ scene: scene.name, what, shown, recomputed, unit, off });
  const { slots } = plan.work.schedule as { slots: readonly Untyped[] };
  const inCalendar = slots
    .flatMap((s) => s.parts)
    .reduce((sum: number, p: Untyped) => sum + p.to - p.from, 0);
  const onPlates = plan.plates.reduce(
    (sum: number, p: Untyped) => sum + p.runs.value * (p.printer.setupMinutes + p.printer.clearMinutes),
    0,
  );
  row("hands", plan.totals.handsMinutes.value, inCalendar + onPlates, "min", 1e-6);
  row("waits that are too short", 0, tooSoon(plan), "of them", 0);
  row("minutes outside the hours", 0, outsideHours(tables, slots, today), "min", 0);
  row("two things at once", 0, overlaps(slots), "of them", 0);
  const ends = slots.map(
    (s) => s.endsAt + plan.work.steps.find((x: Untyped) => x.id === s.stepId).waitMinutes,
  );
  const cleared = plan.runs.map((r: Untyped) => r.clearedAt);
  row("ready", plan.totals.finishAt / 1440, Math.max(...ends, ...cleared) / 1440, "days", 1e-6);
  for (const line of plan.stores.filter((l: Untyped) => l.state === "short"))
    row(`${line.name}: what is missing`, line.needed - line.left, missing(tables, line), line.unit, 1e-6);
  row("the board", plan.boardGrams.value / 1000, boardKg(tables, scene, plan), "kg", 0.12);
  for (const { choice } of plan.lamps.filter((l: Untyped) => l.choice)) {
    const lamp = tables["parts"]!.map((p) => p.place.lamp).find((l) => l)!;
    const ohm = (lamp.supplyV - lamp.lampV) / (lamp.wantedMa / 1000);
    row("resistor", choice.exactOhm, ohm, "ohm", 1e-9);
    // A coin cell gives about half of what is printed on it at 5 mA.
    row("cell", choice.hours, (0.5 * lamp.cellMah) / choice.currentMa, "h", 0.15);
  }
  for (const step of plan.work.steps.filter(
    (s: Untyped) => s.action === "prime" && s.mixMl && s.areaCm2 > 20,
  ))
    // A sprayed or brushed primer goes on 0.02 to 0.2 mm wet, half of it lost at most (common practice).
    row(
      `${step.onWhat}: primer`,
      step.mixMl.value,
      clamped(step.mixMl.value, step.areaCm2 * 0.002, step.areaCm2 * 0.04),
      "ml",
      0,
    );
  return rows;
}

const clamped = (value: number, least: number, most: number) => Math.min(most, Math.max(least, value));

/** Demands of the order that the calendar does not keep, less those that the builder set aside or that conflict. */
function tooSoon({ work: { sequence, schedule, conflicts } }: Untyped): number {
  const at = new Map(schedule.slots.map((s: Untyped) => [s.stepId, s] as const)) as Map<string, Untyped>;
  return sequence.constraints.filter((c: Untyped) => {
    const [a, b] = [at.get(c.before), at.get(c.after)];
    const known = conflicts.some((x: Untyped) => x.after === c.after || x.before === c.after);
    return a && b && !c.soft && !known && b.startsAt < a.endsAt + c.lagMinutes - 1e-6;
  }).length;
}

function outsideHours(tables: Archive["tables"], slots: readonly Untyped[], today: string): number {
  const { hours } = tables["settings"]!.find((s) => s.id === "hours") as {
    hours: { from: number; to: number }[][];
  };
  const weekday = new Date(`${today}T12:00:00Z`).getUTCDay();
  let outside = 0;
  for (const { from, to } of slots.flatMap((s) => s.parts)) {
    const day = Math.floor((from + 1e-6) / 1440);
    const open = hours[(weekday + day) % 7]!;
    const inside = open.reduce(
      (sum, w) => sum + Math.max(0, Math.min(to, day * 1440 + w.to) - Math.max(from, day * 1440 + w.from)),
      0,
    );
    outside += to - from - inside;
  }
  return Math.round(outside * 1e3) / 1e3;
}

function overlaps(slots: readonly Untyped[]): number {
  const parts = slots.flatMap((s) => s.parts).sort((p: Untyped, q: Untyped) => p.from - q.from);
  return parts.filter((p: Untyped, i: number) => i > 0 && p.from < parts[i - 1].to - 1e-6).length;
}

function missing(tables: Archive["tables"], line: Untyped): number {
  const item = tables["stock"]!.find((s) => s.needKey === line.needKey);
  const pot = tables["paints"]!.find((p) => `paint:${p.id}` === line.needKey);
  return line.needed - (item?.left ?? pot?.millilitres ?? 0);
}

/** Loose weights of a handbook, g/cm3: plywood 0.55 to 0.7, grout 1.4, dry sand 1.5, cast resin 1.1. */
const loose: Readonly<Record<string, number>> = { plywood: 0.62, grout: 1.4, sand: 1.5, "water-resin": 1.1 };

function boardKg(tables: Archive["tables"], scene: Untyped, plan: Untyped): number {
  const cm2 = (scene.boardWidthMm * scene.boardDepthMm) / 100;
  const ground = tables["grounds"]!.filter((g) => g.sceneId === scene.id).reduce(
    (sum, g) => sum + cm2 * g.areaShare * (g.depthMm / 10) * (loose[g.material] ?? 1),
    0,
  );
  const parts = plan.parts.reduce((sum: number, p: Untyped) => {
    const placed = p.part.place.placements.length;
    const grams = p.chosen ? p.chosen.one.grams.value : 0;
    return sum + placed * grams;
  }, 0);
  return (ground + parts) / 1000;
}
