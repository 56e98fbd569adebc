import { hollowMesh } from "#core/mesh/hollow";
import { measureMesh, type MeshMeasurement } from "#core/mesh/measure";
import { isAsDrawn, type Pose, posedMesh, posedSoup } from "#core/mesh/pose";
import type { TriangleSoup } from "#core/mesh/triangleMesh";
import { findTwins } from "#core/mesh/twins";
import { weld } from "#core/mesh/weld";
import { type Outcome, success } from "#core/outcome";
import { type FilamentWork, filamentWork, type InfillBand, type InsetAreas } from "#core/print/filamentWork";
import type { FilamentPrinter } from "#core/print/printer";
import type { WaysToFind } from "#core/plan/plates/derivedKeys";
import { bestWay, waysFor } from "#core/plan/plates/waysFor";
import type { Lay } from "#core/print/wayUp";
import type { HollowShell } from "#core/print/resinEstimate";

/** Walls and paths of a mesh as it lies on a machine. @param factor plastic mm for one unit of the file */
export function workedOutOf(
  soup: TriangleSoup,
  pose: Pose | null,
  factor: number,
  printer: FilamentPrinter,
  bands: readonly InfillBand[],
  insetAreas: InsetAreas,
): FilamentWork {
  const mesh = posedMesh(weld(soup), pose);
  return filamentWork(mesh, findTwins(mesh).twin, factor, printer, bands, insetAreas)!;
}

/** Ways to lay a mesh, best first, and what is measured of it lying in the one that its machine would take. */
export type WaysFound = {
  readonly ways: readonly Lay[];
  readonly lying: { readonly pose: Pose; readonly measurement: MeshMeasurement } | null;
};

export function waysWorkedOut(
  soup: TriangleSoup,
  { factor, printer, distanceMm, wishes }: Pick<WaysToFind, "factor" | "printer" | "distanceMm" | "wishes">,
): WaysFound {
  const ways = waysFor(weld(soup), factor, printer, distanceMm, wishes);
  const best = bestWay(ways, printer);
  if (!best || isAsDrawn(best.pose)) return { ways, lying: null };
  const { measurement } = measureMesh(posedSoup(soup, best.pose));
  return { ways, lying: { pose: best.pose, measurement } };
}

/** What is left of a mesh that is hollowed. @param factor plastic mm for one unit of the file */
export function shellWorkedOut(soup: TriangleSoup, factor: number, wallMm: number): Outcome<HollowShell> {
  const hollow = hollowMesh(weld(soup), wallMm / factor, factor);
  return hollow.ok
    ? success({
        millilitres: ((hollow.value.solidVolume - hollow.value.cavityVolume) * factor ** 3) / 1000,
        thinnestMm: hollow.value.thinnest * factor,
      })
    : hollow;
}
