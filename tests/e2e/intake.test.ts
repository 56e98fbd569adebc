import { afterAll, expect, it } from "vitest";
import { closeApp, closeBrowser, everythingStored, openDemo, ORIGIN } from "./app";
import { brokenFiles, largeStl } from "./models";

afterAll(closeBrowser);

it("refuses each broken file by its name in one sentence, and goes on with the rest", async () => {
  const app = await openDemo();
  const { page } = app;
  await page.goto(`${ORIGIN}/scenes/osier-carr/parts`);
  await page.getByRole("heading", { name: "The shelf" }).waitFor();
  await page.getByLabel("Model files").setInputFiles(brokenFiles());
  await page.getByText("fine.stl: measured").waitFor();
  for (const sentence of [
    /empty\.stl is empty\. Copy/,
    /letter\.stl is not a model/,
    /cut\.stl: The header promises/,
    /lying\.stl: The header promises 4000000000/,
    /nan\.stl: triangle 1 has a coordinate/,
    /outside\.3mf: The archive names a file outside itself/,
    /index\.obj: Line 4 names a corner/,
  ]) {
    await page.getByText(sentence).waitFor();
  }
  await page.getByRole("link", { name: "fine" }).first().waitFor();
  for (const bad of ["empty", "letter", "cut", "lying", "nan", "outside", "index"])
    expect(await page.getByRole("link", { name: bad, exact: true }).count()).toBe(0);
  await closeApp(app);
});

it("refuses a ratio of 1:0 and a broken archive, and changes nothing", async () => {
  const app = await openDemo();
  const { page } = app;
  await page.goto(`${ORIGIN}/scenes/withy-sluice/rule`);
  const before = await everythingStored(page);
  for (const bad of ["1:0", "-72", "", "banana"]) {
    await page.getByLabel("Ratio or figure size").fill(bad);
    await page.getByRole("button", { name: "Set", exact: true }).click();
    await page
      .getByText(/is no scale|was not understood as a scale|Type a scale/)
      .first()
      .waitFor();
  }
  await page.goto(`${ORIGIN}/workshop/archive`);
  await page
    .getByLabel("Archive")
    .setInputFiles({ name: "broken.zip", mimeType: "application/zip", buffer: Buffer.from("PK not really") });
  await page.getByRole("button", { name: "Bring it in" }).click();
  await page.getByText(/The archive cannot be unpacked/).waitFor();
  expect(await everythingStored(page)).toBe(before);
  await closeApp(app);
});

it("takes 50 MB in without a task over 50 ms on the page, and can be cancelled", async () => {
  const app = await openDemo();
  const { page } = app;
  await page.goto(`${ORIGIN}/scenes/osier-carr/parts`);
  await page.getByRole("heading", { name: "The shelf" }).waitFor();
  const large = largeStl();
  expect(large.buffer.byteLength).toBeGreaterThan(49e6);
  await page.evaluate(() => {
    const seen: number[] = [];
    (window as unknown as { longTasks: number[] }).longTasks = seen;
    new PerformanceObserver((list) => seen.push(...list.getEntries().map((e) => e.duration))).observe({
      entryTypes: ["longtask"],
    });
  });
  // Handing the bytes over from the test is not the app's work: the file is built in the page and dropped
  // like any other.
  await page.getByLabel("Model files").setInputFiles(await onDisk(large));
  await page.getByText("fen.stl: measured").waitFor({ timeout: 120_000 });
  const tasks = await page.evaluate(() => (window as unknown as { longTasks: number[] }).longTasks);
  const longest = Math.max(0, ...tasks);
  console.log(
    `longest task on the page while 50 MB came in: ${longest < 50 ? "under 50" : longest.toFixed(0)} ms (${tasks.length} over 50)`,
  );
  expect(longest).toBeLessThan(LONGEST_TASK_MS);

  await page.getByLabel("Model files").setInputFiles(await onDisk({ ...large, name: "again.stl" }));
  await page.getByRole("button", { name: "Cancel all" }).click();
  await page.getByText("again.stl: cancelled").waitFor({ timeout: 10_000 });
  expect(await page.getByRole("link", { name: "again", exact: true }).count()).toBe(0);
  await closeApp(app);
});

/**
 * The promise is 50 ms; a shared two-core machine may stretch a task, so the test fails only well above it.
 */
const LONGEST_TASK_MS = 250;

async function onDisk({ name, buffer }: { name: string; buffer: Buffer }): Promise<string> {
  const { mkdtemp, writeFile } = await import("node:fs/promises");
  const { tmpdir } = await import("node:os");
  const { join } = await import("node:path");
  const path = join(await mkdtemp(join(tmpdir(), "hollow-")), name);
  await writeFile(path, buffer);
  return path;
}
