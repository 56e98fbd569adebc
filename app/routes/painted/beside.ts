import type { SchemeLayer } from "#core/paint/scheme";
import type { PaintCourse, PaintMoment } from "#core/plan/colour/paintMoments";
import type { Part } from "#core/scene/part";
import { painted } from "#core/scene/zone";
import { isPainted } from "./view";

/** What a picture stands beside: the part before this layer, finished, or under the scheme of another part. */
export type Beside =
  { readonly of: "before" | "finished" } | { readonly of: "scheme"; readonly partId: string };

/** A choice as it is sent by a list: empty for nothing. */
export const besideOf = (value: string): Beside | null =>
  value === "before" || value === "finished"
    ? { of: value }
    : value.startsWith("part:")
      ? { of: "scheme", partId: value.slice(5) }
      : null;
export const besideValue = (beside: Beside | null): string =>
  beside === null ? "" : beside.of === "scheme" ? `part:${beside.partId}` : beside.of;

/** What may stand beside a part's picture, with its words. */
export const besideChoices = (
  part: Part,
  parts: readonly Part[],
): readonly (readonly [value: string, words: string])[] => [
  ["", "nothing"],
  ["before", "it before this layer"],
  ["finished", "it finished"],
  ...parts
    .filter((o) => o.id !== part.id && isPainted(o))
    .map((o) => [`part:${o.id}`, `it in the scheme of ${o.name}`] as const),
];

/** The layers of another part on this one: zones by their number where both have them, else its first painted zone. */
function schemeFrom(part: Part, other: Part): PaintCourse {
  const usual = other.zones.find((z) => z.scheme.length > 0)?.scheme ?? [];
  const own = new Set(painted(part.zones).map((z) => z.number));
  const schemes = part.zones.map((z): readonly [number, readonly SchemeLayer[]] => {
    const same = other.zones.length > 1 ? other.zones.find((o) => o.name === z.name)?.scheme : undefined;
    return [z.number, own.has(z.number) ? (same ?? usual) : []];
  });
  const done = schemes.map(([zone, layers]) => [zone, layers.length] as const);
  const all: PaintMoment = {
    ...{ layerId: usual.at(-1)?.id ?? "", stepIds: [], title: other.name },
    ...{ zones: schemes.map(([zone]) => zone), done },
  };
  return { schemes, moments: [all], leftOut: [] };
}

/** The course and the moment of what stands beside, with what it is called. */
export function besideCourse(
  beside: Beside,
  { part, planned, at }: { readonly part: Part; readonly planned: PaintCourse; readonly at: number },
  parts: readonly Part[],
): { readonly course: PaintCourse; readonly at: number; readonly words: string } | null {
  if (beside.of === "scheme") {
    const other = parts.find((p) => p.id === beside.partId);
    return other ? { course: schemeFrom(part, other), at: 1, words: `in the scheme of ${other.name}` } : null;
  }
  if (beside.of === "before") return { course: planned, at: Math.max(0, at - 1), words: "before this layer" };
  return { course: planned, at: planned.moments.length, words: "finished" };
}
