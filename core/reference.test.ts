import fc from "fast-check";
import { expect, it } from "vitest";
import {
  groundRef,
  idIn,
  jointRef,
  needRef,
  partRef,
  plateRef,
  readReference,
  stepRef,
} from "#core/reference";

it("is read as it was built, whatever the id is", () => {
  const builders = {
    part: partRef,
    joint: jointRef,
    ground: groundRef,
    step: stepRef,
    plate: plateRef,
    need: needRef,
  };
  fc.assert(
    fc.property(fc.string(), (id) => {
      for (const [kind, build] of Object.entries(builders)) {
        expect(readReference(build(id))).toEqual({ kind, id });
        expect(idIn(build(id), kind as keyof typeof builders)).toBe(id);
      }
    }),
  );
});

it("to the board has no id and is nothing else", () => {
  expect(readReference("board")).toEqual({ kind: "board", id: "" });
  expect(idIn("board", "part")).toBeNull();
});
