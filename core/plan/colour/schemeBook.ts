import type { PdfPage } from "#core/formats/pdf";

/** A layer of a zone as the book shows it. `hex`: what the zone looks like after it; null where nobody knows. */
export type BookLine = { readonly hex: string | null; readonly title: string; readonly words: string };
/** One part, zone by zone, or one mix: a heading and its lines. */
export type BookEntry = {
  readonly title: string;
  readonly note: string;
  readonly lines: readonly BookLine[];
};
/** A swatch with its name, to be cut out and stuck beside a jar. */
export type Label = { readonly hex: string; readonly name: string; readonly words: string };

const A4 = { widthMm: 210, heightMm: 297 } as const;
const EDGE_MM = 14;
const SWATCH_MM = 9;
const LINE_MM = 11;
const HEAD_MM = 14;
/** As many letters go on a line beside a swatch. */
const MOST_LETTERS = { title: 76, words: 96 } as const;
/** Labels at true size. */
export const LABEL_MM = { wide: 60, high: 24 } as const;

const box = (x: number, y: number, wide: number, high: number): readonly number[] => [
  ...[x, y, x + wide, y],
  ...[x + wide, y + high, x, y + high],
];

type Draft = { areas: PdfPage["areas"][number][]; words: PdfPage["words"][number][] };

/**
 * Schemes by zone and mixes with their parts, as A4 sheets: a swatch of what each zone looks like after each layer. An
 * entry that does not fit goes on under its title on the next sheet.
 */
export function schemeBook(title: string, entries: readonly BookEntry[]): readonly PdfPage[] {
  const pages: Draft[] = [];
  let y = 0;
  const fresh = (): Draft => {
    const page: Draft = { areas: [], words: [] };
    pages.push(page);
    const top = A4.heightMm - EDGE_MM - 5;
    page.words.push({ at: [EDGE_MM, top], sizeMm: 5, text: title, bold: true });
    page.words.push({ at: [A4.widthMm - EDGE_MM - 10, top], sizeMm: 3, text: String(pages.length) });
    y = top - 8;
    return page;
  };
  let page = fresh();
  const heading = (text: string, note: string) => {
    page.words.push({ at: [EDGE_MM, y - 5], sizeMm: 4.2, text, bold: true });
    if (note !== "") page.words.push({ at: [EDGE_MM, y - 9.5], sizeMm: 3, text: note });
    y -= HEAD_MM;
  };
  for (const { title: name, note, lines } of entries) {
    if (y - HEAD_MM - Math.min(2, lines.length) * LINE_MM < EDGE_MM) page = fresh();
    heading(name, note);
    for (const line of lines) {
      if (y - LINE_MM < EDGE_MM) {
        page = fresh();
        heading(`${name}, goes on`, "");
      }
      draw(page, line, y);
      y -= LINE_MM;
    }
    y -= 4;
  }
  return pages.map(({ areas, words }) => ({ ...A4, areas, words, strokes: [] }));
}

function draw(page: Draft, { hex, title, words }: BookLine, y: number): void {
  page.areas.push({
    lines: [box(EDGE_MM, y - SWATCH_MM, SWATCH_MM * 2, SWATCH_MM)],
    fill: hex,
    strokeMm: 0.2,
  });
  const x = EDGE_MM + 2 * SWATCH_MM + 4;
  page.words.push({ at: [x, y - 4], sizeMm: 3.4, text: cut(title, MOST_LETTERS.title), bold: true });
  page.words.push({ at: [x, y - 8.2], sizeMm: 3, text: cut(words, MOST_LETTERS.words) });
}

/** Labels at true size in a grid, each with its swatch, its name and what it is mixed of; to be cut out. */
export function swatchLabels(labels: readonly Label[]): readonly PdfPage[] {
  const across = Math.floor((A4.widthMm - 2 * EDGE_MM) / LABEL_MM.wide);
  const down = Math.floor((A4.heightMm - 2 * EDGE_MM) / LABEL_MM.high);
  const each = across * down;
  return Array.from({ length: Math.ceil(labels.length / each) }, (_, sheet): PdfPage => {
    const own = labels.slice(sheet * each, (sheet + 1) * each);
    const at = (i: number): readonly [number, number] => [
      EDGE_MM + (i % across) * LABEL_MM.wide,
      A4.heightMm - EDGE_MM - (Math.floor(i / across) + 1) * LABEL_MM.high,
    ];
    return {
      ...A4,
      areas: own.flatMap(({ hex }, i) => {
        const [x, y] = at(i);
        return [
          { lines: [box(x, y, LABEL_MM.wide, LABEL_MM.high)], fill: null, strokeMm: 0.1, dashMm: 1 },
          { lines: [box(x + 2, y + 2, 16, LABEL_MM.high - 4)], fill: hex, strokeMm: 0.1 },
        ];
      }),
      words: own.flatMap(({ name, words }, i) => {
        const [x, y] = at(i);
        return [
          { at: [x + 20, y + LABEL_MM.high - 8] as const, sizeMm: 3.2, text: cut(name, 24), bold: true },
          { at: [x + 20, y + LABEL_MM.high - 13] as const, sizeMm: 2.4, text: cut(words, 32) },
        ];
      }),
      strokes: [],
    };
  });
}

/** A label is no wider than it is. */
const cut = (text: string, most: number): string =>
  text.length <= most ? text : `${text.slice(0, most - 1)}.`;
