import { moneyText } from "#core/money";
import { exact, type Figure, type WorkingLine } from "#core/figure";
import type { OtherWays } from "#core/scene/part";

/**
 * One way to have a part: what it costs in money and hours for the count, everything turned to money. Minor
 * units.
 */
export type Way = {
  readonly way: "print" | "buy" | "build by hand";
  readonly moneyMinor: number;
  readonly hours: number;
  readonly together: Figure;
  /** What these rooms lack for it, in a sentence; null where it can be done here. */
  readonly lacks: string | null;
};

/**
 * Ways side by side, cheapest together first; from which count printing wins over each other way, null where
 * never.
 */
export type Comparison = {
  readonly ways: readonly Way[];
  readonly breakEven: readonly {
    readonly against: Way["way"];
    readonly count: number | null;
    readonly working: string;
  }[];
};

/**
 * Printing has hours that come once (finding the file, mending it, a trial) and costs for each copy; buying
 * and building
 * have costs for each only. The break-even count is once / (other each - print each).
 * @param print money and hands-on hours for one copy
 * @param buildingLacks why nothing is built by hand here; such a way comes last, whatever it costs
 */
export function compareWays(
  count: number,
  print: { readonly eachMinor: number; readonly eachHours: number },
  other: OtherWays,
  currency: string,
  buildingLacks: string | null = null,
): Comparison {
  const money = (minor: number) => moneyText(minor, currency);
  const worth = other.hourWorthMinor;
  const each = { print: print.eachMinor + print.eachHours * worth, once: other.makeOnceHours * worth };
  const way = (name: Way["way"], moneyMinor: number, hours: number, lines: readonly WorkingLine[]): Way => ({
    way: name,
    moneyMinor,
    hours,
    lacks: name === "build by hand" ? buildingLacks : null,
    together: exact(moneyMinor + hours * worth, "minor", "computed", [
      ...lines,
      {
        text: `${hours.toFixed(1)} h with hands on it, an hour taken for ${money(worth)}`,
        basis: "yours",
      },
    ]),
  });
  const ways = [
    way("print", print.eachMinor * count, other.makeOnceHours + print.eachHours * count, [
      {
        text: `${other.makeOnceHours} h once, then ${print.eachHours.toFixed(2)} h and ${money(print.eachMinor)} for each of ${count}`,
        basis: "computed",
      },
    ]),
  ];
  const breakEven: { against: Way["way"]; count: number | null; working: string }[] = [];
  const against = (name: Way["way"], eachMinor: number, eachHours: number) => {
    ways.push(
      way(name, eachMinor * count, eachHours * count, [
        {
          text: `${money(eachMinor)} and ${eachHours.toFixed(2)} h for each of ${count}`,
          basis: "yours",
        },
      ]),
    );
    const gain = eachMinor + eachHours * worth - each.print;
    const from = gain > 0 ? Math.max(1, Math.ceil(each.once / gain - 1e-9)) : null;
    breakEven.push({
      against: name,
      count: from,
      working:
        gain > 0
          ? `${money(each.once)} once / ${money(gain)} saved on each copy`
          : `each printed copy costs ${money(-gain)} more, so it never pays`,
    });
  };
  if (other.buyEachMinor !== null) against("buy", other.buyEachMinor, 0);
  if (other.buildEachMinor !== null || other.buildEachHours !== null)
    against("build by hand", other.buildEachMinor ?? 0, other.buildEachHours ?? 0);
  return { ways: ways.sort(cheapestHere), breakEven };
}

/** What can be done here first, the cheapest of it first. */
const cheapestHere = (a: Way, b: Way) =>
  Number(a.lacks !== null) - Number(b.lacks !== null) || a.together.value - b.together.value;
