import { afterAll, expect, it } from "vitest";
import { closeApp, closeBrowser, emptyEverything, everythingStored, openDemo, ORIGIN } from "./app";
import { ballThreeMf, bunnyStl, teapotObj } from "./models";

afterAll(closeBrowser);

it("goes from three files of mixed origin to plates, an order and a date, and back from an archive", async () => {
  const app = await openDemo();
  const { page } = app;
  await emptyEverything(page);

  // A printer of one's own.
  await page.goto(`${ORIGIN}/workshop/printers`);
  await page.getByRole("button", { name: "Add a filament printer" }).click();
  await page.getByRole("heading", { name: "A new filament printer" }).waitFor();
  await page.getByLabel("Name", { exact: true }).first().fill("Loft");
  await page.getByRole("button", { name: "Keep it" }).click();
  await page.getByRole("heading", { name: "Loft" }).first().waitFor();

  // A scene at 1:72.
  await page.goto(`${ORIGIN}/scenes`);
  await page.getByRole("button", { name: "Start a scene" }).click();
  await page.getByRole("textbox", { name: "Name" }).fill("Ferry stage");
  await page.getByLabel("Scale").fill("1:72");
  await page.getByRole("button", { name: "Make the scene" }).click();
  await page.getByRole("heading", { name: "The shelf is empty" }).waitFor();
  const url = page.url().replace(/\/parts.*/, "");

  // Three files of three formats.
  await page.getByLabel("Model files").setInputFiles([bunnyStl(), teapotObj(), ballThreeMf()]);
  await page.getByText("rabbit.stl: measured").waitFor();
  await page.getByText("kettle.obj: measured").waitFor();
  await page.getByText("finial.3mf: measured").waitFor();
  await page.getByRole("link", { name: "finial" }).first().click();
  await page.getByText("19.0 mm").or(page.getByText("20.3 mm")).first().waitFor();

  // The scan is brought to size by a feature, the pot by a ratio, the ball keeps its inches at full size.
  await page.getByLabel("It was drawn").selectOption("real-object");
  await page.getByRole("button", { name: "Set the scale" }).click();
  await page.getByText("stays 1:1, inches").waitFor();
  await page.goto(`${url}/parts`);
  await page.getByRole("link", { name: "rabbit" }).first().click();
  await page.getByLabel("Size in the file").fill("15.4");
  await page.getByLabel("Its real size").fill("3 m");
  await page.getByRole("button", { name: "Scale by it" }).click();
  await page.getByText("by a feature, mm").waitFor();
  await page.goto(`${url}/parts`);
  await page.getByRole("link", { name: "kettle" }).first().click();
  await page.getByLabel("Scale", { exact: true }).fill("28mm figure");
  await page.getByRole("button", { name: "Set the scale" }).click();
  await page.getByText("28 mm figures, mm").waitFor();
  await page.getByLabel("How many").fill("3");
  await page.getByRole("button", { name: "Set", exact: true }).click();
  await page.getByRole("heading", { name: "On each printer, all 3" }).waitFor();

  // Plates and order follow.
  await page.goto(`${url}/plates`);
  await page.getByText(/\d+ plates? on 1 printer/).waitFor();
  await page.getByRole("cell", { name: /Loft/ }).first().waitFor();
  await page.goto(`${url}/order`);
  const line = await page.getByText(/\d+ steps, ready/).textContent();
  expect(line).toMatch(/ready \w{3} \d+ \w{3}/);

  // Out, wiped, and in again: everything is equal.
  const before = await everythingStored(page);
  await page.goto(`${ORIGIN}/workshop/archive`);
  const download = page.waitForEvent("download");
  await page.getByRole("button", { name: "Export an archive" }).click();
  const path = await (await download).path();
  await emptyEverything(page);
  expect(await everythingStored(page)).not.toBe(before);
  await page.getByLabel("Archive").setInputFiles(path);
  await page.getByLabel("How").selectOption("replace");
  await page.getByRole("button", { name: "Bring it in" }).click();
  await page.getByText("Brought in: 1 scene.").first().waitFor();
  expect(await everythingStored(page)).toBe(before);
  await page.goto(`${url}/order`);
  await page.getByText(line!).waitFor();
  await closeApp(app);
});
