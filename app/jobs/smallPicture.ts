/** Longest side of a kept picture, and how hard it is pressed. */
const PICTURE_PX = 1200;
const QUALITY = 0.78;

/** A picture made small enough to keep, and how wide it is for its height. */
export type SmallPicture = { readonly picture: string; readonly aspect: number };

/** @throws an Error with a sentence when the file is no picture */
export const smallPicture = async (file: File): Promise<string> => (await smallPictureOf(file)).picture;

/** A picture drawn with its longest side so long at most, px. @throws an Error with a sentence when it is none */
export async function drawnSmall(file: File, longestPx: number): Promise<HTMLCanvasElement> {
  const bitmap = await createImageBitmap(file).catch(() => null);
  if (!bitmap) throw new Error(`${file.name} cannot be read as a picture. Take a JPEG or PNG.`);
  const shrink = Math.min(1, longestPx / Math.max(bitmap.width, bitmap.height));
  const canvas = document.createElement("canvas");
  canvas.width = Math.max(1, Math.round(bitmap.width * shrink));
  canvas.height = Math.max(1, Math.round(bitmap.height * shrink));
  const to = canvas.getContext("2d")!;
  to.imageSmoothingQuality = "high";
  to.drawImage(bitmap, 0, 0, canvas.width, canvas.height);
  bitmap.close();
  return canvas;
}

/** @throws an Error with a sentence when the file is no picture */
export async function smallPictureOf(file: File): Promise<SmallPicture> {
  const canvas = await drawnSmall(file, PICTURE_PX);
  return { picture: canvas.toDataURL("image/jpeg", QUALITY), aspect: canvas.width / canvas.height };
}
