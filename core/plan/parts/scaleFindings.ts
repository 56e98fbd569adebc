import { boxSize } from "#core/mesh/triangleMesh";
import type { Finding } from "#core/plan/finding";
import { found, type PartDraft, partFinding, partMend } from "#core/plan/parts/partFinding";
import type { PartScene } from "#core/plan/parts/partSurroundings";
import { partWords } from "#core/plan/parts/partWords";
import { referenceFeatures } from "#core/scale/features";
import { disagreement, WORTH_SAYING } from "#core/scale/rescale";
import { guessUnit } from "#core/scale/unitGuess";
import { lookedAt, type Part } from "#core/scene/part";

const unitWords = {
  micron: "microns",
  millimeter: "millimetres",
  centimeter: "centimetres",
  inch: "inches",
  foot: "feet",
  meter: "metres",
} as const;

/** What is wrong with the size of a part or wanting in it. */
export const scaleFindings = (draft: PartDraft, scene: PartScene): Finding[] =>
  found(
    modelMissing(draft.part),
    sizeMissing(draft.part),
    unitGuessed(draft),
    ...draft.part.size.features.map((f) => featureOff(draft, f, scene)),
  );

const modelMissing = (part: Part) =>
  part.made === "printed" && !part.meshId && !lookedAt(part)
    ? partFinding(part, "missing", "parts", "no-mesh", partWords.noModel(part.name))
    : null;

const sizeMissing = (part: Part) =>
  part.made !== "printed" && !part.size.boxMm && !part.meshId
    ? partFinding(part, "missing", "parts", "no-size", partWords.noSize(part.name))
    : null;

function unitGuessed({ part, measurement }: PartDraft): Finding | null {
  if (!measurement || part.size.unitSure || part.size.source.kind === "feature") return null;
  const guesses = guessUnit(Math.max(...boxSize(measurement.box)));
  const taken = guesses.find((g) => g.unitMm === part.size.unitMm) ?? guesses[0]!;
  const mends = guesses.map((g) =>
    partMend(part, `It is ${unitWords[g.unit]}`, { size: { unitMm: g.unitMm, unitSure: true } }),
  );
  const sentence = partWords.unitGuessed(part.name, unitWords[taken.unit], taken.longestMm);
  return partFinding(part, "missing", "parts", "unit-guessed", sentence, mends);
}

/** A known feature that comes out of another size than it has. */
function featureOff(
  { part, rescale: scaled }: PartDraft,
  f: Part["size"]["features"][number],
  scene: PartScene,
): Finding | null {
  const meant = f.realMm / scene.denominator / f.fileSize;
  if (disagreement(scaled.factor, meant * part.size.ownFactor) <= WORTH_SAYING) return null;
  const usual = referenceFeatures.find((r) => r.id === f.featureId);
  const sentence = partWords.featureOff(part.name, f.name, {
    realMm: f.fileSize * scaled.factor * scene.denominator,
    meantMm: f.realMm,
    usualMm: usual ? [usual.lowMm, usual.highMm] : [f.realMm],
  });
  const source = { kind: "feature", featureId: f.featureId, realSizeMm: f.realMm, fileSize: f.fileSize };
  const mends = [
    partMend(part, `Scale by its ${f.name}`, { size: { source: { ...source, kind: "feature" } } }),
  ];
  return partFinding(part, "ruins", "parts", "feature", sentence, mends, f.featureId);
}
