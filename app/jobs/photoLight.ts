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
  const bitmap = await createImageBitmap(file).catch(() => null);
  if (!bitmap) throw new Error(`${file.name} cannot be read as a picture. Take a JPEG or PNG.`);
  const shrink = Math.min(1, LONGEST_PX / Math.max(bitmap.width, bitmap.height));
  const width = Math.max(1, Math.round(bitmap.width * shrink));
  const height = Math.max(1, Math.round(bitmap.height * shrink));
  const canvas = document.createElement("canvas");
  canvas.width = width;
  canvas.height = height;
  const to = canvas.getContext("2d", { willReadFrequently: true })!;
  to.imageSmoothingQuality = "high";
  to.drawImage(bitmap, 0, 0, width, height);
  bitmap.close();
  const { data } = to.getImageData(0, 0, width, height);
  const light = Float32Array.from(
    { length: width * height },
    (_, i) =>
      0.2126 * LINEAR[data[4 * i]!]! +
      0.7152 * LINEAR[data[4 * i + 1]!]! +
      0.0722 * LINEAR[data[4 * i + 2]!]!,
  );
  return { light, width, height };
}
