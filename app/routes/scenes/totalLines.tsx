import type { Plan } from "#core/plan/plan";
import { FigureView } from "#ui/FigureView";
import { NotPriced } from "#ui/NotPriced";

/** What a whole scene still takes, as lines of a slip. */
export const totalLines = ({ totals }: Pick<Plan, "totals">) => [
  [
    "machines",
    <FigureView key="m" figure={totals.machineMinutes} label="Machine time, failures counted in" />,
  ] as const,
  ["hands", <FigureView key="h" figure={totals.handsMinutes} label="Hands-on time in all" />] as const,
  ["money", <FigureView key="c" figure={totals.cost} label="Material, products, power and wear" />] as const,
  ...(totals.notPriced.length > 0
    ? [["not priced", <NotPriced key="n" names={totals.notPriced} />] as const]
    : []),
];
