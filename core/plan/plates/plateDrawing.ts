import { counted } from "#core/words";
import { boundsOf } from "#core/print/nestShape";
import type { PlatePlan } from "#core/plan/plates/planPlates";

/** One closed line of a drawing, mm from its lower left corner. */
export type DrawnShape = {
  readonly lines: readonly (readonly number[])[];
  readonly label: string;
  readonly at: readonly [number, number];
  readonly roomMm: number;
  readonly arrowDeg: number | null;
};

/** A plate seen from above at its true size, whatever it is drawn with. */
export type PlateDrawing = {
  readonly title: string;
  readonly subtitle: string;
  readonly widthMm: number;
  readonly depthMm: number;
  readonly marginMm: number;
  readonly shapes: readonly DrawnShape[];
  readonly counts: readonly (readonly [mark: string, name: string, count: number])[];
};

/**
 * What lies on a plate, marked by letters: `A` for the first part, `B` for the next; pieces of one whole have
 * arrows that
 * all point the same way when they are put together.
 */
export function plateDrawing(plate: PlatePlan, pieceIds: ReadonlySet<string>): PlateDrawing {
  const names = [...new Map(plate.laid.map((l) => [l.partId, l.partName])).entries()];
  const markOf = new Map(names.map(([id], i) => [id, letters(i)]));
  const m = plate.printer.marginMm;
  return {
    title: `Plate ${plate.number} on ${plate.printer.name}`,
    subtitle: `${counted(plate.laid.length, "piece", "pieces")}, ${(plate.minutes.value / 60).toFixed(1)} h, ${plate.grams.value.toFixed(0)} g ${plate.material?.name ?? plate.printer.process}, ${plate.printer.layerMm} mm layers`,
    widthMm: plate.printer.bedMm[0],
    depthMm: plate.printer.bedMm[1],
    marginMm: m,
    shapes: plate.laid.map((l) => {
      const b = boundsOf(l.lines.length > 0 ? l.lines : [[0, 0, 0, 0]]);
      return {
        lines: l.lines.map((line) => line.map((v) => v + m)),
        label: markOf.get(l.partId)!,
        at: [m + (b.x0 + b.x1) / 2, m + (b.y0 + b.y1) / 2],
        roomMm: Math.min(b.x1 - b.x0, b.y1 - b.y0),
        arrowDeg: pieceIds.has(l.partId) ? l.turnDeg : null,
      };
    }),
    counts: names.map(
      ([id, name]) => [markOf.get(id)!, name, plate.laid.filter((l) => l.partId === id).length] as const,
    ),
  };
}

const letters = (i: number): string =>
  i < 26 ? String.fromCharCode(65 + i) : letters(Math.floor(i / 26) - 1) + String.fromCharCode(65 + (i % 26));

/** Length of the bar by which a print-out is checked, mm. */
const CHECK_BAR_MM = 50;
const EDGE_MM = 8;
const LINE_MM = 6;
const xml = (text: string) =>
  text.replaceAll("&", "&amp;").replaceAll("<", "&lt;").replaceAll(">", "&gt;").replaceAll('"', "&quot;");
const n = (v: number) => Number(v.toFixed(3)).toString();

/** The drawing as SVG in true millimetres, black on white, with a bar to check a print-out by. */
export function drawingSvg(d: PlateDrawing): string {
  const foot = 10 + LINE_MM * (d.counts.length + 1);
  const width = d.widthMm + 2 * EDGE_MM;
  const height = d.depthMm + 2 * EDGE_MM + 14 + foot;
  const y = (v: number) => EDGE_MM + 14 + d.depthMm - v;
  const path = (lines: readonly (readonly number[])[]) =>
    lines
      .map((line) => {
        let out = "";
        for (let i = 0; i < line.length; i += 2)
          out += `${i === 0 ? "M" : "L"}${n(EDGE_MM + line[i]!)} ${n(y(line[i + 1]!))}`;
        return `${out}Z`;
      })
      .join("");
  const shapes = d.shapes
    .map((s) => {
      const size = Math.max(2.5, Math.min(6, s.roomMm * 0.45));
      const x = EDGE_MM + s.at[0];
      const cy = y(s.at[1]);
      const arrow =
        s.arrowDeg === null
          ? ""
          : `<path d="M-6 0H5M5 0L2 -1.800M5 0L2 1.800" transform="translate(${n(x)} ${n(cy + size)}) rotate(${n(-s.arrowDeg)})" fill="none" stroke="#000" stroke-width="0.5"/>`;
      return `<path d="${path(s.lines)}" fill="#eee" fill-rule="evenodd" stroke="#000" stroke-width="0.35"/><text x="${n(x)}" y="${n(cy + size * 0.35)}" font-size="${n(size)}" text-anchor="middle">${xml(s.label)}</text>${arrow}`;
    })
    .join("");
  const base = y(0) + 10;
  return (
    `<svg xmlns="http://www.w3.org/2000/svg" width="${n(width)}mm" height="${n(height)}mm" viewBox="0 0 ${n(width)} ${n(height)}" font-family="sans-serif"><rect width="100%" height="100%" fill="#fff"/>` +
    `<text x="${EDGE_MM}" y="9" font-size="6" font-weight="bold">${xml(d.title)}</text><text x="${EDGE_MM}" y="17" font-size="4">${xml(d.subtitle)}</text>` +
    `<rect x="${EDGE_MM}" y="${n(y(d.depthMm))}" width="${n(d.widthMm)}" height="${n(d.depthMm)}" fill="none" stroke="#000" stroke-width="0.7"/>` +
    `<rect x="${n(EDGE_MM + d.marginMm)}" y="${n(y(d.depthMm - d.marginMm))}" width="${n(d.widthMm - 2 * d.marginMm)}" height="${n(d.depthMm - 2 * d.marginMm)}" fill="none" stroke="#000" stroke-width="0.25" stroke-dasharray="2 2"/>${shapes}` +
    `<path d="M${EDGE_MM} ${n(base)}h${CHECK_BAR_MM}M${EDGE_MM} ${n(base - 1.5)}v3M${EDGE_MM + CHECK_BAR_MM} ${n(base - 1.5)}v3" stroke="#000" stroke-width="0.5"/><text x="${EDGE_MM + CHECK_BAR_MM + 3}" y="${n(base + 1.5)}" font-size="4">${CHECK_BAR_MM} mm: measure it on the print-out</text>` +
    d.counts
      .map(
        ([mark, name, count], i) =>
          `<text x="${EDGE_MM}" y="${n(base + 8 + i * LINE_MM)}" font-size="4.500">${xml(`${mark}  ${name}${count > 1 ? `  x ${count}` : ""}`)}</text>`,
      )
      .join("") +
    "</svg>"
  );
}
