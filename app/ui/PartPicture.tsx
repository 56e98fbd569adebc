import type { MeshPicture } from "#core/mesh/picture";

/** The still picture of a mesh, in the colour of the ink around it. */
export function PartPicture({
  picture,
  label,
  size = 34,
}: {
  picture: MeshPicture;
  label?: string;
  size?: number;
}) {
  return (
    <img
      src={imageOf(picture)}
      alt={label ?? ""}
      width={size}
      height={size}
      className="inline-block align-middle"
      decoding="async"
    />
  );
}

/**
 * Drawn once for each picture: a long table shows the same one many times, and an image costs a frame less
 * than a canvas.
 */
const drawn = new WeakMap<MeshPicture, string>();

function imageOf(picture: MeshPicture): string {
  const known = drawn.get(picture);
  if (known) return known;
  const { side, shades } = picture;
  const canvas = document.createElement("canvas");
  canvas.width = canvas.height = side;
  const context = canvas.getContext("2d");
  if (!context) return "";
  const image = context.createImageData(side, side);
  for (let i = 0; i < shades.length; i++) {
    const shade = shades[i]!;
    image.data[4 * i] = shade * 0.86;
    image.data[4 * i + 1] = shade * 0.9;
    image.data[4 * i + 2] = shade * 0.87;
    image.data[4 * i + 3] = shade === 0 ? 0 : 255;
  }
  context.putImageData(image, 0, 0);
  const url = canvas.toDataURL();
  drawn.set(picture, url);
  return url;
}
