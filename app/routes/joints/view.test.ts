import { describe, expect, it } from "vitest";
import { appDatabase } from "#data/db";
import { testScene } from "#data/testing";
import { sendForm } from "#app/testing";
import { testView } from "#core/plan/testing";
import { seamOf } from "./forms";
import { clientAction } from "./joints";
import { drawnParts, glueAdvice, jointRow, measuredFirst } from "./view";

const { plan } = testView();
const foot = plan.joints[0]!;
const nameOf = (id: string) => id.toUpperCase();

describe("a joint", () => {
  it("is drawn by its parts that have a model, three at most", () => {
    expect(drawnParts(foot, plan.parts).map((p) => p.part.id)).toEqual(["post", "wall"]);
    const many = { ...foot, joint: { ...foot.joint, partIds: ["post", "wall", "gone", "wall"] } };
    expect(drawnParts(many, plan.parts)).toHaveLength(2);
  });
  it("shows its gap as it will be on the bench: scaled with the part it was measured on, paint off it", () => {
    // 0.2 mm in the file of the post, which is made at 0.4 of its size; the wall is painted in four coats.
    const row = jointRow(foot);
    expect(row.gap).toBe("0.08 mm");
    expect(foot.filmsMm).toBeGreaterThan(0);
    expect(Number.parseFloat(row.afterPaint)).toBeCloseTo(0.08 - foot.filmsMm, 1);
    expect(row.isBad).toBe(!row.isGood);
    expect(jointRow({ ...foot, clearance: null })).toMatchObject({
      gap: "–",
      verdict: "gap not given",
      isBad: false,
    });
    expect(jointRow({ ...foot, joint: { ...foot.joint, glue: null } })).toMatchObject({
      glue: "none",
      times: "–",
    });
  });
  it("asks for a glue by what its sides are really of, and for what is not told", () => {
    expect(glueAdvice(foot, nameOf)).toMatchObject({ best: expect.any(String) });
    expect(glueAdvice(foot, nameOf).meets).toMatch(/resin.* on .*PLA/i);
    const sides = [
      { partId: "a", of: "xps" as const },
      { partId: "b", of: null },
    ];
    expect(glueAdvice({ ...foot, sides: sides as never }, nameOf).best).toBe("say what B is made of");
    expect(glueAdvice({ ...foot, sides: [] }, nameOf).best).toBe("–");
  });
  it("names the part first that its gap was measured on", () => {
    expect(measuredFirst("a", "b", "first")).toEqual(["a", "b"]);
    expect(measuredFirst("a", "b", "second")).toEqual(["b", "a"]);
    expect(measuredFirst("a", "", "second")).toEqual(["a"]);
    expect(measuredFirst("a", "a", "second")).toEqual(["a"]);
  });
});

describe("the seam of a joint as it is typed", () => {
  it("is none without a width, and depth and length may be left out", () => {
    expect(seamOf({ seamLength: "40" })).toEqual({ ok: true, value: undefined });
    const typed = seamOf({ seamWidth: "0,4", seamLength: "40", seamSandable: "on" });
    expect(typed).toEqual({
      ok: true,
      value: { widthMm: 0.4, depthMm: null, lengthMm: 40, textured: false, sandable: true },
    });
  });
  it("is refused where it is no number, or wide enough for a piece of its own", () => {
    expect(seamOf({ seamWidth: "wide" }).ok).toBe(false);
    expect(seamOf({ seamWidth: "300" })).toMatchObject({ problems: [{ path: ["seamWidth"] }] });
  });
});

describe("a joint that is there", () => {
  const db = appDatabase();
  const joint = { ...foot.joint, id: "joint-1", sceneId: "scene-1", shows: true };
  const kept = () => db.joints.get(joint.id);
  const send = (fields: Readonly<Record<string, string>>) =>
    sendForm(clientAction, joint.sceneId, { intent: "seam", id: joint.id, ...fields });
  it("has its seam measured, changed and taken away where it stands, and is refused when it is gone", async () => {
    await db.scenes.put({ ...testScene(), id: joint.sceneId });
    await db.joints.put(joint);
    expect(await send({ seamWidth: "1,5", seamLength: "40", seamSandable: "on" })).toEqual([]);
    expect((await kept())!.seam).toMatchObject({ widthMm: 1.5, lengthMm: 40, sandable: true });
    expect(await send({ seamWidth: "wide" })).toHaveLength(1);
    expect((await kept())!.seam).toMatchObject({ widthMm: 1.5 });
    await send({ seamWidth: "" });
    expect(await kept()).not.toHaveProperty("seam");
    expect(await send({ id: "gone", seamWidth: "1" })).toEqual(["This joint was removed meanwhile."]);
  });
});
