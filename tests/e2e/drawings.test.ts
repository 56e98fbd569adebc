import { afterAll, expect, it } from "vitest";
import type { Page } from "playwright-core";
import { writeBinaryStl } from "#core/formats/stl";
import { box } from "#core/mesh/testing";
import { soupOf } from "#core/mesh/triangleMesh";
import { closeApp, closeBrowser, openDemo, ORIGIN } from "./app";

const demo = `${ORIGIN}/scenes/withy-sluice`;
afterAll(closeBrowser);

/** A front of three metres with a gate of 1.80 in it that is written as 1.20, 300 px for a metre. */
const front = `<body style="margin:0"><svg width="1000" height="500" font-family="sans-serif" font-size="22">
<rect width="1000" height="500" fill="#f4f1e8"/><path d="M50 400V120H950V400Z M320 400V200H860V400" fill="none" stroke="#333" stroke-width="3"/>
<path d="M50 440H950M50 430v20M230 430v20M320 430v20M860 430v20M950 430v20M50 480H950" stroke="#333"/>
<text x="120" y="430">0.60</text><text x="255" y="430">0.30</text><text x="570" y="430">1.20</text><text x="885" y="430">0.30</text><text x="480" y="475">3.00</text></svg>`;

async function pictureOfFront(page: Page): Promise<Buffer> {
  await page.setViewportSize({ width: 1000, height: 500 });
  await page.setContent(front);
  return page.screenshot();
}

it("compares a drawing's dimensions with their lengths and adds up their chain", async () => {
  const app = await openDemo();
  const { page, context } = app;
  const drawer = await context.newPage();
  const picture = await pictureOfFront(drawer);
  await drawer.close();
  await page.goto(`${demo}/rule`);
  const drawings = page.getByRole("region", { name: "Drawings" });
  await drawings
    .getByLabel("A picture of a drawing")
    .setInputFiles({ name: "gatehouse front.png", mimeType: "image/png", buffer: picture });
  await drawings.getByRole("button", { name: "Put it under the ruler" }).click();
  const card = page.getByRole("article", { name: "gatehouse front" });
  await card.getByText("Tap both ends of one dimension").waitFor();
  const svg = card.locator("svg").first();
  const shown = (await svg.boundingBox())!;
  const tap = async (x: number, y: number) =>
    svg.click({ position: { x: (x / 1000) * shown.width, y: (y / 500) * shown.height } });
  const dimension = async (name: string, says: string, from: number, to: number, y: number) => {
    await tap(from, y);
    await tap(to, y);
    await card.getByText("Its ends are tapped").waitFor();
    await card.getByRole("form", { name: "A dimension" }).getByLabel("It says").fill(says);
    await card.getByRole("form", { name: "A dimension" }).getByLabel("Called").fill(name);
    await card.getByRole("button", { name: "Add the dimension" }).click();
    await card.getByRole("rowheader", { name }).waitFor();
  };
  // Without its ends, or with words for a length, it is said at the field.
  await card.getByLabel("It says").fill("wide");
  await card.getByRole("button", { name: "Add the dimension" }).click();
  await card.getByText(/wide/).waitFor();
  await dimension("overall", "3.00 m", 50, 950, 480);
  await dimension("pier", "0.60 m", 50, 230, 440);
  await dimension("post", "0.30 m", 230, 320, 440);
  await dimension("cart way", "1.20 m", 320, 860, 440);
  await dimension("end", "0.30 m", 860, 950, 440);
  const gate = card.getByRole("row", { name: /cart way/ });
  await gate.getByText("50 %").waitFor();
  const chain = card.getByRole("form", { name: "A chain" });
  for (const name of ["pier", "post", "cart way", "end"])
    await chain.getByLabel(name, { exact: true }).check();
  await chain.getByLabel("under the overall").selectOption({ label: "overall, 3.00 m" });
  await chain.getByRole("button", { name: "Add it up" }).click();
  await card
    .getByText(/adds up to 2\.40 m under an overall of 3\.00 m; the 1\.20 m measures 1\.(79|80|81) m/)
    .waitFor();
  await gate.getByLabel("cart way says").fill("1.80 m");
  await gate.getByRole("button", { name: "Correct cart way" }).click();
  await card.getByText("It closes: 3.00 m under an overall of 3.00 m.").waitFor();
  await gate.getByRole("button", { name: "cart way to the ledger" }).click();
  await page
    .getByRole("region", { name: "Ledger, lines" })
    .getByRole("rowheader", { name: "cart way" })
    .waitFor();
  await page.reload();
  await card.getByText("It closes: 3.00 m under an overall of 3.00 m.").waitFor();
  await page.getByRole("button", { name: "Undo" }).first().click();
  await page.getByText("Taken back: Add cart way to the ledger.").first().waitFor();
  await page.getByRole("button", { name: "Undo" }).first().click();
  await page.getByText("Taken back: Correct a dimension to 1.80 m.").first().waitFor();
  await card.getByText(/adds up to 2\.40 m/).waitFor();
  await closeApp(app);
});

it("P14: one thing in several ways is planned once, in the way that is tapped", async () => {
  const app = await openDemo();
  const { page } = app;
  await page.goto(`${demo}/parts`);
  const file = (name: string, x: number, y: number, z: number) => ({
    name: `${name} 1-72.stl`,
    mimeType: "model/stl",
    buffer: Buffer.from(writeBinaryStl(soupOf(box(x, y, z)))),
  });
  await page
    .getByLabel("Model files")
    .setInputFiles([
      file("toll house whole", 40, 30, 30),
      file("toll house half 1", 20, 30, 30),
      file("toll house half 2", 20, 31, 30),
      file("toll house kit wall", 40, 2, 30),
      file("toll house kit floor", 40, 30, 2),
    ]);
  const ask = page.getByRole("region", { name: "One thing in several ways?" });
  await ask.getByText(/half 1.*3 ways to print one toll house/).waitFor();
  await ask.getByRole("button", { name: "Print it as halves" }).click();
  const sets = page.getByRole("region", { name: "Sets", exact: true });
  await sets.getByText("printed as halves").waitFor();
  await ask.waitFor({ state: "detached" });
  const goesOn = (name: string) => page.getByRole("row").filter({ hasText: name }).getByRole("cell").last();
  // Only the bodies of the way that is printed are asked for their scale: two are planned, three stand beside them.
  const asked = page.getByRole("region", { name: "What were these drawn at?" });
  const first = (name: string) =>
    asked.getByRole("listitem").filter({ hasText: name }).getByRole("button", { name: "1:72" }).first();
  await first("toll house half 1").click();
  await first("toll house half 1").waitFor({ state: "detached" });
  expect(await asked.getByRole("listitem").count()).toBe(1);
  await first("toll house half 2").click();
  await asked.waitFor({ state: "detached" });
  await expect.poll(() => goesOn("toll house kit wall").innerText()).toBe("printed another way");
  await expect.poll(() => goesOn("toll house half 1").innerText()).not.toMatch(/another way/);
  await sets.getByRole("button", { name: "Print kit" }).click();
  await sets.getByText("printed as kit").waitFor();
  await expect.poll(() => goesOn("toll house half 1").innerText()).toBe("printed another way");
  await sets.getByRole("button", { name: "Take the set apart" }).click();
  await sets.waitFor({ state: "detached" });
  await closeApp(app);
});

/** A wall with a white card in its corner and a door in a colour. */
async function pictureOfWall(page: Page, door: string): Promise<Buffer> {
  await page.setViewportSize({ width: 600, height: 400 });
  await page.setContent(
    `<body style="margin:0;background:#8a5a3c"><svg width="600" height="400"><rect width="90" height="90" fill="#f0e8dc"/><rect x="250" y="120" width="140" height="280" fill="${door}"/></svg>`,
  );
  return page.screenshot();
}

it("A17: lays a photo of the work beside a kept picture at equal size, with what differs marked", async () => {
  const app = await openDemo();
  const { page, context } = app;
  const drawer = await context.newPage();
  const pictures = [await pictureOfWall(drawer, "#3a5a4c"), await pictureOfWall(drawer, "#6a5a6c")];
  await drawer.close();
  await page.goto(`${demo}/rule`);
  const drawings = page.getByRole("region", { name: "Drawings" });
  await drawings
    .getByLabel("A picture of a drawing")
    .setInputFiles({ name: "front.png", mimeType: "image/png", buffer: pictures[0]! });
  await drawings.getByRole("button", { name: "Put it under the ruler" }).click();
  await page.getByRole("article", { name: "front" }).waitFor();
  await page.goto(`${demo}/colour`);
  const photo = page.getByLabel("Picture, with a white or a grey card in its light");
  await photo.setInputFiles({ name: "work.png", mimeType: "image/png", buffer: pictures[1]! });
  const tapCard = async (name: RegExp) => {
    const mark = page.getByRole("button", { name });
    await mark.waitFor();
    const frame = (await mark.boundingBox())!;
    await mark.click({ position: { x: frame.width * 0.07, y: frame.height * 0.1 } });
  };
  await tapCard(/^work\.png: arrows/);
  await page.getByText("The card is taken").waitFor();
  const beside = page.getByRole("region", { name: "Beside a kept picture" });
  await beside.getByLabel("Lay a kept picture beside it").selectOption({ label: "front" });
  // Without a card in both no colour is told.
  await beside.getByText("Colours are told once a white card is tapped in both").waitFor();
  await tapCard(/^front: arrows/);
  await beside.getByText(/another hue in \d+ places, by up to \d+/).waitFor();
  await closeApp(app);
});
