import type { MendReport } from "#core/mesh/mend";
import type { TriangleSoup } from "#core/mesh/triangleMesh";
import type { Part } from "#core/scene/part";
import { openInspection } from "#workers/inspect";
import { keep } from "#app/jobs/keep";
import { carriedMap } from "#app/jobs/zoneMaps";
import { replacedVersion } from "#app/jobs/newVersion";

/**
 * Mends a part's mesh away from the page and gives the part the mended one; the old mesh is kept, and one
 * undo brings it back.
 * @returns what was done, in words, or that nothing was to do
 */
export async function mendPart(part: Part, soup: TriangleSoup): Promise<string> {
  const { id, corners, measurement, report } = await openInspection(part.meshId!, soup.corners).mend();
  const said = reportWords(report);
  if (id === part.meshId || said === "")
    return `Nothing on ${part.name} can be mended without changing its shape.`;
  const version = replacedVersion(part, `mended: ${said}`);
  const patch = ({ history: { versions } }: Part) => ({
    meshId: id,
    history: { versions: [...versions, version] },
  });
  const mesh = { id, name: `${part.name}, mended`, corners, measurement };
  const zones = await carriedMap(part, { id, corners });
  const change = { table: "parts", id: part.id, patch } as const;
  const kept = await keep(`Mend ${part.name}`, [change, ...zones], { meshes: [mesh] });
  return kept.ok ? `${part.name} was mended: ${said}.` : kept.problems[0]!.message;
}

const several = (n: number, one: string, many: string) =>
  n === 0 ? [] : [`${n.toLocaleString("en")} ${n === 1 ? one : many}`];

function reportWords({ joinedVertices, droppedFaces, turnedFaces }: MendReport): string {
  return [
    ...several(joinedVertices, "corner joined", "corners joined"),
    ...several(droppedFaces, "empty face dropped", "empty faces dropped"),
    ...several(turnedFaces, "face turned outward", "faces turned outward"),
  ].join(", ");
}
