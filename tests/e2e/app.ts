import { expect } from "vitest";
import type { Browser, BrowserContext, Page } from "playwright-core";
import { openBrowser } from "../../scripts/browser";
import { PORT } from "./serveBuild";

export const ORIGIN = `http://127.0.0.1:${PORT}`;

/**
 * A browser profile of its own with what must never happen in it: requests off the origin, page errors,
 * policy violations.
 */
export type App = { readonly page: Page; readonly context: BrowserContext; readonly troubles: string[] };

let browser: Browser | undefined;
export async function sharedBrowser(): Promise<Browser> {
  browser ??= await openBrowser();
  return browser;
}
export const closeBrowser = async () => {
  await browser?.close();
  browser = undefined;
};

export async function openApp(
  options: { evening?: boolean; width?: number; height?: number } = {},
): Promise<App> {
  return watched(
    await (
      await sharedBrowser()
    ).newContext({
      viewport: { width: options.width ?? 1280, height: options.height ?? 800 },
      colorScheme: options.evening ? "dark" : "light",
      acceptDownloads: true,
    }),
  );
}

/** A page in a profile, with what must never happen in it noted down. */
export async function watched(context: BrowserContext): Promise<App> {
  const page = await context.newPage();
  // A machine that is shared may be slow; how fast things are is asked by the bench, not here.
  context.setDefaultTimeout(60_000);
  const troubles: string[] = [];
  page.on("request", (request) => {
    const url = request.url();
    if (!url.startsWith(ORIGIN) && !url.startsWith("blob:") && !url.startsWith("data:"))
      troubles.push(`request off the origin: ${url}`);
  });
  page.on("pageerror", (error) => troubles.push(`page error: ${error.message}`));
  page.on("console", (message) => {
    if (message.type() === "error" && !/status of 400/.test(message.text()))
      troubles.push(`console: ${message.text()}`);
  });
  return { page, context, troubles };
}

/** Opens the app for the first time: it shows the demo scene. */
export async function openDemo(options: Parameters<typeof openApp>[0] = {}): Promise<App> {
  const app = await openApp(options);
  await app.page.goto(ORIGIN);
  await app.page.getByRole("heading", { name: "The lay" }).waitFor();
  return app;
}

/** Removes everything, so that a story starts from an empty database. */
export async function emptyEverything(page: Page): Promise<void> {
  await page.goto(`${ORIGIN}/workshop/archive`);
  await page.getByRole("button", { name: "Remove everything" }).click();
  await page.getByRole("dialog").getByRole("button", { name: "Remove everything" }).click();
  await page.getByText("Everything was removed. Undo brings it back.").first().waitFor();
}

/**
 * Whether a script that could not be loaded is there after all: then its page was left while it was under way,
 * which a browser tells as if the file were missing.
 */
async function wasLeftOnly(trouble: string): Promise<boolean> {
  const script = /(?:Error loading route module|dynamically imported module).*?(\/assets\/[\w.-]+\.js)/.exec(
    trouble,
  );
  return script !== null && (await fetch(ORIGIN + script[1]!)).ok;
}

/** Ends a story: nothing of what must never happen has happened. */
export async function closeApp(app: App): Promise<void> {
  await app.context.close();
  const left = await Promise.all(app.troubles.map(wasLeftOnly));
  expect(app.troubles.filter((_, i) => !left[i])).toEqual([]);
}

/**
 * Rows of a table as they are kept: asked for in a transaction that waits for writes under way, since some
 * engines show those before they are kept.
 */
export const rowsOf = (page: Page, table: string): Promise<Record<string, unknown>[]> =>
  page.evaluate(async (name) => {
    const open = indexedDB.open("inch-hollow");
    const db = await new Promise<IDBDatabase>((done, fail) => {
      open.onsuccess = () => done(open.result);
      open.onerror = () => fail(open.error);
    });
    const transaction = db.transaction(name, "readwrite");
    const all = transaction.objectStore(name).getAll();
    await new Promise((done, fail) => {
      transaction.oncomplete = done;
      transaction.onabort = fail;
    });
    db.close();
    return all.result as Record<string, unknown>[];
  }, table);

/** Every row and mesh in the browser's database, as comparable text. */
export const everythingStored = (page: Page): Promise<string> =>
  page.evaluate(async () => {
    const open = indexedDB.open("inch-hollow");
    const db = await new Promise<IDBDatabase>((done, fail) => {
      open.onsuccess = () => done(open.result);
      open.onerror = () => fail(open.error);
    });
    const out: Record<string, unknown> = {};
    for (const name of [...db.objectStoreNames]
      .filter((n) => !["journal", "measurements", "results", "timers"].includes(n))
      .sort()) {
      const rows = await new Promise<Record<string, unknown>[]>((done) => {
        const transaction = db.transaction(name, "readwrite");
        const all = transaction.objectStore(name).getAll();
        transaction.oncomplete = () => done(all.result as Record<string, unknown>[]);
      });
      out[name] = await Promise.all(
        rows.map(async (row) =>
          row.corners instanceof Blob
            ? {
                ...row,
                corners: Array.from(
                  new Uint8Array(await crypto.subtle.digest("SHA-256", await row.corners.arrayBuffer())),
                ).join(),
              }
            : row,
        ),
      );
    }
    db.close();
    return JSON.stringify(out);
  });
