import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { type NamedColour, readPalette, writeGpl, writePaletteCsv } from "#core/formats/palette";

const named: fc.Arbitrary<NamedColour> = fc.record({
  name: fc.string({ minLength: 1, maxLength: 30 }).map((t) => t.replace(/\s+/g, " ").trim() || "x"),
  hex: fc.integer({ min: 0, max: 0xffffff }).map((n) => `#${n.toString(16).padStart(6, "0")}`),
});
const said = (text: string) => {
  const read = readPalette(text);
  return read.ok ? "" : read.problems[0]!.message;
};

describe("palette files", () => {
  it("come back as they went, as GPL and as a table", () => {
    fc.assert(
      fc.property(fc.array(named, { minLength: 1, maxLength: 20 }), (colours) => {
        expect(readPalette(writeGpl("mill", colours))).toEqual({ ok: true, value: colours });
      }),
    );
    const plain = [
      { name: "Kiln brick, old", hex: "#8a4632" },
      { name: 'Reed "straw"', hex: "#c0a75a" },
    ];
    expect(readPalette(writePaletteCsv(plain))).toEqual({ ok: true, value: plain });
  });
  it("are lines that another reader takes: three right-aligned bytes, a tab, a name", () => {
    const lines = writeGpl("Withy\nSluice", [{ name: "Bone", hex: "#e2d8c0" }]).split("\n");
    expect(lines).toEqual(["GIMP Palette", "Name: Withy Sluice", "Columns: 0", "#", "226 216 192\tBone", ""]);
    // Line by line as the format is described: numbers by white space, the rest is the name.
    const [r, g, b, ...name] = lines[4]!.trim().split(/\s+/);
    expect([r, g, b].map(Number)).toEqual([0xe2, 0xd8, 0xc0]);
    expect(name.join(" ")).toBe("Bone");
  });
  it("are read with comments, without names, and with or without a mark at the head", () => {
    const text = "\uFEFFGIMP Palette\r\nName: x\r\n# words\r\n\r\n  0   0 255\r\n10 20 30 Slate  blue\r\n";
    expect(readPalette(text)).toEqual({
      ok: true,
      value: [
        { name: "#0000ff", hex: "#0000ff" },
        { name: "Slate blue", hex: "#0a141e" },
      ],
    });
    expect(readPalette("name;hex\nMoss;6E7A3C\n")).toEqual({
      ok: true,
      value: [{ name: "Moss", hex: "#6e7a3c" }],
    });
  });
  it("are refused in one sentence that names the line", () => {
    expect(said("GIMP Palette\n300 0 0 too much\n")).toMatch(/^Line 2 of the palette/);
    expect(said("name,hex\nMoss,green\n")).toMatch(/^Line 2 of the table has no colour/);
    expect(said("GIMP Palette\n")).toBe("The palette has no colours.");
    expect(said("")).not.toBe("");
    const many = Array.from({ length: 501 }, (_, i) => ({ name: `c${i}`, hex: "#000000" }));
    expect(said(writeGpl("many", many))).toMatch(/501 colours; 500/);
  });
});
