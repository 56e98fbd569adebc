import { kindOf } from "#core/paint/layerKinds";
import type { MaskGroup } from "#core/paint/maskOrder";
import { type MaskGround, type MaskItem, type MaskPlan, maskPlan } from "#core/paint/maskPlan";
import { sheenLeft } from "#core/paint/sheenLeft";
import { layerInRooms } from "#core/plan/inRooms";
import type { PartPlan } from "#core/plan/parts/partPlan";
import { type Masking, usualMasking } from "#core/materials/masking";
import type { Rooms } from "#core/scene/rooms";
import { type LaidLayer, laidLayers, staysBare, type Zone } from "#core/scene/zone";

/** Ways to keep the colours of a part apart, each with what it asks for; the one that is planned stands first. */
export type PartMasks = {
  readonly chosen: Masking;
  readonly planned: MaskPlan;
  /** What each layer is called, with its zones. */
  readonly names: ReadonlyMap<string, string>;
  readonly zoneNames: ReadonlyMap<number, string>;
  readonly ways: readonly { readonly way: (typeof compared)[number]; readonly plan: MaskPlan }[];
};
const compared = ["fewest masks", "as typed", "messy first", "all by brush"] as const;

const wayOf = (method: string): MaskGroup["way"] =>
  method === "airbrush" || method === "can" ? method : "brush";

/** Layers as masks see them: what hides what lies below, and what is sprayed to seal it. */
export function maskItems(laid: readonly (LaidLayer & { readonly id: string })[]): readonly MaskItem[] {
  const zonesOf = [...new Map(laid.flatMap((l) => l.zones.map((z) => [z.number, z] as const))).values()];
  return laid.map(({ id, layer, zones }): MaskItem => {
    const way = wayOf(layer.method);
    const isSeal = layer.kind === "varnish" && way !== "brush";
    return {
      id,
      zones: zones.map((z) => z.number),
      group: kindOf(layer.kind).covers
        ? { way }
        : isSeal
          ? { way, harmless: zonesOf.filter((z) => endsAs(z, layer.sheen)).map((z) => z.number) }
          : null,
    };
  });
}

const isColoured = ({ kind }: Zone["scheme"][number]): boolean =>
  kindOf(kind).covers === true && kind !== "primer";

const endsAs = ({ scheme }: Pick<Zone, "scheme">, sheen: string): boolean =>
  scheme.length > 0 && sheenLeft(scheme)?.sheen === sheen;

/**
 * Borders and places of a part, one copy on the bench; null where it has one zone, or nobody measured its borders.
 */
export function maskGround({
  part,
  zones,
  rescale,
}: Pick<PartPlan, "part" | "zones" | "rescale">): MaskGround | null {
  if (zones.length < 2 || zones.every((z) => !z.measure)) return null;
  const bare = part.zones.filter(staysBare);
  // What has no colour yet, primed or streaked, has none that a spray could spoil.
  const primed = part.zones.filter((z) => z.scheme.length > 0 && !z.scheme.some(isColoured));
  return {
    areaCm2: new Map(zones.map((z) => [z.zone.number, z.areaCm2.value / Math.max(1, part.count)])),
    borders: zones.flatMap(({ zone, measure }) =>
      (measure?.borders ?? []).flatMap(({ beside, length }) =>
        beside > zone.number ? [{ a: zone.number, b: beside, mm: length * rescale.factor }] : [],
      ),
    ),
    // Clear and bare places are seen, and faces that fit bear no film; what is never seen may take overspray.
    keepOuts: bare.filter((z) => z.meaning !== "never seen").map((z) => z.number),
    mayTake: [...bare.filter((z) => z.meaning === "never seen"), ...primed].map((z) => z.number),
  };
}

/** The masks of a part, one copy; null where it has one zone, no colour, or nobody measured its borders. */
export function partMasks(
  plan: Pick<PartPlan, "part" | "zones" | "rescale">,
  rooms: Rooms,
): PartMasks | null {
  const { part } = plan;
  const ground = maskGround(plan);
  const laid = laidLayers(
    part.zones.map((z) => ({ ...z, scheme: z.scheme.map((l) => layerInRooms(l, rooms)) })),
  ).map((l, i) => ({ ...l, id: `${i} ${l.layer.id}` }));
  const items = maskItems(laid);
  if (!ground || items.every((i) => !i.group)) return null;
  const chosen = part.finish.masks ?? usualMasking;
  return {
    chosen,
    planned: maskPlan(items, ground, chosen),
    names: new Map(
      laid.map(({ id, layer, zones }) => [
        id,
        `${kindOf(layer.kind).says}, ${layer.method}, on ${zones.map((z) => z.name).join(", ")}`,
      ]),
    ),
    zoneNames: new Map(part.zones.map((z) => [z.number, z.name])),
    ways: compared.map((way) => ({ way, plan: maskPlan(items, ground, { ...chosen, order: way }) })),
  };
}
