import { exact, type Figure, spread } from "#core/figure";
import type { MeshMeasurement } from "#core/mesh/measure";
import { cutList } from "#core/plan/parts/cutList";
import type { PrintBody } from "#core/print/body";
import { cutPiecesOf, type Part } from "#core/scene/part";
import { counted } from "#core/words";

/**
 * Surface of all copies that can be painted: of the mesh as it stands in the scene, of the cut pieces, or of the
 * size that was typed.
 */
export function paintedArea(
  part: Part,
  m: MeshMeasurement | null,
  body: PrintBody | null,
  factor: number,
): Figure {
  if (m && body) {
    const foot = m.slopes.filter((p) => p.onBed).reduce((sum, p) => sum + p.area, 0) * factor * factor;
    return spread(((body.areaMm2 - foot) / 100) * part.count, 0.03, "cm2", "measured", [
      {
        text: `surface of the mesh less what it stands on, ${counted(part.count, "copy", "copies")}`,
        basis: "measured",
      },
    ]);
  }
  const cutPieces = cutPiecesOf(part);
  if (cutPieces.length > 0)
    return spread(cutList(cutPieces).surfaceCm2 * part.count, 0.1, "cm2", "yours", [
      { text: `all sides of ${cutPieces.length} kinds of cut pieces`, basis: "yours" },
    ]);
  if (part.size.boxMm) {
    const [w, d, h] = part.size.boxMm;
    return spread(((w * d + 2 * (w + d) * h) / 100) * part.count, 0.3, "cm2", "yours", [
      { text: "top and sides of the size you gave", basis: "yours" },
    ]);
  }
  return exact(0, "cm2", "computed");
}
