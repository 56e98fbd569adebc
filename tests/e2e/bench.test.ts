import { afterAll, expect, it } from "vitest";
import { closeApp, closeBrowser, openDemo, ORIGIN } from "./app";

afterAll(closeBrowser);

it("works one step at a time, and its timers survive a reload and a closed tab", async () => {
  const app = await openDemo({ width: 820, height: 1180 });
  const { page, context } = app;
  await page.goto(`${ORIGIN}/scenes/withy-sluice/bench`);
  const first = await page.getByRole("heading", { level: 1 }).textContent();
  const onFirst = await page.locator("h1").locator("xpath=preceding-sibling::p").textContent();
  await page.getByRole("button", { name: /Start a timer/ }).click();
  await page.getByRole("list", { name: "Timers" }).getByRole("listitem").waitFor();
  await page.reload();
  await page.getByRole("list", { name: "Timers" }).getByRole("listitem").waitFor();
  await page.close();
  const again = await context.newPage();
  await again.goto(`${ORIGIN}/scenes/withy-sluice/bench`);
  await again.getByRole("list", { name: "Timers" }).getByRole("listitem").waitFor();
  expect(await again.getByRole("heading", { level: 1 }).textContent()).toBe(first);

  // Done: the next step comes up, and the step is out of the plan until undo brings it back.
  await again.getByRole("button", { name: "Done", exact: true }).click();
  await again.getByText(`${first}: done.`).first().waitFor();
  await again.waitForFunction(([title, on]) => {
    const h1 = document.querySelector("h1");
    return h1 !== null && !(h1.textContent === title && h1.previousElementSibling?.textContent === on);
  }, [first, onFirst] as const);
  await again.locator("h1").click();
  await again.keyboard.press("u");
  await again.waitForFunction(([title, on]) => {
    const h1 = document.querySelector("h1");
    return h1?.textContent === title && h1?.previousElementSibling?.textContent === on;
  }, [first, onFirst] as const);

  // Went wrong asks for a few words and writes them down.
  await again.keyboard.press("x");
  await again.getByLabel("In a few words").fill("slipped with the blade");
  await again.getByRole("button", { name: "Write it down" }).click();
  await again.getByText(/went wrong\./).first().waitFor();
  await closeApp(app);
});

it("opens without a network once it was opened with one", async () => {
  const app = await openDemo();
  const { page, context } = app;
  await page.evaluate(() => navigator.serviceWorker.ready);
  await page.waitForFunction(() => navigator.serviceWorker.controller !== null, undefined, { timeout: 60_000 });
  await context.setOffline(true);
  await page.goto(`${ORIGIN}/scenes/withy-sluice/order`);
  await page.getByRole("heading", { name: "Order of work" }).waitFor();
  await page.goto(`${ORIGIN}/scenes/withy-sluice/colour`);
  await page.getByRole("heading", { name: "Mixes" }).waitFor();
  await context.setOffline(false);
  await closeApp(app);
});

it("shows in one tab what was changed in another", async () => {
  const app = await openDemo();
  const { page, context } = app;
  const other = await context.newPage();
  await other.goto(`${ORIGIN}/scenes/withy-sluice/rule`);
  await page.goto(`${ORIGIN}/scenes/withy-sluice/parts`);
  await page.getByText("all drawn at 1:72").waitFor();
  await other.getByLabel("Ratio or figure size").fill("1:64");
  await other.getByRole("button", { name: "Set", exact: true }).click();
  await page.getByText("all drawn at 1:64").waitFor();
  await closeApp(app);
});
