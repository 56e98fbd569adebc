import type { MaskPlan, PlannedMask } from "#core/paint/maskPlan";
import type { MaskKind, MaskOrderWay } from "#core/materials/masking";
import type { PartMasks } from "#core/plan/colour/masking";

/** A layer in its order, with what is covered before it and what comes off after it; null where nothing is. */
export type MaskLine = {
  readonly id: string;
  readonly text: string;
  readonly cover: string | null;
  readonly off: string | null;
};

export const orderNames: Readonly<Record<MaskOrderWay, string>> = {
  "fewest masks": "with the fewest masks",
  "as typed": "as their layers are typed",
  "messy first": "the messy first",
  "no masks": "with no masks planned",
};

export const kindNames: Readonly<Record<MaskKind, string>> = {
  tape: "tape",
  liquid: "liquid mask",
  putty: "putty",
  template: "cut masks, 1:1",
  card: "a card held by hand",
};

const coverText = ({ kind, tapeMm, wrapCm2, minutes }: PlannedMask): string => {
  const cover = kind === "tape" ? `tape ${tapeMm.toFixed(0)} mm` : kindNames[kind];
  return `${cover}${wrapCm2 >= 1 ? `, wrap ${wrapCm2.toFixed(0)} cm²` : ""}, ${minutes.toFixed(1)} min`;
};

export function maskLines({ planned, names, zoneNames }: PartMasks): readonly MaskLine[] {
  const zonesText = (m: PlannedMask) => m.zones.map((z) => zoneNames.get(z)!).join(", ");
  const isNamed = new Set([...planned.masks.flatMap((m) => [m.before, m.after]), ...planned.cutInMm.keys()]);
  return planned.order
    .filter((id) => isNamed.has(id) || planned.follows.has(id))
    .map((id) => {
      const on = planned.masks.filter((m) => m.before === id);
      const off = planned.masks.filter((m) => m.after === id && m.kind !== "card");
      const cutInMm = planned.cutInMm.get(id) ?? 0;
      const cover = [
        ...on.map((m) => `mask ${zonesText(m)}, ${coverText(m)}`),
        ...(cutInMm > 0 ? [`cut in along ${cutInMm.toFixed(0)} mm`] : []),
      ];
      return {
        ...{ id, text: names.get(id)! },
        cover: cover.length > 0 ? cover.join("; ") : null,
        off: off.length > 0 ? `then uncover ${off.map(zonesText).join(", ")}` : null,
      };
    });
}

/** A way to keep the colours apart, in figures of one copy. */
export type MaskWay = {
  readonly way: string;
  readonly masks: number;
  readonly tapeMm: number;
  readonly cutInMm: number;
  readonly minutes: number;
};

const wayNames: Readonly<Record<PartMasks["ways"][number]["way"], string>> = {
  "fewest masks": "the order with the fewest masks",
  "as typed": "as its layers are typed",
  "messy first": "the messy first, its neat neighbour after",
  "all by brush": "all of it by brush, cut in",
};

export const maskWays = ({ ways }: PartMasks): readonly MaskWay[] =>
  ways.map(({ way, plan }) => ({
    ...{ way: wayNames[way], masks: plan.masks.length, minutes: plan.minutes },
    tapeMm: plan.masks.reduce((sum, m) => sum + m.tapeMm, 0),
    cutInMm: sumOf(plan),
  }));

const sumOf = ({ cutInMm }: MaskPlan): number => [...cutInMm.values()].reduce((a, b) => a + b, 0);
