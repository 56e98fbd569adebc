import { MM_PER_INCH } from "#core/units";
import { figureBand, type FigureConvention } from "#core/scale/figureSize";

/**
 * What a mesh was drawn at. A feature gives the factor directly; `unknown` is asked for, never guessed
 * silently.
 */
export type SourceScale =
  | { readonly kind: "ratio"; readonly denominator: number }
  | { readonly kind: "figure"; readonly figureMm: number; readonly convention: FigureConvention }
  | { readonly kind: "full" }
  | {
      readonly kind: "feature";
      readonly featureId: string;
      readonly realSizeMm: number;
      readonly fileSize: number;
    }
  | { readonly kind: "real-object" }
  | { readonly kind: "unknown" };

/** The factor from file units to millimetres on the bench, and how it came about. */
export type Rescale = {
  readonly factor: number;
  readonly sentence: string;
  readonly sure: "stated" | "measured" | "band" | "guessed";
};

/**
 * f = (A / B) x millimetres in a file unit, for a mesh drawn at 1:A in a scene at 1:B.
 * From a feature: f = (real / B) / size in the file. A `real-object` (clip, cell, magnet) keeps its own size.
 * @param unitMm millimetres in one unit of the file
 * @param denominator B of the scene's ratio
 */
export function rescale(source: SourceScale, unitMm: number, denominator: number): Rescale {
  const unit =
    unitMm === 1 ? "" : unitMm === MM_PER_INCH ? " x 25.4 for inches" : ` x ${unitMm} for its unit`;
  const from = (a: number, what: string, sure: Rescale["sure"]): Rescale => ({
    factor: (a / denominator) * unitMm,
    sentence: `${what}, so ${trim(a)} / ${trim(denominator)}${unit}`,
    sure,
  });
  switch (source.kind) {
    case "ratio":
      return from(source.denominator, `drawn at 1:${trim(source.denominator)}`, "stated");
    case "figure": {
      const a = figureBand(source.figureMm)[source.convention];
      return from(
        a,
        `drawn for ${source.figureMm} mm figures to the ${source.convention} (1:${trim(a)})`,
        "band",
      );
    }
    case "full":
      return from(1, "drawn at full size", "stated");
    case "feature":
      return {
        factor: source.realSizeMm / denominator / source.fileSize,
        sentence: `a feature of ${trim(source.realSizeMm)} mm real measures ${trim(source.fileSize)} in the file`,
        sure: "measured",
      };
    case "real-object":
      return {
        factor: unitMm,
        sentence: `has a real size of its own and stays as it is${unit}`,
        sure: "stated",
      };
    case "unknown":
      return {
        factor: unitMm,
        sentence: `its scale is not known yet; shown as it was drawn${unit}`,
        sure: "guessed",
      };
  }
}

/**
 * By how much two factors for one part disagree, as a share; more than 3 % is worth saying (common practice).
 */
export const disagreement = (factor: number, other: number) => Math.abs(other / factor - 1);
export const WORTH_SAYING = 0.03;

const trim = (value: number) => String(Number(value.toFixed(3)));
