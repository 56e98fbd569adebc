import { type Finding, finding } from "#core/plan/finding";
import { needRef } from "#core/reference";
import { amountText, type StockLine } from "#core/stores/draw";

export function storeFindings(stores: readonly StockLine[]): Finding[] {
  return stores
    .filter((l) => l.state !== "enough")
    .map((l) => {
      const batch = l.needKey.startsWith("recipe:");
      const amount = (v: number) => amountText(v, l.unit);
      const sentence =
        l.state === "none"
          ? `${l.name} is not on the shelf; about ${amount(l.needed)} ${(l.unit === "sheets" || l.unit === "pieces") && Math.ceil(l.needed) === 1 ? "is" : "are"} needed.`
          : l.state === "short"
            ? `${batch ? `The mix “${l.name}”` : l.name} runs out in “${l.runsOutIn}”: ${amount(l.left)} are left and ${amount(l.needed)} are needed.${batch ? " A mix made later will not match by eye: mix enough for all of it again." : " Have enough before you start."}`
            : `${l.name} may run out: ${amount(l.left)} are left, ${amount(l.needed)} to ${amount(l.neededHigh)} are needed.`;
      return finding(
        l.state === "short" ? "wastes" : "missing",
        "stores",
        needRef(l.needKey),
        l.name,
        l.state,
        sentence,
      );
    });
}
