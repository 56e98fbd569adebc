/**
 * A zone for every face as runs: number and length in turn, the length in groups of seven bits, written in base 64.
 * @param of zone of every face, each under 256
 */
export function runsOf(of: Uint8Array): string {
  const bytes: number[] = [];
  for (let from = 0; from < of.length;) {
    let to = from + 1;
    while (to < of.length && of[to] === of[from]) to++;
    bytes.push(of[from]!);
    let length = to - from;
    while (length > 127) {
      bytes.push((length & 127) | 128);
      length >>>= 7;
    }
    bytes.push(length);
    from = to;
  }
  let text = "";
  for (let i = 0; i < bytes.length; i += CHUNK) text += String.fromCharCode(...bytes.slice(i, i + CHUNK));
  return btoa(text);
}

const CHUNK = 8192;

/** @returns the zone of every face; null where the runs are not of so many faces */
export function facesOf(runs: string, faces: number): Uint8Array | null {
  const of = new Uint8Array(faces);
  const bytes = bytesOf(runs);
  if (!bytes) return null;
  let at = 0;
  for (let i = 0; i < bytes.length;) {
    const zone = bytes.charCodeAt(i++);
    let length = 0;
    let byte = 128;
    for (let shift = 0; byte & 128 && i < bytes.length && shift < 28; shift += 7) {
      byte = bytes.charCodeAt(i++);
      length |= (byte & 127) << shift;
    }
    if (at + length > faces) return null;
    of.fill(zone, at, at + length);
    at += length;
  }
  return at === faces ? of : null;
}

function bytesOf(runs: string): string | null {
  try {
    return atob(runs);
  } catch {
    return null;
  }
}
