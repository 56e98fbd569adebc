import { describe, expect, it } from "vitest";
import type { KeptOutside } from "#app/jobs/keptOutside";
import { clearedWords } from "#app/routes/scenes/cleared";

const kept: KeptOutside = {
  storeId: "k7f2",
  scenes: ["Ferry stage"],
  changedAt: "2026-03-14T19:30",
  saved: null,
  savedStamp: null,
  unsavedSince: null,
  folder: null,
  quietUntil: null,
  persistenceTold: false,
};

describe("a cleared browser", () => {
  it("says what it held, by name, and when it was changed last", () => {
    const what = (scenes: string[]) => clearedWords({ ...kept, scenes }).what;
    expect(what(["Ferry stage"])).toMatch(/^It held Ferry stage, last changed 2026-03-14 19:30\./);
    expect(what(["A", "B"])).toMatch(/^It held A and B,/);
    expect(what(["A", "B", "C"])).toMatch(/^It held A, B and others,/);
    expect(what([])).toMatch(/^It held your workshop,/);
  });
  it("says where the last file is, or that there is none", () => {
    expect(clearedWords(kept).where).toMatch(/was not saved outside this browser/);
    const saved = { name: "inch-hollow-2026-03-12.zip", at: "2026-03-12T20:00", where: "download" } as const;
    expect(clearedWords({ ...kept, saved }).where).toBe(
      "The last file you saved is inch-hollow-2026-03-12.zip, wherever your browser keeps " +
        "downloads, of 2026-03-12 20:00. Bring it in to go on from there.",
    );
    expect(clearedWords({ ...kept, folder: "Copies", saved: { ...saved, where: "folder" } }).where).toContain(
      "in your folder “Copies”",
    );
  });
});
