import { toolOf, type ToolId } from "#core/materials/tools";
import { type Method, methods } from "#core/paint/amount";

/** One way of getting colour onto a zone, with what it takes and what it does there. */
export type Technique = {
  readonly name: string;
  readonly method: Method | null;
  readonly minutes: number;
  readonly look: string;
  /** What goes wrong on this surface; empty where nothing more than usual. */
  readonly risk: string;
  readonly undo: string;
};

/** What a zone is, as far as ways of painting it differ over it. */
export type PaintedSurface = {
  readonly areaCm2: number;
  /** Stones, boards, panels on all copies; 0 of a zone without. */
  readonly items: number;
  readonly showsSteps: boolean;
};

/** A single stone or panel, s (common practice). */
const ITEM_S = 12;
/** A plain face larger than this streaks under a dry brush, cm2 (default). */
const STREAKS_CM2 = 100;

type Row = Omit<Technique, "minutes" | "risk"> & {
  readonly tool: ToolId;
  readonly risk: (s: PaintedSurface) => string;
};
const none = () => "";
const rows: readonly (Row & { readonly method: Method })[] = [
  {
    ...{ name: "drybrush", method: "drybrush", tool: "old brush", look: "raised things come forward" },
    undo: "glaze the colour below over it",
    risk: ({ showsSteps, areaCm2, items }) =>
      showsSteps
        ? "wrong here: it draws every layer step"
        : areaCm2 > STREAKS_CM2 && items === 0
          ? "streaks on a flat this large"
          : "",
  },
  {
    ...{
      name: "wash",
      method: "wash",
      tool: "soft brush",
      look: "recesses darken, all turns a little duller",
    },
    undo: "only while it is wet",
    risk: ({ areaCm2, items, showsSteps }) =>
      showsSteps
        ? "settles in layer steps"
        : areaCm2 > STREAKS_CM2 && items === 0
          ? "tide marks on flats"
          : "",
  },
  {
    ...{ name: "brush", method: "brush", tool: "brush", look: "even, thick: hides fine steps", risk: none },
    undo: "paint it again",
  },
  {
    ...{ name: "airbrush", method: "airbrush", tool: "airbrush", look: "smooth, soft edges" },
    undo: "spray the colour below again",
    risk: ({ showsSteps }) => (showsSteps ? "hides nothing: steps stay as they are" : ""),
  },
  {
    ...{ name: "sponge", method: "sponge", tool: "sponge", look: "mottled, no brush marks" },
    undo: "dab the colour below over it",
    risk: ({ items }) => (items > 0 ? "runs over the lines between" : ""),
  },
  {
    ...{ name: "powder", method: "powder", tool: "soft brush", look: "dusty, dead flat" },
    undo: "brush it off while it is not sealed",
    risk: () => "comes off under hands until it is sealed",
  },
];

/** Ways of colouring a zone side by side, quickest first; with getting out and cleaning its tool. Common practice. */
export function techniquesFor(surface: PaintedSurface): readonly Technique[] {
  const byArea = rows.map(({ tool, risk, ...row }): Technique => ({
    ...row,
    minutes: methods[row.method].minutesPerCm2 * surface.areaCm2 + toolOf(tool).setupMinutes,
    risk: risk(surface),
  }));
  const each: readonly Technique[] =
    surface.items === 0
      ? []
      : [
          {
            ...{ name: "item by item", method: null, minutes: (surface.items * ITEM_S) / 60 },
            ...{
              look: "each its own colour",
              risk: "long: the last is done tired",
              undo: "paint that one again",
            },
          },
        ];
  return [...byArea, ...each].sort((a, b) => a.minutes - b.minutes);
}

/** Sessions that so many minutes are cut into. @param eveningMinutes of one session; 0 where nobody knows */
export const sessionsFor = (minutes: number, eveningMinutes: number): number =>
  eveningMinutes > 0 ? Math.ceil(minutes / eveningMinutes - 1e-9) : 1;
