/** One node before another. */
type Edge = { readonly before: string; readonly after: string };

export function edgesFrom<E extends Edge>(edges: readonly E[]): Map<string, E[]> {
  const next = new Map<string, E[]>();
  for (const e of edges) {
    const list = next.get(e.before);
    if (list) list.push(e);
    else next.set(e.before, [e]);
  }
  return next;
}

export function reaches(next: ReadonlyMap<string, readonly Edge[]>, from: string, to: string): boolean {
  const stack = [from];
  const seen = new Set<string>();
  while (stack.length > 0) {
    const id = stack.pop()!;
    if (id === to) return true;
    if (seen.has(id)) continue;
    seen.add(id);
    for (const e of next.get(id) ?? []) stack.push(e.after);
  }
  return false;
}

/**
 * Kahn's order; of nodes that could come next the one first in the list. With a loop the nodes on it and
 * behind it are missing.
 */
export function topological(ids: readonly string[], edges: readonly Edge[]): string[] {
  const place = new Map(ids.map((id, i) => [id, i]));
  const waitingFor = new Int32Array(ids.length);
  for (const e of edges) waitingFor[place.get(e.after)!]!++;
  const next = edgesFrom(edges);
  const ready = new Heap();
  waitingFor.forEach((count, i) => {
    if (count === 0) ready.push(i);
  });
  const order: string[] = [];
  for (let i = ready.pop(); i !== undefined; i = ready.pop()) {
    order.push(ids[i]!);
    for (const e of next.get(ids[i]!) ?? []) {
      const to = place.get(e.after)!;
      if (--waitingFor[to]! === 0) ready.push(to);
    }
  }
  return order;
}

/** Smallest number first. */
class Heap {
  private readonly items: number[] = [];
  push(value: number): void {
    const { items } = this;
    let i = items.push(value) - 1;
    for (; i > 0;) {
      const up = (i - 1) >> 1;
      if (items[up]! <= value) break;
      items[i] = items[up]!;
      i = up;
    }
    items[i] = value;
  }
  pop(): number | undefined {
    const { items } = this;
    const first = items[0];
    const last = items.pop();
    if (last === undefined || items.length === 0) return first;
    let i = 0;
    for (;;) {
      let down = 2 * i + 1;
      if (down >= items.length) break;
      if (down + 1 < items.length && items[down + 1]! < items[down]!) down++;
      if (items[down]! >= last) break;
      items[i] = items[down]!;
      i = down;
    }
    items[i] = last;
    return first;
  }
}

/**
 * Which knot of nodes that go round in a circle each belongs to: nodes of one number reach each other (Tarjan
 * 1972).
 */
export function knots(ids: readonly string[], edges: readonly Edge[]): ReadonlyMap<string, number> {
  const next = edgesFrom(edges);
  const index = new Map<string, number>();
  const low = new Map<string, number>();
  const knot = new Map<string, number>();
  const open: string[] = [];
  let count = 0;
  let found = 0;
  for (const root of ids) {
    if (index.has(root)) continue;
    const path: { id: string; at: number }[] = [{ id: root, at: 0 }];
    index.set(root, count);
    low.set(root, count++);
    open.push(root);
    while (path.length > 0) {
      const top = path.at(-1)!;
      const out = next.get(top.id) ?? [];
      if (top.at < out.length) {
        const to = out[top.at++]!.after;
        if (!index.has(to)) {
          index.set(to, count);
          low.set(to, count++);
          open.push(to);
          path.push({ id: to, at: 0 });
        } else if (!knot.has(to)) low.set(top.id, Math.min(low.get(top.id)!, index.get(to)!));
        continue;
      }
      path.pop();
      const parent = path.at(-1);
      if (parent) low.set(parent.id, Math.min(low.get(parent.id)!, low.get(top.id)!));
      if (low.get(top.id) === index.get(top.id)) {
        let id: string;
        do {
          id = open.pop()!;
          knot.set(id, found);
        } while (id !== top.id);
        found++;
      }
    }
  }
  return knot;
}
