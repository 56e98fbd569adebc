import { cornersBox, seenFrom, standsAt } from "#core/plan/lay/sceneSurface";
import type { PartPlan } from "#core/plan/parts/partPlan";
import { loadMesh } from "#data/meshes";
import { standing } from "./sceneView";

/** What is further away keeps no rain off, mm; and what is drawn of all of it (our choice). */
const NEAR_MM = 60;
const MOST_FACES = 400_000;

/** A copy of a part that stands near another, where its box may keep rain off it. */
export type Neighbour = { readonly p: PartPlan; readonly copy: number };

/** Half of the diagonal of a part from above. */
const reachOf = ({ sizeMm }: Pick<PartPlan, "sizeMm">): number =>
  sizeMm ? Math.hypot(sizeMm[0]!, sizeMm[1]!) / 2 : 0;

/** Copies near the first copy of a part on the board, the nearest first; none where it stands nowhere. */
export function neighboursOf(p: PartPlan, parts: readonly PartPlan[]): readonly Neighbour[] {
  const [at] = p.part.place.placements;
  if (!at) return [];
  return standing({ parts })
    .filter((o) => o.part.meshId !== null)
    .flatMap((o) =>
      o.part.place.placements.flatMap((there, copy) => {
        const apart = Math.hypot(there.xMm - at.xMm, there.yMm - at.yMm) - reachOf(p) - reachOf(o);
        const isItself = o.part.id === p.part.id && copy === 0;
        return isItself || apart > NEAR_MM ? [] : [{ p: o, copy, apart }];
      }),
    )
    .sort((a, b) => a.apart - b.apart)
    .map(({ p: of, copy }) => ({ p: of, copy }));
}

/** Changes whenever something near it stands otherwise. */
export const neighbourKey = (p: PartPlan, near: readonly Neighbour[]): string =>
  JSON.stringify([
    p.part.place.placements[0] ?? null,
    near.map(({ p: o, copy }) => [o.part.meshId, o.rescale.factor, o.part.place.placements[copy]]),
  ]);

/** The meshes of what stands near, as the part sees them; what would be too much is left out, the farthest first. */
export async function nearSurfaces(
  p: PartPlan,
  own: Float32Array,
  near: readonly Neighbour[],
): Promise<readonly Float32Array[]> {
  const at = p.part.place.placements[0];
  if (!at || near.length === 0) return [];
  const mine = own.map((v) => v * p.rescale.factor);
  const foot = cornersBox(mine).min[2];
  const sized = new Map<string, Float32Array | null>();
  const cornersOf = async ({ part, rescale }: PartPlan) => {
    const known = sized.get(part.id);
    if (known !== undefined) return known;
    const corners = (await loadMesh(part.meshId!))?.corners.map((v) => v * rescale.factor) ?? null;
    sized.set(part.id, corners);
    return corners;
  };
  const seen: Float32Array[] = [];
  let faces = 0;
  for (const { p: o, copy } of near) {
    const corners = await cornersOf(o);
    if (!corners || faces + corners.length / 9 > MOST_FACES) continue;
    faces += corners.length / 9;
    seen.push(seenFrom(mine, at, standsAt(corners, o.part.place.placements[copy]!)));
  }
  return seen.filter((s) => cornersBox(s).max[2] > foot);
}
