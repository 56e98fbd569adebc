import { Inflate, zipSync } from "fflate";
import { failure, type Outcome, type Problem, refused, success } from "#core/outcome";
import { crc32 } from "#core/formats/crc32";
import { readZipDirectory, type ZipEntry } from "#core/formats/zipDirectory";

export type ZipProblem = Problem<
  "zip/broken" | "zip/too-large" | "zip/path-outside" | "zip/twice" | "zip/changed"
>;

/** Longest that all files which are taken out may unpack to, by default: a gigabyte. */
const UNPACKED_LIMIT = 2 ** 30;
/** Deflate packs 258 bytes into two bits at the best: nothing unpacks to more than this times itself. */
const BEST_DEFLATE = 1032;
/** Files below this may be packed as tightly as they like. */
const TIGHT_BYTES = 64e6;
/** Packed bytes that are unpacked at once: no step makes more than 17 MB. */
const STEP_BYTES = 16_384;

/** A ZIP whose directory was read; each file is unpacked when it is asked for. */
export type OpenZip = {
  readonly names: readonly string[];
  /** Unpacks a file and checks its length and check sum. @throws RangeError for a name that is not there */
  readonly read: (name: string) => Outcome<Uint8Array<ArrayBuffer>, ZipProblem>;
};

/**
 * How much a ZIP may unpack to in all, and how many times its packed bytes a file of over 64 MB may come to.
 */
export type ZipLimits = { readonly limitBytes?: number; readonly mostTimes?: number };

/**
 * Opens a ZIP by its directory. Names that lead outside, names that stand twice and files that are wanted and
 * would
 * unpack to more than the limits refuse the whole of it, before anything is unpacked.
 */
export function openZip(
  bytes: Uint8Array,
  wanted: (name: string) => boolean,
  { limitBytes = UNPACKED_LIMIT, mostTimes = BEST_DEFLATE }: ZipLimits = {},
): Outcome<OpenZip, ZipProblem> {
  const directory = readZipDirectory(bytes);
  if (!directory.ok) return directory;
  const entries = new Map<string, ZipEntry>();
  let total = 0;
  for (const entry of directory.value) {
    const { name } = entry;
    if (/(^|[\\/])\.\.([\\/]|$)|^[\\/]|^[a-zA-Z]:/.test(name)) return outside(name);
    if (entries.has(name)) return twice(name);
    entries.set(name, entry);
    if (!wanted(name)) continue;
    total += entry.unpackedBytes;
    if (entry.unpackedBytes > Math.max(TIGHT_BYTES, mostTimes * entry.packedBytes)) return swelling(entry);
  }
  if (total > limitBytes) return tooLarge(total, limitBytes);
  const names = [...entries.keys()].filter(wanted);
  return success({
    names,
    read: (name) => {
      const entry = entries.get(name);
      if (!entry || !wanted(name)) throw new RangeError(`No such file is wanted of the ZIP: ${name}`);
      return unpacked(bytes, entry);
    },
  });
}

/** Unpacks the wanted files of a ZIP, each checked; a ZIP of which one is damaged is refused. */
export function readZip(
  bytes: Uint8Array,
  wanted: (name: string) => boolean,
  limits: ZipLimits = {},
): Outcome<ReadonlyMap<string, Uint8Array<ArrayBuffer>>, ZipProblem> {
  const zip = openZip(bytes, wanted, limits);
  if (!zip.ok) return zip;
  const files = new Map<string, Uint8Array<ArrayBuffer>>();
  for (const name of zip.value.names) {
    const file = zip.value.read(name);
    if (!file.ok) return file;
    files.set(name, file.value);
  }
  return success(files);
}

function unpacked(bytes: Uint8Array, entry: ZipEntry): Outcome<Uint8Array<ArrayBuffer>, ZipProblem> {
  const packed = bytes.subarray(entry.from, entry.from + entry.packedBytes);
  const file = entry.method === 0 ? packed.slice() : inflated(packed, entry.unpackedBytes);
  if (!file || file.byteLength !== entry.unpackedBytes || crc32(file) !== entry.crc)
    return changed(entry.name);
  return success(file as Uint8Array<ArrayBuffer>);
}

/** The bytes of a deflated file, or null when they are no such file or go on past what the directory says. */
function inflated(packed: Uint8Array, length: number): Uint8Array | null {
  const out = new Uint8Array(length);
  let at = 0;
  let over = false;
  const inflate = new Inflate((chunk) => {
    if (at + chunk.byteLength > length) over = true;
    else out.set(chunk, at);
    at += chunk.byteLength;
  });
  try {
    for (let i = 0; i < packed.byteLength && !over; i += STEP_BYTES) {
      inflate.push(packed.subarray(i, i + STEP_BYTES), i + STEP_BYTES >= packed.byteLength);
    }
  } catch (error) {
    // The library throws for bytes that are no deflated stream; its errors carry a numeric code.
    if (
      error instanceof Error &&
      ("code" in error || error instanceof RangeError || error instanceof TypeError)
    )
      return null;
    throw error;
  }
  return over || at !== length ? null : out;
}

/** Packs files under their names; all dates are the same, so that equal content gives equal bytes. */
export function writeZip(files: Readonly<Record<string, Uint8Array>>): Uint8Array<ArrayBuffer> {
  return zipSync({ ...files }, { level: 6, mtime: new Date(1980, 0, 1, 12) }) as Uint8Array<ArrayBuffer>;
}

const short = (name: string) => name.slice(0, 60);
const outside = (name: string) =>
  refused(
    "zip/path-outside",
    `The archive names a file outside itself (${short(name)}). It was damaged or made to do harm; nothing was read.`,
  );
const twice = (name: string) =>
  refused(
    "zip/twice",
    `The archive holds two files called ${short(name)}, so it cannot be known which is meant. Export it again.`,
  );
const tooLarge = (total: number, limit: number) => {
  const gb = (bytes: number) => `${(bytes / 1e9).toFixed(1)} GB`;
  return refused(
    "zip/too-large",
    `The archive would unpack to ${gb(total)}. Up to ${gb(limit)} is read; split it or export less detail.`,
  );
};
const swelling = ({ name, packedBytes, unpackedBytes }: ZipEntry) =>
  refused(
    "zip/too-large",
    `${short(name)} would unpack to ${Math.round(unpackedBytes / packedBytes)} times its size, ` +
      `${Math.round(unpackedBytes / 1e6)} MB: no honest file does. Nothing was read.`,
  );
const changed = (name: string) =>
  failure<ZipProblem>({
    code: "zip/changed",
    path: [name],
    message: `${short(name)} in the archive is damaged: its check sum does not fit. Take another copy.`,
  });
