import type { PdfPage } from "#core/formats/pdf";
import { xmlEscaped } from "#core/formats/xmlTags";

const n = (v: number): string => String(Math.round(v * 1000) / 1000);

/** A page as an SVG at true size, its units mm. */
export function pageSvg({ widthMm, heightMm, areas, strokes, words }: PdfPage): string {
  const y = (v: number) => n(heightMm - v);
  const shapes = areas.map(({ lines, fill, strokeMm }) => {
    const path = lines
      .map((l) => {
        let out = "";
        for (let i = 0; i < l.length; i += 2) out += `${i === 0 ? "M" : "L"}${n(l[i]!)} ${y(l[i + 1]!)}`;
        return `${out}Z`;
      })
      .join("");
    return `<path d="${path}" fill="${inkOf(fill)}" fill-rule="evenodd" stroke="#000" stroke-width="${strokeMm}"/>`;
  });
  const bars = strokes.map(
    ({ from, to, strokeMm }) =>
      `<path d="M${n(from[0])} ${y(from[1])}L${n(to[0])} ${y(to[1])}" stroke="#000" stroke-width="${strokeMm}"/>`,
  );
  const texts = words.map(
    ({ at, sizeMm, text, bold, middle }) =>
      `<text x="${n(at[0])}" y="${y(at[1])}" font-size="${sizeMm}"${bold ? ' font-weight="bold"' : ""}` +
      `${middle ? ' text-anchor="middle"' : ""}>${xmlEscaped(text)}</text>`,
  );
  return (
    `<svg xmlns="http://www.w3.org/2000/svg" width="${n(widthMm)}mm" height="${n(heightMm)}mm" ` +
    `viewBox="0 0 ${n(widthMm)} ${n(heightMm)}" font-family="sans-serif">` +
    `${[...shapes, ...bars, ...texts].join("")}</svg>`
  );
}

const inkOf = (fill: number | string | null): string => {
  if (fill === null) return "none";
  if (typeof fill === "string") return fill;
  const grey = Math.round(255 * fill);
  return `rgb(${grey},${grey},${grey})`;
};
