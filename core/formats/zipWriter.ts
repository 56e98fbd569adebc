import { Zip, ZipDeflate } from "fflate";

/** All entries carry this date, so that equal content gives equal bytes. */
const SAME_DATE = new Date(1980, 0, 1, 12);
/** Bytes that are packed in one go: short enough to be stopped in between. */
const STEP_BYTES = 1 << 20;

/** Writes a ZIP file by file; what is packed is handed on at once, so that no more than one file is held. */
export type ZipWriter = {
  /** @param level 1 fastest to 9 smallest */
  readonly add: (name: string, bytes: Uint8Array, level: 1 | 2 | 3 | 6 | 9) => void;
  readonly end: () => void;
};

/** @param onChunk receives the bytes of the ZIP in order; each is the receiver's to keep */
export function zipWriter(onChunk: (chunk: Uint8Array<ArrayBuffer>) => void): ZipWriter {
  const zip = new Zip((error, chunk) => {
    if (error) throw error;
    onChunk(chunk as Uint8Array<ArrayBuffer>);
  });
  return {
    add(name, bytes, level) {
      const entry = new ZipDeflate(name, { level });
      entry.mtime = SAME_DATE;
      zip.add(entry);
      for (let at = 0; at < bytes.byteLength; at += STEP_BYTES) {
        entry.push(bytes.subarray(at, at + STEP_BYTES), at + STEP_BYTES >= bytes.byteLength);
      }
      if (bytes.byteLength === 0) entry.push(bytes, true);
    },
    end: () => zip.end(),
  };
}
