import { PDFDocument, type PDFFont, type PDFPage, rgb, StandardFonts } from "pdf-lib";

/** A page in millimetres from its lower left corner: closed lines, plain strokes and words. */
export type PdfPage = {
  readonly widthMm: number;
  readonly heightMm: number;
  readonly areas: readonly {
    readonly lines: readonly (readonly number[])[];
    /** A grey from 0 to 1, a colour as `#rrggbb`, or nothing. */
    readonly fill: number | string | null;
    readonly strokeMm: number;
    readonly dashMm?: number;
  }[];
  readonly strokes: readonly {
    readonly from: readonly [number, number];
    readonly to: readonly [number, number];
    readonly strokeMm: number;
  }[];
  readonly words: readonly {
    readonly at: readonly [number, number];
    readonly sizeMm: number;
    readonly text: string;
    readonly bold?: boolean;
    readonly middle?: boolean;
  }[];
};

const PT = 72 / 25.4;

/** Pages as a PDF, black and swatches on white. Letters that the built-in faces lack become a question mark. */
export async function writePdf(title: string, pages: readonly PdfPage[]): Promise<Uint8Array> {
  const pdf = await PDFDocument.create();
  pdf.setTitle(title);
  // Equal content gives equal bytes.
  const never = new Date(0);
  pdf.setCreationDate(never);
  pdf.setModificationDate(never);
  const plain = await pdf.embedFont(StandardFonts.Helvetica);
  const bold = await pdf.embedFont(StandardFonts.HelveticaBold);
  for (const p of pages) drawPage(pdf.addPage([p.widthMm * PT, p.heightMm * PT]), p, plain, bold);
  return pdf.save();
}

const inkOf = (fill: number | string) =>
  typeof fill === "number"
    ? rgb(fill, fill, fill)
    : rgb(...([1, 3, 5].map((at) => parseInt(fill.slice(at, at + 2), 16) / 255) as [number, number, number]));

function drawPage(page: PDFPage, p: PdfPage, plain: PDFFont, bold: PDFFont): void {
  for (const { lines, fill, strokeMm, dashMm } of p.areas) {
    // pdf-lib draws paths downward from a corner: y is turned over.
    const path = lines
      .map((line) => {
        let out = "";
        for (let i = 0; i < line.length; i += 2)
          out += `${i === 0 ? "M" : "L"}${(line[i]! * PT).toFixed(2)} ${((p.heightMm - line[i + 1]!) * PT).toFixed(2)}`;
        return `${out}Z`;
      })
      .join("");
    page.drawSvgPath(path, {
      x: 0,
      y: p.heightMm * PT,
      borderWidth: strokeMm * PT,
      borderColor: rgb(0, 0, 0),
      ...(fill === null ? {} : { color: inkOf(fill) }),
      ...(dashMm ? { borderDashArray: [dashMm * PT, dashMm * PT] } : {}),
    });
  }
  for (const s of p.strokes)
    page.drawLine({
      start: { x: s.from[0] * PT, y: s.from[1] * PT },
      end: { x: s.to[0] * PT, y: s.to[1] * PT },
      thickness: s.strokeMm * PT,
    });
  for (const w of p.words) {
    const font = w.bold ? bold : plain;
    const text = writable(w.text, font);
    const size = w.sizeMm * PT;
    page.drawText(text, {
      x: w.at[0] * PT - (w.middle ? font.widthOfTextAtSize(text, size) / 2 : 0),
      y: w.at[1] * PT,
      size,
      font,
    });
  }
}

const known = new WeakMap<PDFFont, ReadonlySet<number>>();
function writable(text: string, font: PDFFont): string {
  let set = known.get(font);
  if (!set) known.set(font, (set = new Set(font.getCharacterSet())));
  return [...text].map((c) => (set.has(c.codePointAt(0)!) ? c : "?")).join("");
}
