import { readCsv, writeCsv } from "#core/formats/csv";
import { failure, type Outcome, type Problem, success } from "#core/outcome";
import { parseLength } from "#core/scale/lengthText";

export type LedgerEntry = {
  readonly name: string;
  readonly realMm: number;
  readonly along: "bed" | "height";
};

/**
 * `name,real,along`: real as people write lengths, millimetres where no unit stands; along is bed or height.
 */
export const writeLedgerCsv = (entries: readonly LedgerEntry[]): string =>
  writeCsv(
    ["name", "real", "along"],
    entries.map((e) => [e.name, `${Number(e.realMm.toFixed(3))} mm`, e.along]),
  );

/** Every problem with its line; nothing is taken unless all of it can be. */
export function readLedgerCsv(text: string): Outcome<readonly LedgerEntry[]> {
  const rows = readCsv(text);
  if (!rows.ok) return rows;
  const problems: Problem[] = [];
  const entries: LedgerEntry[] = [];
  rows.value.forEach((row, i) => {
    const line = i + 2;
    const name = (row.name ?? "").trim();
    const length = parseLength(row.real ?? "", 1);
    const along = (row.along ?? "bed").trim().toLowerCase() || "bed";
    if (name === "")
      problems.push({
        code: "ledger/no-name",
        path: ["line", line],
        message: `Line ${line} has no name. Give every dimension one.`,
      });
    if (!length.ok)
      problems.push({
        ...length.problems[0]!,
        path: ["line", line],
        message: `Line ${line}: ${length.problems[0]!.message}`,
      });
    if (along !== "bed" && along !== "height")
      problems.push({
        code: "ledger/along",
        path: ["line", line],
        message: `Line ${line}: “${along.slice(0, 30)}” is neither bed nor height.`,
      });
    if (name !== "" && length.ok && (along === "bed" || along === "height"))
      entries.push({ name: name.slice(0, 120), realMm: length.value.mm, along });
  });
  return problems.length > 0 ? failure(...problems) : success(entries);
}
