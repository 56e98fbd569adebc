import { describe, expect, it } from "vitest";
import { makePlan } from "#core/plan/plan";
import { testView } from "#core/plan/testing";
import { patchedPart, schemeOf } from "#core/scene/part";
import { buildingLacks, schoolInSpace, schoolLacks } from "#core/plan/space";
import { surfaceSchools } from "#core/surface/treatments";

describe("W2: ways by space", () => {
  it("without a bench a wall is not built by hand, and is told why", () => {
    expect(buildingLacks({ benchM2: 0 })).toBe(
      "Cutting foam and wood wants 0.5 m² of bench and a blade: there is none here.",
    );
    expect(buildingLacks({ benchM2: 0.4, hasMessyPlace: false })).toContain("and a place that may get dusty");
    expect(buildingLacks({ benchM2: 0.5, hasMessyPlace: true })).toBeNull();
  });
  it("brushed resin that levels stands in for sanding where there is no room to sand", () => {
    expect(schoolInSpace("fill and sand", { benchM2: 0 })).toBe("level in resin");
    expect(schoolInSpace("fill and sand", { hasWater: false })).toBe("level in resin");
    expect(schoolInSpace("fill and sand", { benchM2: 0, resinAllowed: false })).toBe("live with it");
    expect(schoolLacks("fill and sand", { benchM2: 0.1, hasWater: false })).toBe(
      "Sanding wants 0.2 m² of bench and water to rinse with: there is none here.",
    );
  });
  it("flames nothing without a torch, and levels nothing in resin without a lamp", () => {
    expect(schoolLacks("flame first", { missingTools: ["small torch"] })).toBe(
      "Flaming wants a small torch: there is none here.",
    );
    expect(schoolInSpace("flame first", { missingTools: ["small torch"] })).toBe("level in resin");
    expect(schoolInSpace("fill and sand", { benchM2: 0, missingTools: ["curing lamp"] })).toBe(
      "live with it",
    );
    expect(schoolInSpace("fill and sand", { missingTools: ["small torch", "airbrush"] })).toBe(
      "fill and sand",
    );
  });
  it("changes nothing while nothing is told, and no other treatment ever", () => {
    for (const school of surfaceSchools) {
      expect(schoolInSpace(school, {})).toBe(school);
      if (school !== "fill and sand")
        expect(schoolInSpace(school, { benchM2: 0, hasWater: false })).toBe(school);
    }
    expect(buildingLacks({})).toBeNull();
    expect(buildingLacks({ benchM2: null })).toBeNull();
  });
});

it("W2: a plan without a bench levels with brushed resin what would be sanded, unless the builder said so", () => {
  const { input } = testView();
  const plan = (benchM2: number | null, school: "fill and sand" | null) =>
    makePlan({
      ...input,
      scene: { ...input.scene, tier: "display", surfaceSchool: null },
      parts: input.parts.map((p) => patchedPart(p, { school, tier: "display" })),
      workshop: { ...input.workshop, rooms: { ...input.workshop.rooms, benchM2 } },
    }).parts.flatMap((p) =>
      p.finish?.printer.process === "filament" && p.treatment ? [p.treatment.school] : [],
    );
  expect(new Set(plan(null, null))).toEqual(new Set(["fill and sand"]));
  expect(new Set(plan(0, null))).toEqual(new Set(["level in resin"]));
  expect(new Set(plan(0, "fill and sand"))).toEqual(new Set(["fill and sand"]));
});

it("W2: without an airbrush its layers are brushed, and a tool that a step still asks for is told", () => {
  const { input } = testView();
  const plan = (missingTools: readonly "airbrush"[]) =>
    makePlan({
      ...input,
      parts: input.parts.map((p) =>
        patchedPart(p, { scheme: schemeOf(p).map((l) => ({ ...l, method: "airbrush" })) }),
      ),
      workshop: { ...input.workshop, rooms: { ...input.workshop.rooms, missingTools } },
    });
  const toolsOf = (p: ReturnType<typeof plan>) => new Set(p.work.steps.map((s) => s.tool));
  expect(toolsOf(plan([])).has("airbrush")).toBe(true);
  expect(toolsOf(plan(["airbrush"])).has("airbrush")).toBe(false);
  const flamed = makePlan({
    ...input,
    scene: { ...input.scene, surfaceSchool: "flame first" },
    workshop: { ...input.workshop, rooms: { ...input.workshop.rooms, missingTools: ["small torch"] } },
  });
  expect(flamed.findings.find((f) => f.cause === "no-tool-small-torch")!.sentence).toMatch(
    /^2 steps ask for a small torch, and there is none at this bench: Pass a flame .*\. Borrow or buy one/,
  );
});
