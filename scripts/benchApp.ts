// npm run bench -- --browser: the built app in headless Chromium. First start, reload, every stage by click with
// the nodes it draws and the longest task of the page, one change until its figures stand; the same with many
// parts. Medians of five with the slowest. Build first.
import { readFile } from "node:fs/promises";
import { unzipSync, zipSync } from "fflate";
import type { Page } from "playwright-core";
import { openBrowser } from "./browser";
import { openPage, ORIGIN, RUNS, serveApp, tell } from "./benchPage";

const DEMO = "withy-sluice";
const MANY = 500;
/** What a first start still does beside the page is over by then; with many parts, walls are worked out. */
const SETTLED_MS = 5_000;
const MANY_SETTLED_MS = 25_000;
/** A plan that a change leads to is made by then. */
const BETWEEN_CHANGES_MS = 2_500;

const drawn = (page: Page) => page.locator("main h1, main h2").first().waitFor();

/** Until the lay can be read. */
async function timed(page: Page, go: () => Promise<unknown>): Promise<number> {
  const from = performance.now();
  await go();
  await page.getByRole("heading", { name: "The lay" }).waitFor();
  return performance.now() - from;
}

/** From a click on a stage until it stands, in the page's own time; with its nodes and its longest task. */
const opened = (page: Page, name: string) =>
  page.evaluate(async (stage) => {
    const seen = window as unknown as { longest: number };
    const link = [...document.querySelectorAll<HTMLAnchorElement>("nav[aria-label=Stages] a")].find((a) =>
      a.textContent?.includes(stage),
    )!;
    const frame = () => new Promise((go) => requestAnimationFrame(go));
    seen.longest = 0;
    const from = performance.now();
    link.click();
    while (link.getAttribute("aria-current") !== "page") await frame();
    await frame();
    await frame();
    const ms = performance.now() - from;
    await new Promise((go) => setTimeout(go, 100));
    return { ms, nodes: document.querySelectorAll("body *").length, longest: seen.longest };
  }, name);

const stages = [
  "Rule",
  "Parts",
  "Plates",
  "Surface",
  "Colour",
  "Ground",
  "Joints",
  "Order",
  "Bench",
  "Stores",
  "Log",
];

async function everyStage(page: Page, runs: number, goalMs: number): Promise<void> {
  for (const name of [...stages, "Lay"]) {
    const seen = [];
    for (let i = 0; i < runs; i++) {
      await opened(page, name === "Lay" ? "Rule" : "Lay");
      seen.push(await opened(page, name));
    }
    const nodes = Math.max(...seen.map((s) => s.nodes));
    const longest = Math.max(...seen.map((s) => s.longest));
    tell(
      `  ${name}`,
      seen.map((s) => s.ms),
      goalMs,
      `  ${nodes} nodes, longest task ${longest.toFixed(0)} ms`,
    );
  }
}

/** Another ratio, until the figures of the parts follow it. */
async function changedRatio(page: Page, ratio: string): Promise<number> {
  await page.getByLabel("Ratio", { exact: false }).first().fill(ratio);
  const from = performance.now();
  await page.keyboard.press("Enter");
  await page.getByRole("link", { name: `Scale ${ratio}, change it` }).waitFor();
  return performance.now() - from;
}

/** The demo's archive with its parts many times over in one scene. */
async function manyParts(): Promise<Buffer> {
  const files = unzipSync(await readFile("public/demo/scenes.zip"));
  const archive = JSON.parse(new TextDecoder().decode(files["archive.json"]));
  const own = archive.tables.parts.filter((p: { sceneId: string }) => p.sceneId === DEMO);
  archive.tables.scenes = archive.tables.scenes
    .filter((s: { id: string }) => s.id === DEMO)
    .map((s: object) => ({ ...s, id: "many", name: "Many parts" }));
  archive.tables.parts = Array.from({ length: MANY }, (_, i) => {
    const part = own[i % own.length];
    return { ...part, id: `${part.id}-${i}`, sceneId: "many", name: `${part.name} ${i}` };
  });
  // What belongs to a scene and is not asked for here would name scenes that are not in it.
  const kept = ["scenes", "parts", "paints", "recipes", "printers", "materials", "printRecipes", "settings"];
  for (const table of Object.keys(archive.tables)) if (!kept.includes(table)) delete archive.tables[table];
  return Buffer.from(
    zipSync({ ...files, "archive.json": new TextEncoder().encode(JSON.stringify(archive)) }, { level: 1 }),
  );
}

const server = await serveApp();
const browser = await openBrowser();

const starts: number[] = [];
const reloads: number[] = [];
for (let i = 0; i < RUNS; i++) {
  const page = await openPage(browser);
  starts.push(await timed(page, () => page.goto(ORIGIN)));
  reloads.push(await timed(page, () => page.reload()));
  await page.context().close();
}
tell("first start", starts, 2500);
tell("reload", reloads, 1000);

const page = await openPage(browser);
await timed(page, () => page.goto(ORIGIN));
console.log("the demo, each stage by click");
await page.waitForTimeout(SETTLED_MS);
await everyStage(page, RUNS, 100);
await opened(page, "Rule");
const changes: number[] = [];
for (const ratio of ["1:76", "1:72", "1:87", "1:72", "1:64"]) {
  await page.waitForTimeout(BETWEEN_CHANGES_MS);
  changes.push(await changedRatio(page, ratio));
}
tell("another ratio, until it stands", changes, 300);
await page.context().close();

const many = await openPage(browser);
await many.goto(`${ORIGIN}/workshop/archive`);
await many
  .getByLabel("Archive")
  .setInputFiles({ name: "many.zip", mimeType: "application/zip", buffer: await manyParts() });
await many.getByRole("button", { name: "Bring it in" }).click();
await many
  .getByText(/brought in|1 scene|scenes were/i)
  .first()
  .waitFor();
const from = performance.now();
await many.goto(`${ORIGIN}/scenes/many`);
await many.getByRole("heading", { name: "The lay" }).waitFor();
console.log(
  `${MANY} parts: opened for the first time in ${((performance.now() - from) / 1000).toFixed(1)} s`,
);
await many.waitForTimeout(MANY_SETTLED_MS);
await everyStage(many, RUNS, 100);
await drawn(many);
await browser.close();
server.close();
