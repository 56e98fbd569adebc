import { describe, expect, it } from "vitest";
import { isBesideModels, partsBeside, saidBeside, takesOf } from "#app/jobs/besideModels";
import { newPart, noOrigin } from "#core/scene/part";

const part = (id: string, fileName: string, given: { note?: string; licence?: string } = {}) =>
  newPart({
    ...{ id, sceneId: "s", name: id, note: given.note ?? "" },
    origin: { ...noOrigin, fileName, licence: given.licence ?? "" },
  });

describe("what lies beside models", () => {
  it.each([
    ["readme.txt", true],
    ["README", true],
    ["Read me first.md", true],
    ["LICENSE.txt", true],
    ["licence", true],
    ["readme.stl", false],
    ["barn.txt", false],
    ["ready made wall.txt", false],
    ["front of it.png", true],
  ])("%s: %s", (name, is) => {
    expect(isBesideModels({ name, size: 500 })).toBe(is);
  });
  it("is no read-me when it is as long as a book", () => {
    expect(isBesideModels({ name: "readme.txt", size: 3e6 })).toBe(false);
  });
  it("is a note, and names a licence where it does", () => {
    const text = "Print the arms flat.\nLicence: CC BY-NC 4.0, ask before you sell.\n";
    expect(saidBeside("readme.txt", text)).toEqual({ note: text.trim(), licence: "CC BY-NC 4.0" });
    expect(saidBeside("readme.txt", "Thank you.")).toEqual({ note: "Thank you.", licence: null });
    expect(saidBeside("LICENSE", "\nFor your own table only\nmore")).toEqual({
      note: null,
      licence: "For your own table only",
    });
    expect(saidBeside("README", "a\0b CC0")).toEqual({ note: null, licence: null });
    expect(saidBeside("readme", "  \n")).toEqual({ note: null, licence: null });
  });
  it("goes to the parts of its folder and of those in it, and never over what is there", () => {
    const parts = [
      part("a", "barn/wall.stl"),
      part("b", "barn/doors/left.stl"),
      part("c", "mill/wheel.stl"),
      part("d", "loose.stl"),
    ];
    expect(partsBeside("barn/readme.txt", parts).map((p) => p.id)).toEqual(["a", "b"]);
    expect(partsBeside("readme.txt", parts)).toHaveLength(4);
    const takes = takesOf({ note: "new", licence: "CC0" });
    expect(takes(part("a", "x"))).toMatchObject({ note: "new", origin: { licence: "CC0", fileName: "x" } });
    expect(takes(part("a", "x", { note: "mine", licence: "bought" }))).toEqual({});
  });
});
