import { describe, expect, it } from "vitest";
import { hardwareOf, hardwareText } from "#core/joints/hardware";

describe("P7: hardware of joints", () => {
  it("is counted over joints and copies with spares: 6 joints of 2 clips are 12 and 2", () => {
    const [clips] = hardwareOf([
      { name: "Hurdles", count: 4, hardware: { kind: "clip", each: 2, partId: "clip" } },
      { name: "Stiles", count: 2, hardware: { kind: "clip", each: 2, partId: "clip" } },
      { name: "Quay", count: 3 },
    ]);
    expect(clips).toEqual({
      kind: "clip",
      partId: "clip",
      count: 12,
      spares: 2,
      joints: ["Hurdles", "Stiles"],
    });
    expect(hardwareText(clips!)).toBe("12 clips and 2 spares");
  });
  it("is one spare at the least: 4 clocks with a knob each take 5, 8 magnets 9", () => {
    const lines = hardwareOf([
      { name: "Clock", count: 4, hardware: { kind: "knob", each: 1, partId: "knob" } },
      { name: "Lid", count: 4, hardware: { kind: "magnet", each: 2, partId: null } },
    ]);
    expect(lines.map((l) => [l.count, l.spares])).toEqual([
      [4, 1],
      [8, 1],
    ]);
  });
  it("keeps what is bought and what is printed apart, and is nothing where no joint has any", () => {
    const of = (partId: string | null) => ({
      name: "",
      count: 1,
      hardware: { kind: "pin" as const, each: 1, partId },
    });
    expect(hardwareOf([of(null), of("a"), of("b")])).toHaveLength(3);
    expect(hardwareOf([{ name: "", count: 3 }])).toEqual([]);
  });
});
