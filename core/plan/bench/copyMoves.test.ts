import { describe, expect, it } from "vitest";
import { testStep } from "#core/order/testing";
import { copyMoves } from "#core/plan/bench/copyMoves";
import { type CopyState, newPart, patchedPart } from "#core/scene/part";

const part = (id: string, count: number, copies: readonly CopyState[]) =>
  patchedPart(newPart({ id, sceneId: "s", name: id, size: { source: { kind: "full" } } }), {
    count,
    history: { copies },
  });
const prime = testStep({ id: "prime", action: "prime", targets: ["part:post"] });
const paint = testStep({ id: "paint", action: "paint", targets: ["part:post"] });
const place = testStep({ id: "place", action: "place", targets: ["part:post", "board"] });
const ground = testStep({ id: "lay", action: "lay ground", targets: ["ground:g", "board", "part:post"] });
const steps = [prime, paint, place, ground];
const after = (
  now: readonly string[],
  done: readonly string[],
  parts = [part("post", 3, ["printed", "printed"])],
) =>
  copyMoves(
    steps.filter((s) => now.includes(s.id)),
    { steps, done: new Set(done) },
    parts,
  ).map((m) => [m.partId, ...m.copies]);

describe("copies move on with what is done to them", () => {
  it("stay where they are while more of their own is left", () => {
    expect(after(["prime"], [])).toEqual([]);
  });
  it("are finished with the last step but setting them, whatever the ground still needs; what is to print stays", () => {
    expect(after(["paint"], ["prime"])).toEqual([["post", "finished", "finished", "to make"]]);
    expect(after(["prime", "paint"], [])).toEqual([["post", "finished", "finished", "to make"]]);
  });
  it("are in place once they are set on the board, and a spoilt one is not", () => {
    const copies = ["finished", "spoilt", "printed"] as const;
    expect(after(["place"], ["prime", "paint"], [part("post", 3, copies)])).toEqual([
      ["post", "in place", "spoilt", "in place"],
    ]);
  });
  it("that were built are there without a run, and nothing is told twice", () => {
    const built = patchedPart(part("post", 1, []), { made: "by hand" });
    expect(after(["paint"], ["prime"], [built])).toEqual([["post", "finished"]]);
    expect(after(["paint"], ["prime"], [part("post", 1, ["finished"])])).toEqual([]);
  });
  it("of other parts, and what is laid on the whole board, move nothing", () => {
    expect(after(["lay"], ["prime", "paint", "place"])).toEqual([]);
    expect(after(["paint"], ["prime"], [part("gate", 1, ["printed"])])).toEqual([]);
  });
});
