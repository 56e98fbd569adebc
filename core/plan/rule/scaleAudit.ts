import { adultModelMm, figureBand } from "#core/scale/figureSize";
import { type Rescale, type SourceScale, WORTH_SAYING } from "#core/scale/rescale";
import type { Part } from "#core/scene/part";
import type { PartPlan } from "#core/plan/parts/partPlan";

/** What one part says of its own scale. Ratios are N of 1:N. */
export type AuditLine = {
  readonly partId: string;
  readonly name: string;
  /** What its file was drawn at; null where nobody knows. */
  readonly drawnAt: number | null;
  /** What it comes out at on the bench; null where nothing tells. */
  readonly madeAt: number | null;
  readonly evidence: "a feature" | "stated" | "figure size" | "own size" | "guessed";
  readonly evidenceText: string;
  /** Too large by this share of true; negative for too small. */
  readonly offShare: number | null;
  /** How tall a figure of it stands in the scene, real mm; null of what is no figure. */
  readonly standsMm: number | null;
  readonly advice:
    "right" | "buy another size" | "rescale" | "stays as it is" | "a variant" | "say its scale";
};

/** The spread of what parts come out at, largest thing over smallest, less 1. */
export type ScaleAudit = {
  readonly lines: readonly AuditLine[];
  readonly spreadShare: number;
  readonly odd: readonly AuditLine[];
};

/**
 * What each part comes out at, by the best evidence there is: a feature of known size beats what its source
 * says, which
 * beats a guess. Things with a size of their own (clips, cells, lights, magnets, bases, dice) are left alone.
 */
export function scaleAudit(parts: readonly PartPlan[], denominator: number): ScaleAudit {
  const lines = parts.filter(saysItsScale).map((p) => auditLine(p, denominator));
  const known = lines
    .filter((l) => l.madeAt !== null && l.advice !== "stays as it is" && l.advice !== "a variant")
    .map((l) => l.madeAt!);
  const spreadShare = known.length === 0 ? 0 : Math.max(...known) / Math.min(...known) - 1;
  return {
    lines,
    spreadShare,
    odd: lines.filter(
      (l) => l.advice === "rescale" || l.advice === "buy another size" || l.advice === "say its scale",
    ),
  };
}

/** What has a model, and what is bought or made whose scale was told: a thing alone is as large as it is. */
const saysItsScale = ({ part: { meshId, size } }: PartPlan) =>
  meshId !== null || (size.boxMm !== null && size.source.kind !== "unknown");

/** How tall an adult of that ratio stands in a scene of another, real mm. */
const adultStandsMm = (madeAt: number, denominator: number) => adultModelMm(madeAt) * denominator;

function auditLine({ part, rescale: scaled }: PartPlan, denominator: number): AuditLine {
  const base = { partId: part.id, name: part.name, standsMm: null };
  // What is bought is not rescaled: it comes out at what it was made for.
  const rescale = part.meshId === null ? { ...scaled, factor: part.size.unitMm } : scaled;
  if (part.size.source.kind === "real-object")
    return {
      ...base,
      drawnAt: 1,
      madeAt: 1,
      evidence: "own size",
      evidenceText: "has a size of its own",
      offShare: 0,
      advice: "stays as it is",
    };
  // Several features: the middle one by what they imply.
  const implied = part.size.features
    .map((f) => ({ name: f.name, madeAt: f.realMm / (f.fileSize * rescale.factor) }))
    .sort((a, b) => a.madeAt - b.madeAt);
  const drawn = drawnAtOf(part.size.source, part.size.unitMm);
  if (implied.length > 0) {
    const middle = implied[Math.floor((implied.length - 1) / 2)]!;
    const offShare = denominator / middle.madeAt - 1;
    return {
      ...base,
      drawnAt: (middle.madeAt * rescale.factor) / part.size.unitMm,
      madeAt: middle.madeAt,
      evidence: "a feature",
      evidenceText: implied.map((i) => i.name).join(", "),
      offShare,
      advice:
        Math.abs(offShare) <= WORTH_SAYING
          ? "right"
          : part.size.ownFactor !== 1 && Math.abs((1 + offShare) / part.size.ownFactor - 1) <= WORTH_SAYING
            ? "a variant"
            : "rescale",
    };
  }
  if (drawn === null)
    return {
      ...base,
      drawnAt: null,
      madeAt: null,
      evidence: "guessed",
      evidenceText: "nothing tells its scale yet",
      offShare: null,
      advice: "say its scale",
    };
  return { ...base, ...asStated(part, drawn, rescale, denominator) };
}

/** What follows from the ratio that its source says. */
function asStated(
  { size, meshId, origin }: Part,
  drawn: number,
  rescale: Rescale,
  denominator: number,
): Omit<AuditLine, "partId" | "name"> {
  const { source, ownFactor, unitMm } = size;
  const madeAt = (drawn * unitMm) / rescale.factor;
  const offShare = denominator / madeAt - 1;
  const isRight = Math.abs(offShare) <= WORTH_SAYING;
  const otherwise = meshId === null ? "buy another size" : "rescale";
  return {
    standsMm: source.kind === "figure" ? adultStandsMm(madeAt, denominator) : null,
    drawnAt: drawn,
    madeAt,
    evidence: source.kind === "figure" ? "figure size" : "stated",
    evidenceText: origin.nativeScale || rescale.sentence.split(",")[0]!,
    offShare,
    advice: ownFactor !== 1 ? "a variant" : isRight ? "right" : otherwise,
  };
}

/** N of the ratio a file was drawn at, as far as its source says. */
function drawnAtOf(source: SourceScale, unitMm: number): number | null {
  switch (source.kind) {
    case "ratio":
      return source.denominator;
    case "full":
      return 1;
    case "figure":
      return figureBand(source.figureMm)[source.convention];
    case "feature":
      return source.realSizeMm / (source.fileSize * unitMm);
    case "real-object":
      return 1;
    case "unknown":
      return null;
  }
}
