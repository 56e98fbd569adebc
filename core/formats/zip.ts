import { unzipSync, zipSync } from "fflate";
import { type Outcome, type Problem, refused, success } from "#core/outcome";

export type ZipProblem = Problem<"zip/broken" | "zip/too-large" | "zip/path-outside">;

/** Longest that all wanted files together may unpack to, by default: a gigabyte. */
const UNPACKED_LIMIT = 2 ** 30;

/**
 * Unpacks the wanted files of a ZIP. What each would unpack to is checked from the directory before anything is
 * unpacked, and a name that leads outside the archive refuses the whole of it.
 */
export function readZip(bytes: Uint8Array, wanted: (name: string) => boolean, limitBytes = UNPACKED_LIMIT): Outcome<ReadonlyMap<string, Uint8Array<ArrayBuffer>>, ZipProblem> {
  let outside: string | undefined;
  let total = 0;
  try {
    const filter = ({ name, originalSize }: { name: string; originalSize: number }) => {
      if (/(^|[\\/])\.\.([\\/]|$)|^[\\/]|^[a-zA-Z]:/.test(name)) outside ??= name;
      if (outside !== undefined || !wanted(name)) return false;
      total += originalSize;
      return total <= limitBytes;
    };
    const files = unzipSync(bytes, { filter });
    if (outside !== undefined) return refused("zip/path-outside", `The archive names a file outside itself (${outside.slice(0, 60)}). It was damaged or made to do harm; nothing was read.`);
    if (total > limitBytes) return refused("zip/too-large", `The archive would unpack to ${(total / 1e9).toFixed(1)} GB. Up to ${(limitBytes / 1e9).toFixed(1)} GB is read; split it or export less detail.`);
    return success(new Map(Object.entries(files).map(([name, data]) => [name, data as Uint8Array<ArrayBuffer>])));
  } catch (error) {
    // fflate throws for anything that is no ZIP, cut off, or wrongly packed; its errors carry a numeric code.
    if (error instanceof Error && ("code" in error || error instanceof RangeError || error instanceof TypeError)) {
      return refused("zip/broken", "The archive cannot be unpacked: it was cut off or damaged. Copy or export it again.");
    }
    throw error;
  }
}

/** Packs files under their names; all dates are the same, so that equal content gives equal bytes. */
export function writeZip(files: Readonly<Record<string, Uint8Array>>): Uint8Array<ArrayBuffer> {
  return zipSync({ ...files }, { level: 6, mtime: new Date(1980, 0, 1, 12) }) as Uint8Array<ArrayBuffer>;
}
