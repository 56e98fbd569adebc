/** Models that were chosen with a new scene, until its page takes them in. */
let chosen: readonly File[] = [];

export function chooseFirst(files: readonly File[]): void {
  chosen = files;
}

/** @returns the files, once */
export function takeFirst(): readonly File[] {
  const files = chosen;
  chosen = [];
  return files;
}
