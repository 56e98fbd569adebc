// npm run bench -- profile: where the time goes. One change of a count in the demo, the same in a scene of many
// parts, and the measuring of a million triangles, each as a flame profile in .cache/profiles (a browser's
// developer tools open it) with its largest costs by function, own time.
import "fake-indexeddb/auto";
import { mkdir, readFile, writeFile } from "node:fs/promises";
import { Session, type Profiler } from "node:inspector/promises";
import { measureMesh } from "#core/mesh/measure";
import { terrain } from "#core/mesh/testing";
import { soupOf } from "#core/mesh/triangleMesh";
import { makePlan } from "#core/plan/plan";
import { planMemory } from "#core/plan/planMemory";
import { bringIn, readArchive } from "#data/archiveIn";
import { openDatabase } from "#data/db";
import { getPlanInput } from "#data/workshop";
import { manyParts } from "./manyParts";
import { measureAll } from "./measured";

const FOLDER = ".cache/profiles";
const TOLD = 12;
const SAMPLE_US = 200;

/** Own time of each function, ms, largest first. */
function ownTimes({ nodes, samples, timeDeltas }: Profiler.Profile): readonly (readonly [string, number])[] {
  const names = new Map(nodes.map((n) => [n.id, n.callFrame.functionName || "(a function without name)"]));
  const times = new Map<string, number>();
  samples!.forEach((id, i) => {
    const name = names.get(id)!;
    times.set(name, (times.get(name) ?? 0) + timeDeltas![i]! / 1000);
  });
  return [...times].sort((a, b) => b[1] - a[1]);
}

const session = new Session();
session.connect();
await session.post("Profiler.enable");
await session.post("Profiler.setSamplingInterval", { interval: SAMPLE_US });
await mkdir(FOLDER, { recursive: true });

async function profiled(name: string, work: () => unknown): Promise<void> {
  await session.post("Profiler.start");
  const from = performance.now();
  work();
  const ms = performance.now() - from;
  const { profile } = await session.post("Profiler.stop");
  await writeFile(`${FOLDER}/${name.replaceAll(" ", "-")}.cpuprofile`, JSON.stringify(profile));
  console.log(`\n${name}: ${ms.toFixed(0)} ms`);
  for (const [what, own] of ownTimes(profile).slice(0, TOLD))
    console.log(
      `  ${own.toFixed(0).padStart(6)} ms  ${((100 * own) / ms).toFixed(0).padStart(3)} %  ${what}`,
    );
}

const db = openDatabase("bench");
const read = await readArchive(await readFile("public/demo/scenes.zip"));
if (!read.ok) throw new Error("Build the demo first: npm run build.");
await bringIn(read.value, "replace", "leave out", "2026-01-05T09:00", db);
await measureAll(db);
const demo = (await getPlanInput("withy-sluice", { today: "2026-03-02", minute: 540, ms: 0 }, db))!;
for (const [name, input] of [
  ["one change in the demo", demo],
  ["one change among 500 parts", manyParts(demo, 500)],
] as const) {
  const memory = planMemory();
  const changed = (i: number) => ({
    ...input,
    parts: input.parts.map((p, k) => (k === 3 ? { ...p, count: p.count + i } : p)),
  });
  for (let i = 0; i < 3; i++) makePlan(changed(i), [], memory);
  await profiled(name, () => makePlan(changed(3), [], memory));
}
const mesh = soupOf(terrain(500, 240, 3));
await profiled(`${(mesh.corners.length / 9 / 1e6).toFixed(1)} M triangles measured`, () => measureMesh(mesh));
process.exit(0);
