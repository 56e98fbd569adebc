import { productOf } from "#core/materials/products";
import type { Weather } from "#core/materials/weather";
import type { StepTime } from "#core/order/checkPlan";
import { isFilm } from "#core/order/rules/ask";
import { partRef } from "#core/reference";
import type { Part } from "#core/scene/part";
import type { Step } from "#core/steps/step";

/** What of a part is soft, what may be held, and what is still covered. Minutes of the plan's clock. */
export type ZonesToTouch = {
  readonly part: string;
  /** Zones whose last film may not be handled yet, the last to be free first. */
  readonly soft: readonly { readonly zone: string; readonly handledAt: number }[];
  /** Zones that may be held meanwhile. */
  readonly hold: readonly string[];
  /** Masks that are on, with when they are planned to come off. */
  readonly masks: readonly { readonly of: string; readonly offAt: number }[];
};

/** The zones that a step works on; all of them where it is not one of some. */
function zonesOf(step: Step, { zones }: Pick<Part, "zones">): readonly number[] {
  if (step.zones) return step.zones;
  const { partOf } = step;
  const own =
    typeof partOf === "object" ? zones.filter((z) => z.scheme.some((l) => l.id === partOf.layerId)) : [];
  return (own.length > 0 ? own : zones).map((z) => z.number);
}

/** Parts of several zones, of which some are soft or covered at a moment and others may be held. */
export function zonesToTouch(
  steps: readonly Step[],
  times: ReadonlyMap<string, StepTime>,
  at: number,
  parts: readonly Pick<Part, "id" | "name" | "zones">[],
  weather: Weather,
): readonly ZonesToTouch[] {
  return parts.flatMap((part): readonly ZonesToTouch[] => {
    if (part.zones.length < 2) return [];
    const own = steps.filter((s) => s.targets.includes(partRef(part.id)));
    const ended = own.filter((s) => (times.get(s.id)?.endsAt ?? Infinity) <= at);
    const free = new Map<number, number>();
    for (const s of ended.filter(isFilm))
      for (const zone of zonesOf(s, part)) {
        const handledAt = times.get(s.id)!.endsAt + productOf(s.product!, weather).handleMinutes;
        free.set(zone, Math.max(free.get(zone) ?? 0, handledAt));
      }
    const masks = ended
      .filter((s) => s.action === "mask" && s.cover !== undefined)
      .flatMap((on) => {
        const off = own.find((s) => s.action === "unmask" && s.after.includes(on.id));
        const offAt = off && times.get(off.id)?.startsAt;
        return offAt !== undefined && !ended.includes(off!) ? [{ zones: on.zones ?? [], offAt }] : [];
      });
    const covered = new Set(masks.flatMap((m) => m.zones));
    const soft = part.zones.filter((z) => (free.get(z.number) ?? 0) > at);
    if (soft.length === 0 && masks.length === 0) return [];
    const isFree = (n: number) => !covered.has(n) && !soft.some((z) => z.number === n);
    return [
      {
        part: part.name,
        soft: soft
          .map((z) => ({ zone: z.name, handledAt: free.get(z.number)! }))
          .sort((a, b) => b.handledAt - a.handledAt),
        hold: part.zones.filter((z) => isFree(z.number)).map((z) => z.name),
        masks: masks.map(({ zones, offAt }) => ({
          of: part.zones
            .filter((z) => zones.includes(z.number))
            .map((z) => z.name)
            .join(", "),
          offAt,
        })),
      },
    ];
  });
}

/** `Hold the suit, not the arms; arms 21:10, tape off 21:10`. @param clock how a minute is told */
export const touchText = (
  { part, soft, hold, masks }: ZonesToTouch,
  clock: (minute: number) => string,
): string => {
  const not = soft.map((s) => s.zone).join(", ");
  const holds = hold.length > 0 ? `hold ${hold.join(" or ")}` : "hold it by its handle";
  return [
    `${part}: ${holds}${not === "" ? "" : `, not ${not}`}`,
    ...soft.map((s) => `${s.zone} ${clock(s.handledAt)}`),
    ...masks.map((m) => `mask off ${m.of} ${clock(m.offAt)}`),
  ].join("; ");
};
