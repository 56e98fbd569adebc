import type { MendReport } from "#core/mesh/mend";
import type { TriangleSoup } from "#core/mesh/triangleMesh";
import type { Part } from "#core/plan/sceneData";
import { storeMesh } from "#data/meshes";
import { patchRow } from "#data/scenes";
import { openInspection } from "#workers/inspect";
import { localNow } from "#app/clock";

/**
 * Mends a part's mesh away from the page and gives the part the mended one; the old mesh is kept, and one undo brings it back.
 * @returns what was done, in words, or that nothing was to do
 */
export async function mendPart(part: Part, soup: TriangleSoup): Promise<string> {
  const { id, corners, measurement, report } = await openInspection(part.meshId!, soup.corners).mend();
  const said = reportWords(report);
  if (id === part.meshId || said === "") return `Nothing on ${part.name} can be mended without changing its shape.`;
  await storeMesh(id, `${part.name}, mended`, { corners }, measurement);
  const { at } = localNow();
  const version = { id: crypto.randomUUID(), meshId: part.meshId, fileName: part.origin.fileName, at, change: `mended: ${said}`, flaw: "", corrected: true, trialCopies: 0, saidBy: "" };
  const outcome = await patchRow("parts", part.id, { meshId: id, versions: [...part.versions, version] }, `Mend ${part.name}`, at);
  return outcome.ok ? `${part.name} was mended: ${said}.` : outcome.problems[0]!.message;
}

function reportWords({ joinedVertices, droppedFaces, turnedFaces }: MendReport): string {
  const several = (n: number, one: string, many: string) => (n === 0 ? [] : [`${n.toLocaleString("en")} ${n === 1 ? one : many}`]);
  return [...several(joinedVertices, "corner joined", "corners joined"), ...several(droppedFaces, "empty face dropped", "empty faces dropped"), ...several(turnedFaces, "face turned outward", "faces turned outward")].join(", ");
}
