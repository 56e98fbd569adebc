import { drawnSmall } from "#app/jobs/smallPicture";

/** A photo's light, linear, 0 to 1, row by row, made small enough to be read at once. */
export type PhotoLight = { readonly light: Float32Array; readonly width: number; readonly height: number };

const LONGEST_PX = 320;
/** @source sRGB, IEC 61966-2-1: from a byte to linear light */
const LINEAR = Float32Array.from({ length: 256 }, (_, byte) => {
  const v = byte / 255;
  return v <= 0.04045 ? v / 12.92 : ((v + 0.055) / 1.055) ** 2.4;
});

/** @throws an Error with a sentence when the file is no picture */
export async function photoLight(file: File): Promise<PhotoLight> {
  const canvas = await drawnSmall(file, LONGEST_PX);
  const { width, height } = canvas;
  const { data } = canvas.getContext("2d")!.getImageData(0, 0, width, height);
  const light = Float32Array.from(
    { length: width * height },
    (_, i) =>
      0.2126 * LINEAR[data[4 * i]!]! +
      0.7152 * LINEAR[data[4 * i + 1]!]! +
      0.0722 * LINEAR[data[4 * i + 2]!]!,
  );
  return { light, width, height };
}
