import Papa from "papaparse";
import { type Outcome, refused, success } from "#core/outcome";

/** Rows of a CSV by the headings of its first line. Commas, semicolons or tabs; quotes as in RFC 4180. */
export function readCsv(text: string): Outcome<readonly Readonly<Record<string, string>>[]> {
  const { data, errors } = Papa.parse<Record<string, string>>(text.replace(/^\uFEFF/, ""), {
    header: true,
    skipEmptyLines: "greedy",
    transformHeader: (h) => h.trim().toLowerCase(),
    delimitersToGuess: [",", ";", "\t"],
  });
  const broken = errors.find((e) => e.type === "Quotes" || e.type === "FieldMismatch");
  if (broken)
    return refused(
      "csv/broken",
      `Line ${(broken.row ?? 0) + 2} of the table does not have the columns of its first line. Check its commas and quotes.`,
      ["line", (broken.row ?? 0) + 2],
    );
  if (data.length === 0) return refused("csv/empty", "The table has no rows below its headings.");
  return success(data);
}

/** A CSV with a heading line, comma-separated, quoted where needed. */
export const writeCsv = (
  headings: readonly string[],
  rows: readonly (readonly (string | number)[])[],
): string =>
  `${Papa.unparse({ fields: [...headings], data: rows.map((r) => [...r]) }, { newline: "\r\n", escapeFormulae: true })}\r\n`;
