import { panelCounts, panelMaps, panelText } from "#core/paint/panels";
import type { Colour, SchemeLayer } from "#core/paint/scheme";

/** The panels of all copies as they are drawn: each colour with its letter and how many have it, each copy as text. */
export type PanelDraw = {
  readonly colours: readonly {
    readonly colour: Colour | null;
    readonly letter: string;
    readonly count: number;
  }[];
  readonly maps: readonly string[];
};

/** The draw of a layer that is laid panel by panel; null of any other, and of one with a single colour. */
export function panelDraw(
  { panels, colour, among = [], seed }: Pick<SchemeLayer, "panels" | "colour" | "among" | "seed">,
  copies: number,
): PanelDraw | null {
  const all = [colour, ...among];
  if (!panels || all.length < 2) return null;
  const maps = panelMaps(panels, copies, all.length, seed ?? 1);
  const counts = panelCounts(maps, all.length);
  return {
    colours: all.map((own, i) => ({
      colour: own,
      letter: String.fromCharCode(65 + i),
      count: counts[i]!,
    })),
    maps: maps.map(panelText),
  };
}
