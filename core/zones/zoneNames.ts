import { degToRad } from "#core/units";

/** What a zone is by where it looks, as drawn: z is up. */
export type ZoneKind = "top" | "slope" | "upright" | "underside" | "all round" | "detail" | "small pieces";

/** A zone looks one way where its normals, summed by area, are this much of its area (our choice). */
const ONE_WAY = 0.7;
/** Within this of level a top is level, and of plumb a wall is upright (our choice). */
const LEVEL_DEG = 20;
const LEVEL = Math.cos(degToRad(LEVEL_DEG));
const PLUMB = Math.sin(degToRad(LEVEL_DEG));

/** @param toward normals summed by area @param area file units, as `toward` */
export function kindOf(toward: readonly [number, number, number], area: number): ZoneKind {
  const sum = Math.hypot(...toward);
  if (!(sum > ONE_WAY * area)) return "all round";
  const up = toward[2] / sum;
  if (up >= LEVEL) return "top";
  if (up > PLUMB) return "slope";
  return up >= -PLUMB ? "upright" : "underside";
}

/** Which way it looks in plan; nothing of what looks up or down alone. */
export function sideOf([x, y]: readonly [number, number, number], kind: ZoneKind): string {
  if (kind !== "slope" && kind !== "upright") return "";
  if (Math.abs(x) > Math.abs(y)) return x < 0 ? "left" : "right";
  return y < 0 ? "in front" : "behind";
}

/** Names that tell zones of one kind and side apart by numbers, in their order. */
export function numberedNames(names: readonly string[]): readonly string[] {
  const total = new Map<string, number>();
  for (const name of names) total.set(name, (total.get(name) ?? 0) + 1);
  const so = new Map<string, number>();
  return names.map((name) => {
    if (total.get(name) === 1) return name;
    const number = (so.get(name) ?? 0) + 1;
    so.set(name, number);
    return `${name} ${number}`;
  });
}
