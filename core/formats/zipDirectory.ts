import { type Outcome, type Problem, refused, success } from "#core/outcome";

/** One file of a ZIP as its directory has it. Sizes in bytes. */
export type ZipEntry = {
  readonly name: string;
  /** 0 stored as it is, 8 deflated. */
  readonly method: number;
  readonly crc: number;
  readonly packedBytes: number;
  readonly unpackedBytes: number;
  /** Where its packed bytes begin. */
  readonly from: number;
};

const END = 0x06054b50;
const END_64 = 0x06064b50;
const LOCATOR_64 = 0x07064b50;
const CENTRAL = 0x02014b50;
const LOCAL = 0x04034b50;
const END_BYTES = 22;
const LONGEST_COMMENT = 0xffff;

const broken = (): Outcome<never, Problem<"zip/broken">> =>
  refused(
    "zip/broken",
    "The archive cannot be unpacked: it was cut off or damaged. Copy or export it again.",
  );

/**
 * The directory of a ZIP, checked against itself and the bytes there are: nothing is unpacked.
 * @returns its files in the order of the directory; a directory that lies is refused
 * @source APPNOTE.TXT of the ZIP format, 4.3; ZIP64 included, encryption and several volumes not
 */
export function readZipDirectory(bytes: Uint8Array): Outcome<readonly ZipEntry[], Problem<"zip/broken">> {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  const end = endOf(view);
  if (end < 0) return broken();
  const place = directoryPlace(view, end);
  if (!place) return broken();
  const entries: ZipEntry[] = [];
  let at = place.from;
  for (let k = 0; k < place.count; k++) {
    const entry = entryAt(bytes, view, at);
    if (!entry) return broken();
    entries.push(entry.entry);
    at = entry.next;
  }
  return success(entries);
}

function endOf(view: DataView): number {
  const last = view.byteLength - END_BYTES;
  for (let at = last; at >= 0 && at >= last - LONGEST_COMMENT; at--) {
    if (view.getUint32(at, true) === END) return at;
  }
  return -1;
}

function directoryPlace(
  view: DataView,
  end: number,
): { readonly count: number; readonly from: number } | null {
  const count = view.getUint16(end + 10, true);
  const from = view.getUint32(end + 16, true);
  if (count !== 0xffff && from !== 0xffffffff) return { count, from };
  const locator = end - 20;
  if (locator < 0 || view.getUint32(locator, true) !== LOCATOR_64) {
    return from === 0xffffffff ? null : { count, from };
  }
  const at = Number(view.getBigUint64(locator + 8, true));
  if (!(at + 56 <= view.byteLength) || view.getUint32(at, true) !== END_64) return null;
  return { count: Number(view.getBigUint64(at + 32, true)), from: Number(view.getBigUint64(at + 48, true)) };
}

function entryAt(bytes: Uint8Array, view: DataView, at: number): { entry: ZipEntry; next: number } | null {
  if (!(at + 46 <= view.byteLength) || view.getUint32(at, true) !== CENTRAL) return null;
  const encrypted = (view.getUint16(at + 8, true) & 1) === 1;
  const method = view.getUint16(at + 10, true);
  const nameBytes = view.getUint16(at + 28, true);
  const extraBytes = view.getUint16(at + 30, true);
  const next = at + 46 + nameBytes + extraBytes + view.getUint16(at + 32, true);
  if (encrypted || (method !== 0 && method !== 8) || next > view.byteLength) return null;
  const name = new TextDecoder().decode(bytes.subarray(at + 46, at + 46 + nameBytes));
  const large = wideSizes(view, at, at + 46 + nameBytes, extraBytes);
  if (!large) return null;
  const { unpackedBytes, packedBytes, header } = large;
  if (!(header + 30 <= view.byteLength) || view.getUint32(header, true) !== LOCAL) return null;
  const from = header + 30 + view.getUint16(header + 26, true) + view.getUint16(header + 28, true);
  if (from + packedBytes > view.byteLength) return null;
  if (method === 0 && unpackedBytes !== packedBytes) return null;
  return {
    entry: { name, method, crc: view.getUint32(at + 16, true), packedBytes, unpackedBytes, from },
    next,
  };
}

/** Sizes and place of a file; those that do not fit 32 bits stand in the extra field 1, in this order. */
function wideSizes(view: DataView, at: number, extraFrom: number, extraBytes: number) {
  const values = [
    view.getUint32(at + 24, true),
    view.getUint32(at + 20, true),
    view.getUint32(at + 42, true),
  ];
  if (values.includes(0xffffffff)) {
    let field = extraFrom;
    const end = extraFrom + extraBytes;
    while (field + 4 <= end && view.getUint16(field, true) !== 1)
      field += 4 + view.getUint16(field + 2, true);
    let from = field + 4;
    for (const [k, value] of values.entries()) {
      if (value !== 0xffffffff) continue;
      if (from + 8 > end) return null;
      values[k] = Number(view.getBigUint64(from, true));
      from += 8;
    }
  }
  const [unpackedBytes, packedBytes, header] = values as [number, number, number];
  return { unpackedBytes, packedBytes, header };
}
