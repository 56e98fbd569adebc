import Dexie from "dexie";
import { describe, expect, it } from "vitest";
import { openDatabase } from "#data/db";
import { write } from "#data/journal";
import { storeProblem } from "#data/storeProblem";
import { testScene } from "#data/testing";

const AT = "2026-03-02T20:00";

/** A database as some later version may leave it: another number, another table, the same rows. */
async function newer(name: string): Promise<Dexie> {
  const own = openDatabase(name);
  await write("scene", [{ table: "scenes", put: testScene() }], AT, own);
  own.close();
  const later = new Dexie(name);
  later.version(99).stores({ scenes: "id", somethingElse: "id" });
  await later.open();
  return later;
}

describe("data of a newer version", () => {
  it("is neither read nor written by this one, and the refusal says what to do", async () => {
    const later = await newer("newer-1");
    later.close();
    const db = openDatabase("newer-1");
    await expect(db.scenes.toArray()).rejects.toThrow(/newer Inch Hollow/);
    const outcome = await write(
      "late",
      [{ table: "scenes", put: testScene({ name: "Overwritten" }) }],
      AT,
      openDatabase("newer-1"),
    );
    expect(outcome.ok ? "" : outcome.problems[0]!.message).toMatch(
      /was written by a newer Inch Hollow\. Nothing of it was touched\. Reload/,
    );
    await later.open();
    expect(await later.table("scenes").toArray()).toMatchObject([{ name: "Trial" }]);
    later.close();
  });
});

describe("an error of the store", () => {
  const named = (name: string, message = "", inner?: unknown) =>
    Object.assign(new Error(message), { name, inner });
  it.each<[string, unknown, string | null]>([
    ["no room", named("QuotaExceededError"), "store/full"],
    ["no room, wrapped by the library", named("AbortError", "", named("QuotaExceededError")), "store/full"],
    ["closed", named("DatabaseClosedError"), "store/closed"],
    ["a mistake of the program", new TypeError("x is undefined"), null],
    ["a key that is none", named("DataError", "The parameter is not a valid key."), null],
    ["nothing at all", undefined, null],
  ])("%s is told apart", (_, error, code) => {
    expect(storeProblem(error)?.code ?? null).toBe(code);
  });
});
