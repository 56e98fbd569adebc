// npm run bench -- paint: eight layers on meshes of 200 thousand and a million faces, beside the exact sum over all
// bands for a sample of them; what a face is asked for first; and the weather.
import { box, terrain } from "#core/mesh/testing";
import type { TriangleMesh } from "#core/mesh/triangleMesh";
import { bodyOf } from "#core/paint/layerBody";
import { bareGround } from "#core/paint/layerCover";
import { filmOver } from "#core/paint/mixing";
import { weatherMapNames } from "#core/paint/paintPlace";
import { faceShape } from "#core/painted/faceShape";
import { paintMesh } from "#core/painted/paintMesh";
import { paintZones, shownFaces } from "#core/painted/paintZones";
import { eightLayers } from "#core/painted/testing";
import { weatherOnFaces } from "#core/painted/weatherOnFaces";
import { testPaint } from "#core/plan/testing";
import { median } from "./median";

const RUNS = 5;
const SAMPLE = 2000;
const shelf = {
  recipes: [],
  paints: [
    testPaint("ochre", "#a9762f"),
    testPaint("dark", "#3a2f28"),
    testPaint("white", "#f2f0ea"),
    testPaint("blue", "#31506e"),
  ],
};
const scheme = eightLayers;

function timed(what: string, run: () => unknown, runs = RUNS): number {
  run();
  const times = Array.from({ length: runs }, () => {
    const from = performance.now();
    run();
    return performance.now() - from;
  });
  console.log(`  ${what}: ${median(times).toFixed(0)} ms`);
  return median(times);
}

/** The films of all layers on some faces, band by band, one face after the other. */
function exactly(faces: number): void {
  for (let f = 0; f < faces; f++) {
    let on = bareGround();
    for (const layer of scheme) {
      const body = bodyOf(layer, shelf);
      if (body) for (let n = 0; n < layer.coats; n++) on = filmOver(body.full, on, body.power);
    }
  }
}

function benchOf(name: string, mesh: TriangleMesh, most: number): void {
  const of = new Uint8Array(mesh.triangles.length / 3);
  const paint = paintMesh(mesh, of, 1, most);
  const faces = paint.parent.length;
  console.log(`${name}, ${faces.toLocaleString("en")} faces`);
  timed("edges halved", () => paintMesh(mesh, of, 1, most), 3);
  const shape = faceShape(paint, mesh, 72);
  timed("sky, openness, curvature", () => faceShape(paint, mesh, 72), 3);
  let part = paintZones(shape, paint.of, new Map([[0, scheme]]), shelf);
  timed("eight layers", () => (part = paintZones(shape, paint.of, new Map([[0, scheme]]), shelf)));
  timed("one moment shown", () => shownFaces(part, new Map([[0, 8]]), faces));
  console.log(`  ${part.states.count.toLocaleString("en")} surfaces apart`);
  const sample = timed(`exact sum of ${SAMPLE.toLocaleString("en")} faces`, () => exactly(SAMPLE), 3);
  console.log(`  exact sum of all of them, from that: ${((sample * faces) / SAMPLE / 1000).toFixed(1)} s`);
  // A shape keeps its maps: each is worked out on one of its own.
  timed("all weather", () => weatherMapNames.forEach((map) => weatherOnFaces({ ...shape }, map)), 3);
}

benchOf("box", box(110, 90, 60), 240_000);
benchOf("rough ground", terrain(210, 100, 1), 200_000);
benchOf("rough ground", terrain(500, 100, 3), 1_000_000);
