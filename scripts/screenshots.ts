// npm run screenshots: drives the demo scene in the built app and writes docs/screenshots/. Build first.
// npm run screenshots -- DIR [WIDTHxHEIGHT] [evening] [NAME …] writes others for a look.
import { mkdir } from "node:fs/promises";
import { resolve } from "node:path";
import type { Page } from "playwright-core";
import { writeBinaryStl } from "#core/formats/stl";
import { box, wallWith } from "#core/mesh/testing";
import { soupOf, type TriangleMesh } from "#core/mesh/triangleMesh";
import { openBrowser } from "./browser";
// @ts-expect-error a plain script without types
import { serve } from "./server.mjs";

/** Brought into sight before the picture is taken. */
const upTo = async (page: Page, name: string | RegExp) =>
  page
    .getByRole("heading", { name })
    .first()
    .evaluate((h) => h.scrollIntoView({ block: "start" }));

const model = (name: string, mesh: TriangleMesh) => ({
  name: `${name}.stl`,
  mimeType: "model/stl",
  buffer: Buffer.from(writeBinaryStl(soupOf(mesh))),
});
const chooser = (page: Page) => page.getByRole("region", { name: "What were these drawn at?" });

/** Strangers' models in a scene of their own, as it stands after a minute: what was sure is taken. */
async function newScene(page: Page): Promise<void> {
  await page.getByRole("button", { name: "New scene" }).click();
  await page.getByRole("textbox", { name: "Name" }).fill("Mill pond");
  const wall = wallWith(86, 40, 3, [
    [12, 0, 12, 28],
    [44, 12, 16, 16],
  ]);
  await page
    .getByLabel("Models of the scene")
    .setInputFiles([
      model("barn full size", box(9000, 6000, 5500)),
      model("mill wall 1-72", wall),
      model("door 1-48", box(18, 0.8, 42)),
      model("shed 1-48", box(60, 45, 50)),
      model("fence 1-72", box(25, 1, 16)),
      model("quay 1-72", box(900, 900, 20)),
    ]);
  await page.getByRole("button", { name: "Make the scene" }).click();
  await page.getByText("quay 1-72.stl: measured").waitFor();
  await chooser(page)
    .getByRole("button", { name: /^Take the/ })
    .click();
  await page.getByText(/parts? ha(s|ve) no scale yet/).waitFor();
  await page.waitForTimeout(3000);
}

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
  ["zones", `${demo}/zones/withy-sluice-front`, (page) => page.locator("canvas").waitFor()],
  [
    "plates",
    `${demo}/plates`,
    async (page) => {
      await page.getByRole("button", { name: /^1 / }).click();
      await upTo(page, "Plates");
    },
  ],
  [
    "painted",
    `${demo}/painted/withy-sluice-front`,
    async (page) => {
      await page.locator("[role=application][aria-busy=false] canvas").waitFor();
      await page.getByRole("button", { name: /^4 of / }).click();
      await page.waitForTimeout(1500);
    },
  ],
  [
    "tour",
    `${demo}/surface`,
    async (page) => {
      await page.getByRole("button", { name: "Tour" }).click();
      await page.getByRole("complementary", { name: "Tour" }).waitFor();
    },
  ],
  [
    "scene-painted",
    `${demo}/painted`,
    async (page) => {
      await page.locator("[role=application][aria-busy=false] canvas").waitFor({ timeout: 90_000 });
      await page.waitForTimeout(1500);
    },
  ],
  ["surface", `${demo}/surface?part=withy-sluice-roof`],
  [
    "colour",
    `${demo}/colour?recipe=wall-brown&part=withy-sluice-front`,
    async (page) => {
      await page.getByRole("table", { name: "What it looks like after each layer" }).waitFor();
      await upTo(page, "Schemes");
    },
  ],
  ["ground", `${demo}/ground`],
  ["joints", `${demo}/joints`],
  ["order", `${demo}/order?step=part%3Awithy-sluice-front%2Fscheme-seal`],
  ["bench", `${demo}/bench?step=part%3Awithy-sluice-front%2Fscheme-colour%2Fcoat-1`],
  ["stores", `${demo}/stores`],
  [
    "look",
    `${demo}/look/withy-sluice-roof`,
    async (page) => {
      await page.getByRole("button", { name: "30 cm" }).click();
      await page.getByRole("button", { name: "a lamp from the side" }).click();
      await page.waitForTimeout(3000);
    },
  ],
  // From here on things are changed.
  ["new", "/scenes", newScene],
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
