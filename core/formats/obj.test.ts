import { describe, expect, it } from "vitest";
import { readObj } from "#core/formats/obj";

const named = (...lines: readonly string[]) =>
  new TextEncoder().encode(
    ["v 0 0 0", "v 1 0 0", "v 0 1 0", ...lines.map((l) => l.replace("FACE", "f 1 2 3"))].join("\n"),
  );
const names = (bytes: Uint8Array, groupsApart = false) => {
  const read = readObj(bytes, groupsApart);
  if (!read.ok) throw new Error(read.problems[0]!.message);
  return read.value.map((m) => [m.name, m.soup.corners.length / 9]);
};

describe("names in an OBJ", () => {
  it("as one body: the first object's, and no group's", () => {
    expect(names(named("g stone", "o Barn", "FACE", "o Door", "FACE"))).toEqual([["Barn", 2]]);
    expect(names(named("g stone", "FACE"))).toEqual([["", 1]]);
  });
  it("taken apart: each object or group with faces has its own", () => {
    expect(names(named("o Barn", "FACE", "g lid", "FACE", "FACE", "o Empty"), true)).toEqual([
      ["Barn", 1],
      ["lid", 2],
    ]);
  });
});
