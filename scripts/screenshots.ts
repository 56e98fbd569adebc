// npm run screenshots: drives the demo scene in the built app and writes docs/screenshots/. Build first.
// npm run screenshots -- DIR [WIDTHxHEIGHT] [evening] [NAME …] writes others for a look.
import { mkdir } from "node:fs/promises";
import { resolve } from "node:path";
import type { Page } from "playwright-core";
import { openBrowser } from "./browser";
// @ts-expect-error a plain script without types
import { serve } from "./server.mjs";

/** Brought into sight before the picture is taken. */
const upTo = async (page: Page, name: string | RegExp) =>
  page
    .getByRole("heading", { name })
    .first()
    .evaluate((h) => h.scrollIntoView({ block: "start" }));

const demo = "/scenes/withy-sluice";
const views: readonly (readonly [name: string, path: string, act?: (page: Page) => Promise<unknown>])[] = [
  [
    "scenes",
    "/scenes",
    async (page) => {
      const lines = page.getByText(/ready \w+ \d+ \w+$/);
      await lines.nth(1).waitFor();
    },
  ],
  ["lay", demo],
  ["rule", `${demo}/rule`],
  ["parts", `${demo}/parts?part=withy-sluice-lamp`],
  ["part", `${demo}/parts/withy-sluice-willow-large`, (page) => page.locator("canvas").waitFor()],
  [
    "plates",
    `${demo}/plates`,
    async (page) => {
      await page.getByRole("button", { name: /^1 / }).click();
      await upTo(page, "Plates");
    },
  ],
  ["making", `${demo}/plates/part/withy-sluice-front`],
  [
    "cut",
    `${demo}/plates/part/withy-sluice-quay`,
    async (page) => {
      await page.getByRole("button", { name: "Propose cuts" }).click();
      await page.getByRole("button", { name: /Cut into \d+ pieces/ }).waitFor();
      await page.locator("canvas").waitFor();
      await upTo(page, "In one piece or several");
    },
  ],
  ["surface", `${demo}/surface?part=withy-sluice-roof`],
  ["colour", `${demo}/colour?recipe=wall-brown`],
  ["ground", `${demo}/ground`],
  ["joints", `${demo}/joints`],
  ["order", `${demo}/order?step=part%3Awithy-sluice-front%2Fscheme-seal`],
  ["bench", `${demo}/bench?step=part%3Awithy-sluice-front%2Fscheme-colour%2Fcoat-1`],
  ["sheet", `${demo}/sheet`],
  ["stores", `${demo}/stores`],
  ["log", `${demo}/log`],
  ["workshop", "/workshop/printers"],
  // Last: it changes the demo.
  [
    "running",
    `${demo}/plates`,
    async (page) => {
      await page.getByRole("button", { name: /^1 / }).click();
      await page.getByRole("link", { name: "Open and start this plate" }).click();
      await page.getByLabel("Simulated clock").selectOption("60");
      await page.getByRole("button", { name: "Run it simulated" }).click();
      await page.getByText(/Printing · layer/).waitFor();
      await upTo(page, "Running");
    },
  ],
];

const args = process.argv.slice(2);
const size = args.find((a) => /^\d+x\d+$/.test(a)) ?? "1280x800";
const [width = 1280, height = 800] = size.split("x").map(Number);
const evening = args.includes("evening");
const rest = args.filter((a) => a !== size && a !== "evening");
const folder = rest[0] ?? "docs/screenshots";
const wanted = rest.slice(1);

const server = (await serve(resolve("build/client"), 4399)) as { close: () => void };
const browser = await openBrowser();
const page = await browser.newPage({ viewport: { width, height }, colorScheme: evening ? "dark" : "light" });
page.on("pageerror", (error) => console.error(`page error: ${error.message}`));
page.on("console", (message) => message.type() === "error" && console.error(`console: ${message.text()}`));
await mkdir(folder, { recursive: true });
await page.goto("http://127.0.0.1:4399/");
await page.getByRole("heading", { name: "The lay" }).waitFor({ timeout: 60_000 });
for (const [name, path, act] of views) {
  if (wanted.length > 0 && !wanted.includes(name)) continue;
  await page.goto(`http://127.0.0.1:4399${path}`);
  await page.locator("h1").first().waitFor();
  await act?.(page);
  await page.evaluate(() => document.fonts.ready);
  // The first plan came along; a picture is of the plan of now.
  await page.getByText("As of earlier; being made again").waitFor({ state: "detached" });
  await page.waitForTimeout(act ? 1500 : 350);
  await page.screenshot({ path: `${folder}/${name}${evening ? "-evening" : ""}.png` });
  console.log(`${folder}/${name}.png`);
}
await browser.close();
server.close();
