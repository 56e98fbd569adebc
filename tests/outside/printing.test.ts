import { PDFDocument } from "pdf-lib";
import Module, { type ManifoldToplevel } from "manifold-3d";
import { SaxesParser } from "saxes";
import { unzipSync } from "fflate";
import { beforeAll, describe, expect, it } from "vitest";
import { writePdf } from "#core/formats/pdf";
import { writeThreeMf } from "#core/formats/writeThreeMf";
import { hollowMesh } from "#core/mesh/hollow";
import { measureMesh } from "#core/mesh/measure";
import { cutMesh } from "#core/mesh/planeCut";
import { unit } from "#core/mesh/pose";
import { solidProperties } from "#core/mesh/solidProperties";
import { box, moved, sphere, terrain, together, torus } from "#core/mesh/testing";
import { soupOf, type TriangleMesh } from "#core/mesh/triangleMesh";
import { findTwins } from "#core/mesh/twins";
import { printBody } from "#core/print/body";
import { cutIntoPieces } from "#core/print/cutting";
import { filamentEstimate } from "#core/print/filamentEstimate";
import { quickFilamentWork } from "#core/print/filamentWork";
import { pegStyleOf } from "#core/print/pegPlaces";
import { moveSecondsOf, resinPlateMinutes } from "#core/print/resinEstimate";
import { supportWork } from "#core/print/supports";
import { testFilament, testPla, testResin } from "#core/print/testing";
import { newPart } from "#core/scene/part";
import { planInputOf } from "#core/scene/planInput";
import { newScene } from "#core/scene/scene";
import { emptyWorkshop } from "#core/scene/workshop";
import { makePlan } from "#core/plan/plan";
import { drawingSvg, plateDrawing } from "#core/plan/plates/plateDrawing";
import { plateSheets } from "#core/plan/plates/plateSheets";

let wasm: ManifoldToplevel;
beforeAll(async () => {
  wasm = await Module();
  wasm.setup();
});
const solid = (m: TriangleMesh) =>
  wasm.Manifold.ofMesh(new wasm.Mesh({ numProp: 3, vertProperties: m.positions, triVerts: m.triangles }));
const volume = (m: TriangleMesh) => Math.abs(solidProperties(m).volume);

describe("cuts, against an independent solid library", () => {
  const cases: [string, TriangleMesh, readonly [number, number, number], number][] = [
    ["a ball aslant", sphere(20, 60, 90), unit([1, 2, 3]), 3.3],
    ["a ring across", torus(20, 6, 80, 40), unit([1, 0.2, 0]), 1.1],
    ["rough ground", terrain(80, 100, 5), unit([0.4, 1, 0.1]), 48.7],
  ];
  it.each(cases)("of %s: both pieces are solids of the same volume as theirs", (_, mesh, normal, offset) => {
    const cut = cutMesh(mesh, { normal, offset });
    if (!cut.ok) throw new Error(cut.problems[0]!.message);
    const whole = solid(mesh);
    const [above, below] = whole.splitByPlane([...normal], cut.value.offset);
    for (const [ours, theirs] of [
      [cut.value.above, above],
      [cut.value.below, below],
    ] as const) {
      expect(findTwins(ours).openEdges).toBe(0);
      const taken = solid(ours);
      expect(taken.status()).toBe("NoError");
      expect(Math.abs(taken.volume() / theirs.volume() - 1)).toBeLessThan(1e-4);
      taken.delete();
    }
    for (const m of [whole, above, below]) m.delete();
  });
  it("with pegs: what is missing is the clearance round them and no more", () => {
    const mesh = box(120, 24, 20);
    const cut = cutIntoPieces(mesh, [{ normal: [1, 0, 0], offset: 60 }], 1, pegStyleOf("filament"));
    if (!cut.ok) throw new Error(cut.problems[0]!.message);
    const [a, b] = cut.value.pieces.map(solid) as [ReturnType<typeof solid>, ReturnType<typeof solid>];
    const common = wasm.Manifold.intersection(a, b);
    expect(common.volume()).toBeLessThan(1e-3);
    const gap = volume(mesh) - a.volume() - b.volume();
    expect(gap).toBeGreaterThan(0);
    // Sockets wider by 0.2 mm all round and deeper by as much, on pegs of at most 8 mm by 11.2 mm.
    expect(gap).toBeLessThan(cut.value.pegs * Math.PI * (4.2 ** 2 * 11.4 - 4 ** 2 * 11.2));
    for (const m of [a, b, common]) m.delete();
  });
});

describe("common practice", () => {
  it("a piece 68 mm high that takes 8 h in filament at 0.1 mm takes about 4 h in resin at 0.05 mm, 10.5 s a layer", () => {
    const mesh = box(56, 52, 68);
    const m = measureMesh(soupOf(mesh)).measurement;
    const body = printBody(m, 1);
    const filament = {
      ...testFilament,
      layerMm: 0.1,
      walls: 3,
      infillShare: 0.2,
      wallSpeed: 45,
      infillSpeed: 60,
    };
    const hours =
      filamentEstimate(
        body,
        quickFilamentWork(body, filament),
        supportWork(filament, m, 1),
        filament,
        testPla,
      ).minutes.value / 60;
    expect(hours).toBeGreaterThan(6.5);
    expect(hours).toBeLessThan(9.5);
    // Exposure so that a layer takes 10.5 s in all.
    const resin = { ...testResin, restSeconds: 1, exposureSeconds: 10.5 - 1 - moveSecondsOf(testResin) };
    const inResin = resinPlateMinutes(68, resin).value / 60;
    expect(inResin).toBeGreaterThan(3.8);
    expect(inResin).toBeLessThan(4.4);
  });
  it("a solid building hollowed to walls of 2 mm saves of the order of a quarter to a half", () => {
    // A cottage of 30 by 22 mm with a lean-to and a stack, as it stands at 1:144.
    const cottage = box(26, 19, 17);
    const saved = (m: TriangleMesh) => {
      const h = hollowMesh(m, 2, 1);
      if (!h.ok) throw new Error(h.problems[0]!.message);
      return h.value.cavityVolume / h.value.solidVolume;
    };
    for (const m of [cottage, together(cottage, moved(box(12, 10, 9), 40, 0, 0))]) {
      expect(saved(m)).toBeGreaterThan(0.25);
      expect(saved(m)).toBeLessThan(0.55);
    }
  });
});

describe("what leaves", () => {
  const scene = newScene({ id: "s", name: "Trial", denominator: 1, startOn: "2026-03-02" });
  const plan = makePlan(
    planInputOf({
      scene,
      workshop: {
        ...emptyWorkshop,
        printers: [testFilament],
        materials: [testPla],
        hours: [[], ...Array.from({ length: 5 }, () => [{ from: 1140, to: 1260 }]), []],
      },
      now: { today: "2026-03-02", minute: 0, ms: 0 },
      parts: [
        newPart({
          id: "p",
          sceneId: "s",
          name: "A & <B>",
          meshId: "b",
          count: 3,
          size: { source: { kind: "full" } },
        }),
      ],
      measurements: new Map([["b", measureMesh(soupOf(box(40, 30, 20))).measurement]]),
    }),
  );
  const drawings = plan.plates.map((p) => plateDrawing(p, new Set(["p"])));
  it("as SVG is well formed, in true millimetres, and says what and how many", () => {
    const names: string[] = [];
    const words: string[] = [];
    const parser = new SaxesParser();
    parser.on("error", (error) => {
      throw error;
    });
    parser.on("opentag", (tag) => {
      names.push(tag.name);
      if (tag.name === "svg") expect((tag.attributes as Record<string, string>).width).toMatch(/mm$/);
    });
    parser.on("text", (text) => words.push(text));
    parser.write(drawingSvg(drawings[0]!)).close();
    expect(names[0]).toBe("svg");
    expect(words.join(" ")).toContain("A & <B>");
    expect(words.join(" ")).toMatch(/x 3/);
    expect(drawings[0]!.shapes).toHaveLength(3);
  });
  it("as PDF opens in a general library, an A4 sheet for each plate, with letters no face has", async () => {
    const bytes = await writePdf("Plates of Ålesund → 塩", plateSheets(drawings));
    const read = await PDFDocument.load(bytes);
    expect(read.getPageCount()).toBe(plan.plates.length);
    expect(read.getPage(0).getWidth()).toBeCloseTo((210 / 25.4) * 72, 3);
    expect(await writePdf("Plates of Ålesund → 塩", plateSheets(drawings))).toEqual(bytes);
  });
  it("as 3MF has every copy where it lies, once in the file", () => {
    const mesh = box(10, 10, 10);
    const places = [
      [0, 0],
      [20, 5],
    ] as const;
    const bytes = writeThreeMf([
      { name: "block", mesh, places: places.map(([xMm, yMm]) => ({ xMm, yMm, zMm: 0, turnDeg: 0 })) },
    ]);
    const xml = new TextDecoder().decode(unzipSync(bytes)["3D/3dmodel.model"]!);
    const objects: string[] = [];
    const items: string[] = [];
    const parser = new SaxesParser();
    parser.on("opentag", (tag) => {
      const at = tag.attributes as Record<string, string>;
      if (tag.name === "object") objects.push(at.id!);
      if (tag.name === "item") items.push(at.transform ?? "");
    });
    parser.write(xml).close();
    expect(objects).toHaveLength(1);
    expect(items).toHaveLength(2);
    expect(items[1]).toMatch(/20 5 0$/);
  });
});
