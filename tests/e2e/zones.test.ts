import { afterAll, expect, it } from "vitest";
import { closeApp, closeBrowser, openDemo, ORIGIN } from "./app";

afterAll(closeBrowser);

it("shows the zones of a part by its shape, with their areas, and parts it finer at a smaller crease", async () => {
  const app = await openDemo();
  const { page } = app;
  await page.goto(`${ORIGIN}/scenes/withy-sluice/parts/withy-sluice-gables`);
  await page.getByLabel("Hatch").selectOption({ label: "zones by its shape" });
  const zones = page.getByRole("list", { name: "Zones" });
  await zones.getByRole("button").first().waitFor();
  const before = await zones.getByRole("button").count();
  expect(before).toBeGreaterThanOrEqual(5);
  const first = zones.getByRole("button").first();
  expect(await first.innerText()).toMatch(/, [\d.]+ cm²$/);
  await first.focus();
  await page.keyboard.press("Enter");
  await expect.poll(() => first.getAttribute("aria-pressed")).toBe("true");
  await page.getByRole("slider", { name: /Sides part where they turn by more than/ }).fill("60");
  await expect.poll(() => first.getAttribute("aria-pressed")).toBe("false");
  // All areas together are the part's, whatever the crease.
  await page.getByText(/zones? by its shape, [\d.]+ cm² in all/).waitFor();
  await closeApp(app);
});
