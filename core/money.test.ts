import fc from "fast-check";
import { expect, it } from "vitest";
import { moneyText } from "#core/money";

it("carries its currency, and two places", () => {
  expect(moneyText(2014, "EUR")).toBe("€20.14");
  expect(moneyText(-50, "GBP")).toBe("-£0.50");
  expect(moneyText(123456789, "USD")).toBe("$1,234,567.89");
});

it("reads back as the same amount", () => {
  fc.assert(
    fc.property(
      fc.integer({ min: -1e9, max: 1e9 }),
      fc.constantFrom("EUR", "GBP", "CHF"),
      (minor, currency) => {
        const read = Number(moneyText(minor, currency).replaceAll(/[^0-9.-]/g, ""));
        expect(Math.round(100 * read) + 0).toBe(minor + 0);
      },
    ),
  );
});
