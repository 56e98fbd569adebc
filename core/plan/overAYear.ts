import { type Finding, finding } from "#core/plan/finding";
import { counted } from "#core/words";
import type { Totals } from "#core/plan/totals";

const YEAR_MIN = 365 * 24 * 60;
const hours = (minutes: number) => counted(Math.round(minutes / 60), "hour", "hours");

/**
 * Said before anything else of a plan: that it is more than its machines or hands do in a year.
 * @param from when work begins, plan minutes, as the totals are
 */
export function overAYear(
  { machineMinutes, handsMinutes, finishAt }: Pick<Totals, "machineMinutes" | "handsMinutes" | "finishAt">,
  from: number,
  printers: number,
): Finding[] {
  const isLong =
    (Number.isFinite(finishAt) && finishAt - from > YEAR_MIN) ||
    machineMinutes.value > YEAR_MIN * Math.max(1, printers) ||
    handsMinutes.value > YEAR_MIN;
  if (!isLong) return [];
  const sentence =
    `This is more than a year: ${hours(machineMinutes.value)} of the machines and ` +
    `${hours(handsMinutes.value)} of yours. Look for a part at a wrong scale or a count too high, ` +
    "or make the scene smaller.";
  return [finding("ruins", "lay", "scene", "The whole plan", "over-a-year", sentence)];
}
