/** One tag of an XML file, read in place from its bytes. Valid only inside the callback. */
export type XmlTag = {
  /** Local name, without a prefix. */
  readonly name: string;
  readonly closing: boolean;
  readonly selfClosing: boolean;
  /** Byte range of the attributes. */
  readonly from: number;
  readonly to: number;
};

const names = new Map<number, string>();

/**
 * Calls `onTag` for every start and end tag. Text, comments, declarations and CDATA are passed over.
 * A byte scanner: a million vertices make no strings at all.
 * @returns false when a tag is cut off by the end of the file
 */
export function scanTags(bytes: Uint8Array, onTag: (tag: XmlTag) => void): boolean {
  const length = bytes.byteLength;
  const tag = { name: "", closing: false, selfClosing: false, from: 0, to: 0 };
  let i = 0;
  while (i < length) {
    if (bytes[i] !== 60) {
      i = bytes.indexOf(60, i);
      if (i < 0) return true;
    }
    const c = bytes[i + 1];
    if (c === 33 && bytes[i + 2] === 45) {
      i = after(bytes, i + 4, [45, 45, 62]);
      if (i < 0) return false;
      continue;
    }
    if (c === 33 && bytes[i + 2] === 91) {
      i = after(bytes, i + 9, [93, 93, 62]);
      if (i < 0) return false;
      continue;
    }
    if (c === 63 || c === 33) {
      i = bytes.indexOf(62, i);
      if (i < 0) return false;
      i++;
      continue;
    }
    tag.closing = c === 47;
    let j = i + (tag.closing ? 2 : 1);
    let start = j;
    let hash = 0;
    for (; j < length; j++) {
      const b = bytes[j]!;
      if (b <= 32 || b === 47 || b === 62) break;
      if (b === 58) {
        start = j + 1;
        hash = 0;
      } else hash = (Math.imul(hash, 31) + b) | 0;
    }
    tag.name = nameAt(bytes, start, j, hash);
    tag.from = j;
    let quote = 0;
    for (; j < length; j++) {
      const b = bytes[j]!;
      if (quote !== 0) {
        if (b === quote) quote = 0;
      } else if (b === 34 || b === 39) quote = b;
      else if (b === 62) break;
    }
    if (j >= length) return false;
    tag.selfClosing = bytes[j - 1] === 47;
    tag.to = tag.selfClosing ? j - 1 : j;
    onTag(tag);
    i = j + 1;
  }
  return true;
}

/** The decoded name, kept per hash; the bytes are compared, so that a collision only costs time. */
function nameAt(bytes: Uint8Array, from: number, to: number, hash: number): string {
  const known = names.get(hash);
  if (known !== undefined && known.length === to - from) {
    let same = true;
    for (let k = 0; k < known.length && same; k++) same = known.charCodeAt(k) === bytes[from + k];
    if (same) return known;
  }
  const name = new TextDecoder().decode(bytes.subarray(from, to));
  if (names.size < 200) names.set(hash, name);
  return name;
}

function after(bytes: Uint8Array, at: number, ending: readonly number[]): number {
  for (let i = at; i < bytes.byteLength; i++) {
    if (ending.every((b, k) => bytes[i + k] === b)) return i + ending.length;
  }
  return -1;
}

/** Where the value of an attribute begins and ends, or null; prefixes in front of the name are allowed. */
export function attributeRange(
  bytes: Uint8Array,
  tag: XmlTag,
  name: string,
): readonly [number, number] | null {
  let i = tag.from;
  while (i < tag.to) {
    while (i < tag.to && bytes[i]! <= 32) i++;
    let start = i;
    while (i < tag.to && bytes[i] !== 61 && bytes[i]! > 32) {
      if (bytes[i] === 58) start = i + 1;
      i++;
    }
    const nameEnd = i;
    while (i < tag.to && bytes[i] !== 34 && bytes[i] !== 39) i++;
    const quote = bytes[i];
    const from = ++i;
    while (i < tag.to && bytes[i] !== quote) i++;
    const to = i++;
    if (nameEnd - start !== name.length) continue;
    let same = true;
    for (let k = 0; k < name.length && same; k++) same = bytes[start + k] === name.charCodeAt(k);
    if (same) return [from, to];
  }
  return null;
}

const entities: Record<string, string> = {
  "&lt;": "<",
  "&gt;": ">",
  "&amp;": "&",
  "&quot;": '"',
  "&apos;": "'",
};

export function attributeText(bytes: Uint8Array, tag: XmlTag, name: string): string | null {
  const range = attributeRange(bytes, tag, name);
  return (
    range &&
    new TextDecoder()
      .decode(bytes.subarray(range[0], range[1]))
      .replace(/&(lt|gt|amp|quot|apos);/g, (e) => entities[e]!)
  );
}

/** Text made safe inside an attribute of XML. */
export const xmlEscaped = (text: string) =>
  text.replace(
    /[&<>"']/g,
    (c) => ({ "&": "&amp;", "<": "&lt;", ">": "&gt;", '"': "&quot;", "'": "&apos;" })[c]!,
  );
