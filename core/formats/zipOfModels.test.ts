import { describe, expect, it } from "vitest";
import { readModelFile } from "#core/formats/readModel";
import { writeBinaryStl } from "#core/formats/stl";
import { writeThreeMf } from "#core/formats/writeThreeMf";
import { writeObj } from "#core/formats/testing";
import { writeZip } from "#core/formats/zip";
import { box } from "#core/mesh/testing";
import { soupOf } from "#core/mesh/triangleMesh";

const stl = (x: number) => writeBinaryStl(soupOf(box(x, 4, 3)));
const text = (of: string) => new TextEncoder().encode(of);
const read = (files: Record<string, Uint8Array>, name = "kit.zip") => readModelFile(writeZip(files), name);
const said = (outcome: ReturnType<typeof read>) => (outcome.ok ? "" : outcome.problems[0]!.message);

describe("an archive of models", () => {
  it("gives every model in it with its path, in folders too, and leaves the rest aside", () => {
    const outcome = read({
      "read-me.txt": text("Print in resin."),
      "walls/front.stl": stl(30),
      "walls/back.OBJ": writeObj(box(20, 4, 3)),
      "__MACOSX/walls/._front.stl": text("not a mesh"),
      "photo.jpg": text("jpg"),
    });
    expect(outcome.ok && outcome.value.format).toBe("zip");
    expect(outcome.ok && outcome.value.models.map((m) => [m.path, m.soup.corners.length])).toEqual([
      ["walls/front.stl", 108],
      ["walls/back.OBJ", 108],
    ]);
  });
  it("is told from a 3MF by what it holds, whatever either is called", () => {
    const threeMf = writeThreeMf([{ name: "post", mesh: box(3, 3, 9) }]);
    const outcome = readModelFile(threeMf, "post.zip");
    expect(outcome.ok && outcome.value.format).toBe("3mf");
    const inside = read({ "post.3mf": threeMf }, "post.3mf");
    expect(inside.ok && inside.value.format).toBe("zip");
    expect(inside.ok && inside.value.models.map((m) => m.path)).toEqual(["post.3mf"]);
  });
});

describe("is refused in one sentence, and nothing of it comes in", () => {
  it("where one model is cut off, naming it", () => {
    const outcome = read({ "a.stl": stl(30), "deep/b.stl": stl(31).slice(0, 300) });
    expect(said(outcome)).toMatch(/^kit\.zip\/deep\/b\.stl: The header promises 12 triangles/);
  });
  it("where it holds an archive of its own, or no model at all", () => {
    const inner = writeZip({ "a.stl": stl(30) });
    expect(said(read({ "inner.3mf": inner }))).toMatch(/kit\.zip\/inner\.3mf is an archive in an archive/);
    expect(read({ "read-me.txt": text("Nothing here.") }).ok).toBe(false);
  });
  it("where it was cut off, or swells beyond all measure", () => {
    const whole = writeZip({ "a.stl": stl(30) });
    expect(readModelFile(whole.slice(0, whole.length - 12), "kit.zip").ok).toBe(false);
    const bomb = writeZip({ "a.stl": new Uint8Array(90e6) });
    expect(said(readModelFile(bomb, "kit.zip"))).not.toBe("");
  });
});
