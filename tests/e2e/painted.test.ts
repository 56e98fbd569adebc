import { readFile } from "node:fs/promises";
import { PDFDocument } from "pdf-lib";
import { afterAll, expect, it } from "vitest";
import type { Page } from "playwright-core";
import { ciede2000 } from "#core/paint/ciede2000";
import { labOfHex } from "#core/paint/colour";
import { closeApp, closeBrowser, openApp, openDemo, ORIGIN, rowsOf } from "./app";

afterAll(closeBrowser);

const soon = <T>(get: () => T | Promise<T>) => expect.poll(get, { timeout: 30_000 });
const demo = `${ORIGIN}/scenes/withy-sluice`;

const labOf = (hex: string) => {
  const lab = labOfHex(hex);
  if (!lab.ok) throw new Error(hex);
  return lab.value;
};

/** The colours that are drawn, most frequent first, without the card behind. */
const drawn = (page: Page): Promise<readonly string[]> =>
  page.locator("[role=application] canvas").evaluate((canvas) => {
    const { width, height } = canvas as HTMLCanvasElement;
    const copy = new OffscreenCanvas(width, height).getContext("2d")!;
    copy.drawImage(canvas as HTMLCanvasElement, 0, 0);
    const { data } = copy.getImageData(0, 0, width, height);
    const counts = new Map<string, number>();
    for (let i = 0; i < data.length; i += 4) {
      if (data[i + 3]! < 255) continue;
      const hex = [0, 1, 2].map((k) => data[i + k]!.toString(16).padStart(2, "0")).join("");
      counts.set(hex, (counts.get(hex) ?? 0) + 1);
    }
    return [...counts].sort((a, b) => b[1] - a[1]).map(([hex]) => `#${hex}`);
  });

const ready = async (page: Page) => {
  await page.locator("[role=application][aria-busy=false]").waitFor();
  await page.locator("[role=application] canvas").waitFor();
  await soon(async () => (await drawn(page)).length).toBeGreaterThan(0);
};

it("a part is seen after each of its layers, from the Colour page: by keys, unlit in the numbers of its mixes", async () => {
  const app = await openDemo();
  const { page } = app;
  await page.goto(`${demo}/colour?part=withy-sluice-front`);
  await page.getByRole("link", { name: "See it painted" }).click();
  await page.getByRole("heading", { name: "Cottage, front wall, painted" }).waitFor();
  await ready(page);
  const slider = page.getByRole("slider", { name: "Layers that are laid" });
  await page.getByRole("button", { name: "no light, flat swatch" }).click();
  await slider.focus();
  await page.keyboard.press("Home");
  await page.getByText("0 of 6: bare").first().waitFor();
  await soon(async () => (await drawn(page))[0]).toBe("#898989");
  const seen = new Set<string>();
  for (let i = 1; i <= 6; i++) {
    await page.keyboard.press("ArrowRight");
    await page
      .getByText(new RegExp(`^${i} of 6: `))
      .first()
      .waitFor();
    await page.waitForTimeout(400);
    seen.add((await drawn(page)).slice(0, 40).join());
  }
  // Primer is grey as bare plastic is; each other layer is another picture.
  expect(seen.size).toBeGreaterThanOrEqual(5);
  // The base coat is the colour that the mix is told to have.
  await page.getByRole("button", { name: /^2 of 6: Paint the colour, / }).click();
  await page.waitForTimeout(400);
  const [most] = await drawn(page);
  const cell = page.getByRole("region", { name: "What each layer covers" });
  await cell.getByRole("cell", { name: "100 %" }).first().waitFor();
  const grey = ciede2000(labOf(most!), labOf("#898989"));
  expect(grey).toBeGreaterThan(10);
  await closeApp(app);
});

it("is lit by a lamp that keys move, wet and dry, as small as it looks; what it cannot promise stands beside it", async () => {
  const app = await openDemo();
  const { page } = app;
  await page.goto(`${demo}/painted/withy-sluice-front`);
  await ready(page);
  const before = (await drawn(page))[0];
  await page.getByRole("button", { name: "a lamp from the side" }).click();
  await soon(async () => (await drawn(page))[0]).not.toBe(before);
  const lamp = page.getByRole("slider", { name: "Where the lamp stands" });
  await lamp.focus();
  const beside = (await drawn(page)).slice(0, 60).join();
  for (let i = 0; i < 12; i++) await page.keyboard.press("ArrowRight");
  await soon(async () => (await drawn(page)).slice(0, 60).join()).not.toBe(beside);
  const dry = (await drawn(page))[0]!;
  await page.getByLabel(/while it is wet/).check();
  await soon(async () => labOf((await drawn(page))[0]!).l).toBeLessThan(labOf(dry).l);
  await page.getByLabel(/as small as it looks/).check();
  await page.getByText("What the picture cannot promise").waitFor();
  await closeApp(app);
});

it("the bench shows the picture of its step; on a tablet upright in the evening", async () => {
  const app = await openApp({ evening: true, width: 820, height: 1180 });
  const { page } = app;
  await page.goto(ORIGIN);
  await page.getByRole("heading", { name: "The lay" }).waitFor();
  await page.goto(
    `${demo}/painted/withy-sluice-front?step=${encodeURIComponent("part:withy-sluice-front/scheme-shade")}`,
  );
  await ready(page);
  await page.getByText("3 of 6: Shade").first().waitFor();
  await page.getByRole("link", { name: "Its layers" }).click();
  await page.getByRole("heading", { name: "Schemes" }).waitFor();
  await closeApp(app);
});

it("a part without a model shows its zones as swatches, and one without layers says what to do", async () => {
  const app = await openDemo();
  const { page } = app;
  await page.goto(`${demo}/parts`);
  await page.getByText("Add a part without a model").click();
  const form = page.locator("form", { has: page.getByLabel("Width on the bench") });
  await form.getByLabel("Name").fill("Hay rick");
  await form.getByLabel("Width on the bench").fill("30 mm");
  await form.getByLabel("Depth").fill("30 mm");
  await form.getByLabel("Height").fill("30 mm");
  await form.getByRole("button", { name: /^Add/ }).click();
  await page
    .getByRole("row", { name: /Hay rick/ })
    .first()
    .waitFor();
  const id = (await rowsOf(page, "parts")).find((p) => (p as { name: string }).name === "Hay rick") as {
    id: string;
  };
  await page.goto(`${demo}/painted/${id.id}`);
  await page.getByRole("heading", { name: "No layer is laid on it yet" }).waitFor();
  await page.goto(`${demo}/colour?part=${id.id}`);
  await page.getByText("Add a layer", { exact: true }).click();
  await page.getByRole("button", { name: "Add it" }).first().click();
  await page.getByRole("table", { name: "What it looks like after each layer" }).waitFor();
  await page.goto(`${demo}/painted/${id.id}`);
  await page.getByText("It has no model: its zones are shown as swatches.").waitFor();
  await closeApp(app);
});

it("C5: a layer is laid on edges that are found on the mesh; its ml follow the place, and a spray from above its light", async () => {
  const app = await openDemo();
  const { page } = app;
  await page.goto(`${demo}/colour?part=withy-sluice-front`);
  await page.getByText("Add a layer", { exact: true }).click();
  const add = page.locator("form", { has: page.getByRole("button", { name: "Add it" }) });
  await add.getByLabel("Layer", { exact: true }).selectOption("drybrush");
  await add.getByLabel("With", { exact: true }).selectOption({ label: "Bone Lime" });
  await add.getByLabel("Where on it").selectOption({ label: "edges" });
  await add.getByText(/That is \d+ % of it: its paint and its minutes go by this\./).waitFor();
  const share = Number(await add.getByLabel("Of the surface, %, found").inputValue());
  expect(share).toBeGreaterThan(5);
  expect(share).toBeLessThan(100);
  await add.getByRole("button", { name: "Add it" }).click();
  const table = page.getByRole("region", { name: "Layers" });
  await table.getByText("on edges").waitFor();
  const zones = (await rowsOf(page, "parts")).find(
    (p) => (p as { id: string }).id === "withy-sluice-front",
  ) as {
    zones: { scheme: { place?: string; coverage: number }[] }[];
  };
  const kept = zones.zones.flatMap((z) => z.scheme).find((l) => l.place === "edges");
  expect(kept?.coverage).toBeCloseTo(share / 100, 6);
  // Sprayed from above: what it reaches, and the shadow that is left.
  await add.getByLabel("Layer", { exact: true }).selectOption("colour");
  await add.getByLabel("How", { exact: true }).selectOption("airbrush");
  await add.getByLabel("Sprayed from").selectOption({ label: "above" });
  await add.getByText(/gets less than half a coat: the shadow that is left/).waitFor();
  await add.getByRole("button", { name: "Add it" }).click();
  await table.getByText("from above").waitFor();
  await page.getByRole("link", { name: "See it painted" }).click();
  await ready(page);
  await page.getByRole("region", { name: "What each layer covers" }).getByText("drybrush").first().waitFor();
  await closeApp(app);
});

it("a drybrush is tried at twice its share in the picture, kept, and its ml follow; undo brings it back", async () => {
  const app = await openDemo();
  const { page } = app;
  await page.goto(`${demo}/painted/withy-sluice-roof`);
  await ready(page);
  await page.getByRole("button", { name: /Drybrush the edges/ }).click();
  const much = page.getByRole("slider", { name: "How much the drybrush covers" });
  await page.getByText("How much of it: 30 %").waitFor();
  const ml = async () => (await page.getByText(/^It takes /).innerText()).replace(/.*?([\d.]+) ml.*/s, "$1");
  const before = Number(await ml());
  await page.waitForTimeout(500);
  const picture = (await drawn(page)).slice(0, 30).join();
  await much.fill("60");
  await soon(async () => (await drawn(page)).slice(0, 30).join()).not.toBe(picture);
  const row = page.getByRole("row", { name: /drybrush/ });
  await row.getByRole("cell", { name: "60 %" }).first().waitFor();
  await page.getByRole("button", { name: "Keep 60 %" }).click();
  await soon(async () => Number(await ml())).toBeGreaterThan(before);
  await page.getByRole("button", { name: "Undo" }).first().click();
  await page.getByText("How much of it: 60 %, planned 30 %").waitFor();
  await closeApp(app);
});

it("a roof is streaked: runs are found from its ridge, tried at several numbers, kept, and their ml follow", async () => {
  const app = await openDemo();
  const { page } = app;
  await page.goto(`${demo}/colour?part=withy-sluice-roof`);
  const add = page.locator("details", { hasText: "Add a layer" }).first();
  await add.locator("summary").first().waitFor();
  if (!(await add.evaluate((e) => (e as HTMLDetailsElement).open)))
    await add.locator("summary").first().click();
  const form = page.locator("form").filter({ has: page.getByRole("button", { name: "Add it" }) });
  await form.getByLabel("Layer", { exact: true }).selectOption("streak");
  await form.getByLabel("With", { exact: true }).selectOption({ label: "Rain Streak" });
  await form.getByLabel("Where on it").selectOption({ label: "runs down from ridge, eaves and sills" });
  const found = form.getByText(/^\d+ runs?, the longest \d+ mm\. That is [\d.]+ % of it/);
  await found.waitFor({ timeout: 60_000 });
  await form.getByRole("button", { name: "Add it" }).click();
  const layers = async () => {
    const parts = (await rowsOf(page, "parts")) as {
      id: string;
      zones: {
        scheme: {
          id: string;
          kind: string;
          coverage: number;
          runs?: { perSlope: number | null; count: number };
        }[];
      }[];
    }[];
    const { zones } = parts.find((p) => p.id === "withy-sluice-roof")!;
    const own = zones.flatMap((z) => z.scheme).filter((l) => l.kind === "streak" && l.runs);
    // It lies on several zones at once.
    return [...new Map(own.map((l) => [l.id, l])).values()];
  };
  await soon(async () => (await layers()).length).toBe(1);
  const [usual] = await layers();
  expect(usual!.runs!.perSlope).toBeNull();
  await page.getByRole("link", { name: "See it painted" }).first().click();
  await ready(page);
  await page
    .getByRole("button", { name: /Streak downward/ })
    .first()
    .click();
  const numbers = page.getByRole("group", { name: "Runs on each edge" });
  await numbers.waitFor();
  const before = (await drawn(page)).slice(0, 60).join();
  await numbers.getByRole("button", { name: "1 run", exact: true }).click();
  await soon(async () => (await drawn(page)).slice(0, 60).join()).not.toBe(before);
  await page.getByRole("button", { name: "Keep 1 run on every copy" }).click();
  await soon(async () => (await layers())[0]!.runs!.perSlope).toBe(1);
  const [one] = await layers();
  expect(one!.runs!.count).toBeLessThan(usual!.runs!.count);
  expect(one!.coverage).toBeLessThan(usual!.coverage);
  await closeApp(app);
});

it("a quay is masked: its mask is printed at true size, and what stays bare as a drawing", async () => {
  const app = await openDemo();
  const { page } = app;
  await page.goto(`${demo}/colour?part=withy-sluice-quay`);
  await page.getByText("Masks between its zones").click();
  const list = page.getByRole("list", { name: "What is covered when" });
  await list.getByText(/mask against the bank, tape \d+ mm/).waitFor();
  const saved = async (name: string) => {
    const download = page.waitForEvent("download", { timeout: 60_000 });
    await page.getByRole("button", { name }).click();
    const file = await download;
    return { name: file.suggestedFilename(), bytes: await readFile(await file.path()) };
  };
  const templates = await saved("Masks 1:1 as PDF");
  expect(templates.name).toBe("Quay, long block-masks.pdf");
  const pdf = await PDFDocument.load(templates.bytes);
  // The quay is longer than a sheet: its mask has a sheet of its own length, at true size.
  const longest = Math.max(...pdf.getPages().map((p) => (Math.max(p.getWidth(), p.getHeight()) * 25.4) / 72));
  expect(longest).toBeGreaterThan(375);
  const svg = await saved("Masks 1:1 as SVG");
  expect(svg.bytes.toString()).toMatch(/<svg [^>]*width="\d+[\d.]*mm"/);
  const bare = await saved("Where no paint goes, as PDF");
  expect((await PDFDocument.load(bare.bytes)).getPageCount()).toBe(1);
  // With a card that is held there is nothing to put on, and nothing to buy.
  await page.getByLabel("Mask with").selectOption({ label: "a card held by hand" });
  await page.getByRole("button", { name: "Plan it so" }).click();
  await list.getByText(/mask against the bank, a card held by hand/).waitFor();
  await closeApp(app);
});

it("the whole scene is seen painted from the lay, from above and at eye height, and as far as it is done", async () => {
  const app = await openDemo();
  const { page } = app;
  await page.getByRole("link", { name: "See it painted" }).click();
  await page.getByRole("heading", { name: "The scene, painted" }).waitFor();
  await ready(page);
  expect((await drawn(page)).length).toBeGreaterThan(40);
  const eye = (await drawn(page)).slice(0, 40).join();
  await page.getByRole("button", { name: "from above" }).click();
  await soon(async () => (await drawn(page)).slice(0, 40).join()).not.toBe(eye);
  await page.getByRole("button", { name: "as far as it is done" }).click();
  await ready(page);
  await page.getByText("Not on the board yet: Window.").waitFor();
  await page.getByRole("link", { name: "Cottage, front wall" }).click();
  await page.getByRole("heading", { name: "Cottage, front wall, painted" }).waitFor();
  await ready(page);
  // The same part before this layer stands beside it.
  await page.getByLabel("Beside it").selectOption({ label: "it before this layer" });
  await soon(() => page.locator("[role=application] canvas").count()).toBe(2);
  await closeApp(app);
});
