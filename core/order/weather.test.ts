import { partRef } from "#core/reference";
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { exact } from "#core/figure";
import type { Clock } from "#core/steps/hours";
import { productOf, products } from "#core/materials/products";
import { schedule } from "#core/order/schedule";
import { sequence } from "#core/order/sequence";
import { orderRules } from "#core/order/rules";
import { checkAt, testStep as step } from "#core/order/testing";
import { usualWeather, weatherBar, type WeatherClass, weatherFactor } from "#core/materials/weather";
import { weathered } from "#core/order/weathered";

const classes: readonly WeatherClass[] = [
  "water",
  "lacquer",
  "enamel or oil",
  "cyanoacrylate",
  "epoxy",
  "polyurethane",
  "light-cured",
  "plaster",
  "cement",
  "none",
];
const air = fc.record({
  temperatureC: fc.integer({ min: -5, max: 40 }),
  humidity: fc.double({ min: 0.05, max: 0.98, noNaN: true }),
});

describe("weather", () => {
  it("changes nothing at 20 C and 50 %, which is what all times are told for, and bars nothing", () => {
    for (const c of classes) {
      expect(weatherFactor(c, usualWeather).value).toBe(1);
      expect(weatherBar(c, usualWeather)).toBeNull();
    }
    for (const p of products) expect(productOf(p.id, { ...usualWeather })).toEqual(p);
  });
  it("makes things slower in the cold, never quicker in damp air but for glue and grout", () => {
    fc.assert(
      fc.property(air, fc.constantFrom(...classes), (a, c) => {
        const now = weatherFactor(c, a);
        const colder = weatherFactor(c, { ...a, temperatureC: a.temperatureC - 5 });
        expect(colder.value).toBeGreaterThanOrEqual(now.value - 1e-12);
        expect(now.low).toBeLessThanOrEqual(now.value);
        expect(now.high).toBeGreaterThanOrEqual(now.value);
        if (c !== "cyanoacrylate")
          expect(
            weatherFactor(c, { ...a, humidity: Math.min(0.99, a.humidity + 0.05) }).value,
          ).toBeGreaterThanOrEqual(now.value - 1e-12);
      }),
    );
  });
  it("is as the table of the trade says: acrylic at 10 C takes half as long again, at 75 % twice as long, at most four times; enamel doubles (common practice)", () => {
    expect(weatherFactor("water", { temperatureC: 10, humidity: 0.5 }).value).toBeCloseTo(1.5, 12);
    expect(weatherFactor("water", { temperatureC: 20, humidity: 0.75 }).value).toBeCloseTo(2, 12);
    expect(weatherFactor("water", { temperatureC: 20, humidity: 0.99 }).value).toBe(4);
    expect(weatherFactor("enamel or oil", { temperatureC: 10, humidity: 0.5 }).value).toBe(2);
    expect(weatherFactor("cyanoacrylate", { temperatureC: 20, humidity: 0.2 }).value).toBe(2);
  });
  it.each([
    ["lacquer", 20, 0.75],
    ["lacquer", 8, 0.5],
    ["lacquer", 33, 0.5],
    ["water", 8, 0.5],
    ["water", 20, 0.9],
    ["epoxy", 12, 0.5],
    ["epoxy", 20, 0.75],
    ["plaster", 2, 0.5],
    ["cement", 2, 0.5],
  ] as const)("bars %s at %s C and %s", (c, temperatureC, humidity) => {
    expect(weatherBar(c, { temperatureC, humidity })).toMatch(/^\d+ (C|%) is (under|over) its \d+ (C|%)/);
  });
});

describe("a plan in a weather", () => {
  const clock: Clock = {
    startWeekday: 1,
    hours: Array.from({ length: 7 }, () => [{ from: 1140, to: 1260 }]),
  };
  const paint = step({
    id: "a",
    action: "paint",
    product: "acrylic",
    waitMinutes: 40,
    handsMinutes: exact(20, "min", "practice"),
  });
  const seal = step({
    id: "b",
    action: "varnish",
    product: "matte varnish can",
    sheen: "matte",
    handsMinutes: exact(10, "min", "practice"),
    place: "booth",
  });
  it("waits longer in damp air, and keeps the longer waits between steps", () => {
    const damp = { temperatureC: 20, humidity: 0.75 };
    expect(weathered(paint, damp).waitMinutes).toBeCloseTo(80, 9);
    const lag = (w: typeof damp) =>
      sequence([weathered(paint, w), weathered(seal, w)], [], orderRules, w).constraints.find(
        (c) => c.before === "a",
      )!.lagMinutes;
    expect(lag(damp)).toBeCloseTo(2 * lag(usualWeather), 9);
  });
  it("leaves enamel uncured for lacquer in the cold that would have cured at 20 C", () => {
    const below = step({ id: "e", action: "paint", product: "enamel", sheen: "gloss" });
    const at = { e: 0, b: 5 * 1440 };
    expect(checkAt([below, seal], at).find((c) => c.ruleId === "O14")!.severity).toBe("weakens");
    expect(
      checkAt([below, seal], at, { weatherOn: () => ({ temperatureC: 10, humidity: 0.5 }) }).find(
        (c) => c.ruleId === "O14",
      )!.severity,
    ).toBe("ruins");
  });
  it("says which product cannot stand the usual air, once, and what to do", () => {
    const found = checkAt(
      [paint, seal, { ...seal, id: "c" }],
      { a: 0, b: 3000, c: 9000 },
      { weatherOn: () => ({ temperatureC: 18, humidity: 0.8 }) },
    ).filter((c) => c.ruleId === "O60");
    expect(found).toHaveLength(1);
    expect(found[0]).toMatchObject({ ruleId: "O60", severity: "ruins", after: "b" });
    expect(found[0]!.sentence).toMatch(/80 % is over its 70 % humidity/);
    expect(checkAt([paint, seal], { a: 0, b: 3000 }).filter((c) => c.ruleId === "O60")).toEqual([]);
  });
  it("lets a spray wait for the next day when its own is barred, and nothing else", () => {
    const steps = [paint, seal].map((s) => ({ ...s, targets: [partRef(s.id)] }));
    const free = schedule(steps, [], clock, 0);
    const held = schedule(steps, [], clock, 0, { barred: (s, day) => s.id === "b" && day < 2 });
    const at = (plan: typeof free, id: string) => plan.slots.find((s) => s.stepId === id)!.startsAt;
    expect(at(free, "b")).toBeLessThan(1440);
    expect(at(held, "b")).toBeGreaterThanOrEqual(2 * 1440);
    expect(at(held, "a")).toBeLessThan(1440);
    expect(held.slots).toHaveLength(2);
  });
});
