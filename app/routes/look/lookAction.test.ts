import { beforeEach, describe, expect, it } from "vitest";
import { appDatabase } from "#data/db";
import { undoLast } from "#data/journal";
import { tableNames } from "#data/rows";
import { testPart, testScene } from "#data/testing";
import { sendForm } from "#app/testing";
import { lookAction } from "./lookAction";

const db = appDatabase();
const scene = testScene();
const wall = testPart();
const send = (fields: Readonly<Record<string, string>>) =>
  sendForm(lookAction, scene.id, { partId: wall.id, ...fields });
const pin = { intent: "pin", at: "1,2,3", zone: "0", cause: "gap", find: "dry fit", sandable: "on" };
const foreseen = {
  ...{ sceneId: scene.id, what: wall.name, printerId: null, materialId: null, process: "filament" },
  ...{ layerMm: 0.2, slopeDeg: 90, distanceMm: 600, coats: 2, depthMm: 0.01, flat: 2, raking: 4 },
  simulated: false,
};

beforeEach(async () => {
  for (const t of [...tableNames, "journal"] as const) await db.table(t).clear();
  await db.scenes.put(scene);
  await db.parts.put(wall);
});

describe("pins", () => {
  it("are set where they were tapped, changed, and taken out; each can be undone", async () => {
    expect(await send({ ...pin, widthMm: "1,5", depthMm: "1" })).toEqual([]);
    const [set] = await db.pins.toArray();
    expect(set).toMatchObject({ at: [1, 2, 3], widthMm: 1.5, depthMm: 1, lengthMm: null, state: "open" });
    await send({ intent: "pin-change", id: set!.id, answer: "paste" });
    await send({ intent: "pin-change", id: set!.id, talcParts: "1,5" });
    await send({ intent: "pin-change", id: set!.id, state: "done" });
    expect(await db.pins.get(set!.id)).toMatchObject({ answer: "paste", talcParts: 1.5, state: "done" });
    await send({ intent: "pin-remove", id: set!.id });
    expect(await db.pins.count()).toBe(0);
    await undoLast();
    expect(await db.pins.count()).toBe(1);
  });
  it("are refused with one sentence where a size is no number, and nothing is kept", async () => {
    const said = await send({ ...pin, widthMm: "wide" });
    expect(said).toHaveLength(1);
    expect(said[0]).toMatch(/is no number here/);
    expect(await db.pins.count()).toBe(0);
  });
  it("of a part that was deleted meanwhile are refused", async () => {
    expect(await send({ ...pin, partId: "gone" })).toEqual(["This part was deleted meanwhile."]);
  });
});

describe("what was seen", () => {
  const seen = { intent: "seen", zone: "0", seen: "faint", picture: "", foreseen: JSON.stringify(foreseen) };
  it("is kept beside what was foreseen, on its zone too, with what its photo shows, and is forgotten", async () => {
    await send({ ...seen, stripes: "0.12" });
    const [look] = await db.looks.toArray();
    expect(look).toMatchObject({ seen: "faint", flat: 2, raking: 4, stripes: 0.12, picture: null });
    expect((await db.parts.get(wall.id))!.zones[0]!.after).toBe("faint");
    await send({ intent: "forget", id: look!.id });
    expect(await db.looks.count()).toBe(0);
  });
  it("has no share of stripes without a photo", async () => {
    await send({ ...seen, stripes: "" });
    expect((await db.looks.toArray())[0]).not.toHaveProperty("stripes");
  });
});
