import { describe, expect, it } from "vitest";
import { missingSetting } from "#core/print/printer";
import { firstPrinters } from "./firstPrinters";

const printersOf = (form: Record<string, string>) => {
  const outcome = firstPrinters(form);
  return outcome.ok ? outcome.value : outcome.problems;
};

describe("the printers of a new scene", () => {
  it("are as usual where nothing is known of them, and can be planned on", () => {
    const printers = firstPrinters({ printers: "both" });
    if (!printers.ok) throw new Error("refused");
    expect(printers.value.map((p) => p.process)).toEqual(["filament", "resin"]);
    for (const p of printers.value) expect(missingSetting(p)).toBeNull();
  });
  it("have the bed, the nozzle and the pixel that were typed", () => {
    expect(printersOf({ printers: "filament", filamentBed: "300 x 310 x 400", nozzle: "0,6" })).toMatchObject(
      [{ bedMm: [300, 310, 400], nozzleMm: 0.6 }],
    );
    expect(printersOf({ printers: "resin", resinBed: "120x68x155", pixel: "nonsense" })).toMatchObject([
      { bedMm: [120, 68, 155], pixelMm: 0.035 },
    ]);
  });
  it("are refused at their field, and none where none are told", () => {
    expect(printersOf({ printers: "both", resinBed: "large" })).toMatchObject([{ path: ["resinBed"] }]);
    expect(printersOf({ printers: "none", filamentBed: "large" })).toEqual([]);
    expect(printersOf({ printers: "kept" })).toEqual([]);
    expect(printersOf({})).toEqual([]);
  });
});
