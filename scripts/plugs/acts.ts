import { readFileSync } from "node:fs";
import type { Page } from "playwright-core";
import { writeBinaryStl } from "#core/formats/stl";
import { box } from "#core/mesh/testing";
import { soupOf } from "#core/mesh/triangleMesh";
import type { Difference } from "./snapshot";

/** Something that a builder does. */
export type Act = {
  readonly name: string;
  /** Brings the page to where it is done. */
  readonly go: (page: Page, origin: string) => Promise<void>;
  /** Does it, and returns when the page tells that it is kept. */
  readonly do: (page: Page, round: number) => Promise<void>;
  /** Whether what has changed is this, whole and nothing else. */
  readonly isWhole: (changed: readonly Difference[], round: number) => boolean;
};

const heading = (page: Page, name: string) => page.getByRole("heading", { name }).first().waitFor();
const WILLOW = "/scenes/withy-sluice/parts/withy-sluice-willow-large";
const only = (changed: readonly Difference[], ...tables: string[]) =>
  changed.every((d) => tables.includes(d.table));
const added = (changed: readonly Difference[], table: string) =>
  changed.filter((d) => d.table === table && d.before === null);

const takeIn: Act = {
  name: "a file taken in",
  go: async (page, origin) => {
    await page.goto(`${origin}/scenes/osier-carr/parts`);
    await heading(page, "The shelf");
  },
  do: async (page, round) => {
    const buffer = Buffer.from(writeBinaryStl(soupOf(box(10 + round / 7, 4, 3))));
    await page
      .getByLabel("Model files")
      .setInputFiles({ name: `plug ${round}.stl`, mimeType: "model/stl", buffer });
    await page.getByText(`plug ${round}.stl: measured`).waitFor();
  },
  isWhole: (changed, round) =>
    only(changed, "parts") &&
    changed.length === 1 &&
    added(changed, "parts")[0]?.after?.name === `plug ${round}`,
};

const place: Act = {
  name: "a part placed",
  go: async (page, origin) => {
    await page.goto(`${origin}/scenes/withy-sluice`);
    await heading(page, "The lay");
  },
  do: async (page) => {
    const keeper = page.getByRole("button", { name: /^Keeper, at/ });
    await keeper.focus();
    await page.keyboard.press("ArrowRight");
    // It is drawn where it was put at once; kept it is when it is no longer busy.
    await page.locator('[aria-busy="true"]').waitFor({ state: "detached" });
  },
  isWhole: (changed) =>
    only(changed, "parts") && changed.length === 1 && changed[0]!.id === "withy-sluice-keeper",
};

const setNote: Act = {
  name: "a form set",
  go: async (page, origin) => {
    await page.goto(origin + WILLOW);
    await heading(page, "Making it");
  },
  do: async (page, round) => {
    await page.getByLabel("Note").fill(`round ${round}`);
    await page.getByRole("button", { name: "Set", exact: true }).click();
    await page.waitForFunction(
      (text) => document.querySelector<HTMLInputElement>('input[name="note"]')?.defaultValue === text,
      `round ${round}`,
    );
  },
  isWhole: (changed, round) =>
    only(changed, "parts") && changed.length === 1 && changed[0]!.after?.note === `round ${round}`,
};

/** How many steps go in one go with what is on the bench. */
let inOneGo = 1;
const done: Act = {
  name: "a step done",
  go: async (page, origin) => {
    await page.goto(`${origin}/scenes/withy-sluice/bench`);
    await page.getByRole("button", { name: "Done", exact: true }).waitFor();
    const several = page.getByText(/^\d+ in one go:/).first();
    inOneGo = (await several.isVisible()) ? Number.parseInt((await several.textContent()) ?? "") : 1;
  },
  do: async (page) => {
    await page.getByRole("button", { name: "Done", exact: true }).click();
    await page
      .getByText(/: done\./)
      .first()
      .waitFor();
  },
  isWhole: (changed) =>
    // What it takes leaves the shelf with it, and copies move on.
    only(changed, "records", "log", "timers", "plans", "stock", "paints", "parts") &&
    added(changed, "records").length === inOneGo &&
    [0, inOneGo].includes(added(changed, "log").length),
};

const newScene: Act = {
  name: "a scene made",
  go: async (page, origin) => {
    await page.goto(`${origin}/scenes`);
    await page.getByRole("button", { name: "New scene" }).click();
  },
  do: async (page, round) => {
    await page.getByRole("textbox", { name: "Name" }).fill(`Scene ${round}`);
    await page.getByRole("button", { name: "Make the scene" }).click();
    await heading(page, "The shelf is empty");
  },
  // The samples are set aside in the same step.
  isWhole: (changed, round) =>
    only(changed, "scenes") &&
    added(changed, "scenes")
      .map((d) => d.after!.name)
      .join() === `Scene ${round}`,
};

const archive = readFileSync("tests/corpus/archives/version-5.zip");
export const archiveIn: Act = {
  name: "an archive brought in",
  go: async (page, origin) => {
    await page.goto(`${origin}/workshop/archive`);
    await heading(page, "Bring an archive in");
  },
  do: async (page) => {
    await page
      .getByLabel("Archive")
      .setInputFiles({ name: "sample.zip", mimeType: "application/zip", buffer: archive });
    await page.getByRole("button", { name: "Bring it in" }).click();
    await page.getByText("Brought in: 2 scenes.").first().waitFor();
  },
  isWhole: (changed) => {
    const scenes = added(changed, "scenes").map((d) => d.id);
    // A second time it changes nothing, or what was done to its rows meanwhile.
    return scenes.length === 0 || scenes.sort().join() === "eel-house,reed-bank";
  },
};

export const undo: Act = {
  name: "undo",
  go: async (page, origin) => {
    await page.goto(`${origin}/workshop`);
    await heading(page, "Workshop");
  },
  do: async (page) => {
    await page.keyboard.press("u");
    await page
      .getByText(/^Taken back: .*\.$/)
      .first()
      .waitFor();
  },
  // Whoever pulls the plug knows what was there before.
  isWhole: (changed) => changed.length > 0,
};

export const acts: readonly Act[] = [takeIn, place, setNote, done, newScene, archiveIn, undo];
