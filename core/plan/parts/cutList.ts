import type { CutPiece } from "#core/scene/part";

/** What a list of cut pieces takes: sheet by area, strip and rod by length; and the surface they show. */
export function cutList(pieces: readonly CutPiece[]): {
  readonly sheetCm2: number;
  readonly stripMm: number;
  readonly surfaceCm2: number;
} {
  let sheet = 0;
  let strip = 0;
  let surface = 0;
  for (const { form, lengthMm: l, widthMm: w, thicknessMm: t, count } of pieces) {
    if (form === "sheet") sheet += l * w * count;
    else strip += l * count;
    surface +=
      (form === "rod" ? Math.PI * w * l + (Math.PI * w * w) / 2 : 2 * (l * w + l * t + w * t)) * count;
  }
  return { sheetCm2: sheet / 100, stripMm: strip, surfaceCm2: surface / 100 };
}
