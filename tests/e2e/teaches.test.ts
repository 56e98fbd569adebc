import { afterAll, expect, it } from "vitest";
import { writeBinaryStl } from "#core/formats/stl";
import { sphere } from "#core/mesh/testing";
import { soupOf } from "#core/mesh/triangleMesh";
import { closeApp, closeBrowser, openDemo, ORIGIN } from "./app";

const demo = `${ORIGIN}/scenes/withy-sluice`;
afterAll(closeBrowser);

it("teaches something on every stage, and is ended at any card", async () => {
  const app = await openDemo();
  const { page } = app;
  await page.goto(demo);
  const tour = page.getByRole("complementary", { name: "Tour" });
  await page.getByRole("button", { name: "Tour" }).click();
  const seen = new Set<string>();
  for (const next of [
    "Rule",
    "Parts",
    "Plates",
    "Surface",
    "Colour",
    "Ground",
    "Joints",
    "Order",
    "Bench",
    "Stores",
    "Log",
  ]) {
    seen.add(await tour.getByRole("heading").innerText());
    await tour.getByRole("link", { name: `On to ${next}` }).click();
    await tour.getByText(`${next}, on your own parts`).waitFor();
  }
  seen.add(await tour.getByRole("heading").innerText());
  expect(seen.size).toBe(12);
  await tour.getByRole("button", { name: "That was all" }).click();
  await tour.waitFor({ state: "detached" });
  await closeApp(app);
});

it("proposes a recipe, says what a load takes, and writes plates larger by what was measured", async () => {
  const app = await openDemo();
  const { page } = app;
  await page.goto(`${demo}/plates/part/withy-sluice-quay`);
  const recipe = page.getByRole("region", { name: "A recipe for it" });
  await recipe.getByText(/Beside the usual: /).waitFor();
  await recipe.getByRole("button", { name: "Print it so" }).click();
  await recipe.getByText(/as its shape and use ask for/).waitFor();
  await page.getByText("Quay, long block on ").first().waitFor({ state: "attached" });

  const load = page.getByRole("region", { name: "Carries load" });
  await load.getByText("Carries load").click();
  await load.getByLabel("What it bears, g").fill("500");
  await load.getByRole("button", { name: "What would it take?" }).click();
  await load.getByRole("row", { name: /denser where it is held.*does for this weight/ }).waitFor();
  await load.getByRole("button", { name: "Print it denser there" }).click();
  await expect
    .poll(() => page.getByLabel("Infill by height, mm").inputValue())
    .toMatch(/: 75, [\d.]+-[\d.]+: 25$/);

  await page.goto(`${ORIGIN}/workshop/trials`);
  const shrink = page.getByRole("region", { name: "How much it shrinks" });
  await page.getByLabel("Printer").selectOption("Longbed");
  await shrink.getByLabel("Drawn along x, mm").fill("50");
  await shrink.getByLabel("Copies along x, mm").fill("49.72, 49.68");
  await shrink.getByRole("button", { name: "Keep what it measures" }).click();
  await shrink.getByText("Measure at least 3 copies along x, or none.").first().waitFor();
  await shrink.getByLabel("Copies along x, mm").fill("49.72, 49.68, 49.76");
  await shrink.getByRole("button", { name: "Keep what it measures" }).click();
  await shrink.getByRole("row", { name: /0\.56 %.*0\.04 mm/ }).waitFor();
  await closeApp(app);
});

it("greys what a bench has no room for, and says why", async () => {
  const app = await openDemo();
  const { page } = app;
  await page.goto(`${ORIGIN}/workshop/rooms`);
  await page.getByLabel("Free bench, m²").fill("0");
  await page.getByRole("button", { name: "Keep these rooms" }).click();
  await page.getByText(/Cutting foam and wood wants 0\.5 m² of bench and a blade/).waitFor();
  await page.goto(`${demo}/parts/withy-sluice-quay`);
  await page.getByLabel(/Built, material each/).fill("1");
  await page.getByLabel("Built, hours each").fill("0.1");
  await page.getByRole("button", { name: "Compare" }).click();
  await page.getByRole("row", { name: /build by hand.*Cutting foam and wood wants/ }).waitFor();
  await closeApp(app);
});

it("P1: offers a mesh that is heavier than its layers can show lighter, and keeps what it was", async () => {
  const app = await openDemo();
  const { page } = app;
  await page.goto(`${demo}/parts`);
  const ball = Buffer.from(writeBinaryStl(soupOf(sphere(14, 120, 240))));
  await page
    .getByLabel("Model files")
    .setInputFiles({ name: "boulder 1-72.stl", mimeType: "model/stl", buffer: ball });
  await page.getByText("boulder 1-72.stl: measured").waitFor();
  const chooser = page.getByRole("region", { name: "What were these drawn at?" });
  await chooser.getByRole("button", { name: /1:72, in mm/ }).click();
  await chooser.waitFor({ state: "detached" });
  await page.getByRole("link", { name: "boulder 1-72" }).first().click();
  await page.getByRole("button", { name: /^How many do layers of/ }).click();
  await page.getByText(/^[\d,]+ of 57,120 triangles are enough for 0\.\d+ mm layers/).waitFor();
  await page.getByRole("button", { name: "Take the lighter one" }).click();
  await page.getByText(/change: thinned: [\d,]+ of 57,120 triangles/).waitFor();
  await closeApp(app);
});

it("P7: counts what joints are held by, with spares, and plans the printed ones", async () => {
  const app = await openDemo();
  const { page } = app;
  await page.goto(`${demo}/joints`);
  const form = page.locator("form", { hasText: "Add a joint" });
  await form.getByLabel("Name").fill("Hatch");
  await form.getByLabel("How many").fill("6");
  await form.getByLabel("Held by").selectOption("clips");
  await form.getByLabel("Of them in each").fill("2");
  await form.getByLabel("They are").selectOption("printed: Window");
  await form.getByRole("button", { name: "Add it" }).click();
  const small = page.getByRole("region", { name: "Small loose pieces" });
  await small.getByText("12 clips and 2 spares, printed as Window, for Hatch").waitFor();
  await page.getByText("Window: the joints take 12 clips and 2 spares, and 6 are planned.").first().waitFor();
  await page.getByRole("button", { name: "Print 12 and 2 first of all" }).first().click();
  await page
    .getByText(/Window: the joints take/)
    .first()
    .waitFor({ state: "detached" });
  await closeApp(app);
});
