import { beforeEach, describe, expect, it } from "vitest";
import { refused, success } from "#core/outcome";
import { contentId } from "#core/mesh/contentId";
import { measureMesh } from "#core/mesh/measure";
import { box } from "#core/mesh/testing";
import { soupOf } from "#core/mesh/triangleMesh";
import { appDatabase } from "#data/db";
import { tableNames } from "#data/rows";
import { undoLabel, undoLast } from "#data/journal";
import { testScene } from "#data/testing";
import type { TakeFile, TakenModel } from "#workers/intake";
import { WorkerStopped } from "#workers/openWorker";
import { addFiles, type FileState } from "#app/jobs/addFiles";

const db = appDatabase();
const scene = testScene();
const { corners } = soupOf(box(10, 4, 3));
const { measurement } = measureMesh({ corners });

async function bodyOf(i: number, name = ""): Promise<TakenModel> {
  const own = corners.map((v) => v * (1 + i / 1000));
  return { id: await contentId(own), name, unitMm: 1, corners: new Blob([own]), measurement };
}
const unitOfFile = (name: string) => (name.startsWith("inch") ? 25.4 : name.startsWith("unsaid") ? null : 1);
/** Takes files in without a worker: what comes of a file stands in its name. */
const take: TakeFile = async (_, file, __, tell) => {
  tell(0.5, "measuring walls");
  if (file.name.startsWith("late")) setTimeout(() => tell(0.9, "drawing outlines"), 20);
  await new Promise((done) => setTimeout(done, file.size % 3));
  const number = Number(/\d+/.exec(file.name)?.[0] ?? 0);
  if (file.name.startsWith("broken"))
    return refused("stl/too-short", `${file.name}: cut off. Copy it again.`);
  if (file.name.startsWith("trap")) throw new TypeError("cannot read properties of undefined");
  if (file.name.startsWith("heavy")) throw new WorkerStopped("The browser ended its worker.");
  if (file.name.startsWith("set"))
    return success({
      format: "3mf" as const,
      models: [await bodyOf(1, "tower"), await bodyOf(2), await bodyOf(1, "tower again")],
    });
  const bodies = file.name.startsWith("many")
    ? [await bodyOf(number), await bodyOf(number + 1)]
    : [{ ...(await bodyOf(number)), unitMm: unitOfFile(file.name) }];
  return success({ format: "stl" as const, models: bodies });
};
const file = (name: string) =>
  new File([name.startsWith("readme") ? "Print it flat. CC BY 4.0" : "x".repeat(name.length)], name);
async function added(names: readonly string[], signal = new AbortController().signal) {
  let last: readonly FileState[] = [];
  await addFiles(scene.id, names.map(file), {}, (states) => (last = states), signal, { lanes: 3, take });
  return last;
}

beforeEach(async () => {
  for (const t of [...tableNames, "journal", "meshes", "measurements"]) await db.table(t).clear();
  await db.scenes.put(scene);
});

describe("a drop of files", () => {
  it("keeps a read-me beside models as their note and licence, in the same change", async () => {
    const states = await added(["readme.txt", "block 1.stl", "block 2.stl", "broken.stl"]);
    expect(states[0]).toMatchObject({ stage: "kept as note of 2 parts", done: true, problem: null });
    const parts = await db.parts.toArray();
    expect(parts.map((p) => [p.note, p.origin.licence])).toEqual(
      Array(2).fill(["Print it flat. CC BY 4.0", "CC BY 4.0"]),
    );
    await undoLast();
    expect(await db.parts.count()).toBe(0);
  });
  it("says of a read-me that came without models that it says nothing of any", async () => {
    const [state] = await added(["readme.txt"]);
    expect(state!.problem!.message).toBe("readme.txt says nothing of a model that came with it.");
  });
  it("of four hundred is one change: one undo takes it back whole", async () => {
    const states = await added(Array.from({ length: 400 }, (_, i) => `block ${i}.stl`));
    expect(states.every((s) => s.done && s.stage === "measured")).toBe(true);
    expect(await db.parts.count()).toBe(400);
    expect(await db.journal.count()).toBe(1);
    expect(await undoLabel()).toBe("Add 400 files");
    await undoLast();
    expect(await db.parts.count()).toBe(0);
    expect(await undoLast()).toBeNull();
  });
  it("keeps the unit that a file says, and guesses one where it says none", async () => {
    await added(["inch 1.3mf", "unsaid 2.stl", "plain 3.3mf"]);
    const sizes = (await db.parts.toArray()).map((p) => [p.origin.fileName, p.size.unitMm, p.size.unitSure]);
    expect(sizes.sort()).toEqual([
      ["inch 1.3mf", 25.4, true],
      ["plain 3.3mf", 1, true],
      ["unsaid 2.stl", expect.any(Number), false],
    ]);
  });
  it("ends every line with a sentence, whatever goes wrong in one of them, and goes on with the rest", async () => {
    const states = await added([
      "a 1.stl",
      "broken 2.stl",
      "trap 3.stl",
      "heavy 4.stl",
      "many 5.stl",
      "b 7.stl",
    ]);
    expect(states.map((s) => [s.done, s.stage])).toEqual([
      [true, "measured"],
      [true, "refused"],
      [true, "refused"],
      [true, "refused"],
      [true, "measured"],
      [true, "measured"],
    ]);
    const said = (i: number) => states[i]!.problem!.message;
    expect(said(1)).toBe("broken 2.stl: cut off. Copy it again.");
    expect(said(2)).toBe(
      "Something went wrong with trap 3.stl (cannot read properties of undefined). Nothing of it was kept.",
    );
    expect(said(3)).toMatch(
      /^heavy 4\.stl could not be worked out: The browser ended its worker\. Try it alone/,
    );
    expect((await db.parts.toArray()).map((p) => p.name).sort()).toEqual([
      "a 1",
      "b 7",
      "many 5 1",
      "many 5 2",
    ]);
    expect(await undoLabel()).toBe("Add 3 files");
  });
  it("keeps the name of a single file in its label, and each file with its model or not at all", async () => {
    await added(["a 1.stl"]);
    expect(await undoLabel()).toBe("Add a 1.stl");
    const meshes = new Set(await db.meshes.toCollection().primaryKeys());
    for (const { meshId } of await db.parts.toArray()) expect(meshes).toContain(meshId);
  });
  it.each([
    [".stl", "unnamed file"],
    ["  .stl", "unnamed file"],
    ["wall.v2.stl", "wall.v2"],
    [`${"n".repeat(300)}.stl`, "n".repeat(120)],
  ])("called %s makes a part that can be kept", async (name, part) => {
    const [state] = await added([name]);
    expect(state).toMatchObject({ stage: "measured", problem: null });
    expect((await db.parts.toArray())[0]!.name).toBe(part);
  });
  it("that is named otherwise inside keeps the name that somebody gave it", async () => {
    const inside = { ...(await bodyOf(3, "gearwheel")), unitMm: 1 };
    const takes: TakeFile = async () => success({ format: "stl" as const, models: [inside] });
    await addFiles(scene.id, [file("mill wheel.stl")], {}, () => undefined, new AbortController().signal, {
      lanes: 1,
      take: takes,
    });
    expect((await db.parts.toArray()).map((p) => p.name)).toEqual(["mill wheel"]);
  });
  it("of several bodies makes a part of each, under both names, and of the same body twice two copies", async () => {
    await added(["set.3mf"]);
    const parts = (await db.parts.toArray()).map((p) => [p.name, p.count]).sort();
    expect(parts).toEqual([
      ["set 2", 1],
      ["set, tower", 2],
    ]);
  });
  it("that is an archive makes a part of each file in it, under its own name and with where it stood", async () => {
    const models = [
      { ...(await bodyOf(1, "gearwheel")), path: "mill/wheel.stl" },
      { ...(await bodyOf(2, "left")), path: "mill/doors.3mf" },
      { ...(await bodyOf(3, "right")), path: "mill/doors.3mf" },
    ];
    const takes: TakeFile = async () => success({ format: "zip" as const, models });
    const signal = new AbortController().signal;
    await addFiles(scene.id, [file("kit.zip")], {}, () => undefined, signal, { lanes: 1, take: takes });
    expect((await db.parts.toArray()).map((p) => [p.name, p.origin.fileName]).sort()).toEqual([
      ["doors, left", "kit.zip/mill/doors.3mf"],
      ["doors, right", "kit.zip/mill/doors.3mf"],
      ["wheel", "kit.zip/mill/wheel.stl"],
    ]);
  });
  it("that is an archive brings its read-me and its pictures along, each to the parts it is about", async () => {
    const models = [
      { ...(await bodyOf(1)), path: "mill/wheel.stl" },
      { ...(await bodyOf(2)), path: "mill/door.stl" },
    ];
    const beside = [
      new File(["Turn it. CC BY 4.0"], "mill/readme.txt"),
      new File(["p"], "mill/wheel seen from below.jpg"),
      new File(["p"], "mill/all of it.png"),
      new File(["p"], "mill/spoilt.png"),
    ];
    const takes: TakeFile = async () => success({ format: "zip" as const, models, beside });
    const shrink = async ({ name }: File) => {
      if (name.includes("spoilt")) throw new Error("spoilt.png cannot be read as a picture.");
      return { picture: "data:image/jpeg;base64,AAAA", aspect: 1.5 };
    };
    let last: readonly FileState[] = [];
    const run = { lanes: 1, take: takes, shrink };
    const signal = new AbortController().signal;
    await addFiles(scene.id, [file("kit.zip")], {}, (states) => (last = states), signal, run);
    expect(last[0]!.stage).toBe("measured, and 3 kept that lay beside");
    const parts = await db.parts.toArray();
    const idOf = (name: string) => parts.find((p) => p.name === name)!.id;
    expect(parts.map((p) => p.note)).toEqual(["Turn it. CC BY 4.0", "Turn it. CC BY 4.0"]);
    const drawings = (await db.drawings.toArray()).sort((a, b) => a.name.localeCompare(b.name));
    expect(drawings.map((d) => [d.name, d.partIds.toSorted()])).toEqual([
      ["all of it", [idOf("wheel"), idOf("door")].toSorted()],
      ["wheel seen from below", [idOf("wheel")]],
    ]);
    await undoLast();
    expect([await db.parts.count(), await db.drawings.count()]).toEqual([0, 0]);
  });
  it("that is a picture by itself is told where drawings go", async () => {
    expect((await added(["front.png"]))[0]!.problem!.message).toMatch(/no model came with it.*ruler on Rule/);
  });
  it("that is another one under a new name is one copy more, and one undo takes both back", async () => {
    await added(["post 7.stl", "pole 7.stl", "beam 8.stl"]);
    const parts = (await db.parts.toArray()).map((p) => p.count).sort();
    expect(parts).toEqual([1, 2]);
    await undoLast();
    expect(await db.parts.count()).toBe(0);
  });
  it("whose worker still tells how far it was when it is over stays over", async () => {
    let last: readonly FileState[] = [];
    const run = { lanes: 1, take };
    const signal = new AbortController().signal;
    await addFiles(scene.id, [file("late 1.stl")], {}, (states) => (last = states), signal, run);
    await new Promise((done) => setTimeout(done, 40));
    expect(last[0]).toMatchObject({ done: true, stage: "measured" });
  });
  it("that is cancelled keeps what was told as measured, and tells the rest as cancelled", async () => {
    const cancel = new AbortController();
    let last: readonly FileState[] = [];
    const names = Array.from({ length: 30 }, (_, i) => `block ${i}.stl`);
    await addFiles(
      scene.id,
      names.map(file),
      {},
      (states) => {
        last = states;
        if (states.filter((s) => s.stage === "measured").length >= 5) cancel.abort();
      },
      cancel.signal,
      { lanes: 3, take },
    );
    const measured = last
      .filter((s) => s.stage === "measured")
      .map((s) => s.name.replace(".stl", ""))
      .sort();
    expect(last.every((s) => s.done)).toBe(true);
    expect(measured.length).toBeLessThan(30);
    expect((await db.parts.toArray()).map((p) => p.name).sort()).toEqual(measured);
  });
  it("into a scene that was deleted meanwhile is refused, file by file", async () => {
    await db.scenes.clear();
    const [state] = await added(["a 1.stl"]);
    expect(state!.problem!.message).toMatch(
      /^a 1\.stl: The scene that this belongs to was deleted in the meantime/,
    );
    expect(await db.meshes.count()).toBe(0);
  });
});
