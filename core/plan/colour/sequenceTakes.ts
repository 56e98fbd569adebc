import { type Figure, sum } from "#core/figure";
import { type ProductId, productOf } from "#core/materials/products";
import { coatMinutes } from "#core/paint/amount";
import { mixOfLayer } from "#core/paint/layCoats";
import { type MixOf, shareOf } from "#core/paint/coat";
import type { Colour, SchemeLayer } from "#core/paint/scheme";
import type { PartPlan } from "#core/plan/parts/partPlan";

/** What a run of layers takes on some things together, before it is laid. */
export type SequenceTakes = {
  /** Hands on all of it, without getting things out. */
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

/** Area of all copies, cm2; of the zones that are painted where none is named. */
function areaOf({ plan, zone }: LaidOn): Figure {
  const zones = plan.zones.filter((z) => zone === null || z.zone.number === zone);
  return zones.length === 1
    ? zones[0]!.areaCm2
    : sum(
        zones.map((z) => z.areaCm2),
        "cm2",
        "shared",
      );
}

/**
 * Minutes and pots of layers on several things, by the amounts that their steps will have.
 * @param mixOf what each layer is laid with
 */
export function sequenceTakes(
  layers: readonly SchemeLayer[],
  on: readonly LaidOn[],
  mixOf: MixOf,
): SequenceTakes {
  const areas = on.map(areaOf);
  const pots = new Map<string, { colour: Colour | null; product: ProductId; all: Figure[] }>();
  let minutes = 0;
  for (const layer of layers)
    for (const whole of areas) {
      const area = shareOf(whole, layer.coverage);
      minutes += layer.coats * coatMinutes(layer.method, area.value);
      const ml = mixOfLayer(layer, productOf(layer.product), area, mixOf(layer));
      if (!ml) continue;
      const key = layer.colour ? `${layer.colour.kind}:${layer.colour.id}` : layer.product;
      const pot = pots.get(key) ?? { colour: layer.colour, product: layer.product, all: [] };
      pots.set(key, pot);
      pot.all.push(ml);
    }
  return {
    minutes,
    rounds: layers.reduce((n, l) => n + l.coats, 0),
    pots: [...pots.values()].map(({ colour, product, all }) => ({
      colour,
      product,
      ml: sum(all, "ml", "shared"),
    })),
  };
}
