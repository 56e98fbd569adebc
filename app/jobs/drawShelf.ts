import type { Draw, Shelf } from "#core/plan/stores/stepNeeds";
import { amountText, type LeftOf, type StockItem, takenFrom } from "#core/stores/draw";
import type { Change } from "#data/journal";

const less = (left: number, amount: number) => Math.max(0, Number((left - amount).toFixed(4)));

/** Draws of one thing as one: a row that is changed twice in one change keeps only the last. */
const merged = (draws: readonly Draw[]): readonly Draw[] => {
  const byKey = new Map<string, Draw>();
  for (const d of draws) {
    const known = byKey.get(d.needKey);
    byKey.set(d.needKey, known ? { ...known, amount: known.amount + d.amount } : d);
  }
  return [...byKey.values()];
};

/** Rows of the shelf that have another amount left. */
const stockChanges = (items: readonly StockItem[], now: LeftOf): readonly Change[] =>
  items.flatMap(({ id, left }): readonly Change[] =>
    now.get(id) === left
      ? []
      : [
          {
            table: "stock",
            id,
            // By how much it changes: another tab may have taken of it meanwhile.
            patch: (row) => ({ left: less(row.left, left - now.get(id)!) }),
            ifThere: true,
          },
        ],
  );

/** Draws taken off what stands on the shelf: of the stock that was written down, else of the pot itself. */
export function drawChanges(draws: readonly Draw[], { stock, paints }: Shelf): readonly Change[] {
  return merged(draws).flatMap(({ needKey, amount }): readonly Change[] => {
    const items = stock.filter((s) => s.needKey === needKey);
    if (items.length > 0) return stockChanges(items, takenFrom(items, amount));
    const pot = paints.find((p) => `paint:${p.id}` === needKey);
    return pot
      ? [
          {
            table: "paints",
            id: pot.id,
            patch: ({ millilitres }) => ({ millilitres: less(millilitres, amount) }),
            ifThere: true,
          },
        ]
      : [];
  });
}

/** What was drawn, in words; "" where nothing was. It is corrected in Stores. */
export const drawnWords = (draws: readonly Draw[], shelf: Shelf): string => {
  const there = merged(draws).filter((d) => drawChanges([d], shelf).length > 0);
  return there.length === 0
    ? ""
    : ` Drawn from the shelf: ${there.map((d) => `${amountText(d.amount, d.unit)} ${d.name}`).join(", ")}.`;
};
