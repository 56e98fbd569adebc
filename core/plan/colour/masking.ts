import { kindOf } from "#core/paint/layerKinds";
import {
  allCutIn,
  type MaskGroup,
  maskedInOrder,
  maskOrder,
  type MaskOrder,
  type MaskScene,
  messyFirst,
} from "#core/paint/maskOrder";
import type { PartPlan } from "#core/plan/parts/partPlan";
import { laidLayers, staysBare, type Zone } from "#core/scene/zone";

/** Ways to keep the colours of a part apart, each with what it asks for. */
export type PartMasks = {
  /** What each group is called: its layer and its zones. */
  readonly names: ReadonlyMap<string, string>;
  readonly zoneNames: ReadonlyMap<number, string>;
  readonly best: MaskOrder;
  readonly typed: MaskOrder;
  readonly cutIn: MaskOrder;
  readonly messy: MaskOrder;
};

const wayOf = (method: string): MaskGroup["way"] =>
  method === "airbrush" || method === "can" ? method : "brush";

/** The masks of a part, one copy; null where it has one zone, no colour, or nobody measured its borders. */
export function partMasks({
  part,
  zones,
  rescale,
}: Pick<PartPlan, "part" | "zones" | "rescale">): PartMasks | null {
  const laid = laidLayers(part.zones).filter(({ layer }) => kindOf(layer.kind).covers);
  if (zones.length < 2 || laid.length === 0 || zones.every((z) => !z.measure)) return null;
  const named = laid.map(({ layer, zones: on }, i) => ({
    group: { id: `${i} ${layer.id}`, zones: on.map((z) => z.number), way: wayOf(layer.method) },
    name: `${kindOf(layer.kind).says}, ${layer.method}, on ${on.map((z) => z.name).join(", ")}`,
  }));
  const groups = named.map((n) => n.group);
  const scene: MaskScene = {
    groups,
    areaCm2: new Map(zones.map((z) => [z.zone.number, z.areaCm2.value / Math.max(1, part.count)])),
    borders: zones.flatMap(({ zone, measure }) =>
      (measure?.borders ?? []).flatMap(({ beside, length }) =>
        beside > zone.number ? [{ a: zone.number, b: beside, mm: length * rescale.factor }] : [],
      ),
    ),
    keepOuts: part.zones.filter((z) => staysBare(z) && isSeenOrFits(z)).map((z) => z.number),
    mayTake: part.zones.filter((z) => staysBare(z) && !isSeenOrFits(z)).map((z) => z.number),
    before: typedPairs(groups),
  };
  const typed = maskedInOrder(
    scene,
    groups.map((g) => g.id),
  );
  return {
    names: new Map(named.map((n) => [n.group.id, n.name])),
    zoneNames: new Map(part.zones.map((z) => [z.number, z.name])),
    ...{ best: maskOrder(scene), typed, cutIn: allCutIn(scene), messy: messyFirst(scene) },
  };
}

/** Clear and bare places are seen, and faces that fit bear no film; what is never seen may take overspray. */
const isSeenOrFits = ({ meaning }: Pick<Zone, "meaning">): boolean => meaning !== "never seen";

/** Layers of one zone keep the order in which they are typed. */
const typedPairs = (groups: readonly MaskGroup[]): readonly (readonly [string, string])[] =>
  groups.flatMap((first, i) =>
    groups
      .slice(i + 1)
      .filter((then) => then.zones.some((z) => first.zones.includes(z)))
      .map((then) => [first.id, then.id] as const),
  );
