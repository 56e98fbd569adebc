import { expect, it } from "vitest";
import { counted } from "#core/words";

it("says one thing and several", () => {
  expect([0, 1, 2, 21].map((n) => counted(n, "copy", "copies"))).toEqual([
    "0 copies",
    "1 copy",
    "2 copies",
    "21 copies",
  ]);
});
