import { afterAll, beforeAll, expect, it } from "vitest";
import { type App, closeApp, closeBrowser, openDemo, ORIGIN } from "./app";

let app: App;
beforeAll(async () => {
  app = await openDemo();
});
afterAll(async () => {
  await closeApp(app);
  await closeBrowser();
});

const stages = [
  "rule",
  "parts",
  "plates",
  "surface",
  "colour",
  "joints",
  "ground",
  "",
  "stores",
  "order",
  "bench",
  "log",
] as const;

/** Figures of a page by their names; of one that stands there more than once, all its texts. */
async function figuresOf(scene: string, stage: string): Promise<ReadonlyMap<string, ReadonlySet<string>>> {
  const { page } = app;
  await page.goto(`${ORIGIN}/scenes/${scene}${stage === "" ? "" : `/${stage}`}`);
  await page.locator("h1").first().waitFor();
  await page.getByText("Working it out…").first().waitFor({ state: "detached" });
  const labels = await page
    .locator("[data-working]")
    .evaluateAll((all) => all.map((e) => e.getAttribute("aria-label") ?? ""));
  const named = new Map<string, Set<string>>();
  for (const label of labels) {
    const colon = label.indexOf(": ");
    const [name, text] = [label.slice(0, colon), label.slice(colon + 2)];
    named.set(name, (named.get(name) ?? new Set()).add(text));
  }
  return named;
}

it.each(["withy-sluice", "osier-carr"])(
  "no two of the twelve stages of %s disagree about a figure that both show",
  async (scene) => {
    const seen = new Map<string, Map<string, ReadonlySet<string>>>();
    for (const stage of stages)
      for (const [name, texts] of await figuresOf(scene, stage))
        (seen.get(name) ?? seen.set(name, new Map()).get(name)!).set(stage === "" ? "lay" : stage, texts);
    const twice = [...seen].filter(([, on]) => on.size > 1);
    for (const [name, on] of twice) {
      const each = [...on.values()].filter((texts) => texts.size === 1).map((texts) => [...texts][0]);
      expect(
        new Set(each).size,
        `${name}: ${JSON.stringify([...on].map(([s, t]) => [s, [...t]]))}`,
      ).toBeLessThan(2);
    }
    const stagesOf = (name: string) => [...(seen.get(name)?.keys() ?? [])].sort();
    expect(stagesOf("Machine time, failures counted in")).toEqual(["lay", "parts", "plates", "rule"]);
    expect(stagesOf("Material, products, power and wear")).toEqual(["lay", "parts", "rule", "stores"]);
    expect(stagesOf("Print material, reprints counted in")).toEqual(["plates", "stores"]);
    expect(stagesOf("Power and wear")).toEqual(["plates", "stores"]);
    expect(stagesOf("Hands-on time in all")).toEqual(["lay", "order", "parts"]);
  },
);

it("lay, order, bench sheet and list of scenes name the same day on which it is ready", async () => {
  const { page } = app;
  const day = async (path: string, before: RegExp) => {
    await page.goto(`${ORIGIN}${path}`);
    const text = (await page.getByText(before).first().textContent()) ?? "";
    return new RegExp(`${before.source}`).exec(text)?.[1];
  };
  const said = [
    await day("/scenes/withy-sluice/order", /ready (\w+ \d+ \w+)/),
    await day("/scenes/withy-sluice/sheet", /Ready (\w+ \d+ \w+)/),
    await day("/scenes", /ready (\w+ \d+ \w+)/),
  ];
  expect(said[0]).toMatch(/\d/);
  expect(new Set(said).size, said.join()).toBe(1);
});
