import type { PdfPage } from "#core/formats/pdf";
import type { PlateDrawing } from "#core/plan/plates/plateDrawing";

const A4 = { widthMm: 210, heightMm: 297 } as const;
const EDGE_MM = 12;
const HEAD_MM = 20;
const LINE_MM = 5.5;
const CHECK_BAR_MM = 50;

/** More names than this would leave the plate no room. */
const MOST_LINES = 12;

/**
 * Plates on A4 sheets, one each, as large as they go up to true size; the scale they are drawn at is said on
 * the sheet.
 */
export const plateSheets = (drawings: readonly PlateDrawing[]): readonly PdfPage[] =>
  drawings.map((d) => {
    const frame = frameOf(d);
    return {
      ...A4,
      areas: areasOf(d, frame),
      strokes: [...checkBar(frame), ...d.shapes.flatMap((s) => arrowOf(s, frame))],
      words: wordsOf(d, frame),
    };
  });

/** How a plate lies on its sheet: its scale, its lower left corner, and the height of the check bar, mm. */
type Frame = {
  readonly scale: number;
  readonly left: number;
  readonly bottom: number;
  readonly bar: number;
};

function frameOf(d: PlateDrawing): Frame {
  const foot = 14 + LINE_MM * Math.min(d.counts.length, MOST_LINES);
  const scale = Math.min(
    1,
    (A4.widthMm - 2 * EDGE_MM) / d.widthMm,
    (A4.heightMm - 2 * EDGE_MM - HEAD_MM - foot) / d.depthMm,
  );
  const bottom = A4.heightMm - EDGE_MM - HEAD_MM - scale * d.depthMm;
  return { scale, left: EDGE_MM, bottom, bar: bottom - 8 };
}

/** Bed, usable bed and pieces. */
function areasOf(d: PlateDrawing, { scale, left, bottom }: Frame): PdfPage["areas"] {
  const at = (line: readonly number[]) => line.map((v, i) => (i % 2 === 0 ? left : bottom) + scale * v);
  const box = (x0: number, y0: number, x1: number, y1: number) => [at([x0, y0, x1, y0, x1, y1, x0, y1])];
  const { marginMm: m, widthMm: w, depthMm } = d;
  return [
    { lines: box(0, 0, w, depthMm), fill: null, strokeMm: 0.6 },
    { lines: box(m, m, w - m, depthMm - m), fill: null, strokeMm: 0.2, dashMm: 1.5 },
    ...d.shapes.map((s) => ({ lines: s.lines.map(at), fill: 0.93, strokeMm: 0.3 })),
  ];
}

/** A line of known length, to be measured on the print-out. */
const checkBar = ({ left, bar }: Frame): PdfPage["strokes"] => [
  { from: [left, bar], to: [left + CHECK_BAR_MM, bar], strokeMm: 0.4 },
  { from: [left, bar - 1.5], to: [left, bar + 1.5], strokeMm: 0.4 },
  { from: [left + CHECK_BAR_MM, bar - 1.5], to: [left + CHECK_BAR_MM, bar + 1.5], strokeMm: 0.4 },
];

/** Which way a piece was turned. */
function arrowOf(s: PlateDrawing["shapes"][number], { scale, left, bottom }: Frame): PdfPage["strokes"] {
  if (s.arrowDeg === null) return [];
  const [x, y] = [left + scale * s.at[0], bottom + scale * s.at[1] - 3];
  const a = (s.arrowDeg * Math.PI) / 180;
  const tip: [number, number] = [x + 5 * Math.cos(a), y + 5 * Math.sin(a)];
  return [
    { from: [x - 5 * Math.cos(a), y - 5 * Math.sin(a)], to: tip, strokeMm: 0.3 },
    ...[2.6, -2.6].map((turn) => ({
      from: tip,
      to: [tip[0] + 2 * Math.cos(a + turn), tip[1] + 2 * Math.sin(a + turn)] as const,
      strokeMm: 0.3,
    })),
  ];
}

/** Title, scale, check bar, the marks of the pieces and what they stand for. */
function wordsOf(d: PlateDrawing, { scale, left, bottom, bar }: Frame): PdfPage["words"] {
  const drawnAt = scale === 1 ? "true size" : `${(100 * scale).toFixed(0)} % of true size`;
  const barWords = `${CHECK_BAR_MM} mm: measure it on the print-out`;
  return [
    { at: [left, A4.heightMm - EDGE_MM - 6], sizeMm: 6, text: d.title, bold: true },
    { at: [left, A4.heightMm - EDGE_MM - 13], sizeMm: 3.6, text: `${d.subtitle}; drawn at ${drawnAt}` },
    { at: [left + CHECK_BAR_MM + 3, bar - 1.2], sizeMm: 3.4, text: barWords },
    ...d.shapes.map((s) => ({
      at: [left + scale * s.at[0], bottom + scale * s.at[1] - 1] as const,
      sizeMm: Math.max(2, Math.min(5, 0.45 * scale * s.roomMm)),
      text: s.label,
      middle: true,
    })),
    ...d.counts.slice(0, MOST_LINES).map(([mark, name, count], i) => ({
      at: [left, bar - 8 - i * LINE_MM] as const,
      sizeMm: 3.8,
      text: `${mark}  ${name}${count > 1 ? `  x ${count}` : ""}`,
    })),
  ];
}
