import type { Figure } from "#core/figure";
import type { Plastic } from "#core/materials/printMaterials";
import { type LevelReading, levelOf, type TestPiece } from "#core/print/bedLevel";
import type { Printer } from "#core/print/printer";

/** One thing to see to before a run, in order. `warn` when it is in doubt now. */
export type GateStep = {
  readonly id: string;
  readonly text: string;
  readonly why: string;
  readonly warn: string | null;
};

export type GateContext = {
  readonly printer: Printer;
  readonly plastic: Plastic | null;
  readonly materialName: string;
  /**
   * Grams or millilitres that the run takes, with its range, and what is left on the shelf; null where that
   * is not written down.
   */
  readonly needed: Figure;
  readonly left: number | null;
  readonly damp: boolean;
  /** A material or machine that nothing was printed with yet. */
  readonly newMaterial: boolean;
  readonly newMachine: boolean;
  /** Least share of a piece's outline that lies on the bed, and whose. */
  readonly leastContact: { readonly name: string; readonly mm2: number } | null;
  readonly flatBase: boolean;
  readonly incidents: readonly {
    readonly cause: string;
    readonly at: string;
    readonly lostMinutes: number;
  }[];
  /** How the bed was read last; null where it never was. */
  readonly level: LevelReading | null;
  /** How the last trial piece of this machine and material came out; null without one. */
  readonly piece: TestPiece | null;
};

/** A foot smaller than this, mm2, holds badly (common practice). */
const LEAST_FOOT_MM2 = 60;

const step = (id: string, text: string, why: string, warn: string | null = null): GateStep => ({
  id,
  text,
  why,
  warn,
});

/**
 * The list before a run of that machine and material, in its order; and how the piece is taken off at its
 * end. Common practice.
 */
export const gateFor = (c: GateContext): readonly GateStep[] => [
  ...(c.newMachine ? newMachine(c.printer) : []),
  ...(c.printer.process === "filament" ? filamentGate(c) : resinGate(c)),
  takeOff(c),
];

function filamentGate(c: GateContext): readonly GateStep[] {
  const dryHours = c.plastic?.print.dryHours ?? 0;
  return [
    step("clean", "Clean the bed", "finger grease lets corners go"),
    step("heat", "Heat bed and nozzle", "metal grows: level it hot"),
    step("wait", "Wait five minutes at heat", "the bed warms through slower than its sensor"),
    levelStep(c, "the first layer decides"),
    step(
      "dry",
      `Dry filament${dryHours > 0 ? `: ${dryHours} h in the dryer if it was open for weeks` : ""}`,
      "damp filament strings and splits",
      c.damp ? "this roll is noted as damp" : null,
    ),
    enoughStep(c),
    ...trialStep(c, "A trial piece first", "nothing was printed with this here yet"),
    ...(c.leastContact ? [footStep(c.leastContact)] : []),
    ...pastSteps(c),
    step("first", "Watch the first layer to its end", "most failures begin there"),
  ];
}

function resinGate(c: GateContext): readonly GateStep[] {
  return [
    step(
      "film",
      "Look through the film and the vat: no skin, no dent",
      "what is stuck there tears the next layer",
    ),
    step("stir", "Stir the resin", "pigment settles"),
    enoughStep(c),
    ...trialStep(
      c,
      "A trial piece first: write down its verdict and what was changed",
      "new or mixed resin wants its own exposure",
    ),
    step("plate", "Plate clean and tight", "a loose plate loses everything"),
    levelStep(c, "a tilted plate holds on one side"),
    ...pastSteps(c),
    step("air", "Gloves, goggles, air moving outward", "liquid resin"),
  ];
}

/** Whether there is enough of the material. */
function enoughStep({ left, needed, materialName }: GateContext): GateStep {
  const there = left === null ? "" : `, ${left.toFixed(0)} are there`;
  const isShort = left !== null && left < needed.high;
  return step(
    "enough",
    `${materialName}: ${needed.value.toFixed(0)} ${needed.unit} are needed${there}`,
    "a run that starves is lost whole",
    isShort ? (left < needed.low ? "there is not enough" : "it may run out") : null,
  );
}

const footStep = ({ name, mm2 }: NonNullable<GateContext["leastContact"]>): GateStep =>
  step(
    "foot",
    `Smallest foot: ${name}, ${mm2.toFixed(0)} mm2`,
    "small feet let go",
    mm2 < LEAST_FOOT_MM2 ? "give it a brim" : null,
  );

/** What went wrong last on this machine. */
const pastSteps = ({ incidents }: GateContext): readonly GateStep[] =>
  incidents
    .slice(-2)
    .map((i, k) =>
      step(
        `incident-${k}`,
        `last time: ${i.cause}`,
        `it cost ${(i.lostMinutes / 60).toFixed(1)} h on ${i.at.slice(0, 10)}`,
        "see to it first",
      ),
    );

/** Level it, or as it was read last. */
function levelStep({ level, printer }: GateContext, why: string): GateStep {
  if (!level) return { id: "level", text: "Level, and write the corners down", why, warn: null };
  const { apartMm, warn } = levelOf(level, printer.process);
  return {
    id: "level",
    text: `Level: read ${apartMm.toFixed(2)} mm apart on ${level.at.slice(0, 10)}`,
    why,
    warn,
  };
}

/** A trial piece, where this machine has no good run and no piece that came out right in this material. */
function trialStep({ newMaterial, piece }: GateContext, text: string, why: string): readonly GateStep[] {
  if (!newMaterial || piece?.verdict === "right") return [];
  const warn = piece
    ? `the last came out ${piece.verdict}${piece.changed ? `; changed: ${piece.changed}` : ""}`
    : "new material on this machine";
  return [{ id: "trial", text, why, warn }];
}

const takeOff = ({ printer, flatBase }: GateContext): GateStep => ({
  id: "off",
  text:
    printer.plate === "flexible"
      ? "At its end: cold, then bend the sheet away from the piece"
      : flatBase
        ? "At its end: cold, scraper under a corner, flat and away from the hand"
        : "At its end: cold, cut the supports at the plate, then lift",
  why: flatBase ? "a flat base holds all over" : "supports let go one by one",
  warn: null,
});

const newMachine = (printer: Printer): GateStep[] => [
  ...[
    "Stands level, on something heavy, with room round it",
    "Locks, ties and films of the packing are all out",
    "Screws of frame and bed are tight",
    printer.process === "filament"
      ? "Belts are tight, wheels turn without play"
      : "Screen film is off, lamp test shows a whole picture",
  ].map((text, i): GateStep => ({
    id: `new-${i}`,
    text,
    why: "nothing was printed on this machine yet",
    warn: "new machine",
  })),
];
