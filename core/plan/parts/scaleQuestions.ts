import type { MeshMeasurement } from "#core/mesh/measure";
import { thicknessAt } from "#core/mesh/thickness";
import type { PartPlan } from "#core/plan/parts/partPlan";
import { guessTogether, type ScaleGuess, type ScaleSigns } from "#core/scale/drawnAt/guessScale";
import { printOf, type Part } from "#core/scene/part";

/** A part of which nobody has said what it was drawn at, with what it may have been. */
export type ScaleQuestion = {
  readonly part: Part;
  readonly measurement: MeshMeasurement;
  readonly guess: ScaleGuess;
};

/** Walls that a tenth of the surface stays under: thin ones, and no mere edges. */
const THIN_SHARE = 0.1;

/** The folder or archive that its file came in; empty for a file by itself. */
const folderOf = ({ origin: { fileName } }: Part) => /^(.*)\//.exec(fileName)?.[1] ?? "";

const signsOf = (part: Part, m: MeshMeasurement): ScaleSigns => ({
  box: m.box,
  signs: m.signs,
  thinWall: m.thickness.sorted.length === 0 ? null : thicknessAt(m.thickness, THIN_SHARE),
  name: `${part.name} ${part.origin.fileName.replace(/^.*\//, "")}`,
  folder: `${folderOf(part)} ${part.origin.from}`,
  unitMm: part.size.unitSure ? part.size.unitMm : null,
});

/**
 * What every part without a scale was likely drawn at; what comes from one source or folder is looked at together.
 * @param denominator of the scene
 */
export function scaleQuestions(parts: readonly PartPlan[], denominator: number): readonly ScaleQuestion[] {
  const asked = parts.flatMap(({ part, measurement }) =>
    measurement !== null && part.size.source.kind === "unknown" && printOf(part).pieceOf === null
      ? [{ part, measurement }]
      : [],
  );
  const bySource = new Map<string, (typeof asked)[number][]>();
  for (const q of asked) {
    const source = q.part.origin.from || folderOf(q.part) || q.part.id;
    (bySource.get(source) ?? bySource.set(source, []).get(source)!).push(q);
  }
  const guesses = new Map<string, ScaleGuess>();
  for (const together of bySource.values()) {
    const made = guessTogether(
      together.map(({ part, measurement }) => signsOf(part, measurement)),
      denominator,
    );
    together.forEach(({ part }, i) => guesses.set(part.id, made[i]!));
  }
  return asked.map((q) => ({ ...q, guess: guesses.get(q.part.id)! }));
}
