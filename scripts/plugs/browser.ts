import { type ChildProcess, spawn } from "node:child_process";
import { once } from "node:events";
import { chromium, type Page } from "playwright-core";
import { browserFlags, browserPath } from "../browser";

/** A browser whose plug can be pulled: killed with all its processes, as by a power cut. */
export type PluggedBrowser = { readonly page: Page; readonly pull: () => Promise<void> };

const STARTS_WITHIN_MS = 60_000;

/** Starts Chromium on a profile and opens one page in it. */
export async function plugIn(profile: string): Promise<PluggedBrowser> {
  const args = [
    ...browserFlags,
    "--headless=new",
    "--remote-debugging-port=0",
    `--user-data-dir=${profile}`,
    "about:blank",
  ];
  const process = spawn(browserPath, args, { detached: true, stdio: ["ignore", "ignore", "pipe"] });
  const browser = await chromium.connectOverCDP(await addressOf(process));
  const context = browser.contexts()[0]!;
  const page = context.pages()[0] ?? (await context.newPage());
  page.setDefaultTimeout(STARTS_WITHIN_MS);
  const pull = async () => {
    const gone = once(process, "exit");
    global.process.kill(-process.pid!, "SIGKILL");
    await gone;
    await browser.close().catch(() => undefined);
  };
  return { page, pull };
}

/** Where the browser listens, as it says itself. */
function addressOf(process: ChildProcess): Promise<string> {
  return new Promise((done, fail) => {
    let said = "";
    const timer = setTimeout(
      () => fail(new Error(`Chromium did not start: ${said.slice(-400)}`)),
      STARTS_WITHIN_MS,
    );
    process.stderr!.on("data", (chunk: Buffer) => {
      said += chunk.toString();
      const found = /DevTools listening on (ws:\S+)/.exec(said);
      if (!found) return;
      clearTimeout(timer);
      done(found[1]!);
    });
    process.once("exit", () => fail(new Error(`Chromium ended: ${said.slice(-400)}`)));
  });
}
