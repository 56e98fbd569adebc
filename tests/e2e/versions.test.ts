import { cpSync, mkdtempSync, readdirSync, readFileSync, renameSync, rmSync, writeFileSync } from "node:fs";
import type { Server } from "node:http";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { afterAll, afterEach, beforeEach, expect, it } from "vitest";
import type { BrowserContext, Page } from "playwright-core";
import { readZip } from "#core/formats/zip";
import { closeBrowser, rowsOf, sharedBrowser } from "./app";
// @ts-expect-error a plain script without types
import { serve } from "../../scripts/server.mjs";

const PORT = 4392;
const HERE = `http://127.0.0.1:${PORT}`;
let folder: string;
let server: Server | null;
let context: BrowserContext;

const start = async () => (server = (await serve(folder, PORT)) as Server);
const stop = () =>
  new Promise<void>((done) => {
    server?.closeAllConnections();
    server?.close(() => done());
    server = null;
  });

beforeEach(async () => {
  folder = mkdtempSync(join(tmpdir(), "build-"));
  cpSync("build/client", folder, { recursive: true });
  await start();
  context = await (await sharedBrowser()).newContext({ viewport: { width: 1280, height: 800 } });
  context.setDefaultTimeout(60_000);
});
afterEach(async () => {
  await context.close();
  if (server) await stop();
  rmSync(folder, { recursive: true, force: true });
});
afterAll(closeBrowser);

/** A tab that is served offline from now on: its worker has taken it over. */
async function openTab(path: string): Promise<Page> {
  const page = await context.newPage();
  await page.goto(HERE + path);
  await page.locator("h1").first().waitFor();
  await page.evaluate(async () => {
    await navigator.serviceWorker.ready;
    if (!navigator.serviceWorker.controller)
      await new Promise((done) => navigator.serviceWorker.addEventListener("controllerchange", done));
  });
  return page;
}
const buildOf = (page: Page) =>
  page.evaluate(() => document.querySelector<HTMLMetaElement>('meta[name="build"]')?.content ?? "1");

/** The same app as another build: its page and the worker's version differ. */
function buildAgain(): void {
  const page = join(folder, "index.html");
  writeFileSync(page, readFileSync(page, "utf8").replace("<head>", '<head><meta name="build" content="2"/>'));
  const worker = join(folder, "service-worker.js");
  writeFileSync(worker, readFileSync(worker, "utf8").replace(/version = "\w+"/, 'version = "another"'));
}

it("a new build is told in every tab and taken by one tap; a tab with something typed keeps it until it is set", async () => {
  const first = await openTab("/scenes/withy-sluice/rule");
  await first.goto(`${HERE}/scenes`);
  await first.getByRole("link", { name: "Withy Sluice" }).waitFor();
  const second = await openTab("/scenes/withy-sluice/parts/withy-sluice-quay");
  await second.getByRole("heading", { name: "Making it" }).waitFor();
  await second.getByLabel("Note").fill("half a thought");
  expect([await buildOf(first), await buildOf(second)]).toEqual(["1", "1"]);
  buildAgain();
  await first.evaluate(async () => (await navigator.serviceWorker.getRegistration())!.update());
  for (const tab of [first, second])
    await tab.getByText("A new version of Inch Hollow is ready. All tabs take it together.").waitFor();
  // Until it is taken, everything goes on with the old one.
  await first.reload();
  expect(await buildOf(first)).toBe("1");
  await first.getByRole("button", { name: "Take it now" }).click();
  await expect.poll(() => buildOf(first)).toBe("2");
  await second.getByText(/Your other tabs run a new version\. Set what you have typed here/).waitFor();
  expect(await second.getByLabel("Note").inputValue()).toBe("half a thought");
  expect(await buildOf(second)).toBe("1");
  await second.getByRole("button", { name: "Set", exact: true }).click();
  await second.waitForFunction(
    () => document.querySelector<HTMLInputElement>('input[name="note"]')?.defaultValue === "half a thought",
  );
  await second.getByRole("button", { name: "Reload this tab" }).click();
  await second.getByRole("heading", { name: "Making it" }).waitFor();
  expect([await buildOf(second), await second.getByLabel("Note").inputValue()]).toEqual([
    "2",
    "half a thought",
  ]);
});

it("one missing file does not stop offline use, and is fetched and kept when it is there again", async () => {
  const help = readdirSync(join(folder, "assets")).find((name) => /^help-.*\.js$/.test(name))!;
  const away = join(tmpdir(), help);
  renameSync(join(folder, "assets", help), away);
  const page = await openTab("/scenes");
  await stop();
  await page.goto(`${HERE}/scenes/withy-sluice/order`);
  await page.getByText(/\d+ steps, ready/).waitFor();
  // It is there again, is asked for once, and then needs no server either.
  renameSync(away, join(folder, "assets", help));
  await start();
  await page.goto(`${HERE}/help`);
  await page.getByRole("heading", { level: 1 }).waitFor();
  await expect
    .poll(() => page.evaluate(async (name) => (await caches.match(`/assets/${name}`)) !== undefined, help))
    .toBe(true);
  await stop();
  await page.reload();
  await page.getByRole("heading", { level: 1 }).waitFor();
});

it("an address that ends like a file opens the app, online and off", async () => {
  const page = await openTab("/scenes");
  for (const online of [true, false]) {
    if (!online) await stop();
    await page.goto(`${HERE}/scenes/a.b`);
    await page.getByText("There is nothing here").waitFor();
    await page.reload();
    await page.getByText("This page or scene does not exist, or it was deleted.").waitFor();
  }
});

/** A database of this address as version 5 of the data left it. */
async function asVersion5(page: Page): Promise<void> {
  const zip = readZip(readFileSync("tests/corpus/archives/version-5.zip"), (name) => name === "archive.json");
  if (!zip.ok) throw new Error("must unpack");
  const { tables } = JSON.parse(new TextDecoder().decode(zip.value.get("archive.json"))) as {
    tables: Record<string, { meshId?: string | null }[]>;
  };
  // Its meshes are left out: the parts stand as parts without one.
  const rows = { ...tables, parts: tables.parts!.map((p) => ({ ...p, meshId: null })) };
  await page.goto(`${HERE}/icon.svg`);
  await page.evaluate(
    ({ rows, stores }) =>
      new Promise<void>((done, failed) => {
        const open = indexedDB.open("inch-hollow", 50);
        open.onupgradeneeded = () => {
          for (const [name, keyPath, indexes, autoIncrement] of stores) {
            const store = open.result.createObjectStore(name, { keyPath, autoIncrement });
            for (const index of indexes) store.createIndex(index, index);
          }
          for (const [name, list] of Object.entries(rows))
            for (const row of list) open.transaction!.objectStore(name).put(row);
        };
        open.onsuccess = () => {
          open.result.close();
          done();
        };
        open.onerror = () => failed(open.error!);
      }),
    { rows, stores: version5Stores },
  );
}

type Store = readonly [name: string, keyPath: string, indexes: readonly string[], autoIncrement: boolean];
const plain = (...names: readonly string[]) => names.map((n): Store => [n, "id", [], false]);
const ofScenes = (...names: readonly string[]) => names.map((n): Store => [n, "id", ["sceneId"], false]);
const version5Stores: readonly Store[] = [
  ...plain("scenes", "printers", "materials", "paints", "recipes", "stock", "settings", "plans", "meshes"),
  ...plain("features", "coupons", "printRecipes", "unplaced"),
  ...ofScenes(
    "parts",
    "joints",
    "grounds",
    "records",
    "timers",
    "ledger",
    "layouts",
    "runs",
    "gcodes",
    "notes",
  ),
  ["log", "id", ["at"], false],
  ["measurements", "meshId", [], false],
  ["journal", "seq", ["undone"], true],
  ["results", "key", ["meshId"], false],
  ["local", "key", [], false],
];

it("a database of the version before is brought along in the browser, whole and once", async () => {
  const page = await context.newPage();
  await asVersion5(page);
  await page.goto(`${HERE}/scenes`);
  await page
    .getByRole("link", { name: /Eel house/ })
    .first()
    .waitFor();
  const paints = await rowsOf(page, "paints");
  expect(paints.map((p) => [p.id, p.product, p.thinner])).toEqual([
    ["kiln", "acrylic", null],
    ["rope", "acrylic", null],
  ]);
  expect(await rowsOf(page, "grounds")).toMatchObject([{ id: "g1", flock: "sprinkled" }]);
  // It is written into as any other, and opened again it is as it was left.
  await page.goto(`${HERE}/workshop/paints`);
  await page.getByRole("cell", { name: "Kiln brick" }).first().waitFor();
  await page.getByRole("cell", { name: "water acrylic, brushed" }).first().waitFor();
  await page.reload();
  await page.getByRole("cell", { name: "Kiln brick" }).first().waitFor();
  expect(await rowsOf(page, "paints")).toEqual(paints);
});
