import Module, { type Manifold, type ManifoldToplevel } from "manifold-3d";
import { unzipSync } from "fflate";
import { SaxesParser } from "saxes";
import { beforeAll, describe, expect, it } from "vitest";
import { placesInRows, writeThreeMf } from "#core/formats/writeThreeMf";
import { measureMesh } from "#core/mesh/measure";
import { box, moved, sphere, torus } from "#core/mesh/testing";
import { soupOf, type TriangleMesh } from "#core/mesh/triangleMesh";
import { filedPlates } from "#core/plan/plates/filedPlates";
import { makePlan } from "#core/plan/plan";
import { type FiledPart, lyingMesh, plateFile, type PlateFileKind } from "#core/print/plateFiles";
import { usableBed } from "#core/print/printer";
import { testFilament, testPla, testResin, testResinFluid } from "#core/print/testing";
import { newPart, type PartPatch, patchedPart } from "#core/scene/part";
import { planInputOf } from "#core/scene/planInput";
import { newScene } from "#core/scene/scene";
import { emptyWorkshop } from "#core/scene/workshop";

// Plates are read back from their files with nothing of the core, and made bodies of by another library.
let wasm: ManifoldToplevel;
beforeAll(async () => {
  wasm = await Module();
  wasm.setup();
});
type Body = { readonly positions: Float32Array; readonly triangles: Uint32Array };

/** Every triangle of a binary STL, as the format lays them: 80 bytes, a count, then 50 bytes each. */
function trianglesOfStl(bytes: Uint8Array): Float32Array {
  const view = new DataView(bytes.buffer, bytes.byteOffset);
  const count = view.getUint32(80, true);
  expect(bytes.byteLength).toBe(84 + 50 * count);
  return Float32Array.from({ length: 9 * count }, (_, i) =>
    view.getFloat32(84 + 50 * Math.floor(i / 9) + 12 + 4 * (i % 9), true),
  );
}

/** The bodies of a soup: triangles that share corners belong together. */
function bodiesOf(corners: Float32Array): Body[] {
  const names = Array.from({ length: corners.length / 3 }, (_, v) =>
    corners.slice(3 * v, 3 * v + 3).join(" "),
  );
  const ids = new Map([...new Set(names)].map((n, i) => [n, i]));
  const root = [...ids.values()];
  const find = (i: number): number => (root[i] === i ? i : (root[i] = find(root[i]!)));
  for (let t = 0; t < names.length; t += 3)
    for (const k of [1, 2]) root[find(ids.get(names[t]!)!)] = find(ids.get(names[t + k]!)!);
  const groups = new Map<number, number[]>();
  for (let t = 0; t < names.length; t += 3) {
    const r = find(ids.get(names[t]!)!);
    (groups.get(r) ?? groups.set(r, []).get(r)!).push(t, t + 1, t + 2);
  }
  return [...groups.values()].map((vertices) => {
    const own = new Map([...new Set(vertices.map((v) => names[v]!))].map((n, i) => [n, i]));
    return {
      positions: Float32Array.from([...own.keys()].flatMap((n) => n.split(" ").map(Number))),
      triangles: Uint32Array.from(vertices.map((v) => own.get(names[v]!)!)),
    };
  });
}

/** The built items of a 3MF, each moved to where the file puts it. */
function bodiesOfThreeMf(bytes: Uint8Array): Body[] {
  const objects = new Map<string, { positions: number[]; triangles: number[] }>();
  const built: Body[] = [];
  let now: { positions: number[]; triangles: number[] };
  const parser = new SaxesParser();
  parser.on("opentag", ({ name, attributes }) => {
    const at = attributes as Record<string, string>;
    if (name === "object") objects.set(at.id!, (now = { positions: [], triangles: [] }));
    if (name === "vertex") now.positions.push(Number(at.x), Number(at.y), Number(at.z));
    if (name === "triangle") now.triangles.push(Number(at.v1), Number(at.v2), Number(at.v3));
    if (name !== "item") return;
    const { positions, triangles } = objects.get(at.objectid!)!;
    const m = at.transform!.split(" ").map(Number);
    const place = (v: number, k: number) =>
      positions[v]! * m[k]! + positions[v + 1]! * m[3 + k]! + positions[v + 2]! * m[6 + k]! + m[9 + k]!;
    built.push({
      positions: Float32Array.from(positions, (_, i) => place(i - (i % 3), i % 3)),
      triangles: Uint32Array.from(triangles),
    });
  });
  parser.write(new TextDecoder().decode(unzipSync(bytes)["3D/3dmodel.model"]!)).close();
  return built;
}
const solid = ({ positions, triangles }: Body): Manifold =>
  wasm.Manifold.ofMesh(new wasm.Mesh({ numProp: 3, vertProperties: positions, triVerts: triangles }));

/** No two of them share room; the volume they share otherwise, mm3. */
function shared(bodies: readonly Manifold[]): number {
  let worst = 0;
  for (const [i, a] of bodies.entries())
    for (const b of bodies.slice(i + 1)) worst = Math.max(worst, a.intersect(b).volume());
  return worst;
}

const meshes: Record<string, TriangleMesh> = {
  block: box(60, 20, 12),
  ball: moved(sphere(9, 16, 24), -40, 15, 3),
  ring: torus(14, 3, 32, 16),
  beam: box(400, 30, 10),
};
const part = (meshId: string, given: PartPatch = {}) =>
  patchedPart(
    newPart({ id: meshId, sceneId: "s", name: meshId, meshId, size: { source: { kind: "full" } } }),
    given,
  );
const planOf = (...parts: ReturnType<typeof part>[]) =>
  makePlan(
    planInputOf({
      scene: newScene({ id: "s", name: "Trial", denominator: 1, startOn: "2026-03-02" }),
      now: { today: "2026-03-02", minute: 600, ms: 0 },
      measurements: new Map(
        Object.entries(meshes).map(([id, m]) => [id, measureMesh(soupOf(m)).measurement]),
      ),
      workshop: {
        ...emptyWorkshop,
        printers: [testFilament, testResin],
        materials: [testPla, testResinFluid],
        hours: Array.from({ length: 7 }, () => [{ from: 1140, to: 1260 }]),
      },
      parts,
    }),
  );

describe.each(["stl", "3mf"] as const)(
  "plates written as %s and read back by another program's rules",
  (kind) => {
    const plan = planOf(
      part("block", { count: 7, print: { process: "filament" } }),
      part("ring", { count: 4, print: { process: "filament" }, size: { ownFactor: 1.3 } }),
      part("ball", { count: 5, print: { process: "resin" } }),
    );
    const filed = filedPlates(plan);
    it("hold every copy, inside the bed, none in another, with the volume that was planned", () => {
      if (!filed.ok) throw new Error(filed.problems[0]!.message);
      const parts: FiledPart[] = filed.value.parts.map((p) => ({
        name: p.part.name,
        corners: soupOf(meshes[p.part.meshId!]!).corners,
        factor: p.rescale.factor,
        pose: null,
      }));
      const lying = parts.map(lyingMesh);
      const copies = new Map<string, number>();
      for (const [i, plate] of filed.value.plates.entries()) {
        const { printer, laid } = plan.plates[i]!;
        const bytes = plateFile(plate, parts, lying, kind satisfies PlateFileKind);
        const bodies = (kind === "stl" ? bodiesOf(trianglesOfStl(bytes)) : bodiesOfThreeMf(bytes)).map(solid);
        expect(bodies).toHaveLength(laid.length);
        const bed = usableBed(printer);
        for (const b of bodies) {
          const { min, max } = b.boundingBox();
          for (const k of [0, 1]) {
            expect(min[k]!).toBeGreaterThanOrEqual(printer.marginMm - 0.35);
            expect(max[k]!).toBeLessThanOrEqual(printer.marginMm + bed[k]! + 0.35);
          }
          expect(min[2]!).toBeGreaterThanOrEqual(-1e-3);
          expect(max[2]!).toBeLessThanOrEqual(bed[2]);
        }
        expect(shared(bodies)).toBeLessThan(1e-6);
        const planned = laid.reduce((sum, l) => {
          copies.set(l.partId, (copies.get(l.partId) ?? 0) + 1);
          return sum + plan.parts.find((p) => p.part.id === l.partId)!.body!.volumeMm3;
        }, 0);
        expect(bodies.reduce((sum, b) => sum + b.volume(), 0) / planned).toBeCloseTo(1, 3);
      }
      expect(Object.fromEntries(copies)).toEqual({ block: 7, ring: 4, ball: 5 });
    });
  },
);

describe("a part too large for its bed", () => {
  const plan = planOf(
    part("beam", { print: { process: "filament" } }),
    part("ball", { print: { process: "resin" } }),
  );
  it("is not written until it is cut, in words, and holds no other plate up", () => {
    expect(plan.plates.some((p) => p.laid.some((l) => l.partId === "beam"))).toBe(true);
    const all = filedPlates(plan);
    if (!all.ok) throw new Error("must be written");
    expect(all.value.parts.map((p) => p.part.id)).toEqual(["ball"]);
    expect(all.value.leftOut[0]).toMatch(/^Plate \d holds beam, which is too large for .*: cut it first/);
    const of = plan.plates.find((p) => p.laid.some((l) => l.partId === "beam"))!;
    const alone = filedPlates(plan, of.id);
    expect(alone.ok).toBe(false);
    expect(!alone.ok && alone.problems[0]!.message).toMatch(/cut it first/);
  });
  it("is said when there is nothing to write at all", () => {
    expect(filedPlates({ parts: [], plates: [] })).toMatchObject({ ok: false });
  });
});

describe("all parts at their scale in one 3MF", () => {
  it("stand apart on the ground, at coordinates from zero up", () => {
    const bodies = [
      { name: "ball", mesh: meshes.ball!, count: 3 },
      { name: "ring", mesh: meshes.ring!, count: 2 },
      { name: "beam", mesh: meshes.beam!, count: 2 },
    ];
    const places = placesInRows(bodies);
    const file = writeThreeMf(bodies.map(({ name, mesh }, i) => ({ name, mesh, places: places[i]! })));
    const built = bodiesOfThreeMf(file).map(solid);
    expect(built).toHaveLength(7);
    for (const b of built) for (const v of b.boundingBox().min) expect(v).toBeGreaterThanOrEqual(-1e-4);
    for (const b of built) expect(b.boundingBox().min[2]!).toBeCloseTo(0, 4);
    expect(shared(built)).toBe(0);
  });
});
