import { extruded } from "#core/mesh/extrude";
import type { TriangleMesh } from "#core/mesh/triangleMesh";

/** Widths of the grooves and slots of the piece, mm, narrowest first. */
export const openingWidthsMm = [0.1, 0.15, 0.2, 0.25, 0.3, 0.4, 0.5, 0.6] as const;

const PITCH_MM = 4;
const THICK_MM = 3;
const GROOVE_DEEP_MM = 1;
const DEEP_MM = 16;
const BETWEEN_MM = 3;
const NOTCH_MM = 0.8;

/**
 * A small plate that shows what stays open in a resin at an exposure: a groove of every width in its edge, 1 mm deep,
 * and below each a slot of the same width through it; a notch in the edge before it marks the narrow end. mm, flat on
 * the bed.
 */
export function exposurePiece(): TriangleMesh {
  const length = PITCH_MM * (openingWidthsMm.length + 1);
  const grooves = [...openingWidthsMm].reverse().flatMap((w, i) => {
    const at = PITCH_MM * (openingWidthsMm.length - i);
    const floor = DEEP_MM - GROOVE_DEEP_MM;
    return [at + w / 2, DEEP_MM, at + w / 2, floor, at - w / 2, floor, at - w / 2, DEEP_MM];
  });
  const mark = [1, 0, 1, NOTCH_MM, 1 + NOTCH_MM, NOTCH_MM, 1 + NOTCH_MM, 0];
  const outer = [0, 0, ...mark, length, 0, length, DEEP_MM, ...grooves, 0, DEEP_MM];
  const slots = openingWidthsMm.map((w, i) => {
    const at = PITCH_MM * (i + 1);
    const [low, high] = [BETWEEN_MM, DEEP_MM - BETWEEN_MM];
    return [at - w / 2, low, at - w / 2, high, at + w / 2, high, at + w / 2, low];
  });
  return extruded([outer, ...slots], 0, THICK_MM);
}
