import { openBrowser } from "./browser";
// @ts-expect-error plain
import { serve } from "./server.mjs";
import { resolve } from "node:path";
const server = await serve(resolve("build/client"), 4399);
const browser = await openBrowser();
const page = await browser.newPage({ viewport: { width: 1280, height: 900 } });
page.setDefaultTimeout(30000);
const O = "http://127.0.0.1:4399";
await page.goto(O); await page.getByRole("heading", { name: "The lay" }).waitFor();
for (const id of process.argv.slice(2)) {
  await page.goto(`${O}/scenes/withy-sluice/plates/part/withy-sluice-${id}`);
  const g = page.getByRole("group", { name: "Reasons to cut" });
  await g.waitFor();
  const t = Date.now();
  await g.getByRole("button", { name: "What would a cut spare?" }).click();
  await g.getByRole("region", { name: "Whole or in two" }).waitFor();
  console.log(id, Date.now() - t, "ms", (await g.innerText()).replaceAll("\n", " | "));
  await g.screenshot({ path: `/tmp/cut-${id}.png` });
}
await browser.close(); server.close?.(); process.exit(0);
