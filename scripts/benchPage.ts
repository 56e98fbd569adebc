// What the benches of the built app share: a page that notes its longest task, and how a line is told.
import { median } from "./median";
import { resolve } from "node:path";
import type { Browser, Page } from "playwright-core";
// @ts-expect-error a plain script without types
import { serve } from "./server.mjs";

const PORT = 4398;
export const ORIGIN = `http://127.0.0.1:${PORT}`;
export const RUNS = Number(process.env.RUNS ?? 5);
const LONGEST_WAIT_MS = 240_000;

/** The built app. */
export const serveApp = async () => (await serve(resolve("build/client"), PORT)) as { close: () => void };

const sorted = (values: readonly number[]) => [...values].sort((a, b) => a - b);
const p95 = (values: readonly number[]) => sorted(values)[Math.ceil(0.95 * values.length) - 1]!;

export function tell(what: string, values: readonly number[], goalMs: number | null, more = ""): void {
  const goal =
    goalMs === null ? "" : `  goal ${goalMs} ms ${median(values) <= goalMs ? "reached" : "NOT reached"}`;
  console.log(
    `${what.padEnd(34)} ${median(values).toFixed(0).padStart(6)} ms  p95 ${p95(values).toFixed(0).padStart(6)} ms${goal}${more}`,
  );
}

/** A page in a profile of its own, with the longest task since it was asked last. */
export async function openPage(browser: Browser): Promise<Page> {
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
  context.setDefaultTimeout(LONGEST_WAIT_MS);
  const page = await context.newPage();
  await page.addInitScript(() => {
    const seen = window as unknown as { longest: number };
    seen.longest = 0;
    new PerformanceObserver((list) => {
      for (const e of list.getEntries()) seen.longest = Math.max(seen.longest, e.duration);
    }).observe({ type: "longtask", buffered: true });
  });
  return page;
}

/** The longest task of the page since it was asked last. */
export const longestTask = (page: Page): Promise<number> =>
  page.evaluate(() => {
    const seen = window as unknown as { longest: number };
    const { longest } = seen;
    seen.longest = 0;
    return longest;
  });
