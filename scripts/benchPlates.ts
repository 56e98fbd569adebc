// The second half of npm run bench: what plates take, against the goals, with the results checked beside the
// times.
import { median } from "./median";
import { openSolids } from "#core/mesh/solids";
import { measureMesh } from "#core/mesh/measure";
import { cutMesh } from "#core/mesh/planeCut";
import { solidProperties } from "#core/mesh/solidProperties";
import { terrain } from "#core/mesh/testing";
import { chanceOf } from "#core/random";
import { boundingBox, soupOf } from "#core/mesh/triangleMesh";
import { findTwins } from "#core/mesh/twins";
import { beadAreaMm2 } from "#core/print/bead";
import { printBody } from "#core/print/body";
import { type ChancePlate, dateChance } from "#core/print/dateChance";
import { filamentWork, quickFilamentWork } from "#core/print/filamentWork";
import { GcodeReader, usualMachine } from "#core/print/gcode";
import { isClear, nest, type NestPiece } from "#core/print/nest";
import { boundsOf, turnedOutline } from "#core/print/nestShape";
import { type PlateJob, printCalendar } from "#core/print/printCalendar";
import { resinEstimate } from "#core/print/resinEstimate";
import { resinRisk } from "#core/print/resinRisk";
import { supportWork } from "#core/print/supports";
import { testFilament, testResin, testResinFluid } from "#core/print/testing";
import { waysUp } from "#core/print/wayUp";

let wrong = 0;

function timed<T>(runs: number, work: () => T): { ms: number; last: T } {
  const times: number[] = [];
  let last: T | undefined;
  for (let i = 0; i < runs; i++) {
    const from = performance.now();
    last = work();
    times.push(performance.now() - from);
  }
  return { ms: median(times), last: last! };
}
function line(name: string, ms: number, goalMs: number, check: string, right: boolean) {
  if (!right) wrong++;
  console.log(
    `${name}\n  ${ms.toFixed(ms < 10 ? 2 : 0)} ms; goal ${goalMs} ms: ${ms <= goalMs ? "reached" : "not reached"}; ${check}: ${right ? "ok" : "WRONG"}`,
  );
}

console.log("\nPlates\n");
const { insetAreas } = await openSolids();
const million = terrain(499, 200, 5);
const { twin } = findTwins(million);
const box = boundingBox(million.positions);
const high = box.max[2] - box.min[2];

// A whole filament estimate: 1,000 layers, three walls. Its error against every layer followed is what its
// own tests bound.
const thin = { ...testFilament, layerMm: high / 1000 };
const work = timed(3, () => filamentWork(million, twin, 1, thin, [], insetAreas)!);
const body = printBody(measureMesh(soupOf(million)).measurement, 1);
const quick = quickFilamentWork(body, thin);
const plastic = (w: typeof quick) =>
  (w.mm.walls + w.mm.solid + w.mm.sparse) * beadAreaMm2(0.45, thin.layerMm);
line(
  `Filament, ${(million.triangles.length / 3).toLocaleString("en")} triangles, 1,000 layers, 3 walls followed`,
  work.ms,
  1500,
  `${work.last.exactLayers} layers offset, walls off by ${(100 * work.last.wallsOff).toFixed(2)} % at most; plastic ${(plastic(work.last) / 1000).toFixed(0)} ml, reckoned ${(plastic(quick) / 1000).toFixed(0)} ml`,
  work.last.wallsOff < 0.01 && plastic(work.last) <= 1.02 * body.volumeMm3,
);

const plane = { normal: [1, 0, 0] as const, offset: (box.min[0] + box.max[0]) / 2 + 0.0137 };
const cut = timed(3, () => cutMesh(million, plane));
const whole = Math.abs(solidProperties(million).volume);
const halves = cut.last.ok ? [cut.last.value.below, cut.last.value.above] : [];
const sum = halves.reduce((s, m) => s + Math.abs(solidProperties(m).volume), 0);
line(
  "Plane cut of the same",
  cut.ms,
  600,
  `volumes off by ${Math.abs(sum / whole - 1).toExponential(1)}, both closed`,
  Math.abs(sum / whole - 1) < 1e-4 && halves.every((m) => findTwins(m).openEdges === 0),
);

const ell = (w: number, d: number, t: number) => [[0, 0, w, 0, w, t, t, t, t, d, 0, d]];
const pieces: NestPiece[] = Array.from({ length: 500 }, (_, i) => ({
  id: `p${i}`,
  shape: `p${i}`,
  outline: ell(12 + 30 * chanceOf(1, i), 12 + 30 * chanceOf(2, i), 6),
}));
const nested = timed(1, () => nest(pieces, { widthMm: 235, depthMm: 235, spacingMm: 2 }));
const laid = nested.last.plates.map((p) =>
  p.map((n) => {
    const lines = turnedOutline(pieces.find((x) => x.id === n.id)!.outline, n.turnDeg).map((l) =>
      l.map((v, i) => v + (i % 2 === 0 ? n.xMm : n.yMm)),
    );
    return { lines, b: boundsOf(lines) };
  }),
);
const free = laid.every((p) =>
  p.every((a, i) => p.slice(i + 1).every((o) => isClear(a.lines, 0, 0, a.b, o.lines, 0, 0, 1.99))),
);
line(
  "Nesting 500 outlines",
  nested.ms,
  2000,
  `${nested.last.plates.length} plates (bound ${nested.last.bound}), none overlap`,
  free && nested.last.plates.flat().length === 500,
);

const profile = measureMesh(soupOf(terrain(300, 80, 5))).measurement;
const small = printBody(profile, 1);
const supports = supportWork(testResin, profile, 1);
const resin = timed(
  9,
  () =>
    [
      resinEstimate(small, supports, null, null, testResin, testResinFluid),
      resinRisk(profile, 1, testResin, supports.scarMm2),
    ] as const,
);
line(
  "Resin estimate and risks after the layer profile",
  resin.ms,
  10,
  `${(resin.last[0].minutes.value / 60).toFixed(1)} h, largest section ${resin.last[1].largestMm2.toFixed(0)} mm2`,
  resin.last[0].minutes.value > 0,
);

const ways = timed(1, () =>
  waysUp(million, twin, 0.5, testResin, () => 0.5, { school: null, front: null, minutesPerMm3: 0.002 }),
);
line(
  "Ways up, 500 directions and the best 24 by sections, 1 M triangles",
  ways.ms,
  5000,
  `${ways.last.length} shown`,
  ways.last.length >= 3,
);

const hours = [
  [{ from: 600, to: 900 }],
  ...Array.from({ length: 5 }, () => [{ from: 1140, to: 1320 }]),
  [{ from: 540, to: 1080 }],
];
const clock = { startWeekday: 1, hours };
const jobs: PlateJob[] = Array.from({ length: 60 }, (_, i) => ({
  plateId: `p${i}`,
  on: Array.from({ length: 1 + (i % 3) }, (_, k) => ({
    printerId: `m${(i + k) % 5}`,
    minutes: 60 + 700 * chanceOf(3, i),
  })),
  setupMinutes: 10,
  clearMinutes: 15,
  tailMinutes: 200 * chanceOf(4, i),
  releaseAt: 0,
}));
printCalendar(jobs, { clock, from: 0, unattended: true });
const calendar = timed(3, () => printCalendar(jobs, { clock, from: 0, unattended: true }));
line(
  "Calendar of 60 plates on 5 printers",
  calendar.ms,
  300,
  `ends ${(calendar.last.finishAt / calendar.last.boundAt).toFixed(2)} times its bound`,
  calendar.last.finishAt >= calendar.last.boundAt && calendar.last.runs.length === 60,
);

const plates: ChancePlate[] = jobs.map((j, i) => ({
  plateId: j.plateId,
  kind: `k${i % 4}`,
  on: [{ printerId: `m${i % 5}`, minutes: j.on[0]!.minutes }],
  setupMinutes: 10,
  clearMinutes: 15,
  tailMinutes: 60,
  risk: 0.2,
  following: [{ handsMinutes: 30, waitMinutes: 30 }],
}));
const chance = timed(3, () =>
  dateChance(plates, 60_000, {
    clock,
    from: 0,
    records: new Map(),
    plannedFinish: calendar.last.finishAt,
    handsAfterLast: 60,
    runs: 1000,
  }),
);
line(
  "1,000 Monte Carlo finishes of the same",
  chance.ms,
  1000,
  `half of them by day ${(chance.last.at50 / 1440).toFixed(1)}, nineteen of twenty by ${(chance.last.at95 / 1440).toFixed(1)}`,
  chance.last.at50 <= chance.last.at95,
);

let text = "G21\nG90\nM82\nG28\n";
const rows: string[] = [];
for (let i = 0; i < 800_000; i++)
  rows.push(
    `G1 X${(100 + 80 * Math.sin(i / 40)).toFixed(3)} Y${(100 + 80 * Math.cos(i / 37)).toFixed(3)} E${(i * 0.05).toFixed(4)} F3000`,
  );
text += rows.join("\n");
const bytes = new TextEncoder().encode(text);
const gcode = timed(3, () => {
  const reader = new GcodeReader(usualMachine);
  for (let i = 0; i < bytes.length; i += 1 << 20) reader.feedBytes(bytes.subarray(i, i + (1 << 20)));
  return reader.finish();
});
line(
  `G-code of ${(bytes.length / 1e6).toFixed(0)} MB (goal 20 MB/s), ${(bytes.length / 1e3 / gcode.ms).toFixed(0)} MB/s`,
  gcode.ms,
  bytes.length / 2e4,
  "all moves read",
  gcode.last.ok && gcode.last.value.moves === 800_000,
);
process.exit(wrong > 0 ? 1 : 0);
