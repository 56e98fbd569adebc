import { realText } from "#core/scale/lengthFormat";
import type { Dimensioned, DrawnChain, DrawnLine } from "#core/scale/drawnLine";

/** A dimension is marked where its length in the picture says otherwise by more than this share (common practice). */
export const MOST_OFF = 0.05;
/** Dimensions of a chain are round: sums that differ by less than this share close (our choice). */
const CLOSES = 0.005;

/** A dimension with its length as the picture shows it, full size, mm. */
export type CheckedLine = {
  readonly line: DrawnLine;
  /** By the ruler of the drawing; null before it has one. */
  readonly measuredMm: number | null;
  /** How much longer it is drawn than it says, as a share; null of the ruler itself. */
  readonly off: number | null;
  readonly isOff: boolean;
};

/** A chain with what it adds up to, and the dimension that is likely misread where it does not close. */
export type CheckedChain = {
  readonly chain: DrawnChain;
  readonly lines: readonly CheckedLine[];
  readonly overall: CheckedLine;
  readonly sumMm: number;
  readonly closes: boolean;
  readonly suspect: CheckedLine | null;
  /** What is added up, in one unit: `0.60 + 1.80 m`. */
  readonly sum: string;
  readonly sentence: string;
};

export type CheckedDrawing = {
  /** Full-size mm for one width of the picture; null before there is a ruler. */
  readonly mmPerWidth: number | null;
  readonly lines: readonly CheckedLine[];
  readonly chains: readonly CheckedChain[];
};

/** Length of a line in widths of its picture. */
export const lengthOnPicture = ({ from, to }: Pick<DrawnLine, "from" | "to">, aspect: number): number =>
  Math.hypot(to[0] - from[0], (to[1] - from[1]) / aspect);

/** Compares what a drawing says with what it shows: each dimension with its length, each chain with its overall. */
export function checkDrawing({ aspect, rulerId, lines, chains }: Dimensioned): CheckedDrawing {
  const ruler = lines.find((l) => l.id === rulerId);
  const rulerLength = ruler ? lengthOnPicture(ruler, aspect) : 0;
  const mmPerWidth = ruler && rulerLength > 0 ? ruler.realMm / rulerLength : null;
  const checked = lines.map((line): CheckedLine => {
    const measuredMm = mmPerWidth === null ? null : lengthOnPicture(line, aspect) * mmPerWidth;
    const off = measuredMm === null || line.id === rulerId ? null : measuredMm / line.realMm - 1;
    return { line, measuredMm, off, isOff: off !== null && Math.abs(off) > MOST_OFF };
  });
  const byId = new Map(checked.map((c) => [c.line.id, c]));
  return { mmPerWidth, lines: checked, chains: chains.flatMap((chain) => checkedChain(chain, byId) ?? []) };
}

function checkedChain(chain: DrawnChain, byId: ReadonlyMap<string, CheckedLine>): CheckedChain | null {
  const lines = chain.lineIds.flatMap((id) => byId.get(id) ?? []);
  const overall = byId.get(chain.overallId);
  if (!overall || lines.length === 0) return null;
  const sumMm = lines.reduce((sum, { line }) => sum + line.realMm, 0);
  const closes = Math.abs(sumMm / overall.line.realMm - 1) <= CLOSES;
  const worst = [...lines, overall].sort((a, b) => Math.abs(b.off ?? 0) - Math.abs(a.off ?? 0))[0]!;
  const suspect = !closes && worst.isOff ? worst : null;
  const said = { sum: sumText(lines, overall), sentence: chainText(sumMm, overall, closes, suspect) };
  return { chain, lines, overall, sumMm, closes, suspect, ...said };
}

function sumText(lines: readonly CheckedLine[], overall: CheckedLine): string {
  const isLong = overall.line.realMm >= 1000;
  const terms = lines.map(({ line: { realMm } }) =>
    isLong ? (realMm / 1000).toFixed(2) : realMm.toFixed(0),
  );
  return `${terms.join(" + ")} ${isLong ? "m" : "mm"}`;
}

function chainText(
  sumMm: number,
  overall: CheckedLine,
  closes: boolean,
  suspect: CheckedLine | null,
): string {
  const under = `under an overall of ${realText(overall.line.realMm)}`;
  if (closes) return `It closes: ${realText(sumMm)} ${under}.`;
  const adds = `It adds up to ${realText(sumMm)} ${under}`;
  if (!suspect)
    return `${adds}; every dimension measures what it says, so one may be missing from the chain.`;
  return `${adds}; the ${realText(suspect.line.realMm)} measures ${realText(suspect.measuredMm!)}.`;
}
