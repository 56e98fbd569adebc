import { copiesNamed, sharesOfCopies } from "#core/paint/copies";
import { panelDraw } from "#core/paint/panelDraw";
import { MOST_PANELS, type PanelGrid } from "#core/paint/panels";
import type { Colour, SchemeLayer } from "#core/paint/scheme";
import { type Part, schemeOf } from "#core/scene/part";
import type { Workshop } from "#core/scene/workshop";
import { counted } from "#core/words";

type Shelf = Pick<Workshop, "recipes" | "paints">;

/** Mixes and pots, with the values of a choice. */
export const colourOptions = ({ recipes, paints }: Shelf): readonly (readonly [string, string])[] => [
  ...recipes.map((r) => [`recipe:${r.id}`, r.name] as const),
  ...paints.map((p) => [`paint:${p.id}`, p.name] as const),
];

/** What a mix or a pot is called. */
export const colourName = (colour: Colour | null, { recipes, paints }: Shelf): string =>
  colour === null
    ? "its own colour"
    : ((colour.kind === "recipe" ? recipes : paints).find((row) => row.id === colour.id)?.name ??
      "a colour that is gone");

/** What is said of the copies of a layer while it is typed. */
export type CopiesTyped = {
  readonly layer: SchemeLayer | undefined;
  readonly colours: readonly Colour[];
  readonly onSome: number;
  readonly seed: number;
  /** Across and down; null where a copy is not painted panel by panel. */
  readonly panels: PanelGrid | null;
};

const NEW = "new";
/** A layer that nothing is known of yet but its copies. */
const bareLayer: SchemeLayer = {
  ...{ id: NEW, kind: "colour", product: "acrylic", colour: null, method: "brush" },
  ...{ coats: 1, coverage: 1, sheen: "matte" },
};

/** A colour and where it goes; of panels also how each copy is drawn, row by row. */
export type CopyLine = {
  readonly name: string;
  readonly copies: string;
  readonly maps?: readonly string[];
};

/** A grid of panels as it is typed; null while either number is none. */
export function panelsTyped(across: string, down: string): PanelGrid | null {
  const grid = { across: Number(across), down: Number(down) };
  const isWhole = (n: number) => Number.isInteger(n) && n >= 1;
  const fits = isWhole(grid.across) && isWhole(grid.down) && grid.across * grid.down <= MOST_PANELS;
  return fits ? grid : null;
}

/** Which copies take which colour, as it will be laid; nothing while all are the same. */
export function copyLines(
  part: Part,
  { layer, colours, onSome, seed, panels }: CopiesTyped,
  shelf: Shelf,
): readonly CopyLine[] {
  const { among: _, onSome: _some, panels: _panels, ...own } = layer ?? bareLayer;
  const typed: SchemeLayer = {
    ...own,
    ...(colours.length > 0 ? { among: colours } : {}),
    ...(onSome > 0 && onSome < 1 ? { onSome } : {}),
    seed: Number.isFinite(seed) ? seed : 1,
    ...(panels ? { panels } : {}),
  };
  const draw = panelDraw(typed, part.count);
  if (draw)
    return draw.colours.map((c) => ({
      name: `${c.letter}, ${colourName(c.colour, shelf)}`,
      copies: counted(c.count, "panel", "panels"),
      maps: draw.maps,
    }));
  const others = schemeOf(part);
  const at = others.findIndex((l) => l.id === typed.id);
  const layers = at < 0 ? [...others, typed] : others.with(at, typed);
  const shares = sharesOfCopies(layers, part.count).get(typed.id) ?? [];
  return shares.map((s) => ({ name: colourName(s.colour, shelf), copies: copiesNamed(s.copies) }));
}
