import { type LaidWork, layerKey, type MaskWork } from "#core/paint/coat";
import { type MaskGround, maskPlan } from "#core/paint/maskPlan";
import type { Masking } from "#core/materials/masking";
import { maskItems } from "#core/plan/colour/masking";
import type { ZoneWork } from "#core/plan/order/zoneWork";
import { wholeZone } from "#core/scene/zone";

/** How the colours of a part are kept apart: its borders on one copy, and what the builder chose. */
export type MaskingWork = { readonly ground: MaskGround; readonly chosen: Masking };

/** The layers of a part in the order that asks for the fewest masks, or as chosen, with what is covered when. */
export function maskedWork(
  laid: readonly LaidWork[],
  masking: MaskingWork | null | undefined,
  { zones, count }: { readonly zones: readonly ZoneWork[]; readonly count: number },
): { readonly layers: readonly LaidWork[]; readonly masks: readonly MaskWork[] } {
  if (!masking) return { layers: laid, masks: [] };
  const once = [...new Map(laid.map((l) => [layerKey(l), l] as const)).entries()];
  const zoneOf = new Map(
    zones.map(({ number, name, scheme }) => [number, { ...wholeZone, number, name, scheme }]),
  );
  const items = maskItems(
    once.map(([id, l]) => ({ id, layer: l.layer, zones: l.zones.map((z) => zoneOf.get(z)!) })),
  );
  const plan = maskPlan(items, masking.ground, masking.chosen);
  const own = new Map(zones.map((z) => [z.number, z]));
  const layers = plan.order.flatMap((id) =>
    laid
      .filter((l) => layerKey(l) === id)
      .map((l): LaidWork => {
        const reached = plan.uncovered.get(id) ?? [];
        const isClearSafe = !reached.some((z) => own.get(z)!.meaning === "clear");
        return { ...l, isClearSafe, follows: plan.follows.get(id) ?? [] };
      }),
  );
  return {
    layers,
    masks: plan.masks.map(({ minutes, tapeMm, wrapCm2, zones: covered, ...mask }): MaskWork => {
      const here = covered.map((z) => own.get(z)!);
      const meanings = here.map((z) => z.meaning);
      return {
        ...mask,
        ...{ zones: covered, of: here.map((z) => z.name).join(", ") },
        ...{ minutes: minutes * count, tapeMm: tapeMm * count, wrapCm2: wrapCm2 * count },
        areaCm2: here.reduce((sum, z) => sum + z.areaCm2.value, 0),
        isClear: meanings.includes("clear"),
        fits: meanings.includes("mating"),
      };
    }),
  };
}
