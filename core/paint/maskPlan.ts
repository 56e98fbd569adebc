import {
  allCutIn,
  borderWith,
  coverWith,
  type MaskGroup,
  maskedInOrder,
  maskOrder,
  type MaskScene,
  messyFirst,
  reaches,
} from "#core/paint/maskOrder";
import type { MaskKind, MaskOrderWay } from "#core/materials/masking";

/** A layer of a part as masks see it; without a group it neither hides what lies below nor is sprayed. */
export type MaskItem = {
  readonly id: string;
  readonly zones: readonly number[];
  readonly group: Pick<MaskGroup, "way" | "harmless"> | null;
};

/** Zones of one part without its layers. Lengths in mm, areas in cm2, of one copy on the bench. */
export type MaskGround = Pick<MaskScene, "areaCm2" | "borders" | "keepOuts" | "mayTake">;

/** What is put on before one layer and comes off after another, of one copy. */
export type PlannedMask = {
  readonly before: string;
  readonly after: string;
  readonly zones: readonly number[];
  /** It stays free of paint all along: it is covered from the first spray to the last layer. */
  readonly keepsOut: boolean;
  readonly kind: MaskKind;
  readonly tapeMm: number;
  readonly wrapCm2: number;
  readonly minutes: number;
};

export type MaskPlan = {
  /** The layers in the order that the masks are for. */
  readonly order: readonly string[];
  readonly masks: readonly PlannedMask[];
  /** Border that a brush goes along with care, mm, by layer. */
  readonly cutInMm: ReadonlyMap<string, number>;
  /** What stays free all along and is reached by a layer while nothing covers it, by layer. */
  readonly uncovered: ReadonlyMap<string, readonly number[]>;
  /** What a layer must come after, so that its masks are enough. */
  readonly follows: ReadonlyMap<string, readonly string[]>;
  /** Hands on masks and on borders, one copy. */
  readonly minutes: number;
};

/** What the layers of a part ask for where they are laid in one of these ways. */
export function maskPlan(
  items: readonly MaskItem[],
  ground: MaskGround,
  { order: way, kind }: { readonly order: MaskOrderWay | "all by brush"; readonly kind: MaskKind },
): MaskPlan {
  const scene = sceneOf(items, ground, kind);
  const order = laidInOrder(items, groupsInOrder(scene, way));
  const groups = order.filter((i) => i.group).map((i) => i.id);
  const asked = maskedInOrder(way === "all by brush" ? brushed(scene) : scene, groups);
  const masks = way === "no masks" || way === "all by brush" ? [] : masksOf(order, scene, asked.groups);
  const cutInMm = new Map(asked.groups.flatMap((g) => (g.cutInMm > 0 ? [[g.id, g.cutInMm] as const] : [])));
  const cutting = asked.groups.reduce((sum, g) => sum + (g.mask ? 0 : g.minutes), 0);
  return {
    order: order.map((i) => i.id),
    masks,
    cutInMm,
    uncovered: new Map(
      way === "no masks"
        ? scene.groups.map((g) => [g.id, scene.keepOuts.filter((z) => reaches(scene, g, z))] as const)
        : [],
    ),
    follows: masks.length > 0 || groups.length > 1 ? follows(order, scene, way) : new Map(),
    minutes: masks.reduce((sum, m) => sum + m.minutes, cutting),
  };
}

const brushed = (scene: MaskScene): MaskScene => ({
  ...scene,
  groups: scene.groups.map((g) => ({ ...g, way: "brush" as const })),
});

function sceneOf(items: readonly MaskItem[], ground: MaskGround, kind: MaskKind): MaskScene {
  const groups = items.flatMap(({ id, zones, group }): readonly MaskGroup[] =>
    group ? [{ id, zones, ...group }] : [],
  );
  // Layers of one zone keep the order in which they are typed.
  const before = groups.flatMap((first, i) =>
    groups
      .slice(i + 1)
      .filter((then) => then.zones.some((z) => first.zones.includes(z)))
      .map((then) => [first.id, then.id] as const),
  );
  return { ...ground, groups, before, kind };
}

function groupsInOrder(scene: MaskScene, way: MaskOrderWay | "all by brush"): readonly string[] | null {
  if (way === "as typed" || way === "no masks") return null;
  const found =
    way === "messy first" ? messyFirst(scene) : way === "all by brush" ? allCutIn(scene) : maskOrder(scene);
  return found.groups.map((g) => g.id);
}

/**
 * All layers in the order of their groups: what belongs to one zone alone follows its groups at once, so that it is
 * done before the zone is covered. As typed where no order of groups is told.
 */
function laidInOrder(items: readonly MaskItem[], groups: readonly string[] | null): readonly MaskItem[] {
  if (!groups) return items;
  const left = [...items];
  const order: MaskItem[] = [];
  const isOpen = (item: MaskItem) =>
    !left.slice(0, left.indexOf(item)).some((o) => o.zones.some((z) => item.zones.includes(z)));
  while (left.length > 0) {
    const open = left.filter(isOpen);
    const wanted = groups.find((id) => left.some((i) => i.id === id));
    const next =
      open.find((i) => !i.group) ??
      open.find((i) => i.id === wanted) ??
      groups.flatMap((id) => open.find((i) => i.id === id) ?? [])[0] ??
      open[0]!;
    left.splice(left.indexOf(next), 1);
    order.push(next);
  }
  return order;
}

type Span = { readonly zone: number; readonly from: number; to: number; readonly keepsOut: boolean };

/** From which layer to which each zone is covered; what is worked on in between is uncovered for it. */
function masksOf(
  order: readonly MaskItem[],
  scene: MaskScene,
  asked: readonly { readonly id: string; readonly mask: { readonly zones: readonly number[] } | null }[],
): readonly PlannedMask[] {
  const at = new Map(order.map((i, n) => [i.id, n]));
  const last = order.findLastIndex((i) => i.group);
  const spans: Span[] = [];
  for (const { id, mask } of asked)
    for (const zone of mask?.zones ?? []) {
      const here = at.get(id)!;
      const keepsOut = scene.keepOuts.includes(zone);
      const open = spans.findLast((s) => s.zone === zone);
      const isFree = open && !order.slice(open.to + 1, here).some((i) => i.zones.includes(zone));
      if (open && isFree) open.to = here;
      else spans.push({ zone, from: here, to: keepsOut ? last : here, keepsOut });
    }
  const together = new Map<string, Span[]>();
  for (const s of spans) {
    const key = `${s.from} ${s.to} ${s.keepsOut}`;
    (together.get(key) ?? together.set(key, []).get(key)!).push(s);
  }
  return [...together.values()].map((all) => maskOf(all, order, scene));
}

/** Zones that are covered from one layer to another, with what that takes. */
function maskOf(spans: readonly Span[], order: readonly MaskItem[], scene: MaskScene): PlannedMask {
  const { from, to, keepsOut } = spans[0]!;
  const zones = spans.map((s) => s.zone);
  const during = order
    .slice(from, to + 1)
    .flatMap((i) => scene.groups.find((g) => g.id === i.id) ?? [])
    .filter((g) => g.way !== "brush" || keepsOut);
  const painted = [...new Set(during.flatMap((g) => g.zones))];
  const all: MaskGroup = { id: "", way: "airbrush", zones: painted };
  const borderMm = zones.reduce((sum, z) => sum + borderWith(scene, z, all), 0);
  const cover = coverWith(scene, zones, { borderMm, isCan: during.some((g) => g.way === "can") });
  const kind = scene.kind ?? "tape";
  return { before: order[from]!.id, after: order[to]!.id, zones, keepsOut, kind, ...cover };
}

/** Where its spray comes to zones that are painted later, those wait for it: there it does no harm. */
function follows(
  order: readonly MaskItem[],
  scene: MaskScene,
  way: MaskOrderWay | "all by brush",
): ReadonlyMap<string, readonly string[]> {
  if (way === "as typed" || way === "no masks" || way === "all by brush") return new Map();
  const groups = order.flatMap((i) => scene.groups.find((g) => g.id === i.id) ?? []);
  return new Map(
    groups.map((then, n) => [
      then.id,
      groups
        .slice(0, n)
        .flatMap((first) => (then.zones.some((z) => reaches(scene, first, z)) ? [first.id] : [])),
    ]),
  );
}
