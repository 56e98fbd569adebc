import type { Pixels } from "#core/paint/picture/picture";
import { drawnSmall } from "#app/jobs/smallPicture";

/** A picture that colours are taken from, small enough to keep and to read: its longest side, px. */
const LONGEST_PX = 1600;

/** A file's pixels, turned as it says, and the picture. @throws an Error with a sentence when it is no picture */
export async function readPixels(file: File): Promise<{ readonly pixels: Pixels; readonly url: string }> {
  const canvas = await drawnSmall(file, LONGEST_PX);
  const { width, height } = canvas;
  const { data } = canvas.getContext("2d")!.getImageData(0, 0, width, height);
  return { pixels: { data, width, height }, url: canvas.toDataURL("image/jpeg", 0.85) };
}

/** The pixels of a picture that is kept. @throws an Error with a sentence when it cannot be shown */
export async function pixelsOfKept(url: string, name: string): Promise<Pixels> {
  const image = new Image();
  image.src = url;
  await image.decode().catch(() => {
    throw new Error(`${name} cannot be shown any more: lay its file in again.`);
  });
  const canvas = document.createElement("canvas");
  const [width, height] = [image.naturalWidth, image.naturalHeight];
  [canvas.width, canvas.height] = [width, height];
  const to = canvas.getContext("2d")!;
  to.drawImage(image, 0, 0);
  return { data: to.getImageData(0, 0, width, height).data, width, height };
}
