import type { Page } from "playwright-core";
import { afterAll, expect, it } from "vitest";
import { closeApp, closeBrowser, openDemo, ORIGIN, rowsOf } from "./app";

afterAll(closeBrowser);

const soon = <T>(get: () => T | Promise<T>) => expect.poll(get, { timeout: 30_000 });
const demo = `${ORIGIN}/scenes/withy-sluice`;

/** A picture in warm light: a white card at the left, then a wall, a door and a sky. */
const pictureOf = (page: Page): Promise<Buffer> =>
  page
    .evaluate(() => {
      const canvas = document.createElement("canvas");
      [canvas.width, canvas.height] = [400, 200];
      const to = canvas.getContext("2d")!;
      for (const [x, colour] of [
        [0, "#f0d8b4"],
        [100, "#8a5a3c"],
        [250, "#5a6a3c"],
        [340, "#a0988c"],
      ] as const) {
        to.fillStyle = colour;
        to.fillRect(x, 0, 400 - x, 200);
      }
      return canvas.toDataURL("image/png").split(",")[1]!;
    })
    .then((text) => Buffer.from(text, "base64"));

it("a picture with a card gives a palette, the palette mixes from owned pots, and a zone its colour", async () => {
  const app = await openDemo();
  const { page } = app;
  await page.goto(`${demo}/colour`);
  const picture = page.getByLabel("Picture, with a white or a grey card in its light");
  await picture.setInputFiles({ name: "none.png", mimeType: "image/png", buffer: Buffer.from("no picture") });
  await page.getByText("none.png cannot be read as a picture. Take a JPEG or PNG.").waitFor();
  await picture.setInputFiles({ name: "barn.png", mimeType: "image/png", buffer: await pictureOf(page) });
  const colours = page.getByRole("list", { name: "Colours of the picture" }).getByRole("listitem");
  await soon(() => colours.count()).toBeGreaterThanOrEqual(4);
  await page.getByText("No card is tapped yet").waitFor();
  // By keys: the mark goes to the left, onto the card, and Enter takes it.
  const mark = page.getByRole("button", { name: /^barn\.png: arrows move the mark/ });
  await mark.focus();
  for (let i = 0; i < 13; i++) await page.keyboard.press("ArrowLeft");
  await page.keyboard.press("Enter");
  await page.getByText("The card is taken").waitFor();
  await soon(() => colours.first().innerText()).toMatch(/± 3/);
  // By the pointer: the wall.
  const box = (await mark.boundingBox())!;
  await page.mouse.click(box.x + box.width * 0.4, box.y + box.height / 2);
  await soon(() => colours.first().innerText()).toMatch(/± 3, tapped/);
  await page.getByRole("button", { name: "Find all of them in my pots" }).click();
  const keep = page.getByRole("button", { name: /^Keep \d as mixes$/ });
  await keep.waitFor({ timeout: 120_000 });
  const before = (await rowsOf(page, "recipes")).length;
  await keep.click();
  await soon(async () => (await rowsOf(page, "recipes")).length).toBeGreaterThan(before + 2);
  await page
    .getByRole("heading", { name: /^From the picture/ })
    .first()
    .waitFor();
  await page
    .getByRole("combobox", { name: /is to be the colour of$/ })
    .first()
    .selectOption({ label: "Cottage, front wall, wall" });
  await soon(async () =>
    ((await rowsOf(page, "parts")) as { zones: { wanted?: unknown }[] }[]).some((p) =>
      p.zones.some((z) => z.wanted),
    ),
  ).toBe(true);
  await closeApp(app);
});

it("a ladder is laid in one act, seen as swatches, and each of them opens its layer", async () => {
  const app = await openDemo();
  const { page } = app;
  await page.goto(`${demo}/colour?part=withy-sluice-quay`);
  const after = page.getByRole("table", { name: "What it looks like after each layer" });
  await after.waitFor();
  const drybrushed = after.getByRole("columnheader", { name: "drybrush" });
  const before = await drybrushed.count();
  await page.getByText("Lay a ladder from dark to light").click();
  await page.getByRole("combobox", { name: "Rungs" }).selectOption("3");
  for (const [rung, at] of [
    ["Rung 1, darkest", 3],
    ["Rung 2", 6],
    ["Rung 3, lightest", 9],
  ] as const)
    await page.getByRole("combobox", { name: rung, exact: true }).selectOption({ index: at });
  await page.getByRole("button", { name: "Lay the ladder" }).click();
  await soon(() => drybrushed.count()).toBe(before + 3);
  // A swatch opens its layer.
  await after
    .getByRole("button", { name: /drybrush: L/ })
    .last()
    .click();
  await page.getByRole("heading", { name: "Change the drybrush" }).waitFor();
  await page.getByRole("button", { name: "Leave it" }).click();
  await page.getByText("Ways to lay a colour here").click();
  await page
    .getByRole("region", { name: "Ways to lay a colour here" })
    .getByText("airbrush")
    .first()
    .waitFor();
  await closeApp(app);
});

it("the accent is named by keys on a tablet upright", async () => {
  const app = await openDemo({ width: 820, height: 1180, evening: true });
  const { page } = app;
  await page.goto(`${demo}/colour`);
  const palette = page.getByRole("region", { name: "Palette of the scene" });
  const name = palette.getByRole("button", { name: "Name it: Quay stone" });
  await name.focus();
  await page.keyboard.press("Enter");
  await palette.getByRole("button", { name: "Accent: Quay stone, let it go" }).waitFor();
  await soon(async () =>
    ((await rowsOf(page, "scenes")) as { accent?: unknown }[]).some((s) => s.accent),
  ).toBe(true);
  await closeApp(app);
});

it("a mix is put right drop by drop at the cup, accepted, and taken back; a pot is changed in its place", async () => {
  const app = await openDemo();
  const { page } = app;
  await page.goto(`${demo}/colour?recipe=wall-brown`);
  const cup = page.getByRole("region", { name: "At the cup" });
  await cup.getByText("2 : 2 : 1").waitFor();
  await cup.getByRole("button", { name: "+ 1 drop of Peat" }).click();
  await cup.getByRole("button", { name: "+ 1 drop of Peat" }).click();
  await cup.getByText("2 : 2 : 3").waitFor();
  await cup.getByRole("button", { name: "Not that drop" }).click();
  await cup.getByText("1 : 1 : 1").waitFor();
  await cup.getByRole("button", { name: "Accepted" }).click();
  const brown = async () =>
    ((await rowsOf(page, "recipes")) as { id: string; additions?: unknown[] }[]).find(
      (r) => r.id === "wall-brown",
    );
  await soon(async () => (await brown())?.additions?.length).toBe(1);
  await page.getByRole("button", { name: "Undo" }).first().click();
  await soon(async () => (await brown())?.additions).toBeUndefined();
  await page.goto(`${ORIGIN}/workshop/paints`);
  await page.getByRole("button", { name: "Change Kiln Brick" }).click();
  await page.getByRole("heading", { name: "Change Kiln Brick" }).waitFor();
  await page.getByRole("slider", { name: "lightness of colour when dry" }).press("ArrowRight");
  await page.getByRole("spinbutton", { name: "Millilitres" }).fill("3");
  await page.getByRole("button", { name: "Keep it" }).click();
  await soon(
    async () =>
      ((await rowsOf(page, "paints")) as { name: string; millilitres: number }[]).find(
        (p) => p.name === "Kiln Brick",
      )?.millilitres,
  ).toBe(3);
  await closeApp(app);
});
