import { describe, expect, it } from "vitest";
import { lampOf } from "./readLamp";

const typed = { supplyV: "9", lampV: "2,1", wantedMa: "10", cellMah: "" };
const said = (given: Partial<typeof typed>) => {
  const outcome = lampOf({ ...typed, ...given });
  return outcome.ok ? null : [outcome.problems[0]!.path[0], outcome.problems[0]!.message];
};

describe("a lamp that is typed", () => {
  it("is read with a point or a comma, with its cell or without", () => {
    expect(lampOf(typed)).toEqual({
      ok: true,
      value: {
        supplyV: 9,
        lampV: 2.1,
        wantedMa: 10,
        cellMah: null,
        cell: "coin cell",
        isSwitched: false,
      },
    });
    expect(lampOf({ ...typed, cell: "alkaline", isSwitched: "on" })).toMatchObject({
      value: { cell: "alkaline", isSwitched: true },
    });
    expect(lampOf({ ...typed, cellMah: "225" })).toMatchObject({ value: { cellMah: 225 } });
  });
  it("is refused at the field that is wrong", () => {
    expect(said({ lampV: "red" })).toEqual(["lampV", "Type a number above zero, for instance 3."]);
    expect(said({ cellMah: "0" })![0]).toBe("cellMah");
    expect(said({ supplyV: "230" })![1]).toMatch(/Mains is for licensed people/);
    expect(said({ supplyV: "2.2" })![1]).toMatch(/take a supply at least 0\.3 V higher/);
  });
});
