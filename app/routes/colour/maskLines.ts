import type { MaskOrder } from "#core/paint/maskOrder";
import type { PartMasks } from "#core/plan/colour/masking";

/** A group in its order, with what is covered before it; null where nothing is. */
export type MaskLine = { readonly id: string; readonly text: string; readonly cover: string | null };

export const maskLines = ({ best, names, zoneNames }: PartMasks): readonly MaskLine[] =>
  best.groups.map(({ id, mask, cutInMm, minutes }) => ({
    id,
    text: names.get(id)!,
    cover: mask
      ? `mask ${mask.zones.map((z) => zoneNames.get(z)!).join(", ")}, tape ${mask.tapeMm.toFixed(0)} mm` +
        `${mask.wrapCm2 > 0 ? `, wrap ${mask.wrapCm2.toFixed(0)} cm²` : ""}, ${minutes.toFixed(1)} min`
      : cutInMm > 0
        ? `cut in along ${cutInMm.toFixed(0)} mm, ${minutes.toFixed(1)} min`
        : null,
  }));

/** A way to keep the colours apart, in figures of one copy. */
export type MaskWay = {
  readonly way: string;
  readonly masks: number;
  readonly tapeMm: number;
  readonly cutInMm: number;
  readonly minutes: number;
};

export const maskWays = ({ best, typed, cutIn, messy }: PartMasks): readonly MaskWay[] => {
  const way = (name: string, order: MaskOrder): MaskWay => ({
    way: name,
    masks: order.masks,
    tapeMm: order.groups.reduce((sum, g) => sum + (g.mask?.tapeMm ?? 0), 0),
    cutInMm: order.groups.reduce((sum, g) => sum + g.cutInMm, 0),
    minutes: order.minutes,
  });
  return [
    way("the order with the fewest masks", best),
    way("as its layers are typed", typed),
    way("the messy first, its neat neighbour after", messy),
    way("all of it by brush, cut in", cutIn),
  ];
};
