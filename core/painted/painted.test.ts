import { describe, expect, it } from "vitest";
import { box, moved, sphere, terrain, wallWith } from "#core/mesh/testing";
import { findTwins } from "#core/mesh/twins";
import { ciede2000 } from "#core/paint/ciede2000";
import { labOfXyz } from "#core/paint/lab";
import { bodyOf } from "#core/paint/layerBody";
import { bareGround } from "#core/paint/layerCover";
import { darkerBy, SEALED_DARKER, stackOf } from "#core/paint/layerStack";
import { filmOver } from "#core/paint/mixing";
import { xyzOfReflectance } from "#core/paint/reflectance";
import type { SchemeLayer } from "#core/paint/scheme";
import { paintEdgeMm, paintMesh } from "#core/painted/paintMesh";
import { layerLies, mannerOf } from "#core/painted/layerLies";
import { labOfState } from "#core/painted/paintStates";
import { paintZones, shownFaces } from "#core/painted/paintZones";
import { coneOf, sprayedFrom } from "#core/painted/skyShare";
import { eightLayers, faceNumbers, meanBy, ofPot, readyToPaint, testLayer } from "#core/painted/testing";
import { testPaint } from "#core/plan/testing";
import { chanceOf } from "#core/random";

const shelf = {
  recipes: [],
  paints: [
    testPaint("ochre", "#a9762f"),
    testPaint("dark", "#3a2f28"),
    testPaint("white", "#f2f0ea"),
    testPaint("blue", "#31506e"),
  ],
};
const eight = eightLayers;
const cube = readyToPaint(box(30, 30, 30));
const rough = readyToPaint(terrain(60, 60, 3), 1, 60_000);
const painted = (ready: typeof cube, scheme: readonly SchemeLayer[]) =>
  paintZones(ready.shape, ready.paint.of, new Map([[0, scheme]]), shelf);

describe("H12: the paint mesh", () => {
  it("parts edges until none is over a mm, stays closed, and keeps surface, zones and parents", () => {
    const of = Uint8Array.from({ length: 12 }, (_, f) => f % 3);
    const paint = paintMesh(box(20, 12, 7), of);
    expect(paint.edgeMm).toBeLessThanOrEqual(1);
    expect(paint.isCoarse).toBe(false);
    const { openEdges, overSharedEdges, flippedEdges } = findTwins(paint.mesh);
    expect([openEdges, overSharedEdges, flippedEdges]).toEqual([0, 0, 0]);
    const area = readyToPaint(box(20, 12, 7)).shape.area.reduce((a, b) => a + b);
    expect(area).toBeCloseTo(2 * (20 * 12 + 20 * 7 + 12 * 7), 1);
    paint.parent.forEach((f, i) => expect(paint.of[i]).toBe(of[f]));
  });
  it("stays under its most faces and says that it is coarse; one that is fine already stays as it is", () => {
    const coarse = paintMesh(box(200, 200, 200), new Uint8Array(12), 1, 5000);
    expect(coarse.parent.length).toBeLessThanOrEqual(5000);
    expect(coarse.parent.length).toBeGreaterThan(1000);
    expect(coarse.isCoarse).toBe(true);
    const ball = sphere(5, 60, 60);
    const faces = ball.triangles.length / 3;
    expect(paintMesh(ball, new Uint8Array(faces), 1).mesh.triangles).toEqual(ball.triangles);
  });
  it("parts a sliver across and not into slivers, and draws what is small finer", () => {
    const strip = box(80, 0.4, 0.4);
    const paint = paintMesh(strip, new Uint8Array(12), 1);
    expect(paint.edgeMm).toBeLessThanOrEqual(1.42);
    const { openEdges, flippedEdges } = findTwins(paint.mesh);
    expect([openEdges, flippedEdges]).toEqual([0, 0]);
    // Some four faces a mm: halving all edges alike made tens of thousands.
    expect(paint.parent.length).toBeLessThan(2500);
    expect(paintEdgeMm(box(5, 5, 5))).toBe(0.3);
    expect(paintEdgeMm(box(300, 300, 300))).toBe(1);
  });
  it("takes an open mesh, one of faces without area, and one of none", () => {
    const open = { ...box(5, 5, 5), triangles: box(5, 5, 5).triangles.slice(0, 18) };
    const flat = { positions: new Float32Array(9), triangles: Uint32Array.of(0, 1, 2) };
    const none = { positions: new Float32Array(0), triangles: new Uint32Array(0) };
    for (const mesh of [open, flat, none]) {
      const ready = readyToPaint(mesh);
      const shown = shownFaces(painted(ready, eight), new Map([[0, 8]]), ready.paint.parent.length);
      expect(shown).toHaveLength(3 * ready.paint.parent.length);
    }
  });
});

describe("H12: what a spray reaches", () => {
  it("C11: a cube from straight above takes 17 %, from 45 degrees over an edge 24 % where 33 % is reached", () => {
    const { area } = cube.shape;
    const above = sprayedFrom(cube.shape, [0, 0, 1], 30);
    expect(meanBy(area, (f) => above[f]!)).toBeCloseTo(1 / 6, 3);
    const half = Math.SQRT1_2;
    const edge = sprayedFrom(cube.shape, [half, 0, half], 30);
    expect(meanBy(area, (f) => edge[f]!)).toBeCloseTo((2 * half) / 6, 2);
    expect(meanBy(area, (f) => (edge[f]! > 0 ? 1 : 0))).toBeCloseTo(1 / 3, 3);
    const lit = [...edge].filter((w) => w > 0);
    expect(Math.min(...lit.slice(0, 200))).toBeGreaterThan(0.6);
    // Turned on its side another face is lit: the same share of it.
    const side = sprayedFrom(cube.shape, [1, 0, 0], 30);
    expect(meanBy(area, (f) => (side[f]! > 0 && above[f]! > 0 ? 1 : 0))).toBe(0);
  });
  it("leaves what lies under a roof dry, and is what a lid does not hide", () => {
    const table = box(20, 20, 2);
    const lid = readyToPaint(moved(table, 0, 0, 10));
    const under = readyToPaint(table);
    expect(meanBy(under.shape.area, (f) => under.shape.sky[f]!)).toBeGreaterThan(0.4);
    const both = {
      positions: Float32Array.from([...table.positions, ...moved(table, 0, 0, 10).positions]),
      triangles: Uint32Array.from([...table.triangles, ...table.triangles.map((v) => v + 8)]),
    };
    const { shape } = readyToPaint(both);
    const isTop = (f: number, z: number) => Math.abs(shape.centre[3 * f + 2]! - z) < 0.01;
    const skyOf = (z: number) => {
      const those = faceNumbers(shape.area.length).filter(
        (f) => isTop(f, z) && shape.normal[3 * f + 2]! > 0.9,
      );
      return those.reduce((sum, f) => sum + shape.sky[f]!, 0) / those.length;
    };
    expect(skyOf(12)).toBe(1);
    expect(skyOf(2)).toBeLessThan(0.15);
    expect(lid.shape.sky.some((s) => s > 0)).toBe(true);
  });
  it("directions of a cone lie within it, and their mean is its middle", () => {
    for (const d of [
      [0, 0, 1],
      [1, 0, 0],
      [0.48, -0.6, 0.64],
    ] as const) {
      const cone = coneOf(d, 30);
      const cosines = cone.map((c) => c[0] * d[0] + c[1] * d[1] + c[2] * d[2]);
      expect(Math.min(...cosines)).toBeGreaterThanOrEqual(Math.cos(Math.PI / 12) - 1e-9);
      cone.forEach((c) => expect(Math.hypot(...c)).toBeCloseTo(1, 9));
    }
  });
});

describe("H12: where a layer lies", () => {
  const all = (ready: typeof cube) => faceNumbers(ready.shape.area.length);
  it.each(eight.map((l) => [l.id, l] as const))("%s covers the share that is told, to 1 %%", (_, layer) => {
    for (const ready of [cube, rough])
      for (const coverage of [1, 0.9, 0.6, 0.3, 0.1, 0.02]) {
        const { cover } = layerLies(ready.shape, all(ready), { ...layer, coverage });
        expect(Math.abs(meanBy(ready.shape.area, (f) => cover[f]!) - coverage)).toBeLessThan(0.01);
      }
  });
  it("a wash lies evenly on a ball, has the mean film that is told, and more of it in a groove than on its lips", () => {
    const ball = readyToPaint(sphere(12, 60, 80));
    const wash = eight[2]!;
    const { film } = layerLies(ball.shape, all(ball), wash);
    expect(meanBy(ball.shape.area, (f) => film[f]!)).toBeCloseTo(1, 4);
    const level = film.filter((_, f) => Math.abs(ball.shape.normal[3 * f + 2]!) < 0.5);
    expect(Math.max(...level) - Math.min(...level)).toBeLessThan(0.25);
    const block = readyToPaint(wallWith(20, 6, 20, [[9.5, 4.5, 1, 1.5]]), 0.4);
    const lies = layerLies(block.shape, all(block), wash);
    const inGroove = (f: number) => block.shape.centre[3 * f + 2]! < 5.9 && block.shape.open[f]! < 0.6;
    const onTop = (f: number) => block.shape.centre[3 * f + 2]! > 5.99;
    const meanOf = (is: (f: number) => boolean) =>
      meanBy(
        block.shape.area.map((a, f) => (is(f) ? a : 0)),
        (f) => lies.film[f]!,
      );
    expect(meanOf(inGroove)).toBeGreaterThan(1.3 * meanOf(onTop));
  });
  it("a drybrush takes edges before faces, and what is covered at 10 % is covered at 60 %", () => {
    const dry = eight[3]!;
    const [little, much] = [0.1, 0.6].map((coverage) =>
      layerLies(cube.shape, all(cube), { ...dry, coverage }),
    );
    const { centre, area } = cube.shape;
    const toEdge = (f: number) => {
      const far = [0, 1, 2]
        .map((k) => Math.min(centre[3 * f + k]!, 30 - centre[3 * f + k]!))
        .sort((a, b) => a - b);
      return far[1]!;
    };
    const covered = meanBy(
      area.map((a, f) => a * little!.cover[f]!),
      toEdge,
    );
    expect(covered).toBeLessThan(1.2);
    little!.cover.forEach((c, f) => expect(much!.cover[f]!).toBeGreaterThanOrEqual(c - 1e-6));
  });
  it("powder that is brushed on dry lies on what looks up, not on edges", () => {
    const powder = testLayer("q", "pigment", { product: "pigment", method: "drybrush", coverage: 0.15 });
    expect(mannerOf(powder)).toBe("dust");
    const { cover } = layerLies(cube.shape, all(cube), powder);
    const { area, normal } = cube.shape;
    const up = meanBy(
      area.map((a, f) => a * cover[f]!),
      (f) => normal[3 * f + 2]!,
    );
    expect(up).toBeGreaterThan(0.8);
  });
  it("is the same again, and another with another seed", () => {
    const sponge = eight[5]!;
    const cover = (seed: number) => layerLies(cube.shape, all(cube), { ...sponge, seed }).cover;
    expect(cover(1)).toEqual(cover(1));
    expect(cover(1)).not.toEqual(cover(2));
  });
});

describe("H12: colours", () => {
  it("a base coat alone is on every face the film of the mix at that face's weight, to 1e-6", () => {
    const layer = eight[1]!;
    const part = painted(cube, [{ ...layer, coats: 1 }]);
    const body = bodyOf(layer, shelf)!;
    const { film } = layerLies(cube.shape, faceNumbers(cube.shape.area.length), layer);
    const after = part.zones[0]!.states[1]!;
    for (let i = 0; i < 300; i++) {
      const f = Math.floor(chanceOf(5, i) * after.length);
      const step = Math.round(64 * film[f]!) / 64;
      const told = filmOver(body.full, bareGround(), body.power * step);
      const found = part.states.reflectanceOf(after[f]!);
      told.forEach((r, b) => expect(Math.abs(r - found[b]!)).toBeLessThan(1e-6));
      expect(Math.abs(step - film[f]!)).toBeLessThanOrEqual(1 / 128 + 1e-9);
    }
  });
  it.each([
    ["a cube", cube],
    ["rough ground", rough],
  ])("1,000 random faces of %s are at most 0.5 dE from the exact sum of eight layers", (_, ready) => {
    const part = painted(ready, eight);
    const all = faceNumbers(ready.shape.area.length);
    const lies = eight.map((l) => layerLies(ready.shape, all, l));
    let worst = 0;
    for (let i = 0; i < 1000; i++) {
      const f = Math.floor(chanceOf(9, i) * all.length);
      let r = bareGround();
      eight.forEach((layer, k) => {
        const body = bodyOf(layer, shelf);
        const [cover, film] = [lies[k]!.cover[f]!, lies[k]!.film[f]!];
        let over = layer.kind === "varnish" ? darkerBy(r, SEALED_DARKER.paint) : r;
        if (body && layer.kind !== "varnish")
          for (let n = 0; n < layer.coats; n++) over = filmOver(body.full, over, body.power * film);
        r = r.map((v, b) => v + cover * (over[b]! - v));
      });
      const found = labOfState(part.states, part.zones[0]!.states[8]![f]!);
      worst = Math.max(worst, ciede2000(found, labOfXyz(xyzOfReflectance(r))));
    }
    expect(worst).toBeLessThan(0.5);
  });
  it("the order of two opaque coats matters, that of two weights of one coat does not", () => {
    const [a, b] = [testLayer("a", "colour"), testLayer("b", "colour", { colour: ofPot("white") })];
    const last = (scheme: readonly SchemeLayer[]) => {
      const part = painted(cube, scheme);
      return labOfState(part.states, part.zones[0]!.states.at(-1)![100]!);
    };
    expect(ciede2000(last([a, b]), last([b, a]))).toBeGreaterThan(10);
    const twice = last([a, { ...a, id: "a2" }]);
    expect(ciede2000(twice, last([{ ...a, coats: 2 }]))).toBeLessThan(0.05);
  });
  it("an even coat is the colour that the scheme table shows, and the picture's bytes are those of its colour", () => {
    const flat = readyToPaint(box(40, 40, 40), 4);
    const scheme = [testLayer("b", "colour", { coats: 2 })];
    const part = painted(flat, scheme);
    const middle = flat.shape.curve.findIndex((k, f) => Math.abs(k) < 1e-6 && flat.shape.open[f] === 1);
    const state = part.zones[0]!.states[1]![middle]!;
    const table = stackOf(scheme, shelf)[0]!.mean;
    expect(ciede2000(labOfState(part.states, state), table)).toBeLessThan(0.3);
    const bytes = shownFaces(part, new Map([[0, 1]]), flat.paint.parent.length).slice(
      3 * middle,
      3 * middle + 3,
    );
    const linear = [...bytes].map((v) =>
      v / 255 <= 0.04045 ? v / 255 / 12.92 : ((v / 255 + 0.055) / 1.055) ** 2.4,
    );
    const xyz = [
      0.412456 * linear[0]! + 0.357576 * linear[1]! + 0.180437 * linear[2]!,
      0.212673 * linear[0]! + 0.715152 * linear[1]! + 0.072175 * linear[2]!,
      0.019334 * linear[0]! + 0.119192 * linear[1]! + 0.950304 * linear[2]!,
    ] as const;
    expect(ciede2000(labOfXyz(xyz), labOfState(part.states, state))).toBeLessThan(1);
  });
  it("resist keeps four fifths of its spots free of the next colour alone", () => {
    const scheme = [
      testLayer("a", "colour", { coats: 3 }),
      testLayer("r", "resist", { coverage: 0.25, colour: null, method: "sponge" }),
      testLayer("b", "colour", { colour: ofPot("white") }),
      testLayer("c", "glaze", { coverage: 0.5, colour: ofPot("dark") }),
    ];
    const { shares } = painted(cube, scheme).zones[0]!;
    expect(shares[2]).toBeCloseTo(1 - 0.25 * 0.8, 2);
    expect(shares[3]).toBeCloseTo(0.5, 2);
  });
  it("zones have their own layers; one without stays bare, and forty layers are laid", () => {
    const of = Uint8Array.from(cube.paint.of, (_, f) => (cube.shape.centre[3 * f + 2]! > 15 ? 1 : 0));
    const many = Array.from({ length: 40 }, (_, i) =>
      testLayer(`m${i}`, "glaze", { coverage: 0.5, seed: i }),
    );
    const part = paintZones(cube.shape, of, new Map([[1, many]]), shelf);
    expect(part.zones.map((z) => z.states.length)).toEqual([1, 41]);
    const shown = shownFaces(part, new Map([[1, 40]]), of.length);
    const bare = of.findIndex((z) => z === 0);
    expect([...shown.slice(3 * bare, 3 * bare + 3)]).toEqual([137, 137, 137]);
    expect(part.zones[0]!.areaMm2 + part.zones[1]!.areaMm2).toBeCloseTo(5400, 0);
  });
});
