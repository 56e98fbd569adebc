import axe from "axe-core";
import { afterAll, describe, expect, it } from "vitest";
import { closeApp, closeBrowser, openDemo, ORIGIN } from "./app";

afterAll(closeBrowser);

const scene = "/scenes/withy-sluice";
const views = [
  "/scenes",
  scene,
  `${scene}/rule`,
  `${scene}/parts?part=withy-sluice-lamp`,
  `${scene}/parts/withy-sluice-willow-large`,
  `${scene}/zones/withy-sluice-front`,
  `${scene}/painted`,
  `${scene}/painted/withy-sluice-front`,
  `${scene}/plates`,
  `${scene}/plates/part/withy-sluice-front`,
  `${scene}/plates/part/withy-sluice-quay`,
  `${scene}/surface?part=withy-sluice-roof`,
  `${scene}/colour?recipe=wall-brown`,
  `${scene}/ground`,
  `${scene}/joints`,
  `${scene}/order?step=part%3Awithy-sluice-front%2Fscheme-seal`,
  `${scene}/bench`,
  `${scene}/stores`,
  `${scene}/log`,
  `${scene}/sheet`,
  "/workshop",
  "/workshop/printers?printer=tank",
  "/workshop/materials",
  "/workshop/print-recipes",
  "/workshop/trials",
  "/workshop/rooms",
  "/workshop/products?product=lacquer",
  "/workshop/paints",
  "/workshop/hours",
  "/workshop/archive",
  "/help",
  "/help/components",
];

describe.each([
  ["light", false],
  ["evening", true],
] as const)("in the %s theme", (_, evening) => {
  it("axe finds nothing on any view", async () => {
    const app = await openDemo({ evening });
    const found: string[] = [];
    for (const view of views) {
      await app.page.goto(`${ORIGIN}${view}`);
      await app.page.locator("h1").first().waitFor();
      const violations = (await app.page.evaluate(
        `(async () => { ${axe.source}; const r = await axe.run(document, { resultTypes: ["violations"] }); return r.violations.map((v) => v.id + ": " + v.nodes.slice(0, 3).map((n) => n.target.join(" ") + " " + (n.any[0]?.message ?? n.all[0]?.message ?? "")).join(" | ")); })()`,
      )) as string[];
      found.push(...violations.map((v) => `${view} ${v}`));
    }
    expect(found).toEqual([]);
    await closeApp(app);
  });
});

describe.each([
  ["on a phone", { width: 390, height: 844 }, 0.7],
  ["at 200 %", { width: 640, height: 400 }, 0.7],
] as const)("%s", (_, size, least) => {
  it("ruler, slip and stages give way: the work has the page, and is whole on it", async () => {
    const app = await openDemo(size);
    const { page } = app;
    for (const [key, heading] of [
      ["lay", /The lay/],
      ["stores", /Stores/],
      ["log", /Log/],
      ["bench", /./],
    ] as const) {
      await page.getByLabel("Stage", { exact: true }).selectOption(key);
      await page.getByRole("heading", { level: 1, name: heading }).waitFor();
      const work = await page.getByRole("main").evaluate((m) => ({
        height: m.getBoundingClientRect().height,
        sideways: m.scrollWidth - m.clientWidth,
      }));
      expect(work.height / size.height, key).toBeGreaterThan(least);
      expect(work.sideways, key).toBe(0);
    }
    // The slip is one tap away.
    await page.getByLabel("Stage", { exact: true }).selectOption("stores");
    await page.getByRole("button", { name: "Slip" }).click();
    await page.getByRole("heading", { name: "Cost" }).waitFor();
    await closeApp(app);
  });
});
