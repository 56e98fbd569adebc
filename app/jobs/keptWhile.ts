/**
 * Makes something dear once for everybody who asks while nothing has changed. One is made at a time: whoever
 * asks after a
 * change, while an older one is still being made, waits for the next, which is begun when that has ended and
 * serves all of
 * them. A hundred changes in a row thus cost two makings, not a hundred.
 * @param keyNow what it depends on, as text; another text means that it must be made again
 * @returns asks for it; a making that failed is not kept
 */
export function keptWhile<T>(keyNow: () => string, make: () => Promise<T>): () => Promise<T> {
  let last: Promise<T> | null = null;
  /** What the last one was made from; null until it is begun. */
  let key: string | null = null;
  const begin = async (before: Promise<T> | null) => {
    await before?.catch(() => undefined);
    key = keyNow();
    return make();
  };
  return () => {
    if (last && (key === null || key === keyNow())) return last;
    key = null;
    const mine = (last = begin(last));
    mine.catch(() => {
      if (last === mine) last = null;
    });
    return mine;
  };
}
