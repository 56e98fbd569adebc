import { afterAll, expect, it } from "vitest";
import type { Page } from "playwright-core";
import { type App, closeApp, closeBrowser, openDemo, ORIGIN } from "./app";

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

/** The frames that a page draws while the mouse is moved about in steps, their median, ms. */
async function frameMs(page: Page, from: readonly [number, number]): Promise<number> {
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
  await page.mouse.move(from[0], from[1]);
  await page.mouse.down();
  for (let i = 1; i <= 60; i++) await page.mouse.move(from[0] + 2 * i, from[1] - i / 2);
  const frames = await page.evaluate(() => {
    const seen = window as unknown as { frames: number[]; dragging: boolean };
    seen.dragging = false;
    return seen.frames;
  });
  await page.mouse.up();
  const gaps = frames
    .slice(1)
    .map((t, i) => t - frames[i]!)
    .sort((a, b) => a - b);
  return gaps[Math.floor(gaps.length / 2)]!;
}

type Machine = {
  /** How much longer a fixed piece of work takes here than on the machine that the limits were set on; 1 at least. */
  readonly slower: number;
  /** A frame of a page with nothing on it but one square that follows the mouse, ms. */
  readonly bareFrameMs: number;
};

/** What this machine can do at this minute, on a page that is slowed as the app's is. */
async function machineNow(app: App): Promise<Machine> {
  const page = await app.context.newPage();
  await page.setContent(
    `<div id="square" style="position:fixed;width:80px;height:80px;background:#555"></div>
     <script>onmousemove = (e) => square.style.transform = "translate(" + e.x + "px," + e.y + "px)"</script>`,
  );
  await slowed(page, SLOWED);
  const ms = await page.evaluate(() => {
    const from = performance.now();
    let sum = 0;
    for (let i = 0; i < 2e7; i++) sum += Math.sqrt(i) * Math.sin(i);
    return sum === 0 ? 0 : performance.now() - from;
  });
  const bareFrameMs = await frameMs(page, [300, 300]);
  await page.close();
  return { slower: Math.max(1, ms / LOOP_MS), bareFrameMs };
}
const SLOWED = 4;
/** On a slower machine one loop tells what a page of several threads takes to a factor of two. */
const NEARLY = 1.5;
const UNSURE = 2;
/** The first drags of a page warm it up: the best of so many counts. */
const DRAGS = 3;
const LOOP_MS = 220 * SLOWED;

const READABLE_MS = 3_000;
/** Thirty frames a second, and the half millisecond by which a frame is told late. */
const FRAME_MS = 1000 / 30 + 0.5;

// A shared machine has slow seconds of its own: what counts is that it can.
it(
  "on a page slowed four times the demo is readable in three seconds, and a part is dragged at thirty frames a second",
  { retry: 3, timeout: 240_000 },
  async () => {
    const app = await openDemo();
    await app.page.getByRole("button", { name: /^Sluice gate, at/ }).waitFor();
    await startSettled(app.page);
    const before = await machineNow(app);
    await app.page.close();
    const page = await app.context.newPage();
    await slowed(page, SLOWED);
    const from = performance.now();
    await page.goto(`${ORIGIN}/scenes/withy-sluice`);
    await page.getByRole("heading", { name: "The lay" }).waitFor();
    const readableMs = performance.now() - from;

    const part = page.getByRole("button", { name: /^Sluice gate, at/ });
    const stood = await part.getAttribute("aria-label");
    const drags: number[] = [];
    while (drags.length < DRAGS) {
      await page.getByText("As of earlier; being made again").waitFor({ state: "detached" });
      const { x, y, width, height } = (await part.boundingBox())!;
      drags.push(await frameMs(page, [x + width / 2, y + height / 2]));
      if (drags.at(-1)! < FRAME_MS) break;
    }
    const median = Math.min(...drags);
    expect(await part.getAttribute("aria-label")).not.toBe(stood);
    await page.close();
    const after = await machineNow(app);
    const slower = Math.max(before.slower, after.slower);
    const bareFrameMs = Math.max(before.bareFrameMs, after.bareFrameMs);
    console.log(
      `readable in ${readableMs.toFixed(0)} ms, a frame each ${median.toFixed(0)} ms while dragged; ` +
        `this machine is ${slower.toFixed(1)} times slower, a bare page has a frame each ${bareFrameMs.toFixed(0)} ms`,
    );
    const allowed = slower > NEARLY ? UNSURE * slower : slower;
    expect(readableMs).toBeLessThan(READABLE_MS * allowed);
    expect(median).toBeLessThan(Math.max(FRAME_MS * allowed, 2 * bareFrameMs));
    await closeApp(app);
  },
);
