import { expect, it } from "vitest";
import { isLive, ruleStates } from "#core/order/ruleScope";
import { orderRules } from "#core/order/rules";
import { testStep } from "#core/order/testing";

const live = orderRules.filter(isLive);

it("of 81 rules three are advice, four are said at their own place, the rest can be broken here", () => {
  const states = ruleStates([], [], []);
  const is = (kind: string) => [...states].filter(([, s]) => s.is === kind).map(([id]) => id);
  expect(is("advice")).toEqual(["O27", "O28", "O51"]);
  expect(is("elsewhere")).toEqual(["O1", "O2", "O36", "O52"]);
  expect(is("nothing here")).toHaveLength(live.length);
  expect(live).toHaveLength(orderRules.length - 7);
});

it("a rule is kept where there is something that it looks at, and says what it did", () => {
  const shade = testStep({ id: "wash", action: "shade", product: "acrylic wash", targets: ["part:a"] });
  const state = (id: string, ...more: Parameters<typeof ruleStates>) => ruleStates(...more).get(id)!;
  expect(state("O19", [shade], [], []).is).toBe("kept");
  expect(state("O62", [shade], [], []).is).toBe("nothing here");
  expect(state("O3", [shade], [{ ruleId: "O3" }], []).is).toBe("kept");
  expect(state("O7", [{ ...shade, insertedBy: "O7" }], [], [])).toEqual({ is: "puts in", times: 1 });
  const broken = { ruleId: "O19", overridden: false };
  expect(state("O19", [shade], [], [broken, broken])).toEqual({ is: "broken", times: 2 });
  expect(state("O19", [shade], [], [{ ...broken, overridden: true }]).is).toBe("set aside");
});
