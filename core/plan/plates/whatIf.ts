import { printOf } from "#core/scene/part";
import type { PlanInput } from "#core/scene/planInput";
import type { Workshop } from "#core/scene/workshop";
import { makePlan, type Plan } from "#core/plan/plan";
import { planMemory, type PlanMemory } from "#core/plan/planMemory";

/** What one change would come to. Minutes of the plan's clock, money in minor units. */
export type WhatIfLine = {
  readonly what: string;
  readonly because: string;
  readonly printedAt: number;
  readonly finishAt: number;
  readonly machineMinutes: number;
  readonly costMinor: number;
  readonly chance: number | null;
  readonly plainCm2: number;
};

const days = ["Sundays", "Mondays", "Tuesdays", "Wednesdays", "Thursdays", "Fridays", "Saturdays"] as const;

/**
 * The plan made again with one thing otherwise: another machine, thinner or thicker layers, another evening,
 * nights in
 * use. The first line is the plan as it is.
 */
export function whatIf(
  input: PlanInput,
  others: readonly PlanInput[],
  memory: PlanMemory = planMemory(),
  onShare: (share: number) => void = () => {},
): readonly WhatIfLine[] {
  const base = makePlan(input, others, memory);
  const changes = changesFor(input, base);
  return [
    lineOf("As it is", "", base),
    ...changes.map(({ what, because, workshop }, i) => {
      onShare((i + 0.5) / changes.length);
      return lineOf(
        what,
        because,
        makePlan(
          { ...input, workshop },
          others.map((o) => ({ ...o, workshop })),
          { ...planMemory(), nests: memory.nests },
        ),
      );
    }),
  ];
}

type Change = { readonly what: string; readonly because: string; readonly workshop: Workshop };

function changesFor({ workshop }: PlanInput, base: Plan): Change[] {
  const { printers, hours } = workshop;
  const used = printers.filter((p) => base.plates.some((x) => x.printer.id === p.id));
  const busiest = used
    .map((p) => ({
      p,
      minutes: base.plates.filter((x) => x.printer.id === p.id).reduce((s, x) => s + x.minutes.value, 0),
    }))
    .sort((a, b) => b.minutes - a.minutes)[0]?.p;
  const without = hours.map((d, i) => ({ d, i })).filter(({ d }) => d.length === 0);
  const evening =
    hours.flat().length > 0
      ? hours.flat().reduce((longest, w) => (w.to - w.from > longest.to - longest.from ? w : longest))
      : null;
  const layers = (factor: number, most: (p: (typeof printers)[number]) => boolean) =>
    used.filter(most).map((p): Change => {
      const layerMm = Number((p.layerMm * factor).toFixed(3));
      return {
        what: `${p.name} at ${layerMm} mm layers`,
        because: factor < 1 ? "steps show less, hours grow" : "sooner done, steps show more",
        workshop: { ...workshop, printers: printers.map((x) => (x.id === p.id ? { ...x, layerMm } : x)) },
      };
    });
  return [
    ...(busiest
      ? [
          {
            what: `A second ${busiest.name}`,
            because: "the machine with most to do",
            workshop: {
              ...workshop,
              printers: [
                ...printers,
                { ...busiest, id: `${busiest.id} again`, name: `second ${busiest.name}` },
              ],
            },
          },
        ]
      : []),
    // A nozzle draws layers up to about three quarters of its width and down to a fifth.
    ...layers(0.5, (p) =>
      p.process === "filament" ? p.layerMm * 0.5 >= 0.2 * p.nozzleMm - 1e-9 : p.layerMm * 0.5 >= 0.02,
    ),
    ...layers(1.5, (p) =>
      p.process === "filament" ? p.layerMm * 1.5 <= 0.75 * p.nozzleMm + 1e-9 : p.layerMm * 1.5 <= 0.1,
    ),
    ...(evening && without[0]
      ? [
          {
            what: `${days[without[0].i]!}, too`,
            because: "one more evening a week",
            workshop: { ...workshop, hours: hours.map((d, i) => (i === without[0]!.i ? [evening] : d)) },
          },
        ]
      : []),
    ...(workshop.unattended
      ? [
          {
            what: "No run that nobody watches",
            because: "only while you are there",
            workshop: { ...workshop, unattended: false },
          },
        ]
      : [
          {
            what: "Runs through the night",
            because: "smoke alarm, clear surroundings, the maker's instructions",
            workshop: { ...workshop, unattended: true },
          },
        ]),
  ];
}

const lineOf = (what: string, because: string, plan: Plan): WhatIfLine => ({
  what,
  because,
  printedAt: plan.printing.finishAt,
  finishAt: plan.totals.finishAt,
  machineMinutes: plan.totals.machineMinutes.value,
  costMinor: plan.totals.cost.value,
  chance: plan.chance?.dueAt == null ? null : plan.chance.chance,
  plainCm2: plan.parts.reduce(
    (s, p) => s + (p.finish && !printOf(p.part).pieceOf ? p.finish.surface.plain.value * p.part.count : 0),
    0,
  ),
});
