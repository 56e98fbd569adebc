import { sessionsFor, type Technique, techniquesFor } from "#core/paint/techniques";
import type { PartPlan } from "#core/plan/parts/partPlan";
import type { Workshop } from "#core/scene/workshop";

/** A way of painting as its table shows it. */
export type TechniqueRow = Pick<Technique, "name" | "look" | "risk" | "undo"> & {
  readonly minutes: string;
  /** Into how many evenings it is cut; empty of one. */
  readonly sessions: string;
};

/** Minutes of an evening at the bench as they are told in the week; 0 where nobody is ever there. */
function eveningMinutes({ hours }: Pick<Workshop, "hours">): number {
  const days = hours.map((day) => day.reduce((sum, w) => sum + w.to - w.from, 0)).filter((m) => m > 0);
  return days.length > 0 ? days.reduce((sum, m) => sum + m, 0) / days.length : 0;
}

/** Ways of painting a zone of a part, or all of it; none of one without a surface. */
export function techniqueRows(
  plan: PartPlan,
  zone: number | null,
  workshop: Pick<Workshop, "hours">,
): readonly TechniqueRow[] {
  const zones = plan.zones.filter((z) => zone === null || z.zone.number === zone);
  const areaCm2 = zones.reduce((sum, z) => sum + z.areaCm2.value, 0);
  if (areaCm2 <= 0) return [];
  const items = zones.reduce((sum, z) => sum + (z.measure?.cells?.count ?? 0) * plan.part.count, 0);
  const showsSteps = zones.some((z) => z.treatment?.school === "live with it" && z.treatCm2.value > 0);
  const evening = eveningMinutes(workshop);
  return techniquesFor({ areaCm2, items, showsSteps }).map(({ name, minutes, look, risk, undo }) => {
    const sessions = sessionsFor(minutes, evening);
    return {
      ...{ name, look, risk, undo },
      minutes: minutes.toFixed(0),
      sessions: sessions > 1 ? `${sessions} evenings` : "",
    };
  });
}
