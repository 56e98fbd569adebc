import type { StepSlot } from "#core/order/pass";

const DAY_MINUTES = 1440;
const dayOf = (minute: number) => Math.floor(minute / DAY_MINUTES);

/** What an evening at the bench is: its steps as they begin, which of them this is, and the work left in it. */
export type Evening = {
  readonly slots: readonly StepSlot[];
  /** 1 for the first. */
  readonly place: number;
  /** Of this step and those after it, as far as it is done on this day: a long one goes on on others. */
  readonly leftMinutes: number;
};

/** The evening on which a step begins. */
export function eveningOf(all: readonly StepSlot[], slot: StepSlot): Evening {
  const day = dayOf(slot.startsAt);
  const slots = all.filter((s) => dayOf(s.startsAt) === day);
  const place = slots.indexOf(slot) + 1;
  const leftMinutes = slots
    .slice(place - 1)
    .flatMap((s) => s.parts)
    .filter((p) => dayOf(p.from) === day)
    .reduce((sum, p) => sum + p.to - p.from, 0);
  return { slots, place, leftMinutes };
}
