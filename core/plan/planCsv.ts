import { writeCsv } from "#core/formats/csv";
import type { Plan } from "#core/plan/plan";

/**
 * The printing of a scene as a CSV, one line a plate and part; what a plate comes to stands on its first line alone.
 * Moments as the caller writes them.
 * @param momentOf minutes of the plan's clock as text
 */
export function platesCsv(plan: Plan, momentOf: (minute: number) => string): string {
  const runs = new Map(plan.runs.map((r) => [r.plateId, r]));
  return writeCsv(
    [
      "plate",
      "printer",
      "material",
      "layer mm",
      "part",
      "pieces",
      "set up",
      "starts",
      "ends",
      "cleared",
      "machine minutes",
      "low",
      "high",
      "basis",
      "grams",
      "runs to expect",
      "chance of failing %",
    ],
    plan.plates.flatMap((p) => {
      const run = runs.get(p.id);
      const at = (minute: number | undefined) =>
        minute === undefined || !Number.isFinite(minute) ? "" : momentOf(minute);
      return [
        ...new Map(p.laid.map((l) => [l.partName, p.laid.filter((x) => x.partName === l.partName).length])),
      ].map(([name, count], i) => [
        p.number,
        p.printer.name,
        p.material?.name ?? "",
        p.printer.layerMm,
        name,
        count,
        at(run?.setupAt),
        at(run?.startsAt),
        at(run?.endsAt),
        at(run?.clearedAt),
        // What the plate comes to stands once, so that a column can be added up.
        ...(i > 0
          ? Array<string>(7).fill("")
          : [
              Math.round(p.minutes.value),
              Math.round(p.minutes.low),
              Math.round(p.minutes.high),
              p.minutes.basis,
              Number(p.grams.value.toFixed(1)),
              Number(p.runs.value.toFixed(2)),
              Math.round(100 * p.odds.total),
            ]),
      ]);
    }),
  );
}
