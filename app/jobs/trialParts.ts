import { type FitKind } from "#core/joints/clearance";
import { couponMesh } from "#core/joints/coupon";
import type { Outcome } from "#core/outcome";
import { contentId } from "#core/mesh/contentId";
import { measureMesh } from "#core/mesh/measure";
import { soupOf, type TriangleSoup } from "#core/mesh/triangleMesh";
import { exposurePiece } from "#core/print/exposurePiece";
import type { Printer } from "#core/print/printer";
import type { PartTool } from "#core/scene/part";
import type { Written } from "#data/journal";
import { freshPart } from "#app/jobs/freshPart";
import { keep } from "#app/jobs/keep";

/** The strip of sockets of a fit and its peg, as one file. */
export function couponSoup(process: Printer["process"], fit: FitKind): TriangleSoup {
  const { strip, peg } = couponMesh(process, fit);
  const [all, other] = [soupOf(strip), soupOf(peg)];
  const corners = new Float32Array(all.corners.length + other.corners.length);
  corners.set(all.corners);
  corners.set(other.corners, all.corners.length);
  return { corners };
}

/** A trial as a tool of a scene: it goes on its plates, on the machine and in the material that it is to tell of. */
export async function addTrial(
  sceneId: string,
  tool: PartTool,
  printer: Printer,
  materialId: string | null,
): Promise<Outcome<Written>> {
  const { corners } =
    tool.kind === "coupon" ? couponSoup(printer.process, tool.fit ?? "snug") : soupOf(exposurePiece());
  const { measurement } = measureMesh({ corners });
  const id = await contentId(corners);
  const name = tool.kind === "coupon" ? `Trial of ${tool.fit ?? "snug"}` : "Exposure piece";
  const part = freshPart(sceneId, {
    name,
    meshId: id,
    tool,
    size: { source: { kind: "real-object" }, upSure: true },
    print: { process: printer.process, printerId: printer.id, materialId },
  });
  return keep(`Print ${name} with a scene`, [{ table: "parts", put: part }], {
    meshes: [{ id, name, corners, measurement }],
  });
}
