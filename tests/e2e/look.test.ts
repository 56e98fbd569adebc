import { afterAll, expect, it } from "vitest";
import type { Page } from "playwright-core";
import { writeBinaryStl } from "#core/formats/stl";
import { soupOf, type TriangleMesh } from "#core/mesh/triangleMesh";
import { beadSpacingMm, beadWidthMm } from "#core/print/bead";
import { stripesSeen } from "#core/surface/lookTest";
import { closeApp, closeBrowser, openDemo, ORIGIN, rowsOf } from "./app";

afterAll(closeBrowser);

const soon = <T>(get: () => T | Promise<T>) => expect.poll(get, { timeout: 30_000 });
const demo = `${ORIGIN}/scenes/withy-sluice`;

/** A plate whose front leans by so many degrees from level, 40 wide; upright at 90. */
function plate(deg: number): TriangleMesh {
  const rad = (deg * Math.PI) / 180;
  const [deep, high] = deg === 90 ? [4, 24] : [24 * Math.cos(rad), 24 * Math.sin(rad)];
  const front = deg === 90 ? 0 : deep;
  // Foot in front, foot behind, top; an upright one has a top edge in front too.
  const section: readonly (readonly [number, number])[] =
    deg === 90
      ? [
          [0, 0],
          [deep, 0],
          [deep, high],
          [0, high],
        ]
      : [
          [0, 0],
          [front, 0],
          [front, high],
        ];
  const n = section.length;
  const positions = [0, 40].flatMap((x) => section.flatMap(([y, z]) => [x, y, z]));
  const triangles: number[] = [];
  for (let i = 0; i < n; i++) {
    const j = (i + 1) % n;
    triangles.push(i, n + j, j, i, n + i, n + j);
  }
  for (let i = 1; i + 1 < n; i++) triangles.push(0, i, i + 1, n, n + i + 1, n + i);
  // Outward: as built it looks inward.
  for (let t = 0; t < triangles.length; t += 3)
    [triangles[t + 1], triangles[t + 2]] = [triangles[t + 2]!, triangles[t + 1]!];
  return { positions: Float32Array.from(positions), triangles: Uint32Array.from(triangles) };
}

/** Linear light down the middle of the loupe, 0 to 1. */
const lightInLoupe = (page: Page): Promise<number[]> =>
  page.locator("[data-loupe] canvas").evaluate((canvas) => {
    const { width, height } = canvas as HTMLCanvasElement;
    const copy = new OffscreenCanvas(width, height).getContext("2d")!;
    copy.drawImage(canvas as HTMLCanvasElement, 0, 0);
    const { data } = copy.getImageData(Math.floor(width / 2), 0, 1, height);
    return Array.from({ length: height }, (_, y) => {
      const v = data[4 * y]! / 255;
      return v <= 0.04045 ? v / 12.92 : ((v + 0.055) / 1.055) ** 2.4;
    });
  });

/** What is drawn: the two lights between which it steps, and its period, px. */
function stripes(light: readonly number[]) {
  const inside = light.slice(20, -20);
  const sorted = [...inside].sort((a, b) => a - b);
  const dark = sorted[Math.floor(0.08 * sorted.length)]!;
  const bright = sorted[Math.floor(0.92 * sorted.length)]!;
  const half = (dark + bright) / 2;
  const rises: number[] = [];
  for (let i = 1; i < inside.length; i++)
    if (inside[i - 1]! < half && inside[i]! >= half)
      rises.push(i - 1 + (half - inside[i - 1]!) / (inside[i]! - inside[i - 1]!));
  return { dark, bright, period: (rises.at(-1)! - rises[0]!) / (rises.length - 1), count: rises.length };
}

it("H1 drawn: stripes on plates of 15, 45 and 90 degrees have the spacing and the contrast of the core, under the loupe", async () => {
  const app = await openDemo();
  const { page } = app;
  await page.goto(`${demo}/parts`);
  const plates = [15, 45, 90];
  for (const deg of plates) {
    const buffer = Buffer.from(writeBinaryStl(soupOf(plate(deg))));
    await page
      .getByLabel("Model files")
      .setInputFiles([{ name: `plate ${deg} 1-72.stl`, mimeType: "model/stl", buffer }]);
    await page
      .getByRole("row")
      .filter({ hasText: `plate ${deg}` })
      .waitFor();
    await page.getByRole("button", { name: "1:72" }).first().click();
    await page.getByRole("region", { name: "What were these drawn at?" }).waitFor({ state: "detached" });
  }
  for (const deg of plates) {
    const row = (await rowsOf(page, "parts")).find((p) => String(p.name).startsWith(`plate ${deg}`))!;
    await page.goto(`${demo}/look/${row.id as string}`);
    await page.getByLabel("Printer to look at").selectOption({ label: "Longbed" });
    await page.getByLabel("Layer height to look at").selectOption("0.2");
    const up = page.getByLabel("Way up to look at");
    // What lies as drawn by the plan has no other line for it.
    if ((await up.locator("option").allTextContents()).includes("as drawn"))
      await up.selectOption({ label: "as drawn" });
    await page.getByRole("button", { name: "30 cm" }).click();
    const round = page.getByLabel("Rounds that are done");
    if ((await round.count()) > 0) await round.fill("0");
    const part = page.getByRole("application");
    await part.focus();
    // From a little above, where treads and risers are both seen; upright walls from in front.
    const above = deg === 90 ? 0 : 4 * 0.12;
    await page.keyboard.press("1");
    for (let i = 0; above > 0 && i < 4; i++) await page.keyboard.press("ArrowDown");
    const card = (await part.boundingBox())!;
    await page.mouse.move(card.x + card.width / 2 + 10, card.y + card.height / 2);
    await page.mouse.move(card.x + card.width / 2, card.y + card.height / 2);
    await page.waitForTimeout(1200);
    const rad = (deg * Math.PI) / 180;
    const [sin, cos] = [Math.sin(above), Math.cos(above)];
    // A room's lamp: 60 degrees up the half circle, 45 out of it.
    const out = Math.SQRT1_2;
    const [x, y] = [Math.cos(Math.PI / 3) * out, Math.sin(Math.PI / 3) * out];
    const core = stripesSeen(
      { layerMm: 0.2, process: "filament", skinLinesMm: beadSpacingMm(beadWidthMm(0.4), 0.2), patchMm2: 100 },
      [0, -Math.sin(rad), Math.cos(rad)],
      [0, 0, 1],
      [0, -cos, sin],
      [x, y * sin - out * cos, y * cos + out * sin],
      0.6,
    )!;
    const drawn = stripes(await lightInLoupe(page));
    expect(drawn.count, `${deg} degrees`).toBeGreaterThanOrEqual(deg === 15 ? 3 : 5);
    // A layer of 0.2 mm as it is seen from there, at 600 mm from the eyes and looked at from 300, eight times.
    const px = 0.2 * (sin / Math.tan(rad) + cos) * (96 / 25.4) * 2 * 8;
    expect(px).toBeGreaterThanOrEqual(12);
    expect(drawn.period / px, `${deg} degrees, spacing`).toBeGreaterThan(0.9);
    expect(drawn.period / px, `${deg} degrees, spacing`).toBeLessThan(1.1);
    const [high, low] = [Math.max(...core.light), Math.min(...core.light)];
    const contrast = (drawn.bright - drawn.dark) / (drawn.bright + drawn.dark);
    const expected = (high - low) / (high + low);
    expect(contrast / expected, `${deg} degrees, contrast`).toBeGreaterThan(0.9);
    expect(contrast / expected, `${deg} degrees, contrast`).toBeLessThan(1.1);
  }
  await closeApp(app);
});

it("pins a scar where it is tapped, says what mends it, and forgets it when it is checked", async () => {
  const app = await openDemo();
  const { page } = app;
  await page.goto(`${demo}/look/withy-sluice-quay`);
  const pins = page.getByRole("region", { name: "Pins" });
  await pins.getByRole("button", { name: "Set a pin" }).click();
  const part = page.getByRole("application");
  await part.focus();
  await page.keyboard.press("Enter");
  const form = page.getByRole("form", { name: "A new pin" });
  await form.getByLabel("what it is").selectOption("scar");
  await form.getByLabel("width, mm").fill("1,5");
  await form.getByLabel("depth, mm").fill("1.2");
  await form.getByRole("button", { name: "Keep the pin" }).click();
  const line = pins.getByRole("list", { name: "Pins of this part" }).getByRole("listitem");
  await soon(() => line.count()).toBe(1);
  await line
    .getByText(/^putty in layers of 0\.5 mm/)
    .first()
    .waitFor();
  // The work follows: a step in the order, with its test and its sanding.
  await page.goto(`${demo}/surface?part=withy-sluice-quay`);
  await page.goto(`${demo}/look/withy-sluice-quay`);
  await line.getByRole("button", { name: "Done" }).click();
  await line.getByRole("button", { name: "Checked again" }).click();
  await line.getByText("checked", { exact: true }).waitFor();
  // What was seen is kept beside what had been foreseen, with a photo, and can be forgotten.
  await page.getByText("What was seen under the side light").click();
  const face = page.getByRole("group", { name: /^face: foreseen/ });
  await face.getByLabel("Photo of face").setInputFiles("docs/screenshots/scenes.png");
  await face.getByRole("img", { name: "face, photographed" }).waitFor();
  await face.getByRole("button", { name: "faint" }).click();
  const before = page.getByRole("list", { name: "What was seen before" });
  await before.getByText(/Quay, long block, face: faint, foreseen/).waitFor();
  await page.getByText(/layers are seen .*, give or take/).waitFor();
  await soon(() => rowsOf(page, "looks").then((rows) => rows.length)).toBe(1);
  await before.getByRole("button", { name: "Forget" }).click();
  await soon(() => rowsOf(page, "looks").then((rows) => rows.length)).toBe(0);
  await closeApp(app);
});

it("leaves out what the ground buries, and brings it back when the ground is gone; ways stand beside each other", async () => {
  const app = await openDemo();
  const { page } = app;
  await page.goto(`${demo}/surface?part=withy-sluice-roof`);
  const left = page.getByRole("region", { name: "Left out" });
  await left
    .getByText(/under the /)
    .first()
    .waitFor();
  await page.getByText("Ways compared: slates").click();
  const ways = page.getByRole("list", { name: "Ways for slates" });
  // Five ways, and finishes whose grain is as large as its steps are deep.
  await soon(() => ways.getByRole("listitem").count()).toBeGreaterThanOrEqual(5);
  await page.getByLabel("what counts most").first().selectOption("looks best");
  await page.getByLabel("Way of finishing Cottage, roof half, slates").selectOption("bury");
  await soon(() => page.getByLabel("Way of finishing Cottage, roof half, slates").inputValue()).toBe("bury");
  await page.goto(`${demo}/ground`);
  const remove = page.getByRole("button", { name: /^Remove/ });
  await remove.first().waitFor();
  for (let layers = await remove.count(); layers > 0; layers--) {
    await remove.first().click();
    await soon(() => remove.count()).toBe(layers - 1);
  }
  await page.goto(`${demo}/surface`);
  await page.getByRole("heading", { name: "The ways, and when each is right" }).waitFor();
  await soon(() => left.getByText(/under the /).count()).toBe(0);
  await closeApp(app);
});

it("S4: fills the roof alone with an overlap into what is textured beside it, and a plain patch is covered instead", async () => {
  const app = await openDemo();
  const { page } = app;
  await page.goto(`${demo}/surface?part=withy-sluice-roof`);
  const way = (zone: string) => page.getByLabel(`Way of finishing Cottage, roof half, ${zone}`);
  await way("slates").selectOption("fill and sand");
  await soon(() => way("slates").inputValue()).toBe("fill and sand");
  await way("verges").selectOption("bury");
  await soon(() => way("verges").inputValue()).toBe("bury");
  const treated = page.getByRole("button", { name: /^Cottage, roof half, slates: treated, all copies/ });
  await treated.click();
  await page.getByText(/5 mm on under the texture beside it, along \d+ mm of border/).waitFor();
  await page.keyboard.press("Escape");
  const cm2 = async () => Number(/: ([\d.]+) cm/.exec((await treated.getAttribute("aria-label"))!)![1]);
  const whole = await cm2();
  // A plain patch gets something to look at, and is not filled then.
  await page.goto(`${demo}/look/withy-sluice-roof`);
  const pins = page.getByRole("region", { name: "Pins" });
  await pins.getByRole("button", { name: "Set a pin" }).click();
  const part = page.getByRole("application");
  await part.focus();
  const form = page.getByRole("form", { name: "A new pin" });
  // Its middle may be an opening: then that is said, and another place is tapped.
  const card = (await part.boundingBox())!;
  const says = page.getByText("Nothing of the part is there. Turn it, or tap elsewhere.");
  for (const [x, y] of [
    [0.5, 0.5],
    [0.45, 0.6],
    [0.55, 0.6],
    [0.5, 0.62],
  ] as const) {
    await page.mouse.click(card.x + card.width * x, card.y + card.height * y);
    await form.or(says).first().waitFor();
    if (await form.isVisible()) break;
  }
  await form.getByLabel("what it is").selectOption("plain patch");
  await form.getByLabel("area, cm²").fill("3");
  await form.getByRole("button", { name: "Keep the pin" }).click();
  await pins
    .getByText(/rubble of foam, cork or sand, about 3 cm²/)
    .first()
    .waitFor();
  await page.goto(`${demo}/surface?part=withy-sluice-roof`);
  await soon(cm2).toBeLessThan(whole - 2.5);
  await page
    .getByRole("region", { name: "Left out" })
    .getByText(/rubble/)
    .first()
    .waitFor();
  await closeApp(app);
});

it("is looked at before and after, under a lamp that keys drag, at the size of a measured screen, on a tablet upright", async () => {
  const app = await openDemo({ width: 820, height: 1180 });
  const { page } = app;
  await page.goto(`${demo}/surface?part=withy-sluice-quay`);
  await page
    .getByRole("row")
    .filter({ hasText: "Quay, long block" })
    .getByRole("link", { name: "look at it" })
    .click();
  const rounds = page.getByLabel("Rounds that are done");
  await rounds.waitFor();
  const most = Number(await rounds.getAttribute("max"));
  expect(most).toBeGreaterThan(1);
  await rounds.focus();
  for (let i = 0; i < most; i++) await page.keyboard.press("ArrowLeft");
  await soon(() => rounds.getAttribute("aria-valuetext")).toBe("as printed");
  await page.keyboard.press("ArrowRight");
  await soon(() => rounds.getAttribute("aria-valuetext")).toMatch(
    /^after round 1 of \d+ rounds: at most 0\.\d+ mm left$/,
  );
  const lamp = page.getByRole("slider", { name: "Where the lamp stands" });
  await lamp.focus();
  const before = Number(await lamp.getAttribute("aria-valuenow"));
  await page.keyboard.press("ArrowLeft");
  await soon(async () => Number(await lamp.getAttribute("aria-valuenow"))).toBe(before + 4);
  await page.getByText(/too fine to be drawn apart/).waitFor();
  // A screen whose card is drawn larger draws the part larger, and the lines with it.
  await page.getByText("True size: measure this screen with a card").click();
  await page.getByLabel("Width of the card on this screen").fill("12");
  await page.getByText("Drawn at true spacing and contrast.").waitFor();
  await page.getByLabel("Layer height to look at").selectOption("0.05");
  await page.getByText(/is set to 0\.2 mm: this is only looked at/).waitFor();
  await page.getByRole("button", { name: "Back to what is planned" }).click();
  // Every kind of fault that has a place is marked on it.
  await soon(() => page.locator("[data-fault='support scars']").count()).toBeGreaterThan(0);
  await page.getByLabel("mark the faults that are foreseen").uncheck();
  await soon(() => page.locator("[data-fault]").count()).toBe(0);
  await closeApp(app);
});
