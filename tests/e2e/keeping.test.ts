import { afterAll, describe, expect, it } from "vitest";
import type { CDPSession, Page } from "playwright-core";
import { type App, closeApp, closeBrowser, everythingStored, openApp, openDemo, ORIGIN, rowsOf } from "./app";
import { blockStl, brokenFiles, fineTerrainStl, hurtArchive, terrainStl } from "./models";
import { openOnDisk, smallDisk } from "./smallDisk";

afterAll(closeBrowser);

const SCENE = `${ORIGIN}/scenes/withy-sluice`;
const WILLOW = `${SCENE}/parts/withy-sluice-willow-large`;
const cdp = async ({ context, page }: App): Promise<CDPSession> => context.newCDPSession(page);
const kept = (page: Page) =>
  page.evaluate(
    () => JSON.parse(localStorage.getItem("inch-hollow-kept") ?? "{}") as Record<string, unknown>,
  );
/** Something of the builder's own, done as a builder does it. */
const change = async (page: Page) => {
  await page.goto(WILLOW);
  await page.getByRole("button", { name: "Give it two drains" }).click();
  await page.getByText("Give it two drains: done.").first().waitFor();
};
/**
 * The private file system of the origin stands in for a folder of the builder's: a picker cannot be driven
 * without a screen.
 */
const folderInPlace = ({ context }: App) =>
  context.addInitScript(() => {
    const pick = async () =>
      (await navigator.storage.getDirectory()).getDirectoryHandle("Copies", { create: true });
    (window as unknown as { showDirectoryPicker: unknown }).showDirectoryPicker = pick;
  });
const filesIn = (page: Page) =>
  page.evaluate(async () => {
    const folder = await (
      await navigator.storage.getDirectory()
    ).getDirectoryHandle("Copies", { create: true });
    const names: string[] = [];
    for await (const name of (folder as unknown as { keys(): AsyncIterable<string> }).keys())
      names.push(name);
    return names.sort();
  });

describe("what is typed", () => {
  it("and not yet set outlives what another tab writes to the same part; setting it is the last word", async () => {
    const app = await openDemo();
    const { page, context } = app;
    const other = await context.newPage();
    for (const tab of [page, other]) {
      await tab.goto(WILLOW);
      await tab.getByRole("heading", { name: "Making it" }).waitFor();
    }
    await page.getByLabel("Note").fill("half typed");
    await page.getByLabel("From", { exact: true }).fill("a friend");
    await other.getByLabel("Note").fill("from the other tab");
    await other.getByLabel("How many").fill("4");
    await other.getByRole("button", { name: "Set", exact: true }).click();
    await page.getByText("Changed elsewhere meanwhile: Note. What you typed is kept").waitFor();
    // What was not typed in follows; what was typed stays, here and in the form beside it.
    await page.waitForFunction(
      () => document.querySelector<HTMLInputElement>('input[name="count"]')?.value === "4",
    );
    expect(await page.getByLabel("Note").inputValue()).toBe("half typed");
    expect(await page.getByLabel("From", { exact: true }).inputValue()).toBe("a friend");
    await page.getByRole("button", { name: "Set", exact: true }).click();
    await other.waitForFunction(
      () => document.querySelector<HTMLInputElement>('input[name="note"]')?.value === "half typed",
    );
    await expect
      .poll(async () => (await rowsOf(page, "parts")).find((p) => p.id === "withy-sluice-willow-large"))
      .toMatchObject({ note: "half typed", count: 4 });
    await closeApp(app);
  });
});

describe("a folder beside the browser", () => {
  it("is written after a quiet minute, whole and by its name, two generations deep, and brings an emptied browser back", async () => {
    const app = await openApp();
    await folderInPlace(app);
    const { page } = app;
    await page.clock.install();
    await page.goto(ORIGIN);
    await page.getByRole("heading", { name: "The lay" }).waitFor();
    await page.goto(`${ORIGIN}/workshop/archive`);
    await page.getByRole("button", { name: "Pick a folder" }).click();
    await page.getByText("Copies, is written to after the next quiet minute").waitFor();
    expect(await filesIn(page)).toEqual([]);

    // Three changes far apart: each is saved when it is quiet, and the last two stay.
    for (const [i, name] of ["Marsh one", "Marsh two", "Marsh three"].entries()) {
      await page.goto(`${ORIGIN}/scenes`);
      await page.getByRole("button", { name: "New scene" }).click();
      await page.getByRole("textbox", { name: "Name" }).fill(name);
      await page.getByRole("button", { name: "Make the scene" }).click();
      await page.getByRole("heading", { name: "The shelf is empty" }).waitFor();
      await expect.poll(async () => (await kept(page)).scenes).toContain(name);
      await page.clock.runFor(30_000);
      expect(await filesIn(page)).toHaveLength(Math.min(i, 2));
      await page.clock.runFor(40_000);
      await expect
        .poll(async () => (await kept(page)).savedStamp, { timeout: 30_000 })
        .toMatch(new RegExp(`^${2 + i}/`));
      await expect.poll(() => filesIn(page)).toHaveLength(Math.min(i + 1, 2));
    }
    const files = await filesIn(page);
    for (const file of files) expect(file).toMatch(/^inch-hollow \d{4}-\d\d-\d\d \d{6} \w{4}\.zip$/);
    expect((await kept(page)).saved).toMatchObject({ name: files[1], where: "folder" });
    const before = await everythingStored(page);

    // The browser clears its database. The page says so, names what it held, and opens the folder again.
    await page.goto("about:blank");
    await (await cdp(app)).send("Storage.clearDataForOrigin", { origin: ORIGIN, storageTypes: "indexeddb" });
    await page.goto(ORIGIN);
    await page.getByText("Your browser has cleared what was stored here").waitFor();
    await page.getByText(/It held .*Marsh/).waitFor();
    await page
      .getByText(new RegExp(`The last file you saved is ${files[1]}, in your folder “Copies”`))
      .waitFor();
    expect(await rowsOf(page, "scenes")).toEqual([]);
    await page.getByRole("button", { name: "Open the folder “Copies” again" }).click();
    await page.getByRole("link", { name: "Marsh three" }).waitFor();
    expect(await everythingStored(page)).toBe(before);
    await closeApp(app);
  });
  it("asks again where the browser wants leave for it, and says when it is not written", async () => {
    const app = await openApp();
    const { page, context } = app;
    await folderInPlace(app);
    await page.goto(ORIGIN);
    await page.getByRole("heading", { name: "The lay" }).waitFor();
    await page.goto(`${ORIGIN}/workshop/archive`);
    await page.getByRole("button", { name: "Pick a folder" }).click();
    await page.getByText("Copies, is written to").waitFor();
    await context.addInitScript(() => {
      let state = "prompt";
      const handle = FileSystemDirectoryHandle.prototype as unknown as Record<string, unknown>;
      handle.queryPermission = async () => state;
      handle.requestPermission = async () => (state = "granted");
    });
    await page.reload();
    await page.getByText("The browser asks again before it saves into your folder “Copies”.").waitFor();
    await page.getByRole("region", { name: "Notices" }).getByRole("button", { name: "Allow it" }).click();
    await page.getByText("The browser asks again").waitFor({ state: "detached" });
    await closeApp(app);
  });
});

describe("where no folder is kept", () => {
  it("a copy is asked for when a week has passed, taken at one tap, and not asked for again", async () => {
    const app = await openApp();
    const { page } = app;
    await page.addInitScript(() => delete (window as { showDirectoryPicker?: unknown }).showDirectoryPicker);
    // From a morning on: days are counted by the calendar, and 200 hours after an evening are nine of them.
    await page.clock.install({ time: new Date().setHours(9, 0, 0, 0) });
    await page.goto(ORIGIN);
    await page.getByRole("heading", { name: "The lay" }).waitFor();
    await change(page);
    await expect.poll(async () => (await kept(page)).unsavedSince).toBeTruthy();
    await page.clock.fastForward(200 * 3_600_000);
    await page.reload();
    const notices = page.getByRole("region", { name: "Notices" });
    await notices.getByText(/One change of the last 8 days is only in this browser\./).waitFor();
    expect(await notices.getByRole("button").allTextContents()).toEqual(["Save a copy", "Not now"]);
    const download = page.waitForEvent("download");
    await notices.getByRole("button", { name: "Save a copy" }).click();
    expect((await download).suggestedFilename()).toMatch(/^inch-hollow-\d{4}-\d\d-\d\d\.zip$/);
    await notices.waitFor({ state: "detached" });
    await page.goto(`${ORIGIN}/workshop/archive`);
    await page.getByText(/handed to the browser to save on .*; nothing was changed since\./).waitFor();
    await closeApp(app);
  });
});

describe("an archive with bad rows", () => {
  it("is read: they are named with what mending would change, and mended or left out by choice", async () => {
    const app = await openDemo();
    const { page } = app;
    const before = await everythingStored(page);
    await page.goto(`${ORIGIN}/workshop/archive`);
    const choose = async () => {
      await page.getByLabel("Archive").setInputFiles(hurtArchive());
      await page.getByRole("button", { name: "Bring it in" }).click();
      await page.getByRole("heading", { name: /^5 rows do not fit; the other \d+ do$/ }).waitFor();
    };
    await choose();
    for (const row of [
      /parts, Gate \(1\): count: Count must be/,
      /scenes, Reed bank \(2\): denominator: Denominator must be/,
      /parts, Wall \(3\): size\/unitMm: .*must be greater than 0/,
      /parts, Lantern \(2\): sceneId: It belongs to a scene that is not in the archive/,
      /printers, Loft \(1\): layerMm: LayerMm must be less than or equal to 10/,
    ])
      await page.getByText(row).waitFor();
    await page.getByText("can be mended").click();
    await page.getByText("parts, Gate: count: 0 becomes 1").waitFor();
    // Until it is chosen nothing is written.
    await page.getByRole("button", { name: "Bring nothing in" }).click();
    expect(await everythingStored(page)).toBe(before);
    await choose();
    await page.getByRole("button", { name: "Mend what can be, leave out the rest" }).click();
    await page.getByText("Brought in: 1 scene, 1 row mended, 4 rows left out.").first().waitFor();
    const parts = await rowsOf(page, "parts");
    expect(parts.find((p) => p.id === "gate")).toMatchObject({ count: 1 });
    expect(parts.find((p) => p.id === "wall")).toBeUndefined();
    await page.locator("h1").click();
    await page.keyboard.press("u");
    await page.getByText("Taken back: Import of an archive.").first().waitFor();
    expect(JSON.parse(await everythingStored(page)) as object).toMatchObject({
      scenes: (JSON.parse(before) as { scenes: object }).scenes,
    });
    await choose();
    await page.getByRole("button", { name: "Leave them out" }).click();
    await page.getByText("Brought in: 1 scene, 5 rows left out.").first().waitFor();
    await closeApp(app);
  });
});

describe("another version of the data", () => {
  const openNewer = (page: Page) =>
    page.evaluate(
      () =>
        new Promise<string>((done) => {
          const open = indexedDB.open("inch-hollow", 9990);
          open.onsuccess = () => {
            open.result.close();
            done("open");
          };
          open.onerror = () => done(String(open.error));
        }),
    );
  // On the slowed page the plan is still being made when the newer tab comes: what it would be read with is gone.
  it.each([
    ["settled", 1],
    ["slow", 4],
  ])(
    "in another tab ends the writing of this one, %s, with a sentence; nothing is written into it",
    async (_, rate) => {
      const app = await openDemo();
      const { page, context } = app;
      await (await cdp(app)).send("Emulation.setCPUThrottlingRate", { rate });
      await page.goto(WILLOW);
      await page.getByRole("button", { name: "Give it two drains" }).waitFor();
      const newer = await context.newPage();
      await newer.goto(`${ORIGIN}/icon.svg`);
      expect(await openNewer(newer)).toBe("open");
      await page
        .getByText(/A newer Inch Hollow is open in another tab, so this one keeps nothing any more/)
        .waitFor();
      const before = await rowsOf(newer, "parts");
      await page.getByRole("button", { name: "Give it two drains" }).click();
      await page
        .getByRole("region", { name: /^Notifications/ })
        .getByText(/keeps nothing any more/)
        .first()
        .waitFor();
      expect(await rowsOf(newer, "parts")).toEqual(before);
      // What stood on the page still does: what was typed can be copied.
      await page.getByLabel("Note").fill("half typed");
      await page.waitForTimeout(1500);
      expect(await page.getByLabel("Note").inputValue()).toBe("half typed");
      // A tab of this version, opened now, does not begin to write either.
      await newer.goto(`${ORIGIN}/scenes`);
      await newer
        .getByText(/was written by a newer Inch Hollow\. Nothing of it was touched/)
        .first()
        .waitFor();
      expect(await rowsOf(newer, "parts")).toEqual(before);
      app.troubles.splice(0);
      await closeApp(app);
    },
  );
});

describe("a disk that is nearly full", () => {
  it("refuses what does not fit with a sentence and writes no more, gives a copy, and goes on when there is room again", async () => {
    const disk = await smallDisk();
    const app = await openOnDisk(disk.path);
    const { page } = app;
    await page.addInitScript(disk.standIn);
    await page.goto(ORIGIN);
    await page.getByRole("heading", { name: "The lay" }).waitFor();
    await change(page);
    const before = await everythingStored(page);
    await page.goto(`${ORIGIN}/scenes/osier-carr/parts`);
    await page.getByRole("heading", { name: "The shelf" }).waitFor();
    await disk.fill(page, 3);
    await page.getByLabel("Model files").setInputFiles([fineTerrainStl("moor")]);
    await page
      .getByText(
        /The browser could not write to its disk, which is probably full\. What was here before is kept/,
      )
      .first()
      .waitFor({ timeout: 150_000 });
    // Nothing more is written, also from another page of the same tab, and it is said.
    await page.getByRole("link", { name: /Rule/ }).first().click();
    await page.getByLabel("Ratio or figure size").fill("1:35");
    await page.getByRole("button", { name: "Set", exact: true }).click();
    await page
      .getByRole("alert")
      .getByText(/Until then nothing is written from here/)
      .nth(0)
      .waitFor();
    expect((await rowsOf(page, "scenes")).map((s) => s.denominator)).not.toContain(35);
    await disk.free(page);
    const download = page.waitForEvent("download");
    await page.getByRole("region", { name: "Notices" }).getByRole("button", { name: "Save a copy" }).click();
    expect((await download).suggestedFilename()).toMatch(/^inch-hollow-.*\.zip$/);
    await page
      .getByRole("region", { name: "Notices" })
      .getByRole("button", { name: "Reload this tab" })
      .click();
    await page.getByRole("heading", { name: "The rule" }).waitFor();
    expect(await everythingStored(page)).toBe(before);
    await page.goto(`${ORIGIN}/scenes/osier-carr/parts`);
    await page.getByLabel("Model files").setInputFiles([fineTerrainStl("moor")]);
    await page.getByText("moor.stl: measured").waitFor();
    app.troubles.splice(0);
    await closeApp(app);
    await disk.remove();
  });
});

describe("a clock that jumps", () => {
  it("a day back or a month on loses nothing, and the plan is there", async () => {
    const app = await openApp();
    const { page } = app;
    await page.clock.install();
    await page.goto(ORIGIN);
    await page.getByRole("heading", { name: "The lay" }).waitFor();
    await page.goto(`${SCENE}/bench`);
    const first = (await page.getByRole("heading", { level: 1 }).textContent())!;
    await page.getByRole("button", { name: /Start a timer/ }).click();
    await page.getByRole("list", { name: "Timers" }).getByRole("listitem").waitFor();
    await page.getByRole("button", { name: "Done", exact: true }).click();
    await page.getByText(`${first}: done.`).first().waitFor();
    const before = await everythingStored(page);
    const now = Date.now();
    for (const away of [-24, 30 * 24]) {
      await page.clock.setSystemTime(now + away * 3_600_000);
      await page.reload();
      await page.getByRole("heading", { level: 1 }).waitFor();
      await page.goto(`${SCENE}/order`);
      await page.getByText(/\d+ steps, ready \w{3} \d+ \w{3}/).waitFor();
      expect(await page.getByText(/NaN|Invalid/).count()).toBe(0);
      expect(await everythingStored(page)).toBe(before);
      await page.goto(`${SCENE}/bench`);
    }
    // The last change is still the last, whatever day it was made on.
    await page.locator("h1").click();
    await page.keyboard.press("u");
    await page
      .getByText(new RegExp(`^Taken back: Done: ${first}`))
      .first()
      .waitFor();
    await closeApp(app);
  });
});

describe("a worker that ends in the middle", () => {
  it("ends its file's line with a sentence; the other files go on, and the next file finds a new worker", async () => {
    const app = await openDemo();
    const { page } = app;
    await page.addInitScript(() => {
      const all: Worker[] = [];
      (window as unknown as { intakeWorkers: Worker[] }).intakeWorkers = all;
      window.Worker = class extends Worker {
        constructor(url: string | URL, options?: WorkerOptions) {
          super(url, options);
          if (String(url).includes("intake")) all.push(this);
        }
      };
    });
    await page.goto(`${ORIGIN}/scenes/osier-carr/parts`);
    await page.getByRole("heading", { name: "The shelf" }).waitFor();
    await page.getByLabel("Model files").setInputFiles([terrainStl("moor"), blockStl("sill", 30, 4, 3)]);
    await page
      .getByText(/moor\.stl: (sharing|checking|cutting|following|reading slopes|drawing|measuring)/)
      .first()
      .waitFor();
    // The browser ends it, as it does for want of memory: the page is told nothing.
    await page.evaluate(() =>
      (window as unknown as { intakeWorkers: Worker[] }).intakeWorkers[0]!.terminate(),
    );
    await page
      .getByText(
        /moor\.stl could not be worked out: The browser ended its worker\. Try it alone, or with less detail\./,
      )
      .waitFor();
    await page.getByText("sill.stl: measured").waitFor();
    await page.getByLabel("Model files").setInputFiles([blockStl("beam", 60, 4, 3)]);
    await page.getByText("beam.stl: measured").waitFor();
    expect((await rowsOf(page, "parts")).map((p) => p.name)).not.toContain("moor");
    await closeApp(app);
  });
});

describe("many files", () => {
  it("are one change: one undo takes all of a drop back, the broken one told by its name", async () => {
    const app = await openDemo();
    const { page } = app;
    await page.goto(`${ORIGIN}/scenes/osier-carr/parts`);
    await page.getByRole("heading", { name: "The shelf" }).waitFor();
    const before = await rowsOf(page, "parts");
    const files = Array.from({ length: 24 }, (_, i) => blockStl(`block ${i}`, 10 + i, 4, 3));
    await page
      .getByLabel("Model files")
      .setInputFiles([...files, brokenFiles()[2]!, { ...blockStl("another", 99, 4, 3), name: ".stl" }]);
    await page.getByText("26 of 26 files done").waitFor();
    await page.getByText(/cut\.stl: The header promises/).waitFor();
    const names = async () => (await rowsOf(page, "parts")).map((p) => p.name);
    expect(await names()).toContain("unnamed file");
    expect(await names()).toHaveLength(before.length + 25);
    await page.locator("h1").click();
    await page.keyboard.press("u");
    await page.getByText("Taken back: Add 25 files.").first().waitFor();
    expect(await rowsOf(page, "parts")).toEqual(before);
    await closeApp(app);
  });
});

describe("dialogs", () => {
  it("give the focus back to where it came from, and one that destroys opens on the way to keep things", async () => {
    const app = await openDemo();
    const { page } = app;
    const focused = () =>
      page.evaluate(
        () => document.activeElement?.getAttribute("aria-label") ?? document.activeElement?.textContent ?? "",
      );
    await page.goto(`${ORIGIN}/workshop/archive`);
    await page.getByRole("button", { name: "Remove everything" }).focus();
    await page.keyboard.press("Enter");
    await page.getByRole("dialog").waitFor();
    expect(await focused()).toBe("Keep it");
    await page.keyboard.press("Enter");
    await page.getByRole("dialog").waitFor({ state: "detached" });
    await expect.poll(focused).toBe("Remove everything");
    expect((await rowsOf(page, "scenes")).length).toBe(2);
    // From a menu: back to the button that opened the menu.
    await page.goto(`${ORIGIN}/scenes`);
    await page.getByRole("button", { name: "More for Withy Sluice" }).click();
    await page.getByRole("menuitem", { name: "Rename" }).click();
    await page.getByRole("dialog").waitFor();
    await page.keyboard.press("Escape");
    await expect.poll(focused).toBe("More for Withy Sluice");
    await closeApp(app);
  });
});

describe("a first start that was cut", () => {
  it("between the writes of an older version is finished at the next, with its dates moved to today", async () => {
    const app = await openDemo();
    const { page } = app;
    // As it was left: the scenes are in, the note of the start is not, and the dates are those of the
    // archive.
    await page.goto("about:blank");
    await page.goto(`${ORIGIN}/icon.svg`);
    await page.evaluate(async () => {
      const open = indexedDB.open("inch-hollow");
      const db = await new Promise<IDBDatabase>((done) => (open.onsuccess = () => done(open.result)));
      const transaction = db.transaction(["settings", "scenes"], "readwrite");
      transaction.objectStore("settings").delete("started");
      const scenes = transaction.objectStore("scenes");
      const get = scenes.getAll();
      get.onsuccess = () => get.result.forEach((s: object) => scenes.put({ ...s, startOn: "2026-01-05" }));
      await new Promise((done) => (transaction.oncomplete = done));
      db.close();
    });
    await page.goto(ORIGIN);
    await page.getByRole("heading", { name: "The lay" }).waitFor();
    const today = await page.evaluate(() => new Date().toLocaleDateString("sv-SE"));
    expect((await rowsOf(page, "scenes")).map((s) => s.startOn)).toEqual([today, today]);
    expect((await rowsOf(page, "settings")).map((s) => s.id)).toContain("started");
    // A picture alone has no icon of its own.
    expect(app.troubles.splice(0).filter((t) => !/404/.test(t))).toEqual([]);
    await closeApp(app);
  });
});
