import type { PdfPage } from "#core/formats/pdf";
import { type FlatPiece, isFlat } from "#core/zones/flatPieces";

/** A stretch of a zone to be cut from masking sheet, mm. */
export type PaperMask = { readonly name: string; readonly copies: number; readonly piece: FlatPiece };

const A4 = { widthMm: 210, heightMm: 297 } as const;
const EDGE_MM = 12;
const GAP_MM = 5;
const HEAD_MM = 16;
const LABEL_MM = 5;
/** Measured on the print-out, it says whether that is at true size. */
export const CHECK_BAR_MM = 100;
const FOOT_MM = 14;
/** More pieces of one zone are told and not drawn: nobody cuts so many by hand (default). */
export const MOST_PIECES = 60;

type Draft = {
  widthMm: number;
  heightMm: number;
  areas: PdfPage["areas"][number][];
  strokes: PdfPage["strokes"][number][];
  words: PdfPage["words"][number][];
};

/** Masks at true size on sheets with a bar to check that, and what cannot be cut flat in words. */
export function templateSheets(title: string, masks: readonly PaperMask[]): readonly PdfPage[] {
  const flat = masks.filter((m) => isFlat(m.piece));
  const bent = masks.filter((m) => !isFlat(m.piece));
  const pages: Draft[] = [];
  let [x, y, row] = [0, 0, 0];
  const fresh = (wide: number, high: number) => {
    pages.push(blankPage(title, Math.max(A4.widthMm, wide), Math.max(A4.heightMm, high), pages.length + 1));
    [x, y, row] = [EDGE_MM, pages.at(-1)!.heightMm - EDGE_MM - HEAD_MM, 0];
  };
  fresh(0, 0);
  for (const mask of flat) {
    const { wide, high } = mask.piece;
    const [w, h] = [Math.max(wide, 22), high + LABEL_MM];
    if (x > EDGE_MM && x + w > pages.at(-1)!.widthMm - EDGE_MM) [x, y, row] = [EDGE_MM, y - row - GAP_MM, 0];
    if (y - h < EDGE_MM + FOOT_MM || x + w > pages.at(-1)!.widthMm - EDGE_MM)
      fresh(w + 2 * EDGE_MM, h + 2 * EDGE_MM + HEAD_MM + FOOT_MM);
    place(pages.at(-1)!, mask, x, y - high);
    x += w + GAP_MM;
    row = Math.max(row, h);
  }
  // A first piece that is larger than a sheet has one of its own.
  if (pages.length > 1 && pages[0]!.areas.length === 0) pages.shift();
  y -= row + GAP_MM;
  for (const line of bentLines(bent)) {
    if (y < EDGE_MM + FOOT_MM + LABEL_MM) fresh(0, 0);
    pages.at(-1)!.words.push({ at: [EDGE_MM, y - 3], sizeMm: 3, text: line });
    y -= LABEL_MM;
  }
  return pages;
}

const percentText = (share: number): string =>
  share > 1 ? "more than all of it" : `${Math.round(100 * share)} %`;

const bentLines = (bent: readonly PaperMask[]): readonly string[] => {
  const byName = new Map<string, number>();
  for (const { name, piece } of bent) byName.set(name, Math.max(byName.get(name) ?? 0, piece.error));
  return [...byName].map(
    ([name, error]) =>
      `${name}: bent two ways, ${percentText(error)} off a flat sheet. Liquid mask or putty.`,
  );
};

function blankPage(title: string, widthMm: number, heightMm: number, number: number): Draft {
  const base = EDGE_MM + 4;
  const end = EDGE_MM + CHECK_BAR_MM;
  return {
    ...{ widthMm, heightMm, areas: [] },
    strokes: [
      { from: [EDGE_MM, base], to: [end, base], strokeMm: 0.4 },
      { from: [EDGE_MM, base - 1.5], to: [EDGE_MM, base + 1.5], strokeMm: 0.4 },
      { from: [end, base - 1.5], to: [end, base + 1.5], strokeMm: 0.4 },
    ],
    words: [
      { at: [EDGE_MM, heightMm - EDGE_MM - 5], sizeMm: 4.5, text: title, bold: true },
      {
        ...{ at: [EDGE_MM, heightMm - EDGE_MM - 10], sizeMm: 3 },
        text: "1:1, as seen from outside. Print without scaling, lay masking sheet over it, cut along the lines.",
      },
      { at: [widthMm - EDGE_MM - 6, heightMm - EDGE_MM - 5], sizeMm: 3, text: String(number) },
      { at: [end + 3, base - 1], sizeMm: 3, text: `${CHECK_BAR_MM} mm: measure it on the print-out` },
    ],
  };
}

function place(page: Draft, { name, copies, piece }: PaperMask, x: number, y: number): void {
  page.areas.push({
    lines: piece.loops.map((loop) => loop.map((v, i) => v + (i % 2 === 0 ? x : y))),
    fill: null,
    strokeMm: 0.15,
  });
  const size = `${piece.wide.toFixed(1)} x ${piece.high.toFixed(1)}`;
  const times = copies > 1 ? `, ${copies} of it` : "";
  page.words.push({ at: [x, y - 3.4], sizeMm: 2.4, text: `${name} ${size}${times}` });
}

/** The same piece several times over is drawn once, with how many are cut; the mirrored one is another. */
export function alikeTogether(masks: readonly PaperMask[]): readonly PaperMask[] {
  const seen = new Map<string, PaperMask>();
  for (const m of masks) {
    const { wide, high, area, border, loops } = m.piece;
    const sizes = [wide, high, Math.sqrt(area), border].map((v) => v.toFixed(1)).join(" ");
    const key = `${m.name} ${sizes} ${loops.map((l) => l.length).join(" ")}`;
    const known = seen.get(key);
    const isTwin = known !== undefined && sameOutline(known.piece, m.piece);
    if (known && isTwin) seen.set(key, { ...known, copies: known.copies + m.copies });
    else seen.set(known ? `${key} ${seen.size}` : key, m);
  }
  return [...seen.values()];
}

/** Every corner of one lies on one of the other, to a tenth of a mm. */
function sameOutline(a: FlatPiece, b: FlatPiece): boolean {
  const points = (p: FlatPiece) =>
    p.loops.flatMap((l) => l.flatMap((v, i) => (i % 2 === 0 ? [[v, l[i + 1]!] as const] : [])));
  const others = points(b);
  return points(a).every(([x, y]) => others.some(([u, v]) => Math.hypot(x - u, y - v) < 0.1));
}
