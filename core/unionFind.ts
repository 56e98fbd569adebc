/** Sets of 0..n-1 that only ever grow together. */
export function unionFind(n: number) {
  const parent = new Uint32Array(n);
  for (let i = 0; i < n; i++) parent[i] = i;
  const find = (i: number): number => {
    while (parent[i] !== i) {
      parent[i] = parent[parent[i]!]!;
      i = parent[i]!;
    }
    return i;
  };
  /** The smaller root wins, so the result does not depend on the order of the calls. */
  const join = (a: number, b: number) => {
    const p = find(a);
    const q = find(b);
    if (p < q) parent[q] = p;
    else parent[p] = q;
  };
  return { find, join };
}
