// npm run screenshots: drives the demo scene in the built app and writes docs/screenshots/. Build first.
// npm run screenshots -- DIR [WIDTHxHEIGHT] [evening] [NAME …] writes others for a look.
import { mkdir } from "node:fs/promises";
import { resolve } from "node:path";
import { openBrowser } from "./browser";
// @ts-expect-error a plain script without types
import { serve } from "./server.mjs";

const views = [
  ["scenes", "/scenes"], ["lay", "/scenes/withy-sluice"], ["rule", "/scenes/withy-sluice/rule"], ["parts", "/scenes/withy-sluice/parts?part=withy-sluice-lamp"], ["part", "/scenes/withy-sluice/parts/withy-sluice-willow-large"],
  ["plates", "/scenes/withy-sluice/plates"], ["surface", "/scenes/withy-sluice/surface?part=withy-sluice-roof"], ["colour", "/scenes/withy-sluice/colour?recipe=wall-brown"], ["ground", "/scenes/withy-sluice/ground"], ["joints", "/scenes/withy-sluice/joints"],
  ["order", "/scenes/withy-sluice/order?step=part%3Awithy-sluice-front%2Fscheme-seal"], ["bench", "/scenes/withy-sluice/bench?step=part%3Awithy-sluice-front%2Fscheme-colour"], ["stores", "/scenes/withy-sluice/stores"], ["log", "/scenes/withy-sluice/log"],
  ["workshop", "/workshop/printers"], ["components", "/help/components"],
] as const;

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
for (const [name, path] of views) {
  if (wanted.length > 0 && !wanted.includes(name)) continue;
  await page.goto(`http://127.0.0.1:4399${path}`);
  await page.locator("h1").first().waitFor();
  if (name === "part") await page.locator("canvas").waitFor();
  await page.evaluate(() => document.fonts.ready);
  await page.waitForTimeout(name === "part" ? 1500 : 350);
  await page.screenshot({ path: `${folder}/${name}${evening ? "-evening" : ""}.png` });
  console.log(`${folder}/${name}.png`);
}
await browser.close();
server.close();
