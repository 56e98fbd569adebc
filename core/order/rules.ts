import type { OrderRule } from "#core/order/rule";
import { beforePaint } from "#core/order/rules/beforePaint";
import { paint } from "#core/order/rules/paint";
import { weatherGround } from "#core/order/rules/weatherGround";

/** Every rule of order and combination, by number. */
export const orderRules: readonly OrderRule[] = [...beforePaint, ...paint, ...weatherGround].sort(
  (a, b) => Number(a.id.slice(1)) - Number(b.id.slice(1)),
);

const byId = new Map(orderRules.map((r) => [r.id, r]));
export const ruleById = (id: string): OrderRule | undefined => byId.get(id);
