import { describe, expect, it } from "vitest";
import type { PaintCourse } from "#core/plan/colour/paintMoments";
import { testLayer } from "#core/painted/testing";
import { wholeZone } from "#core/scene/zone";
import { testPart } from "#data/testing";
import { besideChoices, besideCourse, besideOf, besideValue } from "./beside";

const [red, blue, sealed] = ["red", "blue", "sealed"].map((id) => testLayer(id, "colour"));
const zones = (...schemes: readonly (readonly [string, ...(typeof red)[]])[]) =>
  schemes.map(([name, ...scheme], number) => ({ ...wholeZone, number, name, scheme: scheme.map((l) => l!) }));
const hut = testPart({ id: "hut", name: "hut", zones: zones(["walls", red], ["roof", blue]) });
const shed = testPart({ id: "shed", name: "shed", zones: zones(["walls", sealed, red], ["door", blue]) });
const bare = testPart({ id: "bare", name: "bare", zones: [wholeZone] });
const planned = {
  schemes: [[0, [red!]]],
  moments: [{ done: [[0, 1]] }, { done: [[0, 2]] }, { done: [[0, 3]] }],
  leftOut: [],
} as unknown as PaintCourse;
const at = (value: string, moment = 2) =>
  besideCourse(besideOf(value)!, { part: hut, planned, at: moment }, [hut, shed, bare]);

describe("what stands beside a picture", () => {
  it("may be the part before, finished, or in the scheme of another painted part", () => {
    expect(besideChoices(hut, [hut, shed, bare])).toEqual([
      ["", "nothing"],
      ["before", "it before this layer"],
      ["finished", "it finished"],
      ["part:shed", "it in the scheme of shed"],
    ]);
    for (const [value] of besideChoices(hut, [shed])) expect(besideValue(besideOf(value))).toBe(value);
    expect(besideOf("nonsense")).toBeNull();
  });
  it("before is one moment back and never less than bare, finished is the last", () => {
    expect(at("before")).toMatchObject({ course: planned, at: 1 });
    expect(at("before", 0)).toMatchObject({ at: 0 });
    expect(at("finished")).toMatchObject({ course: planned, at: 3, words: "finished" });
  });
  it("another scheme lies on zones of the same name, and its first one on the others, all of it", () => {
    const { course, at: moment, words } = at("part:shed")!;
    expect(words).toBe("in the scheme of shed");
    expect(course.schemes.map(([, layers]) => layers.map((l) => l.id))).toEqual([
      ["sealed", "red"],
      ["sealed", "red"],
    ]);
    expect(course.moments[moment - 1]!.done).toEqual([
      [0, 2],
      [1, 2],
    ]);
    expect(at("part:gone")).toBeNull();
  });
});
