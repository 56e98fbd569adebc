import { describe, expect, it } from "vitest";
import { boundsOf } from "#core/print/nestShape";
import type { LaidPiece } from "#core/plan/plates/planPlates";
import { movedByKey } from "./useBedHand";

const piece: LaidPiece = {
  id: "a",
  shape: "a",
  xMm: 0,
  yMm: 0,
  turnDeg: 0,
  partId: "a",
  partName: "wall",
  copy: 1,
  heightMm: 5,
  spare: false,
  lines: [[0, 0, 40, 0, 40, 10, 0, 10]],
} as LaidPiece;
const key = (name: string, shiftKey = false) => movedByKey({ key: name, shiftKey }, piece);

describe("a piece moved on its bed by keys", () => {
  it("goes by a millimetre, with shift by ten", () => {
    expect(boundsOf(key("ArrowRight")!.lines)).toMatchObject({ x0: 1, x1: 41 });
    expect(boundsOf(key("ArrowDown", true)!.lines)).toMatchObject({ y0: -10, y1: 0 });
  });
  it("turns about its middle, a quarter or with shift a little, and back again", () => {
    const quarter = key("q")!;
    const b = boundsOf(quarter.lines);
    expect([b.x1 - b.x0, b.y1 - b.y0].map((v) => Math.round(v))).toEqual([10, 40]);
    expect(quarter.turnDeg).toBe(90);
    expect(key("Q", true)!.turnDeg).toBe(5);
    expect(movedByKey({ key: "e", shiftKey: false }, quarter)!.turnDeg).toBe(0);
  });
  it("stays for any other key", () => {
    expect(key("x")).toBeNull();
  });
});
