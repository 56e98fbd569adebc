import { describe, expect, it } from "vitest";
import { beta, normal } from "#core/print/chance";
import { keyOf, luckOf } from "#core/random";
import { type ChancePlate, type ChanceRules, dateChance, worthwhileSpares } from "#core/print/dateChance";
import { type Clock, MINUTES_A_DAY } from "#core/steps/hours";

const always: Clock = {
  startWeekday: 0,
  hours: Array.from({ length: 7 }, () => [{ from: 0, to: MINUTES_A_DAY }]),
};
const evenings: Clock = {
  startWeekday: 1,
  hours: [[], ...Array.from({ length: 5 }, () => [{ from: 19 * 60, to: 21 * 60 }]), [{ from: 600, to: 840 }]],
};
const still = { printer: 0, run: 0, hands: 0 };
const plate = (plateId: string, minutes = 100, given: Partial<ChancePlate> = {}): ChancePlate => ({
  plateId,
  kind: "k",
  risk: 0.2,
  on: [{ printerId: "m", minutes }],
  setupMinutes: 0,
  clearMinutes: 0,
  tailMinutes: 0,
  following: [],
  ...given,
});
const sure = new Map([["k", { good: 1e9, failed: -1 }]]);
/** A record so long that the share is as good as fixed. */
const fixed = (p: number) => new Map([["k", { good: p * 1e7, failed: (1 - p) * 1e7 }]]);
const rules = (given: Partial<ChanceRules> = {}): ChanceRules => ({
  clock: always,
  from: 0,
  records: sure,
  plannedFinish: 0,
  handsAfterLast: 0,
  spreads: still,
  runs: 4000,
  ...given,
});

describe("luck", () => {
  it("is the same for the same keys, and evenly spread", () => {
    expect(luckOf(1, 2, 3)()).toBe(luckOf(1, 2, 3)());
    expect(luckOf(1, 2, 3)()).not.toBe(luckOf(1, 2, 4)());
    const all = Array.from({ length: 20_000 }, (_, i) => luckOf(7, i)());
    expect(all.reduce((s, v) => s + v, 0) / all.length).toBeCloseTo(0.5, 2);
    expect(all.filter((v) => v < 0.1).length / all.length).toBeCloseTo(0.1, 2);
    expect(keyOf("a")).not.toBe(keyOf("b"));
  });
  it("has the mean and spread of a normal and of a Beta", () => {
    const luck = luckOf(5);
    const n = Array.from({ length: 20_000 }, () => normal(luck));
    const b = Array.from({ length: 20_000 }, () => beta(4, 1, luck));
    const mean = (list: number[]) => list.reduce((s, v) => s + v, 0) / list.length;
    expect(mean(n)).toBeCloseTo(0, 1);
    expect(mean(n.map((v) => v * v))).toBeCloseTo(1, 1);
    expect(mean(b)).toBeCloseTo(0.8, 2);
    expect(mean(b.map((v) => (v - 0.8) ** 2))).toBeCloseTo((4 * 1) / (25 * 6), 3);
  });
});

describe("chance of the date", () => {
  it("is the plan itself where nothing can fail", () => {
    const c = dateChance([plate("a"), plate("b", 50)], 150, rules());
    expect([c.chance, c.at50, c.at95]).toEqual([1, 150, 150]);
    expect(dateChance([plate("a"), plate("b", 50)], 149, rules()).chance).toBe(0);
    expect(dateChance([plate("a")], null, rules({ plannedFinish: 5000 })).at50).toBe(5000);
  });
  it("with a known share of failures is the binomial: ten plates all good first time at 0.8", () => {
    const ten = Array.from({ length: 10 }, (_, i) => plate(`p${i}`));
    const { chance, halfWidth } = dateChance(ten, 1000, rules({ records: fixed(0.8) }));
    expect(Math.abs(chance - 0.8 ** 10)).toBeLessThan(1.5 * halfWidth + 0.002);
    expect(halfWidth).toBeCloseTo(1.96 * Math.sqrt((chance * (1 - chance)) / 4000), 9);
  });
  it("with nothing known is the Beta-binomial: ten good runs have 0.286 at 4 and 1, not 0.107", () => {
    const ten = Array.from({ length: 10 }, (_, i) => plate(`p${i}`));
    const { chance, halfWidth } = dateChance(ten, 1000, rules({ records: new Map() }));
    expect(Math.abs(chance - 0.2857)).toBeLessThan(1.5 * halfWidth);
  });
  it("counts a plate's tries as a geometric spread", () => {
    const { finishes } = dateChance([plate("a", 100)], null, rules({ records: fixed(0.5), runs: 4000 }));
    // A first try in half of the cases; each failure loses 10 to 100 minutes.
    expect(finishes.filter((f) => f === 100).length / 4000).toBeCloseTo(0.5, 1);
    expect(finishes.filter((f) => f > 100 && f <= 200).length / 4000).toBeGreaterThan(0.2);
  });
  it("falls with more plates, rises with a better record and a later date, and is the same for the same seed", () => {
    const some = (n: number) =>
      Array.from({ length: n }, (_, i) => plate(`p${i}`, 120, { setupMinutes: 10, clearMinutes: 10 }));
    const c = (n: number, due: number, records: ChanceRules["records"] = new Map()) =>
      dateChance(
        some(n),
        due,
        rules({ clock: evenings, records, runs: 600, spreads: { printer: 0.08, run: 0.05, hands: 0.25 } }),
      ).chance;
    expect(c(6, 9 * 1440)).toBeLessThanOrEqual(c(4, 9 * 1440));
    expect(c(6, 12 * 1440)).toBeGreaterThanOrEqual(c(6, 9 * 1440));
    expect(c(6, 9 * 1440, new Map([["k", { good: 40, failed: 0 }]]))).toBeGreaterThan(c(6, 9 * 1440));
    expect(c(6, 9 * 1440)).toBe(c(6, 9 * 1440));
  });
  it("does not give forty failures of forty the dates of a hundred good runs", () => {
    const plates = [plate("a", 600, { following: [{ handsMinutes: 60, waitMinutes: 1440 }] })];
    const of = (good: number, failed: number) =>
      dateChance(
        plates,
        10 * 1440,
        rules({ clock: evenings, records: new Map([["k", { good, failed }]]), plannedFinish: 5 * 1440 }),
      );
    const [bad, good] = [of(0, 40), of(100, 0)];
    expect(good.chance).toBeGreaterThan(0.95);
    expect(bad.chance).toBeLessThan(0.5);
    expect(bad.at50).toBeGreaterThan(good.at50 + 2 * 1440);
    expect(good.givenUp).toBe(0);
    // Five runs at 0.8 and forty failures: p about 4/45; eight tries are not enough in about half of the cases.
    expect(bad.givenUp).toBeGreaterThan(0.35);
    expect(bad.givenUp).toBeLessThan(0.65);
    expect(bad.at95).toBe(Infinity);
  });
  it("hears what lies on a plate: of two on one machine the riskier comes out less often", () => {
    const firstTry = (risk: number, beside: number) => {
      const both = [plate("a", 100, { risk }), plate("z", 1, { risk: beside, following: null })];
      return dateChance(both, 100.5, rules({ records: new Map(), runs: 4000 })).chance;
    };
    expect(firstTry(0.7, 0.1)).toBeLessThan(firstTry(0.2, 0.6) - 0.2);
    // Alone in its kind it is the Beta's own mean: 5 x 0.7 failures to 5 x 0.3 good ones.
    const alone = dateChance([plate("a", 100, { risk: 0.7 })], 100, rules({ records: new Map() }));
    expect(Math.abs(alone.chance - 0.3)).toBeLessThan(1.5 * alone.halfWidth);
  });
  it("walks what follows a plate through the hours at the bench", () => {
    // Begun and done on Monday evening, cleared on Tuesday's; two hours of hands fill that, one more waits for
    // Wednesday.
    const following = [
      { handsMinutes: 120, waitMinutes: 60 },
      { handsMinutes: 60, waitMinutes: 0 },
    ];
    const { at50 } = dateChance([plate("a", 120, { following })], null, rules({ clock: evenings }));
    expect(at50).toBe(2 * 1440 + 20 * 60);
  });
  it("leaves the finish of another scene out: its plates only take the machine", () => {
    const other = plate("o", 500, { tailMinutes: 9999, following: null });
    const { at50 } = dateChance([other, plate("own", 50)], null, rules());
    expect(at50).toBe(550);
  });
  it("never comes when there are no hours", () => {
    expect(
      dateChance(
        [plate("a", 100, { setupMinutes: 5 })],
        1e6,
        rules({ clock: { startWeekday: 0, hours: [[], [], [], [], [], [], []] }, runs: 10 }),
      ).chance,
    ).toBe(0);
  });
  it("names the spare that helps most for its hours", () => {
    const plates = [
      plate("risky", 300, { tailMinutes: 2000, following: [{ handsMinutes: 0, waitMinutes: 2000 }] }),
      plate("other", 30, { kind: "good" }),
    ];
    const spares = worthwhileSpares(
      plates,
      2400,
      rules({ records: new Map([["good", { good: 100, failed: 0 }]]) }),
    );
    expect(spares[0]!.plateId).toBe("risky");
    expect(spares[0]!.gain).toBeGreaterThan(0.05);
  });
  it("plays 60 plates on 5 printers a thousand times in no long time", () => {
    const sixty = Array.from({ length: 60 }, (_, i) =>
      plate(`p${i}`, 60 + 7 * i, {
        kind: `m${i % 5}`,
        on: [{ printerId: `m${i % 5}`, minutes: 60 + 7 * i }],
        setupMinutes: 10,
        clearMinutes: 15,
      }),
    );
    const c = dateChance(sixty, 60 * 1440, rules({ clock: evenings, records: new Map(), runs: 1000 }));
    expect(c.at50).toBeLessThan(c.at95);
    expect(c.runs).toBe(1000);
  });
});
