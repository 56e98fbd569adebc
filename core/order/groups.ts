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
      else (byTarget.get(t) ?? byTarget.set(t, []).get(t)!).push(i);
    }
    if (isBoardWide(s)) wide.push(i);
  });
  return { byTarget, board, wide };
}

/** Every pair of different steps that meet, each once, the first earlier in the list. */
export function eachPair(steps: readonly Step[], visit: (i: number, j: number) => void): void {
  const { byTarget, board, wide } = groupsOf(steps);
  const n = steps.length;
  const seen = new Set<number>();
  const pair = (i: number, j: number) => {
    if (i === j) return;
    const a = Math.min(i, j);
    const b = Math.max(i, j);
    const key = a * n + b;
    if (seen.has(key)) return;
    seen.add(key);
    visit(a, b);
  };
  for (const group of byTarget.values())
    for (let x = 0; x < group.length; x++)
      for (let y = x + 1; y < group.length; y++) pair(group[x]!, group[y]!);
  const onBoard = new Set(board);
  for (const w of wide) if (onBoard.has(w)) for (const i of board) pair(w, i);
}
