/**
 * Something that several machines do about as well. Minutes, all copies; `together`: what is to stay on one
 * machine.
 */
export type Shareable = {
  readonly id: string;
  readonly together: string;
  readonly on: readonly { readonly printerId: string; readonly minutes: number; readonly bedMm2: number }[];
};

/** Loads nearer to each other than this are alike, minutes: the smaller bed then takes it. */
const ALIKE_MIN = 15;

/**
 * Shares work over machines so that the last of them is done as soon as can be: the longest first, each to
 * the machine
 * that ends soonest with it, the smaller bed among equals, so that large beds stay free for what needs them.
 * @param load minutes that machines have already
 * @returns the machine of each
 * @source longest processing time first: Graham 1969 (from memory)
 */
export function shareOut(
  things: readonly Shareable[],
  load: ReadonlyMap<string, number>,
): ReadonlyMap<string, string> {
  const groups = new Map<string, Shareable[]>();
  for (const t of [...things].sort((a, b) => (a.id < b.id ? -1 : 1)))
    (groups.get(t.together) ?? groups.set(t.together, []).get(t.together)!).push(t);
  const ends = new Map(load);
  const given = new Map<string, string>();
  const options = (group: readonly Shareable[]) =>
    group[0]!.on
      .filter((o) => group.every((t) => t.on.some((x) => x.printerId === o.printerId)))
      .map((o) => ({
        ...o,
        minutes: group.reduce((s, t) => s + t.on.find((x) => x.printerId === o.printerId)!.minutes, 0),
      }));
  const sorted = [...groups]
    .map(([key, group]) => ({ key, group, on: options(group) }))
    .filter((g) => g.on.length > 0)
    .sort((a, b) => least(b.on) - least(a.on) || (a.key < b.key ? -1 : 1));
  for (const { group, on } of sorted) {
    const end = (o: { printerId: string; minutes: number }) => (ends.get(o.printerId) ?? 0) + o.minutes;
    const soonest = Math.min(...on.map(end));
    const best = on
      .filter((o) => end(o) <= soonest + ALIKE_MIN)
      .sort((a, b) => a.bedMm2 - b.bedMm2 || end(a) - end(b) || (a.printerId < b.printerId ? -1 : 1))[0]!;
    ends.set(best.printerId, end(best));
    for (const t of group) given.set(t.id, best.printerId);
  }
  return given;
}

const least = (on: readonly { minutes: number }[]) => Math.min(...on.map((o) => o.minutes));
