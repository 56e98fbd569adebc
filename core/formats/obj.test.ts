import { describe, expect, it } from "vitest";
import { readObj } from "#core/formats/obj";
import { readModelFile } from "#core/formats/readModel";

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

describe("a line of an OBJ that goes on", () => {
  const read = (lines: readonly string[], end: string) => {
    const found = readObj(new TextEncoder().encode(lines.join(end)), false);
    if (!found.ok) throw new Error(found.problems[0]!.message);
    return [...found.value[0]!.soup.corners];
  };
  it.each([
    ["\n", "the line feed"],
    ["\r\n", "carriage return and line feed"],
  ])("after a backslash before %j is one line", (end) => {
    const whole = ["v 0 0 0", "v 1 0 0", "v 0 1 0", "v 1 1 0", "f 1 2 4 3"];
    const broken = [...whole.slice(0, 4), "f 1 2 \\", "4 \\", "3"];
    expect(read(broken, end)).toEqual(read(whole, "\n"));
  });
});

it("an OBJ that an editor saved with two bytes a letter is read like any other", () => {
  const text = "# box\nv 0 0 0\nv 1 0 0\nv 0 1 0\nf 1 2 3\n";
  const wide = (little: boolean) => {
    const bytes = new Uint8Array(2 + 2 * text.length);
    bytes.set(little ? [0xff, 0xfe] : [0xfe, 0xff]);
    for (let i = 0; i < text.length; i++) bytes[2 + 2 * i + (little ? 0 : 1)] = text.charCodeAt(i);
    return bytes;
  };
  const corners = (bytes: Uint8Array) => {
    const read = readModelFile(bytes, "box.obj");
    return read.ok ? [...read.value.models[0]!.soup.corners] : read.problems[0]!.message;
  };
  const plain = corners(new TextEncoder().encode(text));
  expect(plain).toHaveLength(9);
  expect(corners(wide(true))).toEqual(plain);
  expect(corners(wide(false))).toEqual(plain);
  // A mark and nothing after it is no model, and says so.
  expect(corners(Uint8Array.of(0xff, 0xfe))).toMatch(/empty|not a model/);
});
