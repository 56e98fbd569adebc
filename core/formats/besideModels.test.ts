import { strToU8, zipSync } from "fflate";
import { describe, expect, it } from "vitest";
import { besideInZip, besideKind } from "#core/formats/besideModels";

describe("what lies beside models", () => {
  it.each([
    ["readme.txt", 500, "text"],
    ["kit/LICENSE", 500, "text"],
    ["kit/front view.JPG", 4e6, "picture"],
    ["shown.webp", 4e6, "picture"],
    ["readme.txt", 3e6, null],
    ["poster.png", 90e6, null],
    ["__MACOSX/._front.jpg", 120, null],
    ["barn.txt", 500, null],
    ["barn.stl", 500, null],
  ] as const)("%s of %d bytes: %s", (path, bytes, kind) => {
    expect(besideKind(path, bytes)).toBe(kind);
  });
  it("is found in an archive with its path, and of a damaged one nothing", () => {
    const zip = zipSync({
      "kit/wall.stl": new Uint8Array(84),
      "kit/readme.txt": strToU8("Print it flat."),
      "kit/front.png": new Uint8Array([137, 80, 78, 71]),
      "kit/parts list.csv": strToU8("wall,1"),
    });
    const found = besideInZip(zip);
    expect(found.map((f) => f.path)).toEqual(["kit/readme.txt", "kit/front.png"]);
    expect(new TextDecoder().decode(found[0]!.bytes)).toBe("Print it flat.");
    expect(besideInZip(zip.subarray(0, 60))).toEqual([]);
  });
  it("is no album: of a hundred pictures two dozen come along", () => {
    const many = Object.fromEntries(Array.from({ length: 100 }, (_, i) => [`p${i}.png`, new Uint8Array(9)]));
    expect(besideInZip(zipSync(many))).toHaveLength(24);
  });
  it("does not unpack what swells", () => {
    expect(besideInZip(zipSync({ "readme.txt": new Uint8Array(5e7) }))).toEqual([]);
  });
});
