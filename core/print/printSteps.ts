import type { Figure } from "#core/figure";
import type { OrderSchools } from "#core/steps/orderSchools";
import type { AddStep } from "#core/steps/partBase";
import type { StepFacts } from "#core/steps/facts";

/** Copies of a part as they come off the machine. Areas are of all copies, cm2. */
export type PrintWork = {
  readonly process: "filament" | "resin" | null;
  readonly count: number;
  readonly areaCm2: Figure;
  /** It comes off its plate on supports. */
  readonly supported: boolean;
  /** Hands that the supports of one copy take, minutes. */
  readonly supportMinutes: number;
  /** In which order supports come off; null where nothing is to be heed of. */
  readonly takeOffAdvice: string | null;
  /** Length of the brim round one copy, mm; 0 without. */
  readonly brimMm: number;
  /** What its resin is washed in, how its colour lets the lamp in, and whether it is so slender that it may warp. */
  readonly bath: "alcohol" | "water";
  readonly lets: LampLight;
  readonly slender: boolean;
  readonly facts: StepFacts;
  /** Openings of one copy that strings run across, and how those are taken off; null where there are none. */
  readonly strings?: { readonly openings: number; readonly by: "warm air" | "clip" } | null | undefined;
};

/** How deep the light of a lamp goes: clear, grey, or black and opaque. */
export type LampLight = "deep" | "usual" | "little";

/** Seconds under the lamp a side, of a grey resin up to 3 mm (common practice), and what colour does to it. */
const CURE_SECONDS = 120;
const LIGHT: Readonly<Record<LampLight, number>> = { deep: 0.7, usual: 1, little: 1.5 };
export const cureSeconds = (lets: LampLight): number => CURE_SECONDS * LIGHT[lets];
/** Brim that is cut and scraped off in a minute, mm (common practice). */
const BRIM_MM_A_MINUTE = 80;
/** Longest bath that resin bears, minutes (common practice); two of five are planned. */
const BATH_MINUTES = 5;
/** Longer than this many times its least thickness, a part is cured on its supports (common practice). */
export const SLENDER = 30;

const heeded = ({ takeOffAdvice }: PrintWork) => (takeOffAdvice === null ? [] : [`${takeOffAdvice}.`]);

/** A pass of warm air over one opening, min (common practice). */
const WARM_AIR_MIN = 0.2;

function warmAir(openings: number, add: AddStep): void {
  add({
    key: "strings",
    action: "clip",
    title: "Take strings off, warm air",
    minutes: 1 + WARM_AIR_MIN * openings,
    tool: "warm air",
    notes: [
      "From 10 cm, in passes of 2 s, over the openings alone; what is thinner than 2 mm is clipped instead.",
    ],
  });
}

/**
 * What is done to a print before it is a part: washing, supports, curing, clipping. Minutes are those of its pieces,
 * common practice; baths, lamp and tools are got out once a session, whatever goes through them.
 */
export function printSteps(p: PrintWork, add: AddStep, schools: OrderSchools): void {
  if (p.process === "filament")
    add({
      action: "clip",
      title: "Clip strings, cut blobs",
      minutes: 0.5 + p.count * (1 + p.supportMinutes + p.brimMm / BRIM_MM_A_MINUTE),
      tool: "clippers and blade",
      notes: [
        ...(p.brimMm > 0 ? [`Cut the brim off: ${Math.round(p.brimMm / 10)} cm round each.`] : []),
        ...heeded(p),
      ],
    });
  if (p.process === "filament" && p.strings?.by === "warm air") warmAir(p.strings.openings * p.count, add);
  if (p.process !== "resin") return;
  const byWater = p.bath === "water";
  add({
    action: "wash resin",
    title: byWater ? "Wash in water, and dry" : "Wash in used alcohol, then in clean, and dry",
    minutes: 0.5 + 0.5 * p.count,
    place: "sink",
    tool: byWater ? "water bath" : "alcohol bath",
    waitMinutes: 30,
    areaCm2: p.areaCm2.value,
    facts: { ...p.facts, bathMinutes: BATH_MINUTES },
    notes: byWater
      ? ["Keep the water: cured in the sun it is waste like resin, and never goes down a drain."]
      : [],
  });
  const onSupports = p.slender || schools.cure === "cure on the supports";
  if (p.supported)
    add({
      action: "remove supports",
      title: "Take the supports off",
      minutes: 0.5 + p.supportMinutes * p.count,
      tool: "clippers and blade",
      notes: heeded(p),
      ...(onSupports ? { facts: { ...p.facts, onSupports: true as const } } : {}),
    });
  const seconds = cureSeconds(p.lets);
  add({
    action: "cure",
    title: p.slender && p.supported ? "Cure it on its supports, both sides" : "Cure, both sides",
    minutes: 0.5 + 0.3 * p.count,
    place: "lamp",
    tool: "curing lamp",
    waitMinutes: Math.ceil((2 * seconds) / 60) + 1,
    notes: [
      `${seconds} s under the lamp, turn it over, ${seconds} s more.`,
      "Touch it where nobody looks: what is tacky goes under once more before anything is laid on it.",
    ],
  });
}
