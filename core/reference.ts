/** What a step is done to. */
export type Target = `part:${string}` | `joint:${string}` | `ground:${string}` | "board" | "scene";

/** Anything of a scene or its workshop that can be pointed at: by a finding, a link, a selection. */
export type Reference =
  Target | `step:${string}` | `plate:${string}` | `printer:${string}` | `need:${string}` | "hours";

export type ReferenceKind =
  "part" | "joint" | "ground" | "board" | "scene" | "step" | "plate" | "printer" | "need" | "hours";

export const partRef = (id: string): Target => `part:${id}`;
export const jointRef = (id: string): Target => `joint:${id}`;
export const groundRef = (id: string): Target => `ground:${id}`;
export const stepRef = (id: string): Reference => `step:${id}`;
export const plateRef = (id: string): Reference => `plate:${id}`;
export const printerRef = (id: string): Reference => `printer:${id}`;
export const needRef = (key: string): Reference => `need:${key}`;

/** A reference taken apart; the id is empty where there is only one of its kind. */
export function readReference(reference: Reference): { readonly kind: ReferenceKind; readonly id: string } {
  const colon = reference.indexOf(":");
  return colon < 0
    ? { kind: reference as ReferenceKind, id: "" }
    : { kind: reference.slice(0, colon) as ReferenceKind, id: reference.slice(colon + 1) };
}

/** The id in a reference to a thing of one kind; null where it is to something else. */
export function idIn(reference: Reference, kind: ReferenceKind): string | null {
  const read = readReference(reference);
  return read.kind === kind ? read.id : null;
}
export const isPart = (r: Reference) => idIn(r, "part") !== null;
export const isJoint = (r: Reference) => idIn(r, "joint") !== null;
export const isGround = (r: Reference) => idIn(r, "ground") !== null;
