import { resolve } from "node:path";
import { openBrowser as launch } from "./browser";
import { serve } from "./server.mjs";
const [, , path, out, w = "1280", h = "800", evening = ""] = process.argv;
const server = await serve(resolve("build/client"), 4399);
const browser = await launch();
const page = await browser.newPage({ viewport: { width: Number(w), height: Number(h) } });
page.on("pageerror", (e) => console.log("ERR", e.message.slice(0, 300)));
page.on("console", (m) => { if (m.type() === "error") console.log("CON", m.text().slice(0, 300)); });
await page.goto("http://localhost:4399/");
await page.waitForTimeout(4000);
if (evening) await page.evaluate(() => { document.documentElement.dataset.theme = "evening"; });
await page.goto("http://localhost:4399" + path!);
await page.waitForTimeout(5000);
if (evening) await page.evaluate(() => { document.documentElement.dataset.theme = "evening"; });
for (const act of (process.argv[7] ?? "").split(";").filter(Boolean)) {
  const [kind, ...rest] = act.split("=");
  const name = rest.join("=");
  if (kind === "b") await page.getByRole("button", { name }).first().click();
  if (kind === "w") await page.waitForTimeout(Number(name));
  if (kind === "key") await page.keyboard.press(name!);
  if (kind === "focus") await page.getByRole("application").focus();
}
await page.waitForTimeout(1500);
await page.screenshot({ path: out! });
await browser.close();
server.close();
