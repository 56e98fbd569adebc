import type { MeshMeasurement } from "#core/mesh/measure";
import type { PartPlan } from "#core/plan/parts/partPlan";
import {
  guessTogether,
  type ScaleGuess,
  type ScaleSigns,
  thinWallOf,
  type Told,
} from "#core/scale/drawnAt/guessScale";
import { fileUnits } from "#core/scale/drawnAt/words";
import { printOf, type Part } from "#core/scene/part";

/** A part of which nobody has said what it was drawn at, with what it may have been. */
export type ScaleQuestion = {
  readonly part: Part;
  readonly measurement: MeshMeasurement;
  readonly guess: ScaleGuess;
};

/** The folder or archive that its file came in; empty for a file by itself. */
const folderOf = ({ origin: { fileName } }: Part) => /^(.*)\//.exec(fileName)?.[1] ?? "";

const signsOf = (part: Part, m: MeshMeasurement): ScaleSigns => ({
  box: m.box,
  signs: m.signs,
  thinWall: thinWallOf(m.thickness),
  name: `${part.name} ${part.origin.fileName.replace(/^.*\//, "")}`,
  folder: `${folderOf(part)} ${part.origin.from}`,
  unitMm: part.size.unitSure ? part.size.unitMm : null,
});

/** Where a part came from, with others perhaps: its source, its folder, or nowhere but its own file. */
const cameFrom = (part: Part) => part.origin.from || folderOf(part) || part.id;

/** What was told of a part, as a reading; null where that says nothing of the other files of its source. */
function toldOf({ size: { source, unitMm } }: Part): Told | null {
  const unit = fileUnits.find((u) => u.mm === unitMm)?.unit;
  const isReading = source.kind === "ratio" || source.kind === "figure" || source.kind === "full";
  return unit !== undefined && isReading ? { source, unit } : null;
}

/**
 * What every part without a scale was likely drawn at; what comes from one source or folder is looked at together,
 * with what was told of its like.
 * @param denominator of the scene
 */
export function scaleQuestions(parts: readonly PartPlan[], denominator: number): readonly ScaleQuestion[] {
  const models = parts.flatMap(({ part, measurement, held }) =>
    measurement !== null && printOf(part).pieceOf === null ? [{ part, measurement, held }] : [],
  );
  const bySource = new Map<string, typeof models>();
  for (const model of models) {
    const source = cameFrom(model.part);
    (bySource.get(source) ?? bySource.set(source, []).get(source)!).push(model);
  }
  const guesses = new Map<string, ScaleGuess>();
  for (const together of bySource.values()) {
    const asked = together.filter(isAsked);
    const signs = asked.map(({ part, measurement }) => signsOf(part, measurement));
    const known = together.flatMap(({ part }) => toldOf(part) ?? []);
    guessTogether(signs, denominator, known).forEach((guess, i) => guesses.set(asked[i]!.part.id, guess));
  }
  // A body of another way is asked when that way is chosen; what its name says counts for the others all the same.
  return models
    .filter((m) => isAsked(m) && m.held?.because !== "another way")
    .map(({ part, measurement }) => ({ part, measurement, guess: guesses.get(part.id)! }));
}

const isAsked = ({ part }: { readonly part: Part }) => part.size.source.kind === "unknown";
