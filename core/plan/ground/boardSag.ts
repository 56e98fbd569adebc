import { between, type Figure } from "#core/figure";
import { type Board, groundMaterial, type GroundLayer } from "#core/ground/groundLayer";
import { beamSagMm, rectangleInertiaMm4 } from "#core/ground/sag";

const GRAVITY = 9.81;
/** Stiffness of boards differs this much either way (common practice). */
const SPREAD = 2;

/**
 * How far a board hangs in its middle when it is held at its two ends alone, after creep, mm. Its sheets bear side
 * by side; what is laid loose on them only weighs. Null where no layer of it bears anything.
 * @param gramsTotal of the finished board
 * @source beam tables: 5 w L^4 / (384 E I); stiffness and creep common practice
 */
export function boardSag(
  layers: readonly GroundLayer[],
  { widthMm, depthMm }: Board,
  gramsTotal: Figure,
): Figure | null {
  const span = Math.max(widthMm, depthMm);
  const across = Math.min(widthMm, depthMm);
  const bearing = layers.flatMap((l) => {
    const { bends, name } = groundMaterial(l.material);
    return bends && l.areaShare === 1 ? [{ ...bends, name, depthMm: l.depthMm }] : [];
  });
  const stiffness = bearing.reduce((sum, b) => sum + b.mpa * rectangleInertiaMm4(across, b.depthMm), 0);
  if (stiffness <= 0 || span <= 0) return null;
  const stiffest = bearing.reduce((a, b) => (b.mpa * b.depthMm ** 3 > a.mpa * a.depthMm ** 3 ? b : a));
  const newtonPerMm = (gramsTotal.value * 1e-3 * GRAVITY) / span;
  const sag = stiffest.creep * beamSagMm(newtonPerMm, span, 1, stiffness);
  return between(sag / SPREAD, sag, sag * SPREAD, "mm", "practice", [
    { text: `held at its two ends, ${span.toFixed(0)} mm apart`, basis: "yours" },
    {
      text: `${bearing.map((b) => `${b.depthMm} mm of ${b.name}`).join(" and ")}, ${across.toFixed(0)} mm across`,
      basis: "yours",
    },
    { text: "finished weight, spread evenly", value: `${(gramsTotal.value / 1000).toFixed(2)} kg` },
    { text: `grows ${stiffest.creep} times as large with the years`, basis: "practice" },
  ]);
}
