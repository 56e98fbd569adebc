// npm run bench: ours beside a library, alternating in one process, medians of warm runs, results checked
// beside the times.
// npm run bench -- --browser repeats the first line in a Chromium worker. Exits 1 when a result is wrong,
// never when it is slow.
import { median } from "./median";
import { spawnSync } from "node:child_process";
import { cpus } from "node:os";
import { unzipSync } from "fflate";
import Module from "manifold-3d";
import { SaxesParser } from "saxes";
import { BufferAttribute, BufferGeometry, DoubleSide, Ray } from "three";
import { MeshBVH } from "three-mesh-bvh";
import { OBJLoader } from "three/examples/jsm/loaders/OBJLoader.js";
import { mergeVertices } from "three/examples/jsm/utils/BufferGeometryUtils.js";
import { STLLoader } from "three/examples/jsm/loaders/STLLoader.js";
import { ciede2000 } from "#core/paint/ciede2000";
import { differenceCiede2000 } from "culori";
import { readObj } from "#core/formats/obj";
import { readBinaryStl, readTextStl, writeBinaryStl } from "#core/formats/stl";
import { writeObj, writeTextStl } from "#core/formats/testing";
import { readThreeMf } from "#core/formats/readThreeMf";
import { writeThreeMf } from "#core/formats/writeThreeMf";
import { wallField } from "#core/mesh/faceFields";
import { faceCentre, faceNormal } from "#core/mesh/faces";
import { layerSweep, midHeights } from "#core/mesh/layerSweep";
import { measureMesh } from "#core/mesh/measure";
import { buildRayTree, castRayInto, noHit } from "#core/mesh/rayTree";
import { solidProperties } from "#core/mesh/solidProperties";
import { terrain } from "#core/mesh/testing";
import { chanceOf } from "#core/random";
import { sampleThickness } from "#core/mesh/thickness";
import { boundingBox, soupOf } from "#core/mesh/triangleMesh";
import { findTwins } from "#core/mesh/twins";
import { weld } from "#core/mesh/weld";

let wrong = 0;

/** Runs that the engine needs before a long kernel is compiled for good. */
const WARM_UPS = 6;

/** Runs A B A B … after warming both up (the library's compiled code needs one run). Times in ms. */
function pairUp(
  ours: () => unknown,
  theirs: () => unknown,
  runs: number,
  warmUps = WARM_UPS,
): { ours: number; theirs: number } {
  for (let i = 0; i < warmUps; i++) ours();
  theirs();
  const a: number[] = [];
  const b: number[] = [];
  for (let i = 0; i < runs; i++) {
    let from = performance.now();
    ours();
    a.push(performance.now() - from);
    from = performance.now();
    theirs();
    b.push(performance.now() - from);
  }
  return { ours: median(a), theirs: median(b) };
}

function line(
  name: string,
  library: string,
  times: { ours: number; theirs: number },
  goal: string,
  reached: boolean,
  check: string,
  right: boolean,
) {
  if (!right) wrong++;
  const ratio = times.ours / times.theirs;
  console.log(
    `${name}\n  ours ${times.ours.toFixed(1)} ms, ${library} ${times.theirs.toFixed(1)} ms, ` +
      `ratio ${ratio < 0.1 ? `1/${(1 / ratio).toFixed(1)}` : ratio.toFixed(2)}; ` +
      `goal ${goal}: ${reached ? "reached" : "not reached"}; ${check}: ${right ? "ok" : "WRONG"}`,
  );
}

console.log(`Node ${process.versions.node}, ${cpus().length} cores; medians of warm runs\n`);

// 1. Reading a binary STL of a million triangles.
const mesh = terrain(499, 240, 3);
const file = writeBinaryStl(soupOf(mesh));
const loader = new STLLoader();
const corners = new Float32Array(soupOf(mesh).corners.length);
const read = readBinaryStl(file);
const truth = solidProperties(mesh);
const box = boundingBox(mesh.positions);
const rightRead =
  read.ok &&
  Math.abs(read.value.volume / truth.volume - 1) < 1e-6 &&
  Math.abs(read.value.area / truth.area - 1) < 1e-6 &&
  read.value.box.max.every((v, i) => v === box.max[i]);
const reading = pairUp(
  () => readBinaryStl(file, corners),
  () => loader.parse(file.buffer),
  9,
);
line(
  `Binary STL, ${(mesh.triangles.length / 3).toLocaleString("en")} triangles: ` +
    "read, bounds, area, volume (buffers reused)",
  "STLLoader.parse, read only",
  reading,
  "at most half",
  reading.ours <= 0.5 * reading.theirs,
  "volume, area and box against the mesh",
  rightRead,
);
const fresh = pairUp(
  () => readBinaryStl(file),
  () => loader.parse(file.buffer),
  7,
);
line(
  "  the same into fresh memory",
  "STLLoader.parse",
  fresh,
  "at most half",
  fresh.ours <= 0.5 * fresh.theirs,
  "as above",
  rightRead,
);

// 2. The whole layer profile against a solid library sliced at the same heights.
const wasm = await Module();
wasm.setup();
const solid = wasm.Manifold.ofMesh(
  new wasm.Mesh({ numProp: 3, vertProperties: mesh.positions, triVerts: mesh.triangles }),
);
const heights = midHeights(box.min[2], box.max[2], 200);
const twins = findTwins(mesh);
let off = 0;
let total = 0;
const profile = layerSweep(mesh, twins.twin, heights);
heights.forEach((z, i) => {
  const slice = solid.slice(z);
  off += Math.abs(slice.area() - profile.areas[i]!);
  total += slice.area();
  slice.delete();
});
const slicing = pairUp(
  () => layerSweep(mesh, twins.twin, heights, () => {}),
  () => {
    for (const z of heights) {
      const slice = solid.slice(z);
      slice.toPolygons();
      slice.delete();
    }
  },
  5,
);
line(
  `Layer profile, ${heights.length} layers with closed contours, areas, perimeters, turns`,
  "Manifold slice + toPolygons",
  slicing,
  "at least 10 times faster",
  slicing.ours * 10 <= slicing.theirs,
  `areas differ by ${(off / total).toExponential(1)} of their sum (0.1 % allowed)`,
  off / total < 1e-3,
);
solid.delete();

// 3. Sharing corners and pairing edges, against a map of edge keys.
const soup = soupOf(mesh);
const welded = weld(soup);
const edgeMap = () => {
  const edges = new Map<number, number>();
  for (let t = 0; t < welded.triangles.length; t += 3) {
    for (let k = 0; k < 3; k++) {
      const a = welded.triangles[t + k]!;
      const b = welded.triangles[t + ((k + 1) % 3)]!;
      const key = a < b ? a * 2 ** 26 + b : b * 2 ** 26 + a;
      edges.set(key, (edges.get(key) ?? 0) + 1);
    }
  }
  return edges;
};
const checking = pairUp(() => findTwins(welded), edgeMap, 5);
line(
  "Edge check: open, over-shared, flipped",
  "a map of edge keys",
  checking,
  "at most 0.1",
  checking.ours <= 0.1 * checking.theirs,
  "both find it closed",
  findTwins(welded).openEdges === 0 && [...edgeMap().values()].every((n) => n === 2),
);

// 4. Colour differences.
const labs = Array.from({ length: 20_000 }, (_, i) => ({
  mode: "lab65" as const,
  l: 100 * chanceOf(1, i),
  a: 160 * chanceOf(2, i) - 80,
  b: 160 * chanceOf(3, i) - 80,
}));
const theirDifference = differenceCiede2000();
const worst = labs
  .slice(1)
  .reduce((most, p, i) => Math.max(most, Math.abs(ciede2000(p, labs[i]!) - theirDifference(p, labs[i]!))), 0);
const colours = pairUp(
  () => labs.reduce((sum, p, i) => sum + ciede2000(p, labs[(i + 1) % labs.length]!), 0),
  () => labs.reduce((sum, p, i) => sum + theirDifference(p, labs[(i + 1) % labs.length]!), 0),
  9,
);
line(
  "CIEDE2000, 20,000 pairs",
  "culori",
  colours,
  "at least 1.8 times faster",
  colours.ours * 1.8 <= colours.theirs,
  `largest disagreement ${worst.toExponential(1)}`,
  worst < 1e-6,
);

// 5. Reading and sharing corners, against the loader and its merge.
const geometryOf = () => {
  const geometry = loader.parse(file.buffer);
  geometry.deleteAttribute("normal");
  return geometry;
};
const merged = mergeVertices(geometryOf());
const sharing = pairUp(
  () => {
    const outcome = readBinaryStl(file, corners);
    return outcome.ok && weld(outcome.value.soup);
  },
  () => mergeVertices(geometryOf()),
  3,
  2,
);
line(
  "Read and share corners",
  "STLLoader + mergeVertices",
  sharing,
  "at most 0.12",
  sharing.ours <= 0.12 * sharing.theirs,
  `both find ${(welded.positions.length / 3).toLocaleString("en")} vertices`,
  merged.getAttribute("position").count === welded.positions.length / 3,
);

// 6. Text formats.
const small = terrain(120, 240, 3);
const textStl = writeTextStl(small);
const obj = writeObj(small);
const text = (bytes: Uint8Array) => new TextDecoder().decode(bytes);
const textRead = pairUp(
  () => readTextStl(textStl),
  () => loader.parse(text(textStl)),
  5,
  3,
);
const ourText = readTextStl(textStl);
line(
  `Text STL of ${(textStl.byteLength / 1e6).toFixed(0)} MB`,
  "STLLoader.parse",
  textRead,
  "at least 4.5 times faster",
  textRead.ours * 4.5 <= textRead.theirs,
  "same corners",
  ourText.ok && ourText.value[0]!.soup.corners.length === small.triangles.length * 3,
);
const objLoader = new OBJLoader();
const objRead = pairUp(
  () => readObj(obj),
  () => objLoader.parse(text(obj)),
  5,
  3,
);
const ourObj = readObj(obj);
line(
  `OBJ of ${(obj.byteLength / 1e6).toFixed(0)} MB`,
  "OBJLoader.parse",
  objRead,
  "at least 10 times faster",
  objRead.ours * 10 <= objRead.theirs,
  "same corners",
  ourObj.ok && ourObj.value[0]!.soup.corners.length === small.triangles.length * 3,
);
const three = writeThreeMf([{ name: "land", mesh: terrain(250, 240, 3) }]);
const saxRead = () => {
  const xml = text(unzipSync(three)["3D/3dmodel.model"]!);
  const vertices: number[] = [];
  const faces: number[] = [];
  const parser = new SaxesParser();
  parser.on("opentag", (tag) => {
    const at = tag.attributes as Record<string, string>;
    if (tag.name === "vertex") vertices.push(Number(at.x), Number(at.y), Number(at.z));
    else if (tag.name === "triangle") faces.push(Number(at.v1), Number(at.v2), Number(at.v3));
  });
  parser.write(xml).close();
  return faces.length / 3;
};
const threeRead = pairUp(() => readThreeMf(three), saxRead, 3, 2);
const ourThree = readThreeMf(three);
line(
  "3MF of 250,000 triangles",
  "fflate + saxes",
  threeRead,
  "at most 0.35",
  threeRead.ours <= 0.35 * threeRead.theirs,
  "same number of triangles",
  ourThree.ok && ourThree.value[0]!.soup.corners.length / 9 === saxRead(),
);

// 7. Rays inward from 20,000 points.
const geometry = new BufferGeometry();
geometry.setAttribute("position", new BufferAttribute(mesh.positions, 3));
geometry.setIndex(new BufferAttribute(mesh.triangles, 1));
let fromBuild = performance.now();
const bvh = new MeshBVH(geometry);
const theirBuildMs = performance.now() - fromBuild;
buildRayTree(mesh);
fromBuild = performance.now();
const tree = buildRayTree(mesh);
const ourBuildMs = performance.now() - fromBuild;
const starts = Array.from({ length: 20_000 }, (_, k) => {
  const face = Math.floor(chanceOf(7, k) * (mesh.triangles.length / 3));
  const n = faceNormal(mesh, face);
  const l = Math.hypot(...n);
  const c = faceCentre(mesh, face);
  return { face, c, d: [-n[0] / l, -n[1] / l, -n[2] / l] as const };
});
const hit = noHit();
const ray = new Ray();
const ourRays = () =>
  starts.reduce((sum, { face, c, d }) => {
    castRayInto(tree, c[0], c[1], c[2], d[0], d[1], d[2], 1e-3, 1000, 0, face, hit);
    return sum + (hit.face < 0 ? 0 : hit.distance);
  }, 0);
const theirRays = () =>
  starts.reduce((sum, { c, d }) => {
    ray.origin.set(c[0] + 1e-3 * d[0], c[1] + 1e-3 * d[1], c[2] + 1e-3 * d[2]);
    ray.direction.set(d[0], d[1], d[2]);
    const found = bvh.raycastFirst(ray, DoubleSide);
    return sum + (found ? found.distance + 1e-3 : 0);
  }, 0);
const rays = pairUp(ourRays, theirRays, 5, 3);
line(
  `20,000 rays in 1 M faces (tree built in ${ourBuildMs.toFixed(0)} ms, theirs ${theirBuildMs.toFixed(0)} ms)`,
  "three-mesh-bvh",
  rays,
  "at least 1.5 times faster",
  rays.ours * 1.5 <= rays.theirs,
  "same distances",
  Math.abs(ourRays() / theirRays() - 1) < 1e-3,
);
sampleThickness(mesh, 2000, { tree });
const thickFrom = performance.now();
sampleThickness(mesh, 20_000, { tree });
console.log(
  `  thickness at 20,000 points, five rays each: ${(performance.now() - thickFrom).toFixed(0)} ms ` +
    "on one core (goal 500 ms on two)",
);
const hundred = terrain(157, 240, 3);
const fieldFrom = performance.now();
wallField(hundred, "inside", 1);
console.log(
  `  a reading of every face of ${(hundred.triangles.length / 3).toLocaleString("en")}: ` +
    `${(performance.now() - fieldFrom).toFixed(0)} ms with its tree (goal 1 s)`,
);

// 8. The whole intake: read, share, check, 200 layers.
console.log("\nWhole intake: read, share corners, check edges, 200 layers with contours");
for (const [cells, goal] of [
  [499, 600],
  [999, 2500],
] as const) {
  const bytes = writeBinaryStl(soupOf(terrain(cells, 240, 3)));
  const intake = () => {
    const outcome = readBinaryStl(bytes);
    if (!outcome.ok) throw new Error("must be read");
    const shared = weld(outcome.value.soup);
    const paired = findTwins(shared);
    return layerSweep(
      shared,
      paired.twin,
      midHeights(outcome.value.box.min[2], outcome.value.box.max[2], 200),
      () => {},
    );
  };
  intake();
  const ms = median(
    [0, 1, 2].map(() => {
      const from = performance.now();
      intake();
      return performance.now() - from;
    }),
  );
  console.log(
    `  ${((bytes.byteLength - 84) / 50).toLocaleString("en").padStart(9)} triangles ` +
      `${ms.toFixed(0).padStart(6)} ms (goal ${goal}: ${ms <= goal ? "reached" : "not reached"})`,
  );
}

// 9. Growth: every measurement no worse than n log n.
console.log(
  "\nWhole measurement of a terrain (share corners, check, layers, spaces, slopes, walls, gaps, outlines):",
);
let before: { n: number; ms: number } | undefined;
for (const cells of [50, 158, 499, 999]) {
  const s = soupOf(terrain(cells, 240, 3));
  if (cells < 999) measureMesh(s);
  const times = (cells < 999 ? [0, 1, 2] : [0]).map(() => {
    const from = performance.now();
    measureMesh(s);
    return performance.now() - from;
  });
  const n = s.corners.length / 9;
  const ms = median(times);
  const allowed = before ? (n * Math.log(n)) / (before.n * Math.log(before.n)) : 1;
  console.log(
    `  ${n.toLocaleString("en").padStart(9)} triangles ${ms.toFixed(0).padStart(6)} ms` +
      (before
        ? `, ${(ms / before.ms).toFixed(1)} times the one before (n log n would be ${allowed.toFixed(1)})`
        : ""),
  );
  before = { n, ms };
}
// Memory is a fresh process's own: this one has held every library's copy.
const child = spawnSync(process.execPath, [".cache/bench/benchMemory.mjs"], { encoding: "utf8" });
const [startMb, mostMb] = child.stdout.trim().split(" ").map(Number);
console.log(
  `  4 M triangles (200 MB as a file) in a fresh process: ${startMb} MB before, ${mostMb} MB at its most: ` +
    `${(((mostMb ?? 0) - (startMb ?? 0)) / 200).toFixed(1)} times the file above the start ` +
    "(goal for the intake alone 2.5)",
);

if (process.argv.includes("--browser")) {
  const { openBrowser } = await import("./browser");
  const { buildSync } = await import("esbuild");
  const source = buildSync({
    entryPoints: ["core/formats/stl.ts"],
    bundle: true,
    write: false,
    format: "iife",
    globalName: "stl",
  }).outputFiles[0]!.text;
  const browser = await openBrowser();
  const page = await browser.newPage();
  const ms = await page.evaluate(
    async ([code, facets]) => {
      const worker = new Worker(
        URL.createObjectURL(
          new Blob([
            `${code}
      const bytes = new Uint8Array(84 + 50 * ${facets}); new DataView(bytes.buffer).setUint32(80, ${facets}, true);
      const into = new Float32Array(9 * ${facets}); const t = [];
      for (let i = 0; i < 7; i++) {
        const a = performance.now();
        stl.readBinaryStl(bytes, into);
        t.push(performance.now() - a);
      }
      postMessage(t.sort((a, b) => a - b)[3]);`,
          ]),
        ),
      );
      return new Promise<number>((done) => {
        worker.onmessage = (e) => done(e.data as number);
      });
    },
    [source, mesh.triangles.length / 3] as const,
  );
  await browser.close();
  console.log(`\nIn a Chromium worker: read, bounds, area, volume ${ms.toFixed(1)} ms`);
}
if (wrong > 0) {
  console.error(`\n${wrong} results are wrong.`);
  process.exit(1);
}
