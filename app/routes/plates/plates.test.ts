import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { measureMesh } from "#core/mesh/measure";
import { box } from "#core/mesh/testing";
import { soupOf } from "#core/mesh/triangleMesh";
import { newPart } from "#core/scene/part";
import { planInputOf } from "#core/scene/planInput";
import { newScene } from "#core/scene/scene";
import { emptyWorkshop } from "#core/scene/workshop";
import { makePlan } from "#core/plan/plan";
import type { LaidPiece } from "#core/plan/plates/planPlates";
import { testFilament, testPla, testResin, testResinFluid } from "#core/print/testing";
import { refusal } from "./refusal";
import { headOf, lanePicture, NARROWEST } from "./lanes";
import { plateAfter } from "./plateAfter";
import { bandsFrom } from "./making/makingFrom";
import { movedPiece, turnedPiece } from "./movePiece";

const piece = (given: Partial<LaidPiece> = {}): LaidPiece => ({
  id: "a",
  partId: "a",
  partName: "gate",
  copy: 0,
  xMm: 10,
  yMm: 10,
  turnDeg: 0,
  lines: [[10, 10, 40, 10, 40, 20, 10, 20]],
  heightMm: 5,
  spare: false,
  ...given,
});

describe("a piece on a bed", () => {
  it("comes back where it was after four quarter turns, and after there and back", () => {
    fc.assert(
      fc.property(
        fc.integer({ min: -100, max: 100 }),
        fc.integer({ min: -100, max: 100 }),
        fc.integer({ min: -180, max: 180 }),
        (dx, dy, deg) => {
          const near = (a: LaidPiece, b: LaidPiece) =>
            a.lines[0]!.forEach((v, i) => expect(v).toBeCloseTo(b.lines[0]![i]!, 6));
          near(movedPiece(movedPiece(piece(), dx, dy), -dx, -dy), piece());
          near(turnedPiece(turnedPiece(piece(), deg), -deg), piece());
          near(
            [1, 2, 3, 4].reduce((p) => turnedPiece(p, 90), piece()),
            piece(),
          );
        },
      ),
    );
    expect(turnedPiece(piece(), -90).turnDeg).toBe(270);
  });
  it("is refused over an edge and near a neighbour, in words, and allowed elsewhere", () => {
    const other = piece({ id: "b", partName: "post", xMm: 60, lines: [[60, 10, 70, 10, 70, 20, 60, 20]] });
    expect(refusal(piece(), [piece(), other], [100, 50], 3)).toBeNull();
    expect(refusal(movedPiece(piece(), -12, 0), [other], [100, 50], 3)).toBe(
      "gate would hang 2.0 mm over the left of the usable bed. It stays where it was.",
    );
    expect(refusal(movedPiece(piece(), 0, 31), [other], [100, 50], 3)).toMatch(/1\.0 mm over the back/);
    expect(refusal(movedPiece(piece(), 18, 0), [other], [100, 50], 3)).toBe(
      "gate would come nearer than 3 mm to post. It stays where it was.",
    );
    // It never stands in its own way.
    expect(refusal(movedPiece(piece(), 1, 0), [piece()], [100, 50], 3)).toBeNull();
  });
});

const plan = makePlan(
  planInputOf({
    scene: newScene({ id: "s", name: "Trial", denominator: 1, startOn: "2026-03-02" }),
    now: { today: "2026-03-02", minute: 600, ms: 0 },
    measurements: new Map([["b", measureMesh(soupOf(box(60, 50, 40))).measurement]]),
    workshop: {
      ...emptyWorkshop,
      printers: [testFilament, testResin],
      materials: [testPla, testResinFluid],
      hours: [[], ...Array.from({ length: 5 }, () => [{ from: 1140, to: 1260 }]), []],
    },
    parts: [
      newPart({
        id: "p",
        sceneId: "s",
        name: "block",
        meshId: "b",
        count: 30,
        size: { source: { kind: "full" } },
        print: { process: "filament" },
      }),
      newPart({
        id: "q",
        sceneId: "s",
        name: "small",
        meshId: "b",
        count: 2,
        size: { ownFactor: 0.4, source: { kind: "full" } },
        print: { process: "resin" },
      }),
    ],
  }),
);
describe("the picture of plates in time", () => {
  const picture = lanePicture(plan, [testFilament, testResin], 600);
  it("has every plate once, at one scale, none over another, in the order of its machine", () => {
    expect(picture.lanes.flatMap((l) => l.beds.map((b) => b.plate.id)).sort()).toEqual(
      plan.plates.map((p) => p.id).sort(),
    );
    for (const { beds, printer } of picture.lanes) {
      for (const [i, b] of beds.entries()) {
        expect(b.width / printer.bedMm[0]).toBeCloseTo(
          picture.lanes[0]!.beds[0]!.width / picture.lanes[0]!.printer.bedMm[0],
          9,
        );
        const next = beds[i + 1];
        if (next) expect(next.x).toBeGreaterThanOrEqual(b.x + Math.max(b.width, NARROWEST));
      }
    }
  });
  it("puts bars where their hours are, inside the picture", () => {
    for (const b of picture.lanes.flatMap((l) => l.beds)) {
      expect(b.bar!.x).toBeCloseTo(picture.xOf(Math.max(picture.startMinute, b.run!.setupAt)), 6);
      expect(b.bar!.x + b.bar!.width).toBeLessThanOrEqual(picture.width);
    }
    expect(picture.xOf(picture.startMinute + 60) - picture.xOf(picture.startMinute)).toBeCloseTo(
      picture.pxPerHour,
      9,
    );
  });
});

describe("a picture over weeks", () => {
  const finite = plan.runs.filter((r) => Number.isFinite(r.clearedAt));
  const last = finite.reduce((a, b) => (a.setupAt > b.setupAt ? a : b));
  const late = (days: number) => ({
    ...plan,
    runs: plan.runs.map((r) =>
      r === last
        ? {
            ...r,
            setupAt: r.setupAt + days * 1440,
            endsAt: r.endsAt + days * 1440,
            clearedAt: r.clearedAt + days * 1440,
          }
        : r,
    ),
  });
  it("folds days in which no machine runs, and keeps time going to the right", () => {
    const picture = lanePicture(late(20), [testFilament, testResin], 600);
    expect(picture.folds).toHaveLength(1);
    const [fold] = picture.folds;
    expect(fold!.days).toBeGreaterThanOrEqual(17);
    expect(finite.every((r) => r === last || r.clearedAt <= fold!.day * 1440)).toBe(true);
    expect(last.setupAt + 20 * 1440).toBeGreaterThanOrEqual((fold!.day + fold!.days) * 1440);
    for (let t = picture.startMinute; t < picture.endMinute; t += 301)
      expect(picture.xOf(t + 301)).toBeGreaterThan(picture.xOf(t));
    expect(lanePicture(plan, [testFilament, testResin], 600).folds).toEqual([]);
  });
  it("names days that have room for it, one by one or by the Mondays, and no folded one", () => {
    const near = lanePicture(plan, [testFilament, testResin], 600);
    const head = headOf(near, plan.clock);
    const x = head.days.map((d) => Math.max(0, near.xOf(d * 1440)));
    expect(x.slice(1).every((v, i) => v - x[i]! >= 68)).toBe(true);
    const folded = lanePicture(late(20), [testFilament, testResin], 600);
    const [fold] = folded.folds;
    const named = headOf(folded, plan.clock).days;
    expect(named.some((d) => d >= fold!.day && d < fold!.day + fold!.days)).toBe(false);
    const long = { ...near, pxPerHour: 1, endMinute: 60 * 1440, xOf: (m: number) => m / 60, folds: [] };
    const mondays = headOf(long, plan.clock).days.slice(1);
    expect(mondays.length).toBeGreaterThan(5);
    expect(mondays.every((d) => (plan.clock.startWeekday + d) % 7 === 1)).toBe(true);
  });
});

it("a plate that was laid anew is followed to where most of it lies, and to nowhere when all of it is gone", () => {
  const plate = (id: string, ...pieces: string[]) => ({ id, laid: pieces.map((p) => piece({ id: p })) });
  const now = [plate("x", "a"), plate("y", "b", "c", "d"), plate("z", "e")];
  expect(plateAfter(plate("w", "a", "b", "c"), now)?.id).toBe("y");
  expect(plateAfter(plate("w", "q"), now)).toBeNull();
});

describe("infill by height as typed", () => {
  it.each([
    ["", []],
    ["0-12: 40", [[0, 12, 0.4]]],
    [
      "0-12: 40, 60-68: 30",
      [
        [0, 12, 0.4],
        [60, 68, 0.3],
      ],
    ],
    ["1.5 to 3 mm: 100 %", [[1.5, 3, 1]]],
    [
      "0,5-2: 20; 3-4: 50",
      [
        [0.5, 2, 0.2],
        [3, 4, 0.5],
      ],
    ],
  ])("%s is understood", (text, bands) => {
    const read = bandsFrom(text);
    expect(read.ok && read.value.map((b) => [b.fromMm, b.toMm, b.share])).toEqual(bands);
  });
  it.each(["12", "12-0: 40", "0-12: 140", "a-b: c", "0-12 40"])("%s is refused in a sentence", (text) => {
    const read = bandsFrom(text);
    expect(read.ok).toBe(false);
    if (!read.ok) expect(read.problems[0]!.message).toMatch(/is no height with an infill\. Write/);
  });
});
