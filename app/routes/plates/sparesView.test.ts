import { expect, it } from "vitest";
import { sparesWanted } from "./sparesView";

const laid = (partId: string, count: number, spare = false) =>
  Array.from({ length: count }, () => ({ partId, spare }));
const part = (id: string, spares = 0) =>
  ({ part: { id, name: id, made: "printed", print: { spares } } }) as never;
const plate = (pieces: readonly object[], total: number) => ({ laid: pieces, odds: { total } }) as never;

it("T18: offers what makes the count likely, less what is there, and nothing of a single piece", () => {
  const parts = [part("post"), part("knob", 3), part("gate")];
  const pieces = [...laid("post", 30), ...laid("knob", 4), ...laid("knob", 3, true), ...laid("gate", 1)];
  const [posts, ...rest] = sparesWanted(plate(pieces, 0.19), parts);
  expect(posts).toMatchObject({ partId: "post", spares: 9, planned: 0 });
  expect(posts!.text).toBe("30 of post, at 81 in 100: 39 to be likely of 30");
  expect(rest).toEqual([]);
  expect(sparesWanted(plate(pieces, 0), parts)).toEqual([]);
});
