import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { exact } from "#core/figure";
import type { Clock } from "#core/steps/hours";
import { through } from "#core/steps/hours";
import { boundOf, schedule } from "#core/order/schedule";
import type { Constraint } from "#core/order/conflict";
import type { Step } from "#core/steps/step";
import { testStep } from "#core/order/testing";

const evenings: Clock = {
  startWeekday: 1,
  hours: [[], ...Array.from({ length: 5 }, () => [{ from: 1170, to: 1260 }]), [{ from: 600, to: 840 }]],
};
const always: Clock = { startWeekday: 1, hours: Array.from({ length: 7 }, () => [{ from: 0, to: 1440 }]) };
const step = (id: string, minutes: number, given: Partial<Step> = {}): Step =>
  testStep({
    id,
    action: "paint",
    targets: [`part:${id}`],
    handsMinutes: exact(minutes, "min", "practice"),
    ...given,
  });
const link = (before: string, after: string, lagMinutes = 0): Constraint => ({
  before,
  after,
  lagMinutes,
  from: "recipe",
  ruleId: null,
});
const jobs = fc
  .array(
    fc.record({
      minutes: fc.integer({ min: 5, max: 70 }),
      wait: fc.constantFrom(0, 30, 600),
      tool: fc.constantFrom("brush", "airbrush"),
      to: fc.option(fc.tuple(fc.nat(), fc.constantFrom(0, 20, 1440)), { nil: undefined }),
    }),
    { minLength: 2, maxLength: 14 },
  )
  .map((list) => ({
    steps: list.map((g, i) =>
      step(`s${String(i).padStart(2, "0")}`, g.minutes, { waitMinutes: g.wait, tool: g.tool }),
    ),
    links: list.flatMap((g, i) =>
      i === 0 || !g.to
        ? []
        : [link(`s${String(g.to[0] % i).padStart(2, "0")}`, `s${String(i).padStart(2, "0")}`, g.to[1])],
    ),
  }));

describe("the moment before which no order ends", () => {
  it("is where a chain ends that nothing holds up, and where the hands of steps that nothing orders end", () => {
    const chain = [step("a", 20), step("b", 30), step("c", 10, { waitMinutes: 45 })];
    const links = [link("a", "b", 60), link("b", "c", 120)];
    // Hands and waits of the chain; set-ups are not told of, so the bound leaves them out or counts less.
    expect(boundOf(chain, links, always, 0, [])).toBeGreaterThanOrEqual(20 + 60 + 30 + 120 + 10 + 45);
    expect(boundOf(chain, links, always, 0, [])).toBeLessThanOrEqual(
      schedule(chain, links, always, 0).finishAt + 1e-6,
    );
    const loose = Array.from({ length: 12 }, (_, i) => step(`s${i}`, 40));
    expect(boundOf(loose, [], evenings, 0, [])).toBeGreaterThanOrEqual(through(evenings, 0, 12 * 40));
  });
  it("is never after what a search finds", () => {
    fc.assert(
      fc.property(jobs, ({ steps, links }) => {
        for (const clock of [evenings, always])
          expect(boundOf(steps, links, clock, 0, [])).toBeLessThanOrEqual(
            schedule(steps, links, clock, 0, { passes: 6 }).finishAt + 1e-6,
          );
      }),
      { numRuns: 60 },
    );
  });
  it("does not come sooner with a later start, with a longer wait, with evenings taken away, or with the hands taken by something else", () => {
    fc.assert(
      fc.property(jobs, fc.integer({ min: 0, max: 4000 }), ({ steps, links }, later) => {
        const bound = boundOf(steps, links, evenings, 0, []);
        expect(boundOf(steps, links, evenings, later, [])).toBeGreaterThanOrEqual(bound - 1e-6);
        expect(
          boundOf(
            steps,
            links.map((l) => ({ ...l, lagMinutes: l.lagMinutes + 30 })),
            evenings,
            0,
            [],
          ),
        ).toBeGreaterThanOrEqual(bound - 1e-6);
        expect(boundOf(steps, links, { ...evenings, away: [1, 3] }, 0, [])).toBeGreaterThanOrEqual(
          bound - 1e-6,
        );
        expect(boundOf(steps, links, evenings, 0, [{ from: 1180, to: 1240 }])).toBeGreaterThanOrEqual(
          bound - 1e-6,
        );
      }),
      { numRuns: 60 },
    );
  });
  it("is the start where there is nothing to do, and where there are no hours", () => {
    expect(boundOf([], [], evenings, 77, [])).toBe(77);
    expect(
      boundOf([step("a", 10)], [], { startWeekday: 1, hours: [[], [], [], [], [], [], []] }, 77, []),
    ).toBe(77);
  });
});
