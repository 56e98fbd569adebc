import type { Problem } from "#core/outcome";
import type { Colour } from "#core/paint/scheme";
import { withUsualPaint } from "#core/plan/parts/assumed";
import { type Part, schemeOf } from "#core/scene/part";
import type { Scene } from "#core/scene/scene";
import type { Zone } from "#core/scene/zone";
import { refuse, type SentForm, textOf } from "#app/readForm";

export type Said = { readonly problems: readonly Problem[] } | ReturnType<typeof refuse>;

/** What is said where the part of a form is gone. */
export const noPart = () => refuse([{ code: "row/gone", path: [], message: "Choose a part first." }]);

/** The zones of a part as its table shows them: with its own layers, or the usual ones where nobody said. */
export const zonesShown = (part: Part, scene: Scene | undefined): readonly Zone[] =>
  scene ? withUsualPaint(part, scene).zones : part.zones;

/** The same, or bare where the form begins without the layers that were assumed. */
export const zonesBegun = (part: Part, scene: Scene | undefined, form: SentForm): readonly Zone[] =>
  textOf(form, "afresh") === "on" && schemeOf(part).length === 0 ? part.zones : zonesShown(part, scene);

export const freshId = () => crypto.randomUUID().slice(0, 8);
/** The zone that a form is about; null for all of the part. */
export const zoneIn = (form: SentForm): number | null =>
  textOf(form, "zone") === "" ? null : Number(textOf(form, "zone"));

/** `recipe:` or `paint:` and its id, as the choice sends it; null for the product alone. */
export function colourOf(what: string): Colour | null {
  const [, kind, id] = /^(recipe|paint):(.+)$/.exec(what) ?? [];
  return id === undefined ? null : { kind: kind as "recipe" | "paint", id };
}
