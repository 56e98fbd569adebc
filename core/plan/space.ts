import type { ToolId } from "#core/materials/tools";
import type { Rooms } from "#core/scene/rooms";
import { withArticle } from "#core/words";
import type { SurfaceSchool } from "#core/surface/treatments";

/** Room and water at the bench; what is not told is taken to be there. */
type Space = Pick<Rooms, "benchM2" | "hasMessyPlace" | "hasWater" | "missingTools"> & {
  readonly resinAllowed?: boolean;
};

/** What cutting foam and wood, and what abrading dry, takes of a bench, m2 (defaults). */
const CUTTING_M2 = 0.5;
const SANDING_M2 = 0.2;

const short = (m2: number | null | undefined, wants: number) => m2 !== null && m2 !== undefined && m2 < wants;
const listed = (words: readonly string[]) => words.join(" and ");

/** What building by hand lacks here, in a sentence; null where nothing is known to be missing. */
export function buildingLacks({ benchM2, hasMessyPlace }: Space): string | null {
  const missing = [
    ...(short(benchM2, CUTTING_M2) ? [`${CUTTING_M2} m² of bench and a blade`] : []),
    ...(hasMessyPlace === false ? ["a place that may get dusty"] : []),
  ];
  return missing.length > 0 ? `Cutting foam and wood wants ${listed(missing)}: there is none here.` : null;
}

/** What a treatment cannot do without, of the tools that not every bench has. */
const toolOfSchool: Readonly<
  Partial<Record<SurfaceSchool, { readonly what: string; readonly tool: ToolId }>>
> = {
  "flame first": { what: "Flaming", tool: "small torch" },
  "level in resin": { what: "Resin that levels", tool: "curing lamp" },
};

/** What a treatment lacks here, in a sentence; null where nothing is known to be missing. */
export function schoolLacks(
  school: SurfaceSchool,
  { benchM2, hasMessyPlace, hasWater, missingTools = [] }: Space,
): string | null {
  const wanted = toolOfSchool[school];
  if (wanted && missingTools.includes(wanted.tool))
    return `${wanted.what} wants ${withArticle(wanted.tool)}: there is none here.`;
  if (school !== "fill and sand") return null;
  const missing = [
    ...(short(benchM2, SANDING_M2) ? [`${SANDING_M2} m² of bench`] : []),
    ...(hasMessyPlace === false ? ["a place that may get dusty"] : []),
    ...(hasWater === false ? ["water to rinse with"] : []),
  ];
  return missing.length > 0 ? `Sanding wants ${listed(missing)}: there is none here.` : null;
}

/**
 * What is done in the place of a usual treatment for which there is no room: a coat that levels by itself, and
 * where no liquid resin is allowed, or nothing cures it, nothing.
 */
export function schoolInSpace(usual: SurfaceSchool, space: Space): SurfaceSchool {
  if (schoolLacks(usual, space) === null) return usual;
  const levels = space.resinAllowed !== false && schoolLacks("level in resin", space) === null;
  return levels ? "level in resin" : "live with it";
}
