import type { Figure } from "#core/figure";
import { productOf } from "#core/materials/products";
import { coatMillilitres } from "#core/paint/amount";
import type { Process } from "#core/print/printer";
import type { Grade, ResinColour } from "#core/surface/grades";
import { curedCoats, LAMP_MM, resinDepthMm } from "#core/surface/curedResin";
import type { Film } from "#core/surface/detail";
import { type LadderEnd, sandingLadder, sandingTools, scratchOf } from "#core/surface/ladder";
import { coatRounds, MOST_ROUNDS, SAND_FROM } from "#core/surface/rounds";
import type { SurfaceSchool, Treatment, TreatmentStep } from "#core/surface/treatments";
import { counted } from "#core/words";

/** After so many levelling coats they are sanded before the next, min/cm2 (common practice). */
const SAND_EVERY = 4;
const SANDING_PER_CM2 = 0.08;
/** A look between two coats, min (common practice). */
const LOOK_MIN = 0.5;
/** From this grit on a filler is sanded, not plastic. */
const FINE_GRIT = 240;
/** What a flame leaves of the steps of a slope; of near-upright walls it leaves nothing (default). */
const AFTER_FLAME = 0.5;
const WALL_DEG = 60;
/** Bare sanding takes the crests and leaves a third of the depth to be filled (default). */
const SANDED_LEAVES = 1 / 3;

/**
 * What is treated, as it comes to its treatment. Areas are of all copies; depths mm.
 *
 * - `depthMm`: of the plainest steps, null where none is plain; `seenMm`: what is no longer seen of them
 * - `slopeDeg`: where they are plainest
 * - `owned`: grits on the shelf; all where it is absent
 */
export type TreatedPlace = {
  readonly cm2: number;
  readonly depthMm: number | null;
  readonly seenMm: number | null;
  readonly slopeDeg?: number;
  readonly grade?: Grade;
  readonly process?: Process | null;
  readonly owned?: readonly number[];
  readonly end?: LadderEnd;
  readonly resin?: ResinColour;
  readonly sides?: number;
  readonly narrowestMm?: number | null;
  readonly hasRidges?: boolean;
};

/**
 * One step of a treatment as it is done: how many coats, how long, how often it is sanded between them, and
 * how deep the steps still are. `place`: where it stands among the steps of its treatment.
 */
export type TreatmentPass = {
  readonly step: TreatmentStep;
  readonly place: number;
  readonly what: string;
  readonly coats: number;
  readonly minutes: number;
  readonly sandings: number;
  /** Depth of the steps after each of its rounds, in order, mm; empty where it leaves them as they are. */
  readonly depthsMm: readonly number[];
  /** Depth that its coats leave and that is still plain, mm; null where nothing is. */
  readonly leftMm: number | null;
  /** Of sanding: from coarse to fine. */
  readonly grits: readonly number[];
  readonly notes: readonly string[];
};

/**
 * What a treatment takes on a place: levelling coats as many as bring the layer steps out of sight, the grits that its
 * steps ask for, the rest as its school says. What is only looked past is left rougher; what nobody sees is left.
 */
export function treatmentWork(treatment: Treatment, place: TreatedPlace): readonly TreatmentPass[] {
  const grade = place.grade ?? "show";
  if (grade === "none") return [];
  const ladder = ladderFor(treatment.school, place);
  const passes: TreatmentPass[] = [];
  let depthMm = place.depthMm;
  treatment.steps.forEach((step, at) => {
    if (grade === "rough" && step.forShow) return;
    const pass = passOf(step, at, { ...place, depthMm }, ladder);
    if (!pass) return;
    passes.push(pass);
    depthMm = pass.depthsMm.at(-1) ?? depthMm;
  });
  return passes;
}

/** What a pass draws from the shelf, ml as used; null of handwork, and of spots that no area tells. */
export function passMillilitres({ step, coats }: TreatmentPass, areaCm2: Figure): Figure | null {
  if (step.product === null || step.minutesPerCm2 === 0) return null;
  const product = productOf(step.product);
  const method = product.sprayed ? "can" : "brush";
  return coatMillilitres({ areaCm2, coats, method, product, thinnerShare: 0 });
}

/** Minutes to wait after a pass before the next. */
export const passWaitMinutes = ({ step, coats }: TreatmentPass): number =>
  step.product ? productOf(step.product).recoatMinutes * coats : step.action === "wash" ? DRYING_MIN : 0;
const DRYING_MIN = 30;

/** The films of a treatment, coat by coat. */
export const treatmentFilms = (passes: readonly TreatmentPass[]): readonly Film[] =>
  passes.flatMap(({ step, coats }) => {
    if (step.product === null) return [];
    const { name: what, filmMm } = productOf(step.product);
    return Array<Film>(coats).fill({ what, filmMm });
  });

/** Depth of the steps after each round of a treatment, in order, mm; 0 under a texture. */
export const depthsAfter = (treatment: Treatment, place: TreatedPlace): readonly number[] =>
  treatmentWork(treatment, place).flatMap((pass) => pass.depthsMm);

/** What a flame leaves of a depth, mm. */
const flamed = (depthMm: number, slopeDeg = 90): number => (slopeDeg >= WALL_DEG ? 0 : AFTER_FLAME * depthMm);

/** What sanding bare plastic leaves of a depth, mm: its foot, and never less than the scratch of the last grit. */
const sandedBare = (depthMm: number, grits: readonly number[]): number =>
  Math.min(depthMm, Math.max(SANDED_LEAVES * depthMm, scratchOf(grits.at(-1)!)));

/** How deep the steps are after each round of a step of a treatment, mm; empty where it leaves them. */
function depthsOf(
  step: TreatmentStep,
  { depthMm, seenMm, slopeDeg }: TreatedPlace,
  sandedWith: readonly number[],
): readonly number[] {
  if (depthMm === null || seenMm === null) return [];
  if (step.action === "paste") return [0];
  if (step.action === "flame") return [flamed(depthMm, slopeDeg)];
  if (step.grits === "coarse") return [sandedBare(depthMm, sandedWith)];
  if (!step.levelling) return [];
  const { depthsMm } = coatRounds(depthMm, seenMm, step.levelling);
  return depthsMm.length === 0 && step.always ? [depthMm] : depthsMm;
}

function ladderFor(school: SurfaceSchool, { depthMm, process, owned, end }: TreatedPlace) {
  const isFlamed = school === "flame first";
  return sandingLadder({
    // The skin of a flame is hard and smooth: it is broken with the coarsest, whatever is left of the steps.
    depthMm: isFlamed ? Infinity : (depthMm ?? 0),
    process: process ?? "filament",
    end: end ?? "primer",
    ...(owned && owned.length > 0 ? { owned } : {}),
  });
}

/** One step as it is done on what is left of the steps by then; null where nothing is left to do. */
function passOf(
  step: TreatmentStep,
  at: number,
  place: TreatedPlace,
  ladder: ReturnType<typeof sandingLadder>,
): TreatmentPass | null {
  const grits = gritsOf(step, ladder.grits);
  if (step.grits && grits.length === 0) return null;
  const { coats, depthsMm, leftMm, notes } = coatsOf(step, place, grits);
  if (coats === 0) return null;
  const sandings = step.levelling && step.action === "fill" ? Math.floor((coats - 1) / SAND_EVERY) : 0;
  const looks = step.action === "fill" && step.levelling ? Math.max(0, coats - 1) * LOOK_MIN : 0;
  const each = step.minutesPerCm2 * coats + SANDING_PER_CM2 * sandings;
  const minutes = step.fixedMinutes + looks + place.cm2 * each;
  const what = grits.length > 0 ? `${step.what}, ${gritWords(grits)}` : step.what;
  const told = [...notes, ...(step.grits ? sandingNotes(place, ladder.toBuy, grits) : [])];
  return { step, place: at, what, coats, minutes, sandings, depthsMm, leftMm, grits, notes: told };
}

const gritsOf = (step: TreatmentStep, ladder: readonly number[]): readonly number[] =>
  step.grits === "coarse"
    ? ladder.filter((g) => g < FINE_GRIT)
    : step.grits === "fine"
      ? ladder.filter((g) => g >= FINE_GRIT)
      : [];

/** `80, 120 then 220`. */
const gritWords = (grits: readonly number[]): string =>
  grits.length < 2 ? `${grits[0]!}` : `${grits.slice(0, -1).join(", ")} then ${grits.at(-1)!}`;

function sandingNotes(
  { narrowestMm = null, hasRidges = false }: TreatedPlace,
  toBuy: readonly number[],
  grits: readonly number[],
): readonly string[] {
  const tools = sandingTools(narrowestMm, hasRidges);
  const missing = toBuy.filter((g) => grits.includes(g));
  return [
    ...(tools.length > 1 ? [`With ${tools.join(", ")}.`] : []),
    ...(missing.length > 0
      ? [`${missing.join(" and ")} ${missing.length > 1 ? "are" : "is"} not on the shelf.`]
      : []),
  ];
}

type Coats = Pick<TreatmentPass, "coats" | "depthsMm" | "leftMm" | "notes">;

/** Coats of a step, what they leave, and what is said of them. */
function coatsOf(step: TreatmentStep, place: TreatedPlace, grits: readonly number[]): Coats {
  const { depthMm, seenMm } = place;
  const depthsMm = depthsOf(step, place, grits);
  if (!step.levelling || depthMm === null || seenMm === null)
    return { coats: step.coats, depthsMm, leftMm: null, notes: [] };
  const coats = depthsMm.length;
  const last = depthsMm.at(-1);
  const leftMm = last !== undefined && last > seenMm ? last : null;
  return { coats, depthsMm, leftMm, notes: roundNotes(step, place, depthsMm, coats) };
}

const mm = (depth: number) => depth.toFixed(3);

function roundNotes(
  step: TreatmentStep,
  { resin = "clear", sides = 1, grade = "show" }: TreatedPlace,
  depthsMm: readonly number[],
  coats: number,
): readonly string[] {
  if (step.action === "level") {
    // A film of brushed resin is a tenth of a millimetre, whatever it fills.
    const film = step.levelling!.dryFilmMm;
    const each = curedCoats(film, resin, sides);
    return [
      `${counted(coats * each.coats, "coat", "coats")} of ${resin} resin, which light goes ${resinDepthMm[resin]} mm ` +
        `deep into: ${coats * each.lampSeconds} s of lamp in all, from ${LAMP_MM.from / 10} to ${LAMP_MM.to / 10} cm, and a touch after each.`,
    ];
  }
  if (depthsMm.length < 2) return [];
  const sanded = depthsMm.length >= SAND_FROM ? ", sanded between" : "";
  const most = depthsMm.length >= MOST_ROUNDS ? "at most " : "";
  const look = grade === "show" ? "; after each a look under a side light: no two-toned stripes" : "";
  return [
    `${most}${counted(depthsMm.length, "round", "rounds")}${sanded}, which leave ${depthsMm.map(mm).join(", ")} mm${look}.`,
  ];
}
