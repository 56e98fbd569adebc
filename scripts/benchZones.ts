import { areaOfFace } from "#core/mesh/faces";
// npm run bench -- zones: proposal, taking, measuring and keeping zones of meshes of 250 thousand and a million faces,
// and how every face of them looks.
import { sphere, terrain } from "#core/mesh/testing";
import type { TriangleMesh } from "#core/mesh/triangleMesh";
import { findTwins } from "#core/mesh/twins";
import { slopePatches } from "#core/mesh/slopes";
import { surfaceAreas } from "#core/surface/surfaceAreas";
import { brushed, foundOn, patchFrom } from "#core/zones/findFaces";
import { measureZones, zoneAreas } from "#core/zones/measureZones";
import { proposeZones } from "#core/zones/proposeZones";
import { splitAlong } from "#core/zones/splitMesh";
import { facesOf, runsOf } from "#core/zones/zoneRuns";
import { median } from "./median";

const RUNS = 5;
let wrong = 0;

function timed(what: string, run: () => unknown): void {
  run();
  const times = Array.from({ length: RUNS }, () => {
    const from = performance.now();
    run();
    return performance.now() - from;
  });
  console.log(`  ${what}: ${median(times).toFixed(1)} ms`);
}

function check(what: string, is: boolean): void {
  if (is) return;
  wrong++;
  console.log(`  WRONG: ${what}`);
}

function benchOf(name: string, mesh: TriangleMesh): void {
  const faces = mesh.triangles.length / 3;
  console.log(`${name}, ${faces.toLocaleString("en")} faces`);
  const { twin } = findTwins(mesh);
  const on = foundOn(mesh, twin);
  let of = new Uint8Array(faces);
  timed("proposal", () => (of = Uint8Array.from(proposeZones(mesh, twin, 1).of, (z) => Math.min(z, 59))));
  timed("a side taken by a tap", () => patchFrom(on, 0, 25));
  const at: readonly [number, number, number] = [0, 0, 0];
  timed("a brush of 3 mm", () => brushed(on, (faces / 2) | 0, at, 3, [0, 0, 1]));
  timed("areas", () => zoneAreas(mesh, of));
  timed("measures", () => measureZones(mesh, twin, of, 1));
  timed("a line through it", () => splitAlong(mesh, [{ normal: [0, 0, 1], offset: 0.2 }]));
  let slopes = slopePatches(mesh, twin);
  timed("slopes of all faces", () => (slopes = slopePatches(mesh, twin)));
  const by = { layerMm: 0.2, process: "filament", skinLinesMm: 0.4 } as const;
  timed("how they look, all faces", () => surfaceAreas(slopes, 1, by, 600));
  let runs = "";
  timed("runs", () => (runs = runsOf(of)));
  console.log(`  ${(runs.length / 1000).toFixed(1)} kB as runs`);
  check("runs give the map back", String(facesOf(runs, faces)?.slice(0, 1000)) === String(of.slice(0, 1000)));
  let whole = 0;
  for (let f = 0; f < faces; f++) whole += areaOfFace(mesh, f);
  const sum = measureZones(mesh, twin, of, 1).reduce((area, m) => area + m.area, 0);
  check("zones are all of the surface", Math.abs(sum / whole - 1) < 1e-9);
}

benchOf("terrain", terrain(250, 100, 3));
benchOf("terrain", terrain(500, 100, 3));
benchOf("ball", sphere(10, 500, 1000));
process.exitCode = wrong > 0 ? 1 : 0;
