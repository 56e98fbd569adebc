import { describe, expect, it } from "vitest";
import { testInput } from "#core/plan/testing";
import { nothingDerived, type PlanInput } from "#core/scene/planInput";
import { planKey } from "./planKey";

const input = testInput();
const key = (given: Partial<PlanInput> = {}, others: readonly PlanInput[] = [], build = "b1") =>
  planKey({ ...input, ...given }, others, build);

describe("the key of a plan", () => {
  it("is the same for the same rows, at whatever hour", async () => {
    expect(await key()).toMatch(/^[0-9a-f]{64}$/);
    expect(await key({ now: { today: "2026-05-01", minute: 3, ms: 9 } })).toBe(await key());
  });
  it("is another one for every change of a row, of what was measured or worked out, of other scenes, of code", async () => {
    const { scene, parts, workshop, measurements } = input;
    const [first, ...rest] = parts;
    const changed = await Promise.all([
      key(),
      key({ scene: { ...scene, denominator: 73 } }),
      key({ scene: { ...scene, orderChanges: [...scene.orderChanges, {} as never] } }),
      key({ parts: [{ ...first!, count: first!.count + 1 }, ...rest] }),
      key({ parts: [...rest, first!] }),
      key({ joints: [] }),
      key({ grounds: [{ id: "g" } as never] }),
      key({ records: [{ id: "r" } as never] }),
      key({ workshop: { ...workshop, currency: "XTS" } }),
      key({ workshop: { ...workshop, log: [{ id: "l" } as never] } }),
      key({ measurements: new Map([...measurements, ["another", measurements.get("b")!]]) }),
      key({ derived: { ...nothingDerived, works: new Map([["work1 b", {} as never]]) } }),
      key({ derived: { ...nothingDerived, shells: new Map([["shell1 b", {} as never]]) } }),
      key({}, [{ ...input, scene: { ...scene, id: "other" } }]),
      key({}, [], "b2"),
    ]);
    expect(new Set(changed).size).toBe(changed.length);
  });
  it("is none while the code has no name, and refuses what it would leave out", async () => {
    expect(await key({}, [], "")).toBeNull();
    expect(await planKey(input, [])).toBeNull();
    await expect(key({ accepted: { slots: new Map() } as never })).rejects.toThrow("A map among the rows");
  });
});
