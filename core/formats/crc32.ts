/**
 * Four tables, so that four bytes are taken at once: T[k][b] is the check of byte b followed by k zero bytes.
 */
const tables = makeTables();

function makeTables(): readonly Uint32Array[] {
  const first = Uint32Array.from({ length: 256 }, (_, n) => {
    let c = n;
    for (let k = 0; k < 8; k++) c = c & 1 ? 0xedb88320 ^ (c >>> 1) : c >>> 1;
    return c;
  });
  const all = [first];
  for (let k = 1; k < 4; k++) {
    const before = all[k - 1]!;
    all.push(before.map((c) => first[c & 255]! ^ (c >>> 8)));
  }
  return all;
}

/**
 * The check sum of ZIP and PNG.
 * @param before the check of what came before, to go on from; 0 at the beginning
 * @returns an unsigned 32-bit number
 * @source ISO 3309; reflected polynomial 0xEDB88320 as in APPNOTE.TXT of the ZIP format, 4.4.7
 */
export function crc32(bytes: Uint8Array, before = 0): number {
  const [t0, t1, t2, t3] = tables as [Uint32Array, Uint32Array, Uint32Array, Uint32Array];
  const { length } = bytes;
  let c = ~before;
  let i = 0;
  for (; i + 4 <= length; i += 4) {
    c ^= bytes[i]! | (bytes[i + 1]! << 8) | (bytes[i + 2]! << 16) | (bytes[i + 3]! << 24);
    c = t3[c & 255]! ^ t2[(c >>> 8) & 255]! ^ t1[(c >>> 16) & 255]! ^ t0[c >>> 24]!;
  }
  for (; i < length; i++) c = t0[(c ^ bytes[i]!) & 255]! ^ (c >>> 8);
  return ~c >>> 0;
}
