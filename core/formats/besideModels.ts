import { openZip } from "#core/formats/zip";

/** What lies beside models and says something of them: a read-me, a licence, a picture. */
export type Beside = "text" | "picture";

const TEXT = /^(read[ _-]?me|licen[cs]e|copying|attribution)\b[^/]*$/i;
const TEXT_ENDING = /(\.(txt|md)|^[^.]+)$/i;
const PICTURE = /\.(jpe?g|png|webp)$/i;
/** Longer texts are no read-me; larger pictures are none that goes with a model. */
const LONGEST_TEXT_BYTES = 200_000;
const LARGEST_PICTURE_BYTES = 40_000_000;
/** Of an archive so much is taken along besides its models. */
const MOST_BESIDE = 24;
const MOST_BYTES = 120_000_000;
/** Text packs well; pictures do not pack at all. */
const MOST_TIMES = 100;
/** What some systems put beside every file. */
const SHADOW = /(^|\/)(__MACOSX\/|\._)/;

const baseName = (path: string) => path.slice(path.lastIndexOf("/") + 1);

/** What a file beside models may be, by its name and size; null where it is nothing of the kind. */
export function besideKind(path: string, bytes: number): Beside | null {
  const name = baseName(path);
  if (SHADOW.test(path)) return null;
  if (TEXT.test(name) && TEXT_ENDING.test(name)) return bytes <= LONGEST_TEXT_BYTES ? "text" : null;
  return PICTURE.test(name) && bytes <= LARGEST_PICTURE_BYTES ? "picture" : null;
}

/**
 * What lies beside the models of a ZIP, in its order; nothing of one that cannot be read, which is said of its models.
 */
export function besideInZip(
  bytes: Uint8Array,
): readonly { readonly path: string; readonly bytes: Uint8Array<ArrayBuffer> }[] {
  const zip = openZip(bytes, (name) => besideKind(name, 0) !== null, {
    limitBytes: MOST_BYTES,
    mostTimes: MOST_TIMES,
  });
  if (!zip.ok) return [];
  return zip.value.names.slice(0, MOST_BESIDE).flatMap((path) => {
    const file = zip.value.read(path);
    return file.ok && besideKind(path, file.value.byteLength) ? [{ path, bytes: file.value }] : [];
  });
}
