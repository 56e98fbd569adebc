import { writeFile } from "node:fs/promises";
import { writeBinaryStl } from "#core/formats/stl";
import { terrain } from "#core/mesh/testing";
import { soupOf } from "#core/mesh/triangleMesh";
import { openBrowser } from "./scripts/browser";
import { openPage, ORIGIN, serveApp } from "./scripts/benchPage";
await writeFile("/tmp/moor1.stl", writeBinaryStl(soupOf(terrain(499, 240, 3))));
const server = await serveApp(); const browser = await openBrowser(); const page = await openPage(browser);
await page.goto(ORIGIN); await page.getByRole("heading", { name: "The lay" }).waitFor(); await page.waitForTimeout(4000);
for (let r = 0; r < 3; r++) {
await page.goto(`${ORIGIN}/scenes`);
  await page.getByRole("button", { name: "New scene" }).click();
  await page.getByRole("textbox", { name: "Name" }).fill("x" + r);
  await page.getByLabel("Scale").fill("1:72");
  await page.getByRole("button", { name: "Make the scene" }).click();
  await page.getByRole("heading", { name: "The shelf is empty" }).waitFor();
  await page.evaluate("window.seen=[];window.t0=performance.now();new MutationObserver(()=>{const t=document.querySelector('ul[aria-live=polite]')?.textContent??'';if(seen.at(-1)?.[1]!==t)seen.push([Math.round(performance.now()-t0),t])}).observe(document.body,{subtree:true,childList:true,characterData:true})");
  await page.getByLabel("Model files").setInputFiles("/tmp/moor1.stl");
  await page.getByText("1 parts, 1 copies").or(page.getByText("1 part, 1 cop")).first().waitFor();
  console.log((await page.evaluate("seen") as any[]).map((x) => x.join(" ")).join("\n")); console.log("--");
}
await browser.close(); server.close();
