import { describe, expect, it } from "vitest";
import { exact } from "#core/figure";
import { makePlan } from "#core/plan/plan";
import { testInput } from "#core/plan/testing";
import { wholeZone, type Zone } from "#core/scene/zone";
import type { ZoneMeasure } from "#core/zones/zoneMeasure";
import { carvedWords, paintWords, planeThrough, zoneRows } from "./view";
import { changeOf } from "./zonesAction";

const measure: ZoneMeasure = {
  ...{ number: 0, area: 2000, places: 2, at: [0, 0, 0], low: 0, high: 10, directions: [], borders: [] },
  cells: { count: 11, area: 900 },
  grooves: { count: 10, length: 600 },
  ridges: null,
  relief: { depth: 0.3, at: [0, 0, 0], sunken: true },
  narrowest: { width: 0.62, at: [0, 0, 0] },
};
const p = makePlan(testInput()).parts.find((x) => x.part.id === "wall")!;
const zoned = { ...p, zones: [{ ...p.zones[0]!, areaCm2: exact(20, "cm2", "measured"), measure }] };

describe("rows of zones", () => {
  it("follow what is drawn before the plan does: areas and minutes at its share, new zones by themselves", () => {
    const minutes = new Map([[0, exact(30, "min", "practice")]]);
    const drawn = new Map([
      [0, 1500],
      [4, 500],
      [255, 100],
    ]);
    const { rows, fresh, open } = zoneRows(zoned, minutes, drawn);
    expect(rows[0]!.cm2).toBeCloseTo(15, 9);
    expect(rows[0]!.minutes!.value).toBeCloseTo(22.5, 9);
    expect(fresh).toEqual([{ number: 4, cm2: 5 * p.rescale.factor ** 2 }]);
    expect(open).toBeCloseTo(p.rescale.factor ** 2, 9);
  });
  it("are the plan's very figures where nothing was drawn since", () => {
    const minutes = new Map([[0, exact(30, "min", "practice")]]);
    const [row] = zoneRows(zoned, minutes, null).rows;
    expect(row!.minutes).toBe(minutes.get(0));
    expect(row!.cm2).toBe(20);
    expect(row!.carved).toContain("in 2 places");
  });
  it("say what is not counted, since the part stands on it", () => {
    const f2 = p.rescale.factor ** 2;
    const counted = (cm2: number) => {
      const zones = [{ ...zoned.zones[0]!, areaCm2: exact(cm2 * f2, "cm2", "measured") }];
      return zoneRows({ ...zoned, zones }, new Map(), null).rows[0]!.carved[0];
    };
    expect(counted(12)).toMatch(/^8\S* cm² that it stands on are not counted$/);
    expect(counted(20)).toBe("in 2 places");
  });
  it("say what is carved, and nothing of a plain one", () => {
    expect(carvedWords(measure, 1)).toEqual([
      "in 2 places",
      "11 boards or stones",
      "10 grooves, 600 mm in all",
      "shallowest groove 0.30 mm deep",
      "narrowest groove 0.62 mm wide",
    ]);
    expect(carvedWords(null, 1)).toEqual([]);
  });
  it("say how a zone is painted", () => {
    const words = (zone: Partial<Zone>) => paintWords({ zone: { ...wholeZone, ...zone } });
    expect(words({})).toBe("no layer yet");
    expect(words({ meaning: "bare" })).toBe("left bare");
    expect(words({ meaning: "mating" })).toBe("not painted");
  });
});

it("a line through two points of a face is a plane square to it, and none through one point", () => {
  const plane = planeThrough([0, 0, 5], [10, 0, 5], [0, -1, 0])!;
  expect(plane.normal.map(Math.abs)).toEqual([0, 0, 1]);
  expect(Math.abs(plane.offset)).toBe(5);
  expect(planeThrough([1, 2, 3], [1, 2, 3], [0, 0, 1])).toBeNull();
});

describe("what the table sends", () => {
  const zones: readonly Zone[] = [wholeZone, { ...wholeZone, number: 1, name: "roof", areaCm2: 12 }];
  const sent =
    (fields: Record<string, string>) =>
    (name: string): string =>
      fields[name] ?? "";
  it("adds a zone by name and area, with the decisions of the first", () => {
    const made = changeOf("add", { zones }, undefined, sent({ name: "door", area: "2,5" }));
    expect(made.ok && made.value.at(-1)).toMatchObject({ number: 2, name: "door", areaCm2: 2.5 });
  });
  it("refuses a zone without a name or an area in one sentence, at its field", () => {
    const refusal = (fields: Record<string, string>) => {
      const made = changeOf("add", { zones }, undefined, sent(fields));
      return made.ok ? null : made.problems[0]!.path;
    };
    expect(refusal({ area: "3" })).toEqual(["name"]);
    expect(refusal({ name: "door", area: "large" })).toEqual(["area"]);
  });
  it("names a zone, says what it is, and never takes the last one away", () => {
    const named = changeOf("name", { zones }, zones[1], sent({ name: "thatch" }));
    expect(named.ok && named.value[1]!.name).toBe("thatch");
    const said = changeOf("meaning", { zones }, zones[1], sent({ meaning: "timber" }));
    expect(said.ok && said.value[1]!.meaning).toBe("timber");
    const seen = changeOf("after", { zones }, zones[1], sent({ after: "faint" }));
    expect(seen.ok && seen.value.map((z) => z.after)).toEqual([undefined, "faint"]);
    const forgotten = changeOf("after", { zones: seen.ok ? seen.value : [] }, zones[1], sent({}));
    expect(forgotten.ok && "after" in forgotten.value[1]!).toBe(false);
    const dropped = changeOf("drop", { zones: [wholeZone] }, wholeZone, sent({}));
    expect(dropped.ok && dropped.value).toEqual([wholeZone]);
    expect(changeOf("name", { zones }, undefined, sent({ name: "x" })).ok).toBe(false);
  });
});
