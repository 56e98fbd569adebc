import { afterAll, expect, it } from "vitest";
import type { Page } from "playwright-core";
import { writeBinaryStl } from "#core/formats/stl";
import { box } from "#core/mesh/testing";
import { soupOf } from "#core/mesh/triangleMesh";
import { closeApp, closeBrowser, openDemo, ORIGIN, rowsOf } from "./app";

afterAll(closeBrowser);

/** What comes when the plan has followed. */
const soon = <T>(get: () => T | Promise<T>) => expect.poll(get, { timeout: 30_000 });
const demo = `${ORIGIN}/scenes/withy-sluice`;
const zonesOf = (page: Page) => page.getByRole("list", { name: "Zones", exact: true });
const names = (page: Page) =>
  zonesOf(page)
    .getByRole("textbox")
    .evaluateAll((all) => all.map((field) => (field as HTMLInputElement).value));
/** Areas of all zones as they are told, cm2. */
const areas = async (page: Page) =>
  [...(await zonesOf(page).innerText()).matchAll(/^([\d.]+) cm²/gm)].map(([, cm2]) => Number(cm2));

/** A part of one file of one's own, at full size on the bench, and its page of zones. */
async function ownPart(page: Page, name: string, size: readonly [number, number, number]): Promise<void> {
  await page.goto(`${demo}/parts`);
  await page
    .getByLabel("Model files")
    .setInputFiles([{ name: `${name} 1-72.stl`, mimeType: "model/stl", buffer: stl(size) }]);
  await page.getByRole("row").filter({ hasText: name }).waitFor();
  await page.getByRole("button", { name: "1:72" }).first().click();
  await page.getByRole("region", { name: "What were these drawn at?" }).waitFor({ state: "detached" });
  const row = (await rowsOf(page, "parts")).find((p) => String(p.name).startsWith(name))!;
  await page.goto(`${demo}/zones/${row.id as string}`);
  await page.getByRole("application").waitFor();
}
const stl = ([x, y, z]: readonly [number, number, number]) =>
  Buffer.from(writeBinaryStl(soupOf(box(x, y, z))));

it("gives the cottage its zones by its shape and one line for the foot, and every later stage reads them", async () => {
  const app = await openDemo();
  const { page } = app;
  await page.goto(`${demo}/parts/withy-sluice-gables`);
  await page.getByRole("link", { name: "its 3 zones" }).click();
  await soon(() => names(page)).toEqual(["wall", "foot", "inside"]);
  await page.getByRole("button", { name: "Begin again with the zones of its shape" }).click();
  await soon(async () => (await names(page)).length).toBeGreaterThanOrEqual(4);
  const before = await areas(page);
  const whole = before.reduce((a, b) => a + b, 0);
  const wall = (await names(page))[0]!;
  const band = page.getByRole("form", { name: "A band of height" });
  await band.getByLabel("to, mm").fill("8");
  await band.getByLabel("of").selectOption({ label: wall });
  await band.getByRole("button", { name: "Make the band" }).click();
  await soon(async () => (await names(page)).includes("0 to 8 mm")).toBe(true);
  await soon(async () => Math.abs((await areas(page)).reduce((a, b) => a + b, 0) - whole)).toBeLessThan(0.3);
  const name = page.getByLabel("Name of 0 to 8 mm");
  await name.fill("foot");
  await name.press("Enter");
  await page.getByLabel("What foot is").selectOption("stone");
  await page.getByLabel("Way of finishing foot").selectOption("bury");
  await page.getByRole("link", { name: "Surface", exact: true }).last().click();
  await soon(() => page.getByLabel("Way of finishing Cottage, gable, foot").inputValue()).toBe("bury");
  await page.goto(`${demo}/colour?part=withy-sluice-gables`);
  await page.getByRole("group", { name: "Layers of" }).getByRole("button", { name: "foot" }).click();
  const layers = page.getByRole("button", { name: /^Remove the/ });
  await layers.first().waitFor();
  const ofFoot = await layers.count();
  await layers.last().click();
  await soon(() => layers.count()).toBe(ofFoot - 1);
  await page.getByRole("group", { name: "Layers of" }).getByRole("button", { name: wall }).click();
  await soon(() => layers.count()).toBe(ofFoot);
  // The layer that the foot has no more is on all the others.
  await page.getByRole("group", { name: "Layers of" }).getByRole("button", { name: "all zones" }).click();
  await page.getByText(new RegExp(`^on ${wall}, `)).waitFor();
  await closeApp(app);
});

it("parts a wall of two triangles along a line, takes it back, and keeps the map on a newer file", async () => {
  const app = await openDemo();
  const { page } = app;
  await ownPart(page, "slab", [60, 4, 40]);
  const part = page.getByRole("application");
  await part.focus();
  await page.keyboard.press("1");
  await page.getByRole("button", { name: "line", exact: true }).click();
  const at = (await part.boundingBox())!;
  const tap = (x: number, y: number) => page.mouse.click(at.x + at.width * x, at.y + at.height * y);
  await tap(0.45, 0.55);
  await page.getByText("First point set.").waitFor();
  await tap(0.55, 0.55);
  await soon(async () => (await names(page)).length).toBe(2);
  const [upper, lower] = await areas(page);
  // 2 x (60 x 40 + 4 x 40) + 60 x 4, less the foot that it stands on.
  expect(upper! + lower!).toBeCloseTo(53.6, 0);
  expect(lower!).toBeLessThan(upper!);
  await page.keyboard.press("Escape");
  await page.getByRole("button", { name: "Undo" }).first().click();
  await soon(async () => (await names(page)).length).toBe(1);
  await tap(0.45, 0.55);
  await tap(0.55, 0.55);
  await soon(async () => (await names(page)).length).toBe(2);
  const parted = await areas(page);
  await page.getByRole("link", { name: "Its page" }).click();
  await page
    .getByLabel("A newer file of slab")
    .setInputFiles([{ name: "slab v2.stl", mimeType: "model/stl", buffer: stl([60, 4, 40.2]) }]);
  await page
    .getByText(/has its newer file and all its zones/)
    .first()
    .waitFor();
  await page.getByRole("link", { name: "its 2 zones" }).click();
  await soon(async () => (await areas(page)).length).toBe(2);
  const carried = await areas(page);
  carried.forEach((cm2, i) => expect(cm2).toBeCloseTo(parted[i]!, 0));
  await closeApp(app);
});

it("is drawn on: a rectangle on a wall of two triangles, a brush on fine faces, and where hands lift it", async () => {
  const app = await openDemo();
  const { page } = app;
  await ownPart(page, "panel", [60, 4, 40]);
  const part = page.getByRole("application");
  await part.focus();
  await page.keyboard.press("1");
  const at = (await part.boundingBox())!;
  const point = (x: number, y: number) => [at.x + at.width / 2 + x, at.y + at.height / 2 + y] as const;
  await page.getByRole("button", { name: "rectangle", exact: true }).click();
  await page.mouse.click(...point(-30, -20));
  await page.getByText("Corner set.").waitFor();
  await page.mouse.click(...point(30, 20));
  await soon(async () => (await names(page)).length).toBe(2);
  const [, window] = await areas(page);
  expect(window!).toBeGreaterThan(0.2);
  // What was drawn is smaller than the whole front.
  expect(window!).toBeLessThan(24);
  await page.getByRole("button", { name: "circle", exact: true }).click();
  await page.getByLabel("into").selectOption("");
  await page.mouse.click(...point(0, 0));
  await page.mouse.click(...point(12, 0));
  await soon(async () => (await names(page)).length).toBe(3);
  await page.getByRole("button", { name: "Mark where hands lift it" }).click();
  await page
    .getByText(/^Hands lift it by its two ends/)
    .first()
    .waitFor();
  await soon(() => page.getByLabel("What grip is").inputValue()).toBe("touched");
  // The willow has fine faces: a stroke is kept when it is lifted.
  await page.goto(`${demo}/zones/withy-sluice-willow-large`);
  await soon(async () => (await names(page)).length).toBe(2);
  await page.getByRole("button", { name: "brush", exact: true }).click();
  await page.getByLabel("into").selectOption("");
  const tree = (await page.getByRole("application").boundingBox())!;
  const [x, y] = [tree.x + tree.width / 2, tree.y + tree.height / 2];
  await page.mouse.move(x, y - 40);
  await page.mouse.down();
  for (let i = 0; i < 12; i++) await page.mouse.move(x, y - 40 + 8 * i);
  await page.mouse.up();
  await soon(async () => (await names(page)).length).toBe(3);
  await closeApp(app);
});

it("is worked by keys alone, and by a thumb on a tablet upright", async () => {
  const app = await openDemo();
  const { page } = app;
  await page.setViewportSize({ width: 820, height: 1180 });
  await ownPart(page, "chest", [40, 30, 20]);
  await page.getByText("Its sides by size, for the keys").focus();
  await page.keyboard.press("Enter");
  const list = page.getByRole("listbox", { name: "Sides by size" });
  await list.getByRole("option").nth(5).waitFor();
  await list.focus();
  await page.keyboard.press("ArrowDown");
  await soon(() => list.getByRole("option").nth(1).getAttribute("aria-selected")).toBe("true");
  await page.keyboard.press(" ");
  await soon(async () => (await names(page)).length).toBe(2);
  await page.getByLabel("into").focus();
  await page.getByLabel("into").selectOption("");
  const part = page.getByRole("application");
  await part.focus();
  await page.keyboard.press("2");
  await page.keyboard.press("Enter");
  await soon(async () => (await names(page)).length).toBe(3);
  await page.getByRole("button", { name: /^Take away zone 3/ }).click();
  await soon(async () => (await names(page)).length).toBe(2);
  await closeApp(app);
});
