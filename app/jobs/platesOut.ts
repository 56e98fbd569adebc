import { failure, type Outcome, success } from "#core/outcome";
import { filedPlates } from "#core/plan/plates/filedPlates";
import type { Plan } from "#core/plan/plan";
import type { PartPlan } from "#core/plan/parts/partPlan";
import type { FiledPart, PlateFileKind } from "#core/print/plateFiles";
import type { PrintMaterial } from "#core/print/printer";
import { shrinkFor } from "#core/print/shrink";
import { printOf } from "#core/scene/part";
import { loadMesh } from "#data/meshes";
import { platesZip } from "#workers/out";
import { hollowFile } from "#workers/print";

export type PlatesOut = { readonly zip: Uint8Array; readonly leftOut: readonly string[] };
type Tell = (share: number) => void;

/**
 * The plates of a plan, or one of them, as files with everything in its place, hollowed parts with their rooms
 * and drains. Refused is what would not come out as it was planned: a part that must be cut first, a hollow that
 * cannot be made.
 */
export async function platesOut(
  plan: Plan,
  materials: readonly PrintMaterial[],
  kind: PlateFileKind,
  plateId: string | undefined,
  tell: Tell,
  signal: AbortSignal,
): Promise<Outcome<PlatesOut>> {
  const filed = filedPlates(plan, plateId);
  if (!filed.ok) return filed;
  const { parts, plates, leftOut } = filed.value;
  const made: FiledPart[] = [];
  for (const [i, p] of parts.entries()) {
    const part = await madePart(p, materials, (share) => tell((i + share) / (parts.length + 1)), signal);
    if (!part.ok) return part;
    made.push(part.value);
    tell((i + 1) / (parts.length + 1));
  }
  return success({ zip: await platesZip(made, plates, kind, signal), leftOut });
}

/** A part as its file has it: solid, or hollowed with its rooms and drains. */
async function madePart(
  p: PartPlan,
  materials: readonly PrintMaterial[],
  tell: Tell,
  signal: AbortSignal,
): Promise<Outcome<FiledPart>> {
  const { name, meshId } = p.part;
  const soup = meshId ? await loadMesh(meshId) : null;
  if (!soup)
    return failure({
      code: "plate/no-mesh",
      path: [],
      message: `The model of ${name} is not in this browser. Bring its file in again.`,
    });
  const { hollow, pose } = printOf(p.part);
  const { factor } = p.rescale;
  const shrink = p.chosen && shrinkFor(p.chosen.printer, p.chosen.material, materials);
  const solid = { name, corners: soup.corners, factor, pose, ...(shrink ? { grow: shrink.grow } : {}) };
  if (!hollow || p.chosen?.printer.process !== "resin") return success(solid);
  const hollowed = await hollowFile(
    soup.corners,
    factor,
    hollow.wallMm,
    hollow.holes,
    pose,
    p.chosen.raised,
    tell,
    signal,
  );
  return hollowed.ok
    ? success({ ...solid, corners: hollowed.value })
    : failure(
        ...hollowed.problems.map((x) => ({
          ...x,
          message: `${name} cannot be hollowed as it is planned: ${x.message} Or print it solid.`,
        })),
      );
}
