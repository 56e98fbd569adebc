import { afterAll, expect, it } from "vitest";
import { box, moved, together } from "#core/mesh/testing";
import { closeApp, closeBrowser, openDemo, ORIGIN, rowsOf } from "./app";

const demo = `${ORIGIN}/scenes/withy-sluice`;
afterAll(closeBrowser);

it("T17: an exposure piece goes on a plate of a scene, and what stayed open names the lines that will fill", async () => {
  const app = await openDemo();
  const { page } = app;
  await page.goto(`${ORIGIN}/workshop/trials`);
  const printer = page.getByLabel("Printer");
  const tank = (await rowsOf(page, "printers")).find((p) => p.process === "resin")!;
  await printer.selectOption(String(tank.id));
  const withScene = page.getByRole("region", { name: "Print trials with a scene" });
  await withScene.getByLabel("Scene").selectOption({ label: "Withy Sluice" });
  await withScene.getByRole("button", { name: "Print an exposure piece with it" }).click();
  await page.getByText("The exposure piece is on the plates of Withy Sluice.").first().waitFor();
  const open = page.getByRole("region", { name: "What stays open" });
  await open.getByRole("button", { name: "Keep what stayed open" }).click();
  await open.getByText("Choose the narrowest groove that is open.").waitFor();
  await open.getByLabel("Narrowest groove open").selectOption("0.6");
  await open.getByRole("button", { name: "Keep what stayed open" }).click();
  await open.getByRole("cell", { name: "0.60 mm" }).first().waitFor();
  await page.goto(`${demo}/plates`);
  await page.getByText("Exposure piece").first().waitFor({ state: "attached" });
  await page.goto(`${demo}/parts`);
  const row = page.getByRole("row").filter({ hasText: "Exposure piece" });
  await row.getByText(String(tank.name)).waitFor();
  // As the form of a part says it too.
  await page.getByRole("link", { name: "Exposure piece" }).first().click();
  await expect
    .poll(() => page.getByLabel("It is", { exact: true }).first().inputValue())
    .toBe("exposure piece");
  await closeApp(app);
});

it("T13: says what a cut would spare, and what stands against a part in its file is printed with it in one", async () => {
  const app = await openDemo();
  const { page } = app;
  await page.goto(`${demo}/plates/part/withy-sluice-footbridge`);
  const reasons = page.getByRole("group", { name: "Reasons to cut" });
  await reasons.getByRole("button", { name: "What would a cut spare?" }).click();
  const table = reasons.getByRole("region", { name: "Whole or in two" });
  await table.getByRole("rowheader", { name: "Whole" }).waitFor();
  await table.getByRole("button", { name: "Show this cut" }).click();
  await page.getByRole("region", { name: "Planes to cut along" }).getByRole("row").nth(1).waitFor();
  await page.getByRole("button", { name: "Cut into 2 pieces" }).click();
  await page
    .getByText(/Footbridge is 2 pieces now/)
    .first()
    .waitFor();
  // A wall and its roof, two bodies of one file.
  const house = together(box(40, 4, 20));
  const roof = moved(box(44, 10, 3), -2, -3, 20);
  const obj = [house, roof].map((m, i) => [m, i === 0 ? "wall" : "roof"] as const);
  let base = 1;
  const text = obj
    .map(([m, name]) => {
      const lines = [`g ${name}`];
      for (let v = 0; v < m.positions.length; v += 3)
        lines.push(`v ${m.positions[v]} ${m.positions[v + 1]} ${m.positions[v + 2]}`);
      for (let t = 0; t < m.triangles.length; t += 3)
        lines.push(`f ${[0, 1, 2].map((k) => m.triangles[t + k]! + base).join(" ")}`);
      base += m.positions.length / 3;
      return lines.join("\n");
    })
    .join("\n");
  await page.goto(`${demo}/parts`);
  await page.getByLabel("groups of an OBJ as parts of their own").check();
  await page
    .getByLabel("Model files")
    .setInputFiles({ name: "toll hut 1-72.obj", mimeType: "text/plain", buffer: Buffer.from(text) });
  await page.getByText("toll hut 1-72.obj: measured, 2 bodies").waitFor();
  const parts = (await rowsOf(page, "parts")).filter((p) => String(p.name).startsWith("toll hut"));
  expect(parts).toHaveLength(2);
  for (const p of parts) {
    await page.goto(`${demo}/parts/${String(p.id)}`);
    await page.getByLabel("Scale", { exact: true }).fill("1:72");
    await page.getByRole("button", { name: "Set the scale" }).click();
    await expect
      .poll(async () => (await rowsOf(page, "parts")).find((x) => x.id === p.id)!.size)
      .toMatchObject({
        source: { kind: "ratio", denominator: 72 },
      });
  }
  await page.goto(`${demo}/plates/part/${String(parts[0]!.id)}`);
  await reasons.getByRole("button", { name: "Print them in one" }).click();
  await page
    .getByText(/is printed in one; Sets on Parts has them apart again/)
    .first()
    .waitFor();
  await page.goto(`${demo}/parts`);
  await page.getByRole("region", { name: "Sets", exact: true }).getByText("printed as in one").waitFor();
  await closeApp(app);
});

it("W2: a bench without a torch and a lamp says what it cannot do", async () => {
  const app = await openDemo();
  const { page } = app;
  await page.goto(`${ORIGIN}/workshop/rooms`);
  const tools = page.getByRole("group", { name: "Tools at this bench" });
  await tools.getByLabel("curing lamp").uncheck();
  await tools.getByLabel("airbrush").uncheck();
  await page.getByRole("button", { name: "Keep these rooms" }).click();
  await page.getByText("Resin that levels wants a curing lamp: there is none here.").waitFor();
  await page.reload();
  expect(await tools.getByLabel("airbrush").isChecked()).toBe(false);
  expect(await tools.getByLabel("hot wire").isChecked()).toBe(true);
  await closeApp(app);
});

it("P1: trials have a budget on the part's page", async () => {
  const app = await openDemo();
  const { page } = app;
  await page.goto(`${demo}/parts/withy-sluice-front`);
  await page.getByLabel("Trial prints").fill("3");
  await page.getByRole("button", { name: "Note it" }).click();
  await page.getByText(/^3 trials: .* spent/).waitFor();
  await page.getByLabel(/Trials may cost/).fill("0.01");
  await page.getByRole("button", { name: "Set the budget" }).click();
  await page
    .getByText(/^3 trials: .* of €0\.01 spent/)
    .first()
    .waitFor();
  await page
    .getByText(/Mend the file before the next trial/)
    .first()
    .waitFor();
  await closeApp(app);
});
