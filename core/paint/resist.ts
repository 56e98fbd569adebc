import { type Coat, LEAST_OPEN, onZones } from "#core/paint/coat";
import type { Step } from "#core/steps/step";

/**
 * Resist comes off within a day: later it tears, and takes the colour with it. The first half of the day is for the
 * colour over it, the other for the rubbing. Minutes.
 */
const RESIST_HOLDS = { colour: 12 * 60, rubbing: 12 * 60 } as const;

export const whileItHolds = (resist: Step): NonNullable<Step["window"]> => ({
  after: resist.id,
  fromMinutes: resist.waitMinutes,
  untilMinutes: RESIST_HOLDS.colour,
});

/** The resist that lies on any of these zones and is not rubbed off yet; it is from here on. */
export function resistUnder(zones: readonly number[], resists: Map<number, Step>): Step | null {
  const zone = zones.find((z) => resists.has(z));
  const resist = zone === undefined ? null : resists.get(zone)!;
  for (const z of zones) resists.delete(z);
  return resist;
}

/** The first colour over resist is rubbed through to what lies below. */
export function rubOff({ laid, product, area, add }: Coat, made: Step): Step {
  const minutes = 2 + 0.03 * area.value;
  const until = RESIST_HOLDS.rubbing - made.handsMinutes.value - minutes;
  return add({
    key: `rub-off-${laid.key}`,
    action: "unmask",
    title: `Rub the resist off${onZones(laid)}`,
    minutes,
    tool: "hands",
    tied: { to: made.id, at: "after" },
    window: {
      after: made.id,
      fromMinutes: product.recoatMinutes,
      untilMinutes: Math.max(product.recoatMinutes + LEAST_OPEN, until),
    },
    notes: ["More at the foot and at edges than in the middle: 15 to 25 % of the lower colour is to show."],
  });
}
