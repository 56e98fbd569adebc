import { afterAll, expect, it } from "vitest";
import type { Page } from "playwright-core";
import { closeApp, closeBrowser, openDemo, ORIGIN } from "./app";

afterAll(closeBrowser);

/** A page on a processor so many times slower. */
async function slowed(page: Page, times: number): Promise<void> {
  const cdp = await page.context().newCDPSession(page);
  await cdp.send("Emulation.setCPUThrottlingRate", { rate: times });
}

/** What a first start does beside the page: files are kept for the next start, and the plan is made of this hour. */
async function startSettled(page: Page): Promise<void> {
  await page.evaluate(() => navigator.serviceWorker.ready.then(() => undefined));
  await page.getByText("As of earlier; being made again").waitFor({ state: "detached" });
}

/** How long a fixed piece of work takes here, against the machine that the limits below were set on; 1 at least. */
async function slowness(page: Page): Promise<number> {
  const ms = await page.evaluate(() => {
    const from = performance.now();
    let sum = 0;
    for (let i = 0; i < 2e7; i++) sum += Math.sqrt(i) * Math.sin(i);
    return sum === 0 ? 0 : performance.now() - from;
  });
  return Math.max(1, ms / LOOP_MS);
}
const LOOP_MS = 220;

const READABLE_MS = 3_000;
/** Thirty frames a second, and the half millisecond by which a frame is told late. */
const FRAME_MS = 1000 / 30 + 0.5;

// A shared machine has slow seconds of its own: what counts is that it can.
it(
  "on a page slowed four times the demo is readable in three seconds, and a part is dragged at thirty frames a second",
  { retry: 3, timeout: 180_000 },
  async () => {
    const app = await openDemo();
    await app.page.getByRole("button", { name: /^Sluice gate, at/ }).waitFor();
    await startSettled(app.page);
    const slower = await slowness(app.page);
    await app.page.close();
    const page = await app.context.newPage();
    await slowed(page, 4);
    const from = performance.now();
    await page.goto(`${ORIGIN}/scenes/withy-sluice`);
    await page.getByRole("heading", { name: "The lay" }).waitFor();
    const readableMs = performance.now() - from;

    const part = page.getByRole("button", { name: /^Sluice gate, at/ });
    const before = await part.getAttribute("aria-label");
    const { x, y, width, height } = (await part.boundingBox())!;
    await page.evaluate(() => {
      const seen = window as unknown as { frames: number[]; dragging: boolean };
      seen.frames = [];
      seen.dragging = true;
      const note = (at: number) => {
        seen.frames.push(at);
        if (seen.dragging) requestAnimationFrame(note);
      };
      requestAnimationFrame(note);
    });
    await page.mouse.move(x + width / 2, y + height / 2);
    await page.mouse.down();
    for (let i = 1; i <= 60; i++) await page.mouse.move(x + width / 2 + 2 * i, y + height / 2 - i / 2);
    const frames = await page.evaluate(() => {
      const seen = window as unknown as { frames: number[]; dragging: boolean };
      seen.dragging = false;
      return seen.frames;
    });
    await page.mouse.up();
    expect(await part.getAttribute("aria-label")).not.toBe(before);
    const gaps = frames
      .slice(1)
      .map((t, i) => t - frames[i]!)
      .sort((a, b) => a - b);
    const median = gaps[Math.floor(gaps.length / 2)]!;
    console.log(
      `readable in ${readableMs.toFixed(0)} ms, a frame each ${median.toFixed(0)} ms while dragged`,
    );
    expect(readableMs).toBeLessThan(READABLE_MS * slower);
    expect(median).toBeLessThan(FRAME_MS * slower);
    await closeApp(app);
  },
);
