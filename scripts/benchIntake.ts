// The last part of npm run bench -- app: files dropped on a new scene in the built app. Build first.
import { mkdtemp, rm, writeFile } from "node:fs/promises";
import { tmpdir } from "node:os";
import { join } from "node:path";
import type { Page } from "playwright-core";
import { writeBinaryStl } from "#core/formats/stl";
import { box, moved, sphere, terrain, together } from "#core/mesh/testing";
import { soupOf, type TriangleMesh } from "#core/mesh/triangleMesh";
import { openBrowser } from "./browser";
import { longestTask, openPage, ORIGIN, RUNS, serveApp, tell } from "./benchPage";

const FILES = 40;
/** Walls with windows, balls, boxes on boxes: from twelve triangles to a few thousand. */
const shapes: readonly ((k: number) => TriangleMesh)[] = [
  (k) => box(30 + k, 20, 4),
  (k) => sphere(6 + k / 4, 24, 36),
  (k) => together(box(40, 40 + k, 3), moved(box(8, 8, 20), 5, 5, 3), moved(box(6, 2, 9), 20, 20, 3)),
  (k) => terrain(20, 40 + k, 3),
];

async function emptyScene(page: Page, name: string): Promise<void> {
  await page.goto(`${ORIGIN}/scenes`);
  await page.getByRole("button", { name: "New scene" }).click();
  await page.getByRole("textbox", { name: "Name" }).fill(name);
  await page.getByLabel("Scale").fill("1:72");
  await page.getByRole("button", { name: "Make the scene" }).click();
  await page.getByRole("heading", { name: "The shelf is empty" }).waitFor();
}

/** What a first start still does beside the page is over by then. */
const SETTLED_MS = 3_000;

/** Until the first is measured, until all are planned, and the longest task of the page, ms. */
type Dropped = readonly [measuredMs: number, plannedMs: number, longestMs: number];

async function dropped(page: Page, files: readonly string[]): Promise<Dropped> {
  await longestTask(page);
  const from = performance.now();
  await page.getByLabel("Model files").setInputFiles([...files]);
  await page
    .getByText(/: measured|files done/)
    .first()
    .waitFor();
  const first = performance.now() - from;
  await page
    .getByText(files.length === 1 ? "1 part, 1 copy" : `${files.length} parts, ${files.length} copies`)
    .waitFor();
  return [first, performance.now() - from, await longestTask(page)];
}

const folder = await mkdtemp(join(tmpdir(), "bench-"));
const written = async (name: string, mesh: TriangleMesh) => {
  const path = join(folder, name);
  await writeFile(path, writeBinaryStl(soupOf(mesh)));
  return path;
};
const forty = await Promise.all(
  Array.from({ length: FILES }, (_, k) => written(`thing-${k + 1}.stl`, shapes[k % shapes.length]!(k))),
);
const server = await serveApp();
const browser = await openBrowser();
const longest = (runs: readonly Dropped[]) =>
  `  longest task ${Math.max(...runs.map((r) => r[2])).toFixed(0)} ms (goal 50)`;

/** The same files dropped on an empty scene, each time in a profile of its own. */
async function timesOf(files: readonly string[], runs: number): Promise<readonly Dropped[]> {
  const all: Dropped[] = [];
  for (let run = 0; run < runs; run++) {
    const page = await openPage(browser);
    await page.goto(ORIGIN);
    await page.getByRole("heading", { name: "The lay" }).waitFor();
    await emptyScene(page, "A new scene");
    await page.waitForTimeout(SETTLED_MS);
    all.push(await dropped(page, files));
    await page.context().close();
  }
  return all;
}

for (const [name, columns, rows, goalMs] of [
  ["1 M triangles, until measured", 499, 240, 2000],
  ["4 M triangles, until measured", 1000, 499, 7000],
] as const) {
  const file = await written(`moor-${columns}.stl`, terrain(columns, rows, 3));
  const runs = await timesOf([file], RUNS);
  const planned = `, planned after ${Math.min(...runs.map((r) => r[1])).toFixed(0)} ms`;
  tell(
    name,
    runs.map((r) => r[0]),
    goalMs,
    planned + longest(runs),
  );
}
const many = await timesOf(forty, RUNS);
tell(
  `${FILES} files, until all are planned`,
  many.map((m) => m[1]),
  null,
  longest(many),
);
await browser.close();
server.close();
await rm(folder, { recursive: true });
