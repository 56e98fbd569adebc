import { afterAll, expect, it } from "vitest";
import { closeApp, closeBrowser, openApp, openDemo, ORIGIN } from "./app";

afterAll(closeBrowser);

const readyText = /\d+ steps, ready/;

it("draws a scene from its last plan when it is opened again, and makes it anew when the hour is another", async () => {
  const app = await openApp();
  const { page } = app;
  const evening = new Date();
  evening.setHours(18, 5, 0, 0);
  await page.clock.install({ time: evening });
  await page.goto(ORIGIN);
  await page.getByRole("heading", { name: "The lay" }).waitFor();
  const orderPage = `${ORIGIN}/scenes/withy-sluice/order`;
  await page.goto(orderPage);
  const line = page.getByText(readyText).first();
  const again = page.getByText("As of earlier; being made again");
  // The first plan came along and is of a morning.
  await line.waitFor();
  await again.waitFor({ state: "detached" });
  const before = await line.textContent();
  // In the same quarter of an hour it is the plan of before, and nothing is made.
  await page.reload();
  expect(await line.textContent()).toBe(before);
  expect(await again.count()).toBe(0);
  // An hour and a half later the plan of before is there first, and then the one of now.
  await page.clock.setSystemTime(new Date(evening.getTime() + 90 * 60_000));
  await page.reload();
  await again.waitFor();
  expect(await line.textContent()).toBe(before);
  await again.waitFor({ state: "detached" });
  await line.waitFor();
  // What is decided from then on is planned as ever.
  await page.goto(`${ORIGIN}/scenes`);
  await page
    .getByText(/Withy Sluice/)
    .first()
    .waitFor();
  await page
    .getByText(/· ready /)
    .first()
    .waitFor();
  await closeApp(app);
});

it("lists scenes by name before any is planned, each with what its last plan said", async () => {
  const app = await openDemo();
  const { page } = app;
  await page.goto(`${ORIGIN}/scenes`);
  await page.getByRole("link", { name: "Withy Sluice" }).waitFor();
  const card = page.getByRole("listitem").filter({ hasText: "Osier Carr" });
  await card.getByText(/parts · 0 of \d+ steps done · ready/).waitFor();
  await card.getByText("being worked out").waitFor({ state: "detached" });
  // Nothing of it is in the data: an archive has no plans in it, and a scene that goes takes its own along.
  await card.getByRole("button", { name: "More for Osier Carr" }).click();
  await page.getByRole("menuitem", { name: "Delete" }).click();
  await page.getByRole("heading", { name: /Osier Carr/ }).waitFor({ state: "detached" });
  await closeApp(app);
});
