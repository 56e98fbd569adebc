/** Longest side of a kept picture, and how hard it is pressed. */
const PICTURE_PX = 1200;
const QUALITY = 0.78;

/** A picture made small enough to keep, and how wide it is for its height. */
export type SmallPicture = { readonly picture: string; readonly aspect: number };

/** @throws an Error with a sentence when the file is no picture */
export const smallPicture = async (file: File): Promise<string> => (await smallPictureOf(file)).picture;

/** @throws an Error with a sentence when the file is no picture */
export async function smallPictureOf(file: File): Promise<SmallPicture> {
  const bitmap = await createImageBitmap(file).catch(() => null);
  if (!bitmap) throw new Error(`${file.name} cannot be read as a picture. Take a JPEG or PNG.`);
  const shrink = Math.min(1, PICTURE_PX / Math.max(bitmap.width, bitmap.height));
  const canvas = document.createElement("canvas");
  canvas.width = Math.max(1, Math.round(bitmap.width * shrink));
  canvas.height = Math.max(1, Math.round(bitmap.height * shrink));
  canvas.getContext("2d")!.drawImage(bitmap, 0, 0, canvas.width, canvas.height);
  bitmap.close();
  return { picture: canvas.toDataURL("image/jpeg", QUALITY), aspect: canvas.width / canvas.height };
}
