import type { Problem } from "#core/outcome";
import type { TriangleSoup } from "#core/mesh/triangleMesh";

/** One body read from a file, in the file's own units. */
export type ReadModel = {
  readonly name: string;
  readonly soup: TriangleSoup;
  /** Millimetres in a unit of the file; null where the format does not say. */
  readonly unitMm: number | null;
  /** Where its file stood in an archive of several. */
  readonly path?: string;
};

export type FormatProblem = Problem<
  | "file/empty"
  | "file/unknown"
  | "file/too-large"
  | "file/not-a-mesh"
  | "stl/too-short"
  | "stl/wrong-length"
  | "stl/text-broken"
  | "obj/broken"
  | "obj/bad-index"
  | "ply/broken"
  | "ply/bad-index"
  | "zip/refused"
  | "3mf/broken"
  | "3mf/too-large"
  | "3mf/path-outside"
  | "3mf/no-model"
  | "3mf/bad-index"
  | "mesh/not-finite"
  | "mesh/no-triangles"
>;

/** Why a body cannot be used, or null: no triangles, or coordinates that are not numbers. */
export function soupProblem(soup: TriangleSoup, where: string): FormatProblem | null {
  if (soup.corners.length === 0)
    return {
      code: "mesh/no-triangles",
      path: [],
      message: `${where} holds no triangles. Export it again from the program that made it.`,
    };
  const { corners } = soup;
  for (let i = 0; i < corners.length; i++) {
    // Not finite, or so far out that areas overflow single precision.
    if (!(Math.abs(corners[i]!) < 1e15)) {
      const triangle = Math.floor(i / 9) + 1;
      return {
        code: "mesh/not-finite",
        path: ["triangle", triangle],
        message: `${where}: triangle ${triangle} has a coordinate that is not a usable number. Repair or export the file again.`,
      };
    }
  }
  return null;
}
