import { isBoardWide, type Step } from "#core/steps/step";

/**
 * Steps by what they are done to, as places in the list. On the board only steps on the whole of it meet the
 * others.
 */
export type Groups = {
  readonly byTarget: ReadonlyMap<string, readonly number[]>;
  readonly board: readonly number[];
  readonly wide: readonly number[];
};

export function groupsOf(steps: readonly Step[]): Groups {
  const byTarget = new Map<string, number[]>();
  const board: number[] = [];
  const wide: number[] = [];
  steps.forEach((s, i) => {
    for (const t of s.targets) {
      if (t === "board") board.push(i);
      else {
        const group = byTarget.get(t);
        if (!group) byTarget.set(t, [i]);
        else if (group.at(-1) !== i) group.push(i);
      }
    }
    if (isBoardWide(s)) wide.push(i);
  });
  return { byTarget, board, wide };
}

/** Every pair of different steps that meet, each once, the first earlier in the list. */
export function eachPair(steps: readonly Step[], visit: (i: number, j: number) => void): void {
  const { byTarget, board, wide } = groupsOf(steps);
  const place = new Map([...byTarget.keys()].map((t, g) => [t, g]));
  const groups = steps.map((s) => s.targets.flatMap((t) => place.get(t) ?? []));
  let g = 0;
  for (const group of byTarget.values()) {
    for (let x = 0; x < group.length; x++)
      for (let y = x + 1; y < group.length; y++) {
        const i = group[x]!;
        const j = group[y]!;
        // Steps that share several things meet once.
        if (i !== j && firstShared(groups[i]!, groups[j]!) === g) visit(i, j);
      }
    g++;
  }
  const isWide = new Set(wide);
  const onBoard = new Set(board);
  for (const w of wide)
    if (onBoard.has(w))
      for (const i of board) {
        if (i === w || (i < w && isWide.has(i)) || firstShared(groups[i]!, groups[w]!) >= 0) continue;
        visit(Math.min(w, i), Math.max(w, i));
      }
}

/** The least number in both lists; -1 where there is none. */
function firstShared(a: readonly number[], b: readonly number[]): number {
  if (a.length === 1 && b.length === 1) return a[0] === b[0] ? a[0]! : -1;
  let least = -1;
  for (const g of a) if ((least < 0 || g < least) && b.includes(g)) least = g;
  return least;
}
