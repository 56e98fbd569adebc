import { times } from "#core/figure";
import { productOf } from "#core/materials/products";
import { coatMillilitres, methods } from "#core/paint/amount";
import { WHOLE } from "#core/paint/layerCover";
import { type HiddenCoat, hiddenCoats, primerAsBase } from "#core/paint/spareCoats";
import { recipeOf, type SchemeLayer } from "#core/paint/scheme";
import type { Finding } from "#core/plan/finding";
import { partFinding, partMend } from "#core/plan/parts/partFinding";
import type { PartPlan, ZonePlan } from "#core/plan/parts/partPlan";
import type { Workshop } from "#core/scene/workshop";
import { placeName, type Zone } from "#core/scene/zone";
import { counted } from "#core/words";

type Shelf = Pick<Workshop, "paints" | "recipes">;

/** What is not worth a word: less than this of hands, and of paint. */
const LEAST = { minutes: 2, ml: 1 } as const;

/** Coats that need not be laid: under a later opaque one, or of the colour that the primer has. */
export const spareFindings = (parts: readonly PartPlan[], shelf: Shelf): Finding[] =>
  parts
    .filter((p) => !p.held && !p.paintAssumed)
    .flatMap((p) =>
      p.zones.flatMap((z) => [
        ...hiddenCoats(z.zone.scheme, shelf).flatMap((hidden) => spared(p, z, hidden, shelf) ?? []),
        ...based(p, z.zone, shelf),
      ]),
    );

const withScheme = (part: PartPlan["part"], zone: Zone, change: (l: SchemeLayer) => readonly SchemeLayer[]) =>
  part.zones.map((z) => (z.number === zone.number ? { ...z, scheme: z.scheme.flatMap(change) } : z));

/** Minutes and ml of what lies under the later coat. */
export function sparedBy(z: Pick<ZonePlan, "areaCm2">, { layer, share }: HiddenCoat, shelf: Shelf) {
  const areaCm2 = times(z.areaCm2, layer.coverage + share - 1);
  const thinnerShare = shelf.recipes.find((r) => r.id === recipeOf(layer))?.thinnerShare ?? 0;
  const { minutesPerCm2 } = methods[layer.method];
  const laid = (cm2: typeof areaCm2) =>
    coatMillilitres({ ...layer, areaCm2: cm2, product: productOf(layer.product), thinnerShare }).value;
  return {
    minutes: minutesPerCm2 * areaCm2.value * layer.coats,
    // What stays in the tool stays in it either way.
    ml: laid(areaCm2) - laid(times(areaCm2, 0)),
    cm2: areaCm2.value,
  };
}

function spared({ part }: PartPlan, z: ZonePlan, hidden: HiddenCoat, shelf: Shelf): Finding | null {
  const { layer, under, share } = hidden;
  const { minutes, ml, cm2 } = sparedBy(z, hidden, shelf);
  if (minutes < LEAST.minutes && ml < LEAST.ml) return null;
  const isAll = share >= WHOLE;
  const left = 1 - share;
  const zones = withScheme(part, z.zone, (l) =>
    l.id !== layer.id ? [l] : isAll ? [] : [{ ...l, id: `${l.id}-${z.zone.number}`, coverage: left }],
  );
  return partFinding(
    part,
    "wastes",
    "colour",
    "coat-hidden",
    `${placeName(part, z.zone)}: ${counted(layer.coats, "coat", "coats")} of the ${layer.kind} ${layer.coats === 1 ? "lies" : "lie"} ` +
      `under the ${under.kind} that hides ${cm2.toFixed(0)} cm² of it: ${minutes.toFixed(1)} min and ${ml.toFixed(1)} ml for nothing. ` +
      "Going 10 to 20 mm over the border is enough.",
    [
      partMend(part, isAll ? `Leave the ${layer.kind} out` : `Lay it on ${Math.round(100 * left)} % only`, {
        zones,
      }),
    ],
    `${z.zone.number}-${layer.id}`,
  );
}

/** The primer is the base colour. */
function based({ part }: PartPlan, zone: Zone, shelf: Shelf): Finding[] {
  const found = primerAsBase(zone.scheme, shelf);
  if (!found) return [];
  const { primer, base, pot, difference } = found;
  const zones = withScheme(part, zone, (l) =>
    l.id === base.id
      ? []
      : l.id === primer.id
        ? [
            {
              ...l,
              id: `${l.id}-${zone.number}`,
              colour: { kind: "paint", id: pot.id },
              product: pot.product,
            },
          ]
        : [l],
  );
  return [
    partFinding(
      part,
      "wastes",
      "colour",
      "primer-is-base",
      `${placeName(part, zone)}: ${pot.name} is ${difference.toFixed(1)} off its first colour, which nobody tells apart. ` +
        "Prime with it, and the base coat is spared.",
      [partMend(part, `Prime with ${pot.name}, no base coat`, { zones })],
      String(zone.number),
    ),
  ];
}
