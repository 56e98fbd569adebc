import type { TriangleMesh } from "#core/mesh/triangleMesh";
import { findTwins } from "#core/mesh/twins";
import { waysKeyParts } from "#core/plan/plates/derivedKeys";
import { type Printer, usableBed } from "#core/print/printer";
import { RAISED_MM } from "#core/print/supports";
import { type Lay, type LayWishes, waysUp } from "#core/print/wayUp";
import { printedBy } from "#core/surface/printedBy";
import { lookTestStanding } from "#core/surface/lookTest";

/** What steps on a face count that show from the distance told, with how large a patch is looked at. */
const SEEN = { plain: 1, "raking only": 0.25, unseen: 0 } as const;
const LOOKED_AT_MM2 = 100;

/**
 * Good ways to lay a part on a machine, best first, as it will be seen from a distance.
 * @param factor from file units to mm on the bench
 * @param onShare told the share done; returning false stops and gives an empty list
 */
export const waysFor = (
  mesh: TriangleMesh,
  factor: number,
  printer: Printer,
  distanceMm: number,
  wishes: LayWishes,
  onShare?: (share: number) => boolean,
): readonly Lay[] => {
  const printed = { ...printedBy(printer), patchMm2: LOOKED_AT_MM2 };
  const { twin } = findTwins(mesh);
  return waysUp(
    mesh,
    twin,
    factor,
    printer,
    (normal, build) => SEEN[lookTestStanding(printed, normal, build, distanceMm).look],
    wishes,
    onShare,
  );
};

/** A way found at another size, as it is at `times` that size. Minutes stay a guess. */
const scaledLay = (lay: Lay, times: number): Lay => ({
  ...lay,
  supportMm2: lay.supportMm2 * times ** 2,
  scarSeenMm2: lay.scarSeenMm2 * times ** 2,
  frontScarMm2: lay.frontScarMm2 * times ** 2,
  plainMm2: lay.plainMm2 * times ** 2,
  bedMm2: lay.bedMm2 * times ** 2,
  largestMm2: lay.largestMm2 * times ** 2,
  jumpMm2: lay.jumpMm2 * times ** 2,
  peelMm4: lay.peelMm4 * times ** 4,
  heightMm: lay.heightMm * times,
  widthMm: lay.widthMm * times,
  depthMm: lay.depthMm * times,
});

/** Ways to lay something, best first; `exact` where they were looked for at its very size. */
export type WaysKnown = { readonly ways: readonly Lay[]; readonly exact: boolean };

/** The ways that are known under a key; until there are any, those found at the nearest other size. */
export function waysUnder(key: string, all: ReadonlyMap<string, readonly Lay[]>): WaysKnown | null {
  const exact = all.get(key);
  if (exact) return { ways: exact, exact: true };
  const [rest, factor] = waysKeyParts(key);
  const far = (other: number) => Math.abs(Math.log(other / factor));
  let nearest: { readonly ways: readonly Lay[]; readonly factor: number } | null = null;
  for (const [other, ways] of all) {
    const [otherRest, otherFactor] = waysKeyParts(other);
    if (otherRest === rest && (!nearest || far(otherFactor) < far(nearest.factor)))
      nearest = { ways, factor: otherFactor };
  }
  const times = nearest ? factor / nearest.factor : 1;
  return nearest && { ways: nearest.ways.map((lay) => scaledLay(lay, times)), exact: false };
}

/** The best of some ways, best first, that goes on the bed of a machine. */
export const bestWay = (ways: readonly Lay[], printer: Printer): Lay | undefined =>
  ways.find((lay) => fitsOn(lay, printer));

function fitsOn({ widthMm, depthMm, heightMm, raised }: Lay, printer: Printer): boolean {
  const [x, y, z] = usableBed(printer);
  const lift = raised ? RAISED_MM : 0;
  return (
    heightMm + lift <= z + 1e-6 &&
    Math.max(widthMm, depthMm) <= Math.max(x, y) + 1e-6 &&
    Math.min(widthMm, depthMm) <= Math.min(x, y) + 1e-6
  );
}
