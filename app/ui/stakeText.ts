import { moneyText } from "#core/money";
import type { Stake } from "#core/plan/finding";
import { durationText } from "#ui/Duration";

/** Less is not worth a word: minutes, and minor units. */
const WORTH_MINUTES = 5;
const WORTH_MINOR = 50;

/** `3 h 06 of machine, 40 min of hands, €2.90`; null where too little hangs on it. */
export function stakeText({ machineMinutes, handsMinutes, minor }: Stake, currency: string): string | null {
  const said = [
    ...(machineMinutes >= WORTH_MINUTES ? [`${durationText(machineMinutes)} of machine`] : []),
    ...(handsMinutes >= WORTH_MINUTES ? [`${durationText(handsMinutes)} of hands`] : []),
    ...(minor >= WORTH_MINOR ? [moneyText(Math.round(minor), currency)] : []),
  ];
  return said.length === 0 ? null : said.join(", ");
}
