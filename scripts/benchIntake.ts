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

/** Drops files; how long until the first stands on the shelf, and until all are measured and planned. */
async function dropped(page: Page, files: readonly string[]): Promise<readonly [number, number, number]> {
  await longestTask(page);
  const from = performance.now();
  await page.getByLabel("Model files").setInputFiles([...files]);
  await page
    .getByText(/: measured|files done/)
    .first()
    .waitFor();
  const first = performance.now() - from;
  await page.getByText(`${files.length} parts, ${files.length} copies`).waitFor();
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
const page = await openPage(browser);
await page.goto(ORIGIN);
await page.getByRole("heading", { name: "The lay" }).waitFor();
const many: (readonly [number, number, number])[] = [];
for (let run = 0; run < RUNS; run++) {
  await emptyScene(page, `Forty things ${run}`);
  many.push(await dropped(page, forty));
}
const longest = (runs: typeof many) =>
  `  longest task ${Math.max(...runs.map((r) => r[2])).toFixed(0)} ms (goal 50)`;
tell(
  `${FILES} files, until all are planned`,
  many.map((m) => m[1]),
  null,
  longest(many),
);
for (const [name, columns, rows, goalMs] of [
  ["1 M triangles, until measured", 499, 240, 2000],
  ["4 M triangles, until measured", 1000, 499, 7000],
] as const) {
  const file = await written(`moor-${columns}.stl`, terrain(columns, rows, 3));
  const runs: (readonly [number, number, number])[] = [];
  for (let run = 0; run < Math.min(RUNS, 3); run++) {
    await emptyScene(page, `Moor ${columns} ${run}`);
    runs.push(await dropped(page, [file]));
  }
  tell(
    name,
    runs.map((r) => r[0]),
    goalMs,
    `, planned after ${Math.min(...runs.map((r) => r[1])).toFixed(0)} ms${longest(runs)}`,
  );
}
await browser.close();
server.close();
await rm(folder, { recursive: true });
