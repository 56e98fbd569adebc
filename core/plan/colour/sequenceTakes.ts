import { type Figure, sum } from "#core/figure";
import { type ProductId, productOf } from "#core/materials/products";
import { shareOf } from "#core/paint/coat";
import { minutesOf, mixOfLayer } from "#core/paint/layCoats";
import { kindOf } from "#core/paint/layerKinds";
import type { Colour, SchemeLayer } from "#core/paint/scheme";
import { withSequence } from "#core/plan/colour/withSequence";
import { mixOf, speedOf } from "#core/plan/order/learnt";
import { partWork } from "#core/plan/order/partWork";
import { laidWork } from "#core/plan/order/zoneWork";
import type { PartPlan } from "#core/plan/parts/partPlan";
import type { PlanInput } from "#core/scene/planInput";

/** What a run of layers takes on some things together, before it is laid. */
export type SequenceTakes = {
  /** Hands on all of it at the builder's own speed, without getting things out. */
  readonly minutes: number;
  /** How often the same work is done in one go: a coat of a layer on all of them. */
  readonly rounds: number;
  /** Each colour, or each product where there is none, ml as used with its thinner. */
  readonly pots: readonly {
    readonly colour: Colour | null;
    readonly product: ProductId;
    readonly ml: Figure;
  }[];
};

/** Where layers are laid: a part, or one of its zones. */
export type LaidOn = { readonly plan: PartPlan; readonly zone: number | null };

/** The layers as the steps of a part would lay them: on the zones that are painted, by copies, by what rooms bear. */
function laidThere(
  layers: readonly SchemeLayer[],
  { plan, zone }: LaidOn,
  isInstead: boolean,
  own: PlanInput,
) {
  const part = own.parts.find((p) => p.id === plan.part.id) ?? plan.part;
  const laid = withSequence(part.zones, layers, { zone, isInstead }, () => "apart");
  const byNumber = new Map(laid.map((z) => [z.number, z]));
  const zones = plan.zones.map((z) => ({ ...z, zone: byNumber.get(z.zone.number) ?? z.zone }));
  const ids = new Set(layers.map((l) => l.id));
  const work = partWork({ ...plan, part: { ...part, zones: laid }, zones }, own, 0);
  return laidWork(work.zones, part.count).filter((l) => ids.has(l.layer.id));
}

/** Minutes and pots of layers on several things, by the amounts that their steps will have. */
export function sequenceTakes(
  layers: readonly SchemeLayer[],
  on: readonly LaidOn[],
  isInstead: boolean,
  own: PlanInput,
): SequenceTakes {
  const [mix, speed] = [mixOf(own), speedOf(own)];
  const pots = new Map<string, { colour: Colour | null; product: ProductId; all: Figure[] }>();
  const rounds = new Map<string, number>();
  let minutes = 0;
  const all = on.flatMap((o) =>
    laidThere(layers, o, isInstead, own).map((l) => [l, o.plan.part.count] as const),
  );
  for (const [laid, count] of all) {
    const { layer, key } = laid;
    const { colour, product, coats } = layer;
    const area = shareOf(laid.areaCm2, layer.coverage);
    minutes +=
      coats *
      minutesOf({ layer, area, laid }, laid.copies?.length ?? count) *
      speed(kindOf(layer.kind).action);
    rounds.set(key, coats);
    const ml = mixOfLayer(layer, productOf(product), area, mix(layer));
    if (!ml) continue;
    const name = colour ? `${colour.kind}:${colour.id}` : product;
    const pot = pots.get(name) ?? { colour, product, all: [] };
    pots.set(name, pot);
    pot.all.push(ml);
  }
  return {
    minutes,
    rounds: [...rounds.values()].reduce((n, coats) => n + coats, 0),
    pots: [...pots.values()].map(({ all, ...pot }) => ({ ...pot, ml: sum(all, "ml", "shared") })),
  };
}
