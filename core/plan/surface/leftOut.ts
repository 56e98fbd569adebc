import type { PartPlan } from "#core/plan/parts/partPlan";
import { printedAs } from "#core/plan/surface/printedAs";
import { isSeen, placeName } from "#core/scene/zone";
import { handsOn } from "#core/plan/surface/handsOn";
import type { PlanInput } from "#core/scene/planInput";
import { treatedOf } from "#core/plan/surface/treatedOf";
import { productName, type ProductId } from "#core/materials/products";
import { passesOn } from "#core/surface/surfaceSteps";
import { passMillilitres } from "#core/surface/treatmentWork";

/** What is left out on a zone since something comes over it, or nobody looks. */
export type LeftOut = {
  readonly partId: string;
  readonly zone: number;
  readonly name: string;
  /** Area that is finished less, all copies. */
  readonly cm2: number;
  readonly minutes: number;
  readonly products: readonly { readonly name: string; readonly ml: number }[];
  readonly because: string;
};

/** Everything that is left out of the treatment of parts, most minutes first. */
export function leftOut(parts: readonly PartPlan[], own: PlanInput): readonly LeftOut[] {
  const all = parts.filter((p) => p.held === null).flatMap((p) => p.zones.flatMap((z) => ofZone(p, z, own)));
  return all.sort((a, b) => b.minutes - a.minutes);
}

function ofZone(p: PartPlan, z: PartPlan["zones"][number], own: PlanInput): LeftOut[] {
  if (!isSeen(z.zone)) return ofUnseen(p, z, own);
  if (!z.treatment || z.treatCm2.value === 0) return [];
  const { work, finish } = treatedOf(p, z, own);
  if (finish.grade === "show" && finish.coveredShare === 0) return [];
  const whole = {
    ...work,
    ...treatedOf({ ...p, part: shown(p) }, shownZone(z), { ...own, grounds: [], pins: [] }).work,
  };
  const before = { ...whole, treatCm2: z.treatCm2 };
  const minutes = minutesOf(before, own) - minutesOf(work, own);
  if (minutes < 0.05) return [];
  const covered = finish.coveredShare * z.treatCm2.value;
  return [
    {
      ...{ partId: p.part.id, zone: z.zone.number, minutes },
      name: placeName(p.part, z.zone),
      cm2: finish.grade === "show" ? covered : z.treatCm2.value,
      products: products(before, work),
      because: finish.because ?? `under the ${finish.under!}`,
    },
  ];
}

/** What a zone that nobody sees would take if it were seen. */
function ofUnseen(p: PartPlan, { zone }: PartPlan["zones"][number], own: PlanInput): LeftOut[] {
  if (!p.finish) return [];
  const zones = p.part.zones.map((o) => (o.number === zone.number ? { ...o, meaning: null } : o));
  const made = printedAs({ ...p, part: { ...p.part, zones } }, p.finish.printer, own);
  const seen = made?.zones.find((o) => o.zone.number === zone.number);
  if (!made || !seen) return [];
  const { work } = treatedOf(made, seen, own);
  const minutes = minutesOf(work, own);
  if (minutes < 0.05) return [];
  return [
    {
      ...{ partId: p.part.id, zone: zone.number, minutes, cm2: work.treatCm2.value },
      name: placeName(p.part, zone),
      products: products(work, null),
      because: zone.meaning!,
    },
  ];
}

/** The part and the zone as they would be finished if nobody had said less. */
const shown = ({ part }: PartPlan): PartPlan["part"] => ({ ...part, zones: part.zones.map(withoutGrade) });
const withoutGrade = <T extends { readonly grade?: unknown }>({ grade: _, ...zone }: T) => zone;
const shownZone = (z: PartPlan["zones"][number]): PartPlan["zones"][number] => ({
  ...z,
  zone: { ...withoutGrade(z.zone), scheme: z.zone.scheme.filter((l) => l.kind !== "pigment") },
});

type Treated = Parameters<typeof passesOn>[0];

const minutesOf = (work: Treated, own: PlanInput): number =>
  passesOn(work).reduce((sum, t) => sum + handsOn(own)(t), 0);

/** What is drawn less: of the whole work, and of what is left of it; null for nothing. */
function products(before: Treated, after: Treated | null): LeftOut["products"] {
  const mlBy = (work: Treated | null): ReadonlyMap<ProductId, number> => {
    const ml = new Map<ProductId, number>();
    for (const pass of work ? passesOn(work) : []) {
      const own = passMillilitres(pass, work!.treatCm2);
      if (own && pass.step.product) ml.set(pass.step.product, (ml.get(pass.step.product) ?? 0) + own.value);
    }
    return ml;
  };
  const less = mlBy(after);
  return [...mlBy(before)].flatMap(([id, ml]) => {
    const saved = ml - (less.get(id) ?? 0);
    return saved > 0.05 ? [{ name: productName(id), ml: saved }] : [];
  });
}
