import type { Joint } from "#core/scene/joint";
import { type Part, printOf, wholeIdOf } from "#core/scene/part";

/**
 * Parts that are fitted to others, which are printed and measured before them (O52): those that meet in a
 * joint what sets
 * sizes. Parts that set sizes themselves wait for none.
 * @returns ids of the parts that set its size, by part
 */
export function sizedBy(
  parts: readonly Part[],
  joints: readonly Joint[],
): ReadonlyMap<string, ReadonlySet<string>> {
  const setting = parts.filter(
    (p) => p.setsSizes || parts.some((w) => w.id === printOf(p).pieceOf?.partId && w.setsSizes),
  );
  const isSetting = new Set(setting.map((p) => p.id));
  const found = new Map<string, ReadonlySet<string>>();
  if (setting.length === 0) return found;
  for (const part of parts) {
    if (isSetting.has(part.id)) continue;
    const by = setting.filter(
      (s) =>
        wholeIdOf(s) !== wholeIdOf(part) &&
        joints.some((j) => j.partIds.includes(wholeIdOf(part)) && j.partIds.includes(wholeIdOf(s))),
    );
    if (by.length > 0) found.set(part.id, new Set(by.map((s) => s.id)));
  }
  return found;
}
