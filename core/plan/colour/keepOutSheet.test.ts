import { describe, expect, it } from "vitest";
import { exact } from "#core/figure";
import { clearanceVerdict } from "#core/joints/clearance";
import { box } from "#core/mesh/testing";
import { unitNormals } from "#core/mesh/faces";
import { jointLeft, keepOuts, keepOutSheet } from "#core/plan/colour/keepOutSheet";
import type { JointPlan } from "#core/plan/joints/planJoint";
import type { PartPlan } from "#core/plan/parts/partPlan";
import { wholeZone } from "#core/scene/zone";
import { sideViews } from "#core/zones/sideViews";

const clip = {
  joint: { name: "clip", fit: "clip", partIds: ["gate"] },
  filmsMm: 8 * 0.017,
  clearance: clearanceVerdict("filament", "clip", 0.25, 8 * 0.017),
} as unknown as JointPlan;
const gate = {
  part: { name: "gate", count: 2 },
  zones: (["clear", "mating", "timber", "bare"] as const).map((meaning, number) => ({
    zone: { ...wholeZone, number, name: `the ${meaning}`, meaning },
    areaCm2: exact(4, "cm2", "computed"),
  })),
} as unknown as PartPlan;

describe("C2: where no paint goes", () => {
  it("a clip of 0.25 mm a side with four films of 0.017 mm on both faces has 0.114 mm left, on the sheet", () => {
    expect(clip.clearance!.leftMm).toBeCloseTo(0.114, 9);
    expect(jointLeft(clip)).toBe(
      "clip, clip: gap 0.250 mm a side, films 0.136 mm, left 0.114 mm: closed by paint",
    );
    const page = keepOutSheet("No paint here: gate", [], keepOuts(gate, null), [clip]);
    expect(page.words.map((w) => w.text)).toContain(jointLeft(clip));
  });
  it("lists what stays bare with its reason and its area of one copy", () => {
    expect(keepOuts(gate, null).map((k) => [k.name, k.why, k.areaCm2, k.cover])).toEqual([
      ["the clear", "stays clear", 2, "nothing planned"],
      ["the mating", "fits: two films close it", 2, "nothing planned"],
      ["the bare", "stays bare", 2, "nothing planned"],
    ]);
  });
  it("draws each place dark on the sides from which it is seen, at one round scale, within the sheet", () => {
    const mesh = box(40, 20, 30);
    const n = unitNormals(mesh);
    const of = Uint8Array.from({ length: n.length / 3 }, (_, f) => (n[3 * f + 1]! < -0.9 ? 0 : 2));
    const page = keepOutSheet("No paint here: gate", sideViews({ mesh, of }, [0]), keepOuts(gate, null), []);
    const dark = page.areas.filter((a) => a.fill !== null);
    expect(dark).toHaveLength(1);
    const xs = dark[0]!.lines.flatMap((l) => l.filter((_, i) => i % 2 === 0));
    expect(Math.max(...xs) - Math.min(...xs)).toBeCloseTo(80, 0);
    expect(page.words.map((w) => w.text)).toContain("front, 2:1");
    for (const { lines } of page.areas) for (const v of lines.flat()) expect(v).toBeGreaterThan(0);
  });
});
