import { expect, it } from "vitest";
import { rememberedPlans } from "#data/rememberedPlans";

it("a plan made with what is remembered is the plan made afresh, after any change of any field", () => {
  expect(rememberedPlans(50, 11)).toEqual({ made: 50, differs: null });
}, 600_000);
