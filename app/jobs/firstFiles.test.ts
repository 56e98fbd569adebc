import { expect, it } from "vitest";
import { chooseFirst, giveFirst, takeFirst } from "#app/jobs/firstFiles";

const file = (name: string) => new File(["x"], name);

it("gives models to the scene that was made with them, once, and to no other", () => {
  const files = [file("a.stl"), file("b.stl")];
  chooseFirst(files);
  expect(takeFirst("one")).toEqual([]);
  giveFirst("one");
  expect(takeFirst("other")).toEqual([]);
  expect(takeFirst("one")).toEqual(files);
  expect(takeFirst("one")).toEqual([]);
});

it("forgets what was chosen in a form that was left", () => {
  chooseFirst([file("a.stl")]);
  chooseFirst([]);
  giveFirst("one");
  expect(takeFirst("one")).toEqual([]);
});
