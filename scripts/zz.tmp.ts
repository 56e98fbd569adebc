import { resolve } from "node:path";
import { openBrowser } from "./browser";
// @ts-expect-error plain
import { serve } from "./server.mjs";
const server = (await serve(resolve("build/client"), 4399)) as { close: () => void };
const browser = await openBrowser();
const [w, h, evening] = [Number(process.argv[2] ?? 1280), Number(process.argv[3] ?? 800), process.argv[4] === "evening"];
const page = await browser.newPage({ viewport: { width: w, height: h } });
page.on("console", (m) => m.type() === "error" && console.log(m.text()));
page.on("pageerror", (e) => console.log(String(e)));
await page.goto("http://localhost:4399/");
await page.waitForTimeout(6000);
if (evening) await page.evaluate(() => localStorage.setItem("theme", "evening"));
for (const path of (process.argv[5] ?? "look/withy-sluice-gables").split(",")) {
  await page.goto(`http://localhost:4399/scenes/withy-sluice/${path}`);
  await page.waitForTimeout(7000);
  await page.screenshot({ path: `/tmp/shots/${path.replaceAll(/[/?=]/g, "_")}-${w}${evening ? "e" : ""}.png` });
}
await browser.close();
server.close();
