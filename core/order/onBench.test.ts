import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { type OnBench, onBench } from "#core/order/onBench";

const none: OnBench = { stepId: "", left: "" };
/** A bench over which plans go one after another. */
const after = (plans: readonly (readonly string[])[], from = none) =>
  plans.reduce((was, planned) => onBench(was, planned).now, from);
const lists = fc.uniqueArray(fc.constantFrom<string[]>("a", "b", "c", "d", "e", "f"), { maxLength: 6 });

describe("what is on the bench", () => {
  it("is the first of the plan, and stays while the plan is made again in another order", () => {
    expect(onBench(none, ["a", "b"])).toEqual({ at: 0, now: { stepId: "a", left: "" } });
    expect(onBench({ stepId: "a", left: "" }, ["b", "c", "a"])).toEqual({
      at: 2,
      now: { stepId: "a", left: "" },
    });
  });
  it("gives way to the first when it is done, and is back with undo, wherever it stands then", () => {
    const done = after([
      ["a", "b", "c"],
      ["b", "c"],
    ]);
    expect(done).toEqual({ stepId: "b", left: "a" });
    expect(after([["c", "b", "a"]], done)).toEqual({ stepId: "a", left: "" });
    // Undone once more by redoing: the first again, and the one that left is remembered anew.
    expect(
      after(
        [
          ["c", "b", "a"],
          ["c", "b"],
        ],
        done,
      ),
    ).toEqual({ stepId: "c", left: "a" });
  });
  it("is what was asked for, also after something else came back", () => {
    expect(onBench({ stepId: "b", left: "a" }, ["a", "b", "c"], "c")).toEqual({
      at: 2,
      now: { stepId: "c", left: "" },
    });
    expect(onBench({ stepId: "b", left: "a" }, ["b", "c"], "gone").now.stepId).toBe("b");
  });
  it("is nothing where there is nothing to do, and the same plan twice changes nothing", () => {
    expect(onBench({ stepId: "a", left: "" }, [])).toEqual({ at: 0, now: { stepId: "", left: "a" } });
    fc.assert(
      fc.property(fc.array(lists, { maxLength: 6 }), lists, (plans, planned) => {
        const once = onBench(after(plans), planned);
        const again = onBench(once.now, planned);
        expect(again).toEqual(once);
        expect(once.now.stepId).toBe(planned[once.at] ?? "");
        expect(planned.includes(once.now.left)).toBe(false);
      }),
    );
  });
});
