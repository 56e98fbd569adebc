import { counted } from "#core/words";
import { between, digits, type Figure } from "#core/figure";

/** What things on the shelf are counted in. */
export const stockUnits = ["ml", "g", "sheets", "pieces", "m"] as const;
export type StockUnit = (typeof stockUnits)[number];

/** An amount as it is bought and counted: sheets and pieces are whole, and one that is begun is needed. */
export const amountText = (amount: number, unit: StockUnit): string =>
  unit === "sheets" || unit === "pieces"
    ? counted(Math.ceil(amount - 1e-9), unit === "sheets" ? "sheet" : "piece", unit)
    : `${Number(digits(amount))} ${unit}`;

/**
 * Something on the shelf. `needKey` ties it to what scenes ask for: a paint id, a material id, a product
 * family.
 */
export type StockItem = {
  readonly id: string;
  readonly needKey: string;
  readonly name: string;
  readonly unit: StockUnit;
  readonly left: number;
  readonly pricePerUnit: number;
  /** Of a mix that stands ready: when it was made, how much, and for what. */
  readonly batch?: { readonly madeOn: string; readonly madeMl: number; readonly forWhat: string };
};

/** One use of something, in the order of work. */
export type Need = {
  readonly needKey: string;
  readonly name: string;
  readonly unit: StockUnit;
  readonly amount: Figure;
  readonly forWhat: string;
  /** Where its price stands elsewhere than on the shelf, in minor units; 0 where it has none. */
  readonly pricePerUnit?: number;
};

export type StockLine = {
  readonly needKey: string;
  readonly name: string;
  readonly unit: StockUnit;
  readonly left: number;
  readonly neededLow: number;
  readonly needed: number;
  readonly neededHigh: number;
  /**
   * `short`: runs out even at the likely amount; `close`: runs out at the 90 % amount; `none`: nothing on the
   * shelf.
   */
  readonly state: "enough" | "close" | "short" | "none";
  /** The use in which it runs out, or null. */
  readonly runsOutIn: string | null;
  /** What is drawn costs, minor units; nothing where it is not priced, and then it is told as that. */
  readonly cost: Figure;
  readonly priced: boolean;
};

/** Draws every need from the shelf in order and says where something runs out: before a coat, not in it. */
export function drawStores(stock: readonly StockItem[], needs: readonly Need[]): readonly StockLine[] {
  const keys = [...new Set(needs.map((n) => n.needKey))];
  return keys.map((needKey): StockLine => {
    const uses = needs.filter((n) => n.needKey === needKey);
    const items = stock.filter((s) => s.needKey === needKey);
    const left = items.reduce((sum, s) => sum + s.left, 0);
    let drawn = 0;
    let above = 0;
    let below = 0;
    let runsOutIn: string | null = null;
    for (const use of uses) {
      drawn += use.amount.value;
      above += (use.amount.high - use.amount.value) ** 2;
      below += (use.amount.value - use.amount.low) ** 2;
      if (runsOutIn === null && drawn > left) runsOutIn = use.forWhat;
    }
    const neededHigh = drawn + Math.sqrt(above);
    const neededLow = Math.max(0, drawn - Math.sqrt(below));
    const price = uses[0]!.pricePerUnit ?? items[0]?.pricePerUnit ?? 0;
    return {
      needKey,
      name: items[0]?.name ?? uses[0]!.name,
      unit: uses[0]!.unit,
      left,
      neededLow,
      needed: drawn,
      neededHigh,
      state: items.length === 0 ? "none" : drawn > left ? "short" : neededHigh > left ? "close" : "enough",
      runsOutIn,
      cost: between(neededLow * price, drawn * price, neededHigh * price, "minor", "yours"),
      priced: price > 0,
    };
  });
}

/** What is left of each of several jars or rolls of one thing, by its id, once so much more or less of it is there. */
export type LeftOf = ReadonlyMap<string, number>;

const neat = (left: number) => Math.max(0, Number(left.toFixed(4)));
/** The oldest first: what was begun is used up. */
const byAge = (items: readonly StockItem[]): readonly StockItem[] =>
  [...items].sort((a, b) => ((a.batch?.madeOn ?? "") < (b.batch?.madeOn ?? "") ? -1 : 1));

/** So much taken, from the oldest first; no more than there is. */
export function takenFrom(items: readonly StockItem[], amount: number): LeftOf {
  let open = amount;
  return new Map(
    byAge(items).map(({ id, left }) => {
      const taken = Math.min(left, open);
      open -= taken;
      return [id, neat(left - taken)] as const;
    }),
  );
}

/** So much counted of all of them together: what is missing is off the oldest, what is more is in the newest. */
export function countedAs(items: readonly StockItem[], left: number): LeftOf {
  const all = items.reduce((sum, s) => sum + s.left, 0);
  if (left <= all) return takenFrom(items, all - left);
  const newest = byAge(items).at(-1);
  return new Map(items.map((s) => [s.id, neat(s === newest ? s.left + left - all : s.left)]));
}

/** Whether any of a mix stands ready in a jar. */
export const standsReady = (recipeId: string, stock: readonly StockItem[]): boolean =>
  stock.some((s) => s.needKey === `recipe:${recipeId}` && s.left > 0);

/** What to buy: the shortfall at the 90 % amount. */
export const toBuy = (lines: readonly StockLine[]) =>
  lines.filter((l) => l.state !== "enough").map((l) => ({ ...l, buy: Math.max(0, l.neededHigh - l.left) }));
