import { wholeZone } from "#core/scene/zone";
import { describe, expect, it } from "vitest";
import {
  copyStates,
  cutPiecesOf,
  type Made,
  madeOfPart,
  newPart,
  type PartPatch,
  patchedPart,
  printOf,
} from "#core/scene/part";

const part = (given: PartPatch = {}) =>
  patchedPart(newPart({ id: "p", sceneId: "s", name: "wall", count: 3 }), given);
const hollow = { wallMm: 2, drains: 2, holes: [] };
const piece = {
  id: "c",
  form: "sheet",
  madeOf: "styrene sheet",
  material: "plastic card",
  lengthMm: 30,
  widthMm: 20,
  thicknessMm: 1,
  count: 2,
} as const;

describe("a part", () => {
  it("keeps what a patch does not name, in every section", () => {
    const before = part({
      size: { unitMm: 25.4, ownFactor: 2 },
      print: { hollow, spares: 1 },
      school: "fill and sand",
      finish: { front: [0, 1, 0] },
      place: { placements: [{ xMm: 1, yMm: 2, turnDeg: 3 }] },
      history: { copies: ["printed"] },
    });
    const after = patchedPart(before, {
      size: { ownFactor: 1 },
      print: { clear: true },
      finish: { front: null },
    });
    expect(after).toEqual({
      ...before,
      size: { ...before.size, ownFactor: 1 },
      print: { ...printOf(before), clear: true },
      zones: [{ ...wholeZone, school: "fill and sand" }],
      finish: { front: null },
    });
    expect(patchedPart(before, {})).toEqual(before);
    expect(before.size.ownFactor).toBe(2);
  });
  it("has the fields of its own making, whatever it was and whatever it is told", () => {
    const all: PartPatch = { print: { hollow }, madeOf: "brass", cutPieces: [piece] };
    const fields: Record<Made, readonly string[]> = {
      printed: ["print"],
      "from pieces": ["print"],
      bought: ["madeOf"],
      "by hand": ["cutPieces", "madeOf"],
    };
    const ways = Object.keys(fields) as Made[];
    for (const was of ways)
      for (const made of ways) {
        const changed = patchedPart(part({ ...all, made: was }), { ...all, made });
        const own = Object.keys(changed).filter((k) => ["print", "madeOf", "cutPieces"].includes(k));
        expect(own.sort(), `${was}, then ${made}`).toEqual(fields[made]);
      }
  });
  it("that is bought or built by hand is not printed: not hollow, of no machine, no piece of another", () => {
    for (const made of ["bought", "by hand"] as const) {
      const changed = part({
        made,
        print: { hollow, pieceOf: { partId: "q", number: 1, of: 2 }, printerId: "x" },
      });
      expect(printOf(changed)).toEqual(printOf(newPart({ id: "n", sceneId: "s", name: "n" })));
    }
    expect(madeOfPart(part({ made: "bought", madeOf: "brass" }))).toBe("brass");
    expect(madeOfPart(part({ madeOf: "brass" }))).toBeNull();
    expect(cutPiecesOf(part({ made: "by hand", cutPieces: [piece] }))).toEqual([piece]);
    expect(cutPiecesOf(part({ made: "bought", cutPieces: [piece] }))).toEqual([]);
  });
  it("has no more states than copies and spares, after any change of either", () => {
    const filled = part({ print: { spares: 2 }, history: { copies: [...copyStates] } });
    expect(filled.history.copies).toEqual(copyStates);
    expect(patchedPart(filled, { count: 2 }).history.copies).toEqual(copyStates.slice(0, 4));
    expect(patchedPart(filled, { print: { spares: 0 } }).history.copies).toEqual(copyStates.slice(0, 3));
    expect(patchedPart(filled, { made: "bought" }).history.copies).toEqual(copyStates.slice(0, 3));
    expect(patchedPart(filled, { count: 30 }).history.copies).toEqual(copyStates);
  });
});
