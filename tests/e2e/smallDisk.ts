import { execFileSync } from "node:child_process";
import { closeSync, mkdtempSync, openSync, rmSync, statfsSync, writeSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { chromium, type Page } from "playwright-core";
import { browserFlags, browserPath } from "../../scripts/browser";
import { type App, watched } from "./app";

/** A disk for a browser's profile that can be filled and freed. */
type SmallDisk = {
  readonly path: string;
  /** Runs in every page, for machines where no disk can be had. */
  readonly standIn: string;
  /** Leaves so many megabytes. Not none: a browser that finds not a byte left clears everything by itself. */
  readonly fill: (page: Page, leaveMb: number) => Promise<void>;
  readonly free: (page: Page) => Promise<void>;
  readonly remove: () => Promise<void>;
};

const SIZE = "80m";

/**
 * A disk in memory, really full when it is filled; where none may be mounted, transactions end as they do on
 * a full one.
 */
export async function smallDisk(): Promise<SmallDisk> {
  const path = mkdtempSync(join(tmpdir(), "disk-"));
  try {
    execFileSync("mount", ["-t", "tmpfs", "-o", `size=${SIZE}`, "tmpfs", path], { stdio: "ignore" });
  } catch {
    console.log("No disk can be mounted here: transactions are ended by a stand-in instead.");
    return standIn(path);
  }
  const filler = join(path, "filler");
  let topping: NodeJS.Timeout | undefined;
  return {
    path,
    standIn: "",
    // What the browser tidies away of its own caches meanwhile is filled again, or the file would fit after all.
    fill: async (_, leaveMb) => {
      const fillAgain = () => fillUp(path, filler, leaveMb * 2 ** 20);
      fillAgain();
      topping = setInterval(fillAgain, 100);
    },
    free: async () => {
      clearInterval(topping);
      rmSync(filler);
    },
    remove: async () => {
      clearInterval(topping);
      execFileSync("umount", ["-l", path]);
      rmSync(path, { recursive: true, force: true });
    },
  };
}

function fillUp(path: string, filler: string, leaveBytes: number): void {
  const file = openSync(filler, "a");
  const block = Buffer.alloc(2 ** 18);
  const freeBytes = () => {
    const { bavail, bsize } = statfsSync(path);
    return bavail * bsize;
  };
  while (freeBytes() > leaveBytes + block.byteLength) writeSync(file, block);
  closeSync(file);
}

const standInScript = `
  const put = IDBObjectStore.prototype.put;
  IDBObjectStore.prototype.put = function (...given) {
    const request = put.apply(this, given);
    if (sessionStorage.getItem("disk-full")) this.transaction.abort();
    return request;
  };`;

const standIn = (path: string): SmallDisk => ({
  path,
  standIn: standInScript,
  fill: (page) => page.evaluate(() => sessionStorage.setItem("disk-full", "yes")),
  free: (page) => page.evaluate(() => sessionStorage.removeItem("disk-full")),
  remove: async () => rmSync(path, { recursive: true, force: true }),
});

/** A browser of its own whose profile stands on that disk. */
export async function openOnDisk(path: string): Promise<App> {
  const profile = join(path, "profile");
  const viewport = { width: 1280, height: 800 };
  return watched(
    await chromium.launchPersistentContext(profile, {
      executablePath: browserPath,
      args: browserFlags,
      viewport,
    }),
  );
}
