import { describe, expect, it } from "vitest";
import { stages } from "#core/plan/finding";
import { lessonOf } from "#core/plan/lessons";
import { makePlan } from "#core/plan/plan";
import { testInput, testView } from "#core/plan/testing";
import { patchedPart, schemeOf } from "#core/scene/part";
import { planInputOf } from "#core/scene/planInput";
import { newScene } from "#core/scene/scene";

const { input, plan } = testView();

describe("what a stage teaches on one's own parts", () => {
  it("is told in whole sentences, without a figure that is none", () => {
    for (const stage of stages) {
      const lesson = lessonOf(stage, input, plan);
      if (!lesson) continue;
      expect(lesson.text).toMatch(/\.$/);
      expect(`${lesson.title} ${lesson.text}`).not.toMatch(/NaN|undefined|Infinity|null|-\d/);
    }
  });
  it("is silent on an empty scene but for what needs no parts", () => {
    const scene = newScene({ id: "e", name: "Empty", denominator: 72, startOn: "2026-03-02" });
    const empty = planInputOf({ scene, now: input.now, workshop: input.workshop });
    const told = stages.filter((s) => lessonOf(s, empty, makePlan(empty)) !== null);
    expect(told).toEqual(["rule", "log"]);
  });
  it("tells at which scale a wall would hold: 8 mm that hold from 1 mm on, at an eighth", () => {
    expect(lessonOf("parts", input, plan)!.text).toMatch(/post, 8\.0 mm.*At 1:8 it would be at that limit/);
    const small = testInput({
      scene: { ...input.scene, denominator: 20 },
    });
    const lesson = lessonOf("parts", small, makePlan(small))!;
    expect(lesson.title).toBe("Why this wall will fail");
    // 8 mm at 1:20 are 0.4 mm; what holds 1 mm does so at 1:8.
    expect(lesson.text).toMatch(/a wall of 0\.40 mm.*at 1:8 it would hold/);
  });
  it("tells what an eye parts: an arc minute at 60 cm is 0.17 mm, 13 mm of the real thing at 1:72", () => {
    const at72 = { ...input, scene: { ...input.scene, denominator: 72, viewingDistanceMm: 600 } };
    expect(lessonOf("rule", at72, plan)!.text).toContain("0.17 mm or larger: 13 mm of the real thing");
  });
  it("counts coats as the joints do", () => {
    const text = lessonOf("colour", input, plan)!.text;
    const [, mm] = /come to ([\d.]+) mm/.exec(text)!;
    const bare = testInput();
    const more = {
      ...bare,
      parts: bare.parts.map((p) =>
        patchedPart(p, { scheme: schemeOf(p).map((l) => ({ ...l, coats: 3 * l.coats })) }),
      ),
    };
    const [, thrice] = /come to ([\d.]+) mm/.exec(lessonOf("colour", more, makePlan(more))!.text)!;
    expect(Number(thrice) / Number(mm)).toBeGreaterThan(2.5);
  });
  it("names the plate that fails most, with what helps", () => {
    const worst = Math.max(...plan.plates.map((p) => p.odds.total));
    expect(lessonOf("plates", input, plan)!.text).toContain(`fails ${Math.round(100 * worst)} times in 100`);
  });
});
