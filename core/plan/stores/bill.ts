import { writeCsv } from "#core/formats/csv";
import { lookedAt, copyStates, type CopyState } from "#core/scene/part";
import { standsAside } from "#core/plan/parts/held";
import type { PartPlan } from "#core/plan/parts/partPlan";

/** One line of the bill of parts. Sizes on the bench; money in minor units. */
export type BillLine = {
  readonly partId: string;
  readonly name: string;
  readonly count: number;
  readonly made: string;
  readonly sizeMm: readonly [number, number, number] | null;
  readonly factor: number | null;
  readonly volumeMl: number | null;
  readonly areaCm2: number;
  readonly minutes: number | null;
  readonly grams: number | null;
  readonly costMinor: number;
  readonly states: Readonly<Record<CopyState, number>>;
  readonly fileName: string;
  readonly from: string;
  readonly licence: string;
  readonly nativeScale: string;
  readonly priceMinor: number | null;
};

export function billOfParts(parts: readonly PartPlan[]): readonly BillLine[] {
  return parts.map((p) => {
    const { part } = p;
    return {
      partId: part.id,
      name: part.name,
      count: part.count,
      made: part.tool
        ? `${part.tool.kind} for the bench`
        : lookedAt(part)
          ? "to buy"
          : p.held
            ? standsAside(p)
              ? "stands aside"
              : "another way is printed"
            : part.made === "printed"
              ? (p.chosen?.printer.name ?? "printed")
              : part.made,
      sizeMm: p.sizeMm,
      factor: p.measurement ? p.rescale.factor : null,
      volumeMl: p.body ? p.body.volumeMm3 / 1000 : null,
      areaCm2: p.areaCm2.value,
      minutes: p.chosen?.all.minutes.value ?? null,
      grams: p.chosen?.all.grams.value ?? null,
      costMinor:
        (p.chosen?.all.cost.value ?? 0) + (part.origin.priceMinor ?? 0) + (lookedAt(part)?.priceMinor ?? 0),
      states: statesOf(part.history.copies, part.count),
      fileName: part.origin.fileName,
      from: part.origin.from,
      licence: part.origin.licence,
      nativeScale: part.origin.nativeScale,
      priceMinor: part.origin.priceMinor,
    };
  });
}

/** The bill as a CSV, one line a part. Money as plain numbers with two places; its currency stands above. */
export const billCsv = (lines: readonly BillLine[], currency: string): string =>
  writeCsv(
    [
      "part",
      "count",
      "made",
      "width mm",
      "depth mm",
      "height mm",
      "factor",
      "volume ml each",
      "surface cm2",
      "machine minutes",
      "grams",
      `cost ${currency}`,
      ...copyStates,
      "file",
      "from",
      "licence",
      "native scale",
      `paid ${currency}`,
    ],
    lines.map((l) => [
      l.name,
      l.count,
      l.made,
      ...[0, 1, 2].map((k) => (l.sizeMm ? Number(l.sizeMm[k]!.toFixed(2)) : "")),
      l.factor === null ? "" : Number(l.factor.toPrecision(7)),
      l.volumeMl === null ? "" : Number(l.volumeMl.toFixed(3)),
      Number(l.areaCm2.toFixed(1)),
      l.minutes === null ? "" : Math.round(l.minutes),
      l.grams === null ? "" : Number(l.grams.toFixed(1)),
      (l.costMinor / 100).toFixed(2),
      ...copyStates.map((state) => l.states[state]),
      l.fileName,
      l.from,
      l.licence,
      l.nativeScale,
      l.priceMinor === null ? "" : (l.priceMinor / 100).toFixed(2),
    ]),
  );

/**
 * How many copies are in each state; the ones not told are to be made, the ones beyond the count are not
 * counted.
 */
export function statesOf(copies: readonly CopyState[], count: number): Record<CopyState, number> {
  const states = Object.fromEntries(copyStates.map((s) => [s, 0])) as Record<CopyState, number>;
  for (let i = 0; i < count; i++) states[copies[i] ?? "to make"]++;
  return states;
}
