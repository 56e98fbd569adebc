import { expect, it } from "vitest";
import { keptWhile } from "./keptWhile";

/** A maker that is ended by hand. */
function bench() {
  let key = 0;
  const made: { atKey: number; end: (fails?: boolean) => void }[] = [];
  const ask = keptWhile(
    () => String(key),
    () =>
      new Promise<number>((done, fail) => {
        const atKey = key;
        made.push({ atKey, end: (fails) => (fails ? fail(new Error("no")) : done(atKey)) });
      }),
  );
  return { ask, made, change: () => key++, turn: () => new Promise((r) => setTimeout(r)) };
}

it("makes it once while nothing changes", async () => {
  const { ask, made, turn } = bench();
  const first = ask();
  expect(ask()).toBe(first);
  await turn();
  made[0]!.end();
  expect(await first).toBe(0);
  expect(ask()).toBe(first);
  expect(made).toHaveLength(1);
});

it("makes a hundred changes in a row up by one making, as things are when it begins", async () => {
  const { ask, made, change, turn } = bench();
  const first = ask();
  await turn();
  const later: Promise<number>[] = [];
  for (let i = 0; i < 100; i++) {
    change();
    later.push(ask());
    await turn();
  }
  expect(made).toHaveLength(1);
  made[0]!.end();
  expect(await first).toBe(0);
  await turn();
  expect(made.map((m) => m.atKey)).toEqual([0, 100]);
  made[1]!.end();
  expect(new Set(await Promise.all(later))).toEqual(new Set([100]));
  expect(await ask()).toBe(100);
});

it("a change after the second has begun gets a third", async () => {
  const { ask, made, change, turn } = bench();
  const first = ask();
  await turn();
  change();
  const second = ask();
  made[0]!.end();
  await first;
  await turn();
  change();
  const third = ask();
  expect(third).not.toBe(second);
  made[1]!.end();
  expect(await second).toBe(1);
  await turn();
  made[2]!.end();
  expect(await third).toBe(2);
});

it("does not keep what failed, and whoever waited behind it is still served", async () => {
  const { ask, made, change, turn } = bench();
  const first = ask().catch((e: Error) => e.message);
  await turn();
  change();
  const second = ask();
  made[0]!.end(true);
  expect(await first).toBe("no");
  await turn();
  made[1]!.end(true);
  await expect(second).rejects.toThrow("no");
  const again = ask();
  await turn();
  made[2]!.end();
  expect(await again).toBe(1);
});
