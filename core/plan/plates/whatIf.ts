import { printOf } from "#core/scene/part";
import type { PlanInput } from "#core/scene/planInput";
import type { Workshop } from "#core/scene/workshop";
import { makePlan, type Plan } from "#core/plan/plan";
import { planMemory, type PlanMemory } from "#core/plan/planMemory";
import type { Printer } from "#core/print/printer";

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

const changesFor = ({ workshop }: PlanInput, base: Plan): readonly Change[] => {
  const used = workshop.printers.filter((p) => base.plates.some((x) => x.printer.id === p.id));
  return [
    ...secondPrinter(workshop, base, used),
    // A nozzle draws layers up to about three quarters of its width and down to a fifth.
    ...otherLayers(workshop, used, 0.5, (p) =>
      p.process === "filament" ? p.layerMm * 0.5 >= 0.2 * p.nozzleMm - 1e-9 : p.layerMm * 0.5 >= 0.02,
    ),
    ...otherLayers(workshop, used, 1.5, (p) =>
      p.process === "filament" ? p.layerMm * 1.5 <= 0.75 * p.nozzleMm + 1e-9 : p.layerMm * 1.5 <= 0.1,
    ),
    ...anotherEvening(workshop),
    throughTheNight(workshop),
  ];
};

/** One more of the machine that has most to do. */
function secondPrinter(workshop: Workshop, base: Plan, used: readonly Printer[]): readonly Change[] {
  const busiest = used
    .map((p) => ({
      p,
      minutes: base.plates.filter((x) => x.printer.id === p.id).reduce((s, x) => s + x.minutes.value, 0),
    }))
    .sort((a, b) => b.minutes - a.minutes)[0]?.p;
  if (!busiest) return [];
  const second = { ...busiest, id: `${busiest.id} again`, name: `second ${busiest.name}` };
  return [
    {
      what: `A second ${busiest.name}`,
      because: "the machine with most to do",
      workshop: { ...workshop, printers: [...workshop.printers, second] },
    },
  ];
}

/** Thinner or thicker layers on each machine that can lay them. */
const otherLayers = (
  workshop: Workshop,
  used: readonly Printer[],
  factor: number,
  isPossible: (p: Printer) => boolean,
): readonly Change[] =>
  used.filter(isPossible).map((p) => {
    const layerMm = Number((p.layerMm * factor).toFixed(3));
    const printers = workshop.printers.map((x) => (x.id === p.id ? { ...x, layerMm } : x));
    return {
      what: `${p.name} at ${layerMm} mm layers`,
      because: factor < 1 ? "steps show less, hours grow" : "sooner done, steps show more",
      workshop: { ...workshop, printers },
    };
  });

/** The longest of the evenings on a day that has none. */
function anotherEvening(workshop: Workshop): readonly Change[] {
  const { hours } = workshop;
  const free = hours.findIndex((d) => d.length === 0);
  if (free < 0 || hours.flat().length === 0) return [];
  const evening = hours
    .flat()
    .reduce((longest, w) => (w.to - w.from > longest.to - longest.from ? w : longest));
  return [
    {
      what: `${days[free]!}, too`,
      because: "one more evening a week",
      workshop: { ...workshop, hours: hours.map((d, i) => (i === free ? [evening] : d)) },
    },
  ];
}

const throughTheNight = (workshop: Workshop): Change =>
  workshop.unattended
    ? {
        what: "No run that nobody watches",
        because: "only while you are there",
        workshop: { ...workshop, unattended: false },
      }
    : {
        what: "Runs through the night",
        because: "smoke alarm, clear surroundings, the maker's instructions",
        workshop: { ...workshop, unattended: true },
      };

const lineOf = (what: string, because: string, plan: Plan): WhatIfLine => ({
  what,
  because,
  printedAt: plan.printing.finishAt,
  finishAt: plan.totals.finishAt,
  machineMinutes: plan.totals.machineMinutes.value,
  costMinor: plan.totals.cost.value,
  chance: plan.chance?.dueAt == null ? null : plan.chance.chance,
  plainCm2: plan.parts.reduce(
    (s, p) => s + (p.finish && !printOf(p.part).pieceOf ? p.finish.surface.visible.value * p.part.count : 0),
    0,
  ),
});
