import { describe, expect, it } from "vitest";
import { measureMesh } from "#core/mesh/measure";
import { box, moved, together } from "#core/mesh/testing";
import { soupOf } from "#core/mesh/triangleMesh";
import { makePlan } from "#core/plan/plan";
import { testInput } from "#core/plan/testing";
import type { Joint } from "#core/scene/joint";
import { newPart, type Part } from "#core/scene/part";

const wall = box(100, 40, 70);
/** The same wall with many fine pales before it, which filament does not make. */
const paled = together(
  wall,
  ...Array.from({ length: 150 }, (_, i) => moved(box(0.3, 0.3, 70), 0.65 * i, -3, 0)),
);
const measurements = new Map(
  [["wall", wall] as const, ["paled", paled] as const].map(([id, m]) => [
    id,
    measureMesh(soupOf(m)).measurement,
  ]),
);
/** Seen from so far that layers do not show: hands and machines alone decide. */
const scene = { ...testInput().scene, viewingDistanceMm: 3000 };
const part = (id: string, meshId: string, process: "choose" | "filament" | "resin" = "choose"): Part =>
  newPart({ id, sceneId: "s", name: id, meshId, size: { source: { kind: "full" } }, print: { process } });
const joint = (given: Partial<Joint> = {}): Joint => ({
  id: "j",
  sceneId: "s",
  name: "corner",
  partIds: ["back", "front"],
  fit: "glued butt",
  gapInFileMm: null,
  glue: "cyanoacrylate",
  count: 2,
  shows: true,
  ...given,
});
const planned = (parts: readonly Part[], joints: readonly Joint[]) => {
  const plan = makePlan(testInput({ parts, joints, measurements, grounds: [], scene }));
  const of = (id: string) => plan.parts.find((p) => p.part.id === id)!;
  return { plan, of, processOf: (id: string) => of(id).chosen!.printer.process };
};
const both = [part("back", "wall"), part("front", "paled")];

describe("parts that are glued to each other in sight", () => {
  it("go to different machines by themselves, and to one once they are glued", () => {
    const alone = planned(both, []);
    expect([alone.processOf("back"), alone.processOf("front")]).toEqual(["filament", "resin"]);
    const { of, processOf, plan } = planned(both, [joint()]);
    expect([processOf("back"), processOf("front")]).toEqual(["resin", "resin"]);
    expect(of("back").reason).toMatch(
      /^It is glued in sight to front: all on one machine, which costs \d+ min/,
    );
    expect(plan.findings.map((f) => f.id).join(" ")).not.toMatch(/unlike-faces/);
  });
  it("are left where they are best when the seam is not seen or not glued", () => {
    for (const other of [{ shows: false }, { glue: null }])
      expect(planned(both, [joint(other)]).processOf("back")).toBe("filament");
  });
  it("follow what was said of one of them, and stay apart where both were told, which is a finding with its cost", () => {
    const asked = planned([part("back", "wall", "filament"), part("front", "paled")], [joint()]);
    expect(asked.processOf("front")).toBe("filament");
    const separate = planned([part("back", "wall", "filament"), part("front", "paled", "resin")], [joint()]);
    expect([separate.processOf("back"), separate.processOf("front")]).toEqual(["filament", "resin"]);
    expect(separate.plan.findings.find((f) => /the seam is seen/.test(f.sentence))?.sentence).toMatch(
      /back is made in filament and front in resin.*All of it on .+ costs \d+ min of an evening more/,
    );
  });
});
