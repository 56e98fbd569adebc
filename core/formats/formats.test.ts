import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { SaxesParser } from "saxes";
import { zipSync } from "fflate";
import { type NumberScan, scanNumberInto } from "#core/formats/asciiNumber";
import { readModelFile } from "#core/formats/readModel";
import { readBinaryStl, writeBinaryStl } from "#core/formats/stl";
import { writeThreeMf } from "#core/formats/writeThreeMf";
import { readZip, writeZip } from "#core/formats/zip";
import { solidProperties } from "#core/mesh/solidProperties";
import { box, sphere, torus } from "#core/mesh/testing";
import { soupOf } from "#core/mesh/triangleMesh";
import { weld } from "#core/mesh/weld";

const bytes = (text: string) => new TextEncoder().encode(text);
const read = (data: Uint8Array, name = "thing.stl") => {
  const outcome = readModelFile(data, name);
  if (!outcome.ok) throw new Error(outcome.problems[0]!.message);
  return outcome.value;
};
const codeOf = (data: Uint8Array, name = "thing.stl") => {
  const outcome = readModelFile(data, name);
  if (outcome.ok) return "read";
  expect(outcome.problems[0]!.message).toContain(name);
  expect(outcome.problems[0]!.message).toMatch(/[.)]$/);
  return outcome.problems[0]!.code;
};
const volumeOf = (data: Uint8Array, name?: string) =>
  solidProperties(weld(read(data, name).models[0]!.soup)).volume;

const facet =
  "facet normal 0 0 1\n outer loop\n vertex 0 0 0\n vertex 1 0 0\n vertex 0 1 0\n endloop\nendfacet\n";

describe("numbers in text", () => {
  it("come out as the machine reads them, to single precision", () => {
    const scan: NumberScan = { value: 0, end: 0 };
    fc.assert(
      fc.property(
        fc.double({ noNaN: true, noDefaultInfinity: true, min: -1e30, max: 1e30 }),
        fc.constantFrom(
          (v: number) => String(v),
          (v: number) => v.toExponential(8),
          (v: number) => v.toFixed(6),
        ),
        (v, write) => {
          const text = write(v);
          scanNumberInto(bytes(text), 0, scan);
          expect(scan.end).toBe(text.length);
          expect(Math.fround(scan.value)).toBeCloseTo(
            Math.fround(Number(text)),
            -Math.log10(Math.max(1e-9, Math.abs(v))) + 6,
          );
        },
      ),
    );
  });
  it("are refused where there are none", () => {
    const scan: NumberScan = { value: 0, end: 0 };
    for (const text of ["nan", "-", ".", "e5", ""]) {
      scanNumberInto(bytes(text), 0, scan);
      expect([scan.value, scan.end]).toEqual([Number.NaN, 0]);
    }
  });
});

describe("binary STL", () => {
  it("comes back bit by bit", () => {
    const soup = soupOf(torus(20, 5, 16, 8));
    expect(read(writeBinaryStl(soup)).models[0]!.soup.corners).toEqual(soup.corners);
  });
  it("is measured while it is read", () => {
    const outcome = readBinaryStl(writeBinaryStl(soupOf(box(10, 20, 30))));
    expect(outcome.ok && outcome.value).toMatchObject({
      area: 2200,
      box: { min: [0, 0, 0], max: [10, 20, 30] },
    });
    expect(outcome.ok && outcome.value.volume).toBeCloseTo(6000, 6);
  });
  it("is known by its length even when its header begins with solid", () => {
    const data = writeBinaryStl(soupOf(box(1, 1, 1)));
    data.set(bytes("solid facet "));
    expect(volumeOf(data)).toBeCloseTo(1, 6);
  });
});

describe("text STL", () => {
  it("takes any case, white space, line ends and exponents", () => {
    const odd = facet
      .replaceAll("\n", "\r\n")
      .replaceAll("vertex 1 0 0", "VERTEX\t1.0E+0 \r\n 0  0e5")
      .toUpperCase();
    expect(read(bytes(`SOLID thing\r\n${odd}ENDSOLID`)).models[0]!.soup.corners).toEqual(
      Float32Array.from([0, 0, 0, 1, 0, 0, 0, 1, 0]),
    );
  });
  it("does without an end line, and keeps several solids apart", () => {
    expect(
      read(bytes(`solid a b\n${facet}solid second\n${facet}${facet}`)).models.map((m) => [
        m.name,
        m.soup.corners.length,
      ]),
    ).toEqual([
      ["a b", 9],
      ["second", 18],
    ]);
  });
  it("refuses a facet that was cut off, naming it", () => {
    expect(codeOf(bytes(`solid x\n${facet}${facet.slice(0, 60)}`))).toBe("stl/text-broken");
    // A facet without any corner, and a whole one behind it.
    expect(codeOf(bytes(`solid x\nfacet normal 0 0 1\n${facet}`))).toBe("stl/text-broken");
  });
});

describe("OBJ", () => {
  it("reads polygons, slashes, and indices from either end", () => {
    const cube =
      "v 0 0 0\nv 2 0 0\nv 2 2 0\nv 0 2 0\nv 0 0 2\nv 2 0 2\nv 2 2 2\nv 0 2 2\n# faces\nf 4 3 2 1\nf 5/1 6/2/3 7//4 8\nf 1 2 6 5\nf -7 -6 -2 -3\nf 3 4 8 7\nf 4 1 5 8\n";
    expect(volumeOf(bytes(cube), "cube.obj")).toBeCloseTo(8, 9);
  });
  it("refuses corners that are not there, with the line", () => {
    expect(codeOf(bytes("v 0 0 0\nv 1 0 0\nv 0 1 0\nf 1 2 9\n"), "x.obj")).toBe("obj/bad-index");
    expect(codeOf(bytes("v 0 0 0\nv 1 0 0\nf 1 2\n"), "x.obj")).toBe("obj/broken");
  });
});

describe("3MF", () => {
  it("comes back with unit, names and every triangle", () => {
    const data = writeThreeMf([
      { name: "ball & <box>", mesh: sphere(5, 12, 16) },
      { name: "two", mesh: box(1, 2, 3) },
    ]);
    const back = read(data, "x.3mf");
    expect(back.format).toBe("3mf");
    expect(back.models.map((m) => [m.name, m.unitMm])).toEqual([
      ["ball & <box>", 1],
      ["two", 1],
    ]);
    expect(back.models[0]!.soup.corners).toEqual(soupOf(sphere(5, 12, 16)).corners);
  });
  it("is well-formed XML by an independent reader", () => {
    const zip = readZip(writeThreeMf([{ name: 'a "quoted" & name', mesh: box(1, 1, 1) }]), () => true);
    if (!zip.ok) throw new Error("must unpack");
    const parser = new SaxesParser();
    let vertices = 0;
    parser.on("opentag", (tag) => {
      if (tag.name === "vertex") vertices++;
    });
    parser.write(new TextDecoder().decode(zip.value.get("3D/3dmodel.model"))).close();
    expect(vertices).toBe(8);
  });
  const model = (inside: string, unit = "inch") =>
    zipSync({
      "3D/3dmodel.model": bytes(`<?xml version="1.0"?><!-- c --><model unit="${unit}">${inside}</model>`),
    });
  const tri =
    '<mesh><vertices><vertex x="0" y="0" z="0"/><vertex x="1" y="0" z="0"/><vertex x="0" y="1" z="0"/></vertices><triangles><triangle v1="0" v2="1" v3="2"/></triangles></mesh>';
  it("places components and items by their transforms", () => {
    const data = model(
      `<resources><object id="1">${tri}</object><object id="2"><components><component objectid="1" transform="1 0 0 0 1 0 0 0 1 10 0 0"/><component objectid="1"/></components></object></resources><build><item objectid="2" transform="2 0 0 0 2 0 0 0 2 0 0 5"/></build>`,
    );
    const { models } = read(data, "x.3mf");
    expect(models[0]!.unitMm).toBe(25.4);
    expect([...models[0]!.soup.corners]).toEqual([20, 0, 5, 22, 0, 5, 20, 2, 5, 0, 0, 5, 2, 0, 5, 0, 2, 5]);
  });
  it.each([
    [
      "an unknown unit",
      model(`<resources><object id="1">${tri}</object></resources>`, "parsec"),
      "3mf/broken",
    ],
    [
      "an object that is missing",
      model('<resources></resources><build><item objectid="7"/></build>'),
      "3mf/broken",
    ],
    [
      "components in a circle",
      model(
        '<resources><object id="1"><components><component objectid="1"/></components></object></resources><build><item objectid="1"/></build>',
      ),
      "3mf/broken",
    ],
    [
      "a corner that is missing",
      model(`<resources><object id="1">${tri.replace('v3="2"', 'v3="9"')}</object></resources>`),
      "3mf/bad-index",
    ],
    [
      "a model cut off",
      zipSync({ "3D/3dmodel.model": bytes(`<model><resources><object id="1">${tri}`) }),
      "3mf/broken",
    ],
    ["a path outside itself", zipSync({ "../../evil.model": bytes("<model/>") }), "3mf/path-outside"],
    ["no model", zipSync({ "readme.txt": bytes("hello") }), "3mf/no-model"],
  ])("refuses %s", (_, data, code) => {
    expect(codeOf(data, "x.3mf")).toBe(code);
  });
  it("refuses to unpack to gigabytes before it unpacks anything", () => {
    const bomb = zipSync({ "3D/3dmodel.model": bytes("<model/>") });
    const view = new DataView(bomb.buffer);
    // Both headers say 3 GB; the directory's copy is the one that counts.
    for (let i = 0; i + 4 < bomb.length; i++) {
      if (view.getUint32(i, true) === 0x02014b50) view.setUint32(i + 24, 3e9, true);
      if (view.getUint32(i, true) === 0x04034b50) view.setUint32(i + 22, 3e9, true);
    }
    expect(codeOf(bomb, "bomb.3mf")).toBe("3mf/too-large");
  });
});

describe("any file at all", () => {
  it.each([
    ["nothing", new Uint8Array(0), "file/empty"],
    ["text", bytes("Dear all, the models are on their way.\n"), "file/unknown"],
    ["a few bytes", Uint8Array.from([1, 2, 3]), "stl/too-short"],
    ["an STL cut in half", writeBinaryStl(soupOf(sphere(5, 10, 10))).slice(0, 2000), "stl/wrong-length"],
    ["a PLY that ends in its header", bytes("ply\nformat ascii 1.0\n"), "ply/broken"],
  ])("refuses %s with one sentence", (_, data, code) => {
    expect(codeOf(data)).toBe(code);
  });
  it("refuses a count that lies and numbers that are none", () => {
    const lying = writeBinaryStl(soupOf(box(1, 1, 1)));
    new DataView(lying.buffer).setUint32(80, 4_000_000_000, true);
    expect(codeOf(lying)).toBe("stl/wrong-length");
    for (const bad of [Number.NaN, Infinity, -Infinity]) {
      const soup = soupOf(box(1, 1, 1));
      soup.corners[13] = bad;
      expect(codeOf(writeBinaryStl(soup))).toBe("mesh/not-finite");
    }
    expect(codeOf(bytes(`solid\n${facet.replace("1 0 0", "nan inf 0")}`))).toBe("mesh/not-finite");
    expect(codeOf(writeBinaryStl({ corners: new Float32Array(0) }))).toBe("mesh/no-triangles");
  });
  it("never throws", () => {
    fc.assert(
      fc.property(
        fc.uint8Array({ maxLength: 300 }),
        fc.constantFrom("", "solid ", "PK\u0003\u0004", "v 1 2 3\nf ", "solid x facet vertex "),
        fc.constantFrom("a.stl", "a.obj", "a.3mf"),
        (tail, head, name) => {
          const data = new Uint8Array([...bytes(head), ...tail]);
          readModelFile(data, name);
        },
      ),
      { numRuns: 400 },
    );
  });
});

it("packs equal content to equal bytes", () => {
  expect(writeZip({ a: bytes("one") })).toEqual(writeZip({ a: bytes("one") }));
});
