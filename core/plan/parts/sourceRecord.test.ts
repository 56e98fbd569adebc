import { describe, expect, it } from "vitest";
import { kindOf, recordText, sourceRecord } from "#core/plan/parts/sourceRecord";
import { newPart } from "#core/scene/part";
import type { PlateRun } from "#core/scene/plateRun";

const part = (id: string, priceMinor: number | null, mended = false) =>
  newPart({
    id,
    sceneId: "s",
    name: id,
    meshId: "m",
    origin: { fileName: "", from: "a friend", licence: "", nativeScale: "", priceMinor, rating: 4 },
    history: mended
      ? {
          versions: [
            {
              ...{
                id: "v",
                meshId: "m",
                fileName: "",
                at: "",
                change: "mended: 3 faces turned outward",
                flaw: "",
              },
              ...{ corrected: true, trialCopies: 0, saidBy: "" },
            },
          ],
        }
      : {},
  });
const run = (state: PlateRun["state"], partIds: readonly string[], simulated = false): PlateRun =>
  ({ state, simulated, pieces: partIds.map((partId) => ({ partId })) }) as never;
const times = <T>(n: number, of: T): T[] => Array(n).fill(of);

describe("P3: the record of a source", () => {
  const parts = [part("gift", 0, true), part("shop", 350)];
  const runs = [
    ...times(4, run("good", ["gift", "gift"])),
    ...times(5, run("failed", ["gift"])),
    ...times(11, run("good", ["shop"])),
    run("failed", ["shop"]),
    ...times(3, run("stopped", ["shop"])),
    ...times(20, run("good", ["gift", "shop"], true)),
  ];
  const of = (kind: string) => sourceRecord(parts, runs, (p) => kindOf(p.origin) === kind);
  it("is 4 of 9 for free ones and 11 of 12 for paid ones: a run counts once, a simulated or stopped one not", () => {
    expect(of("free")).toMatchObject({ runs: 9, good: 4, mended: 1, parts: 1 });
    expect(of("paid")).toMatchObject({ runs: 12, good: 11, mended: 0 });
    expect(recordText("free", of("free"))).toBe("free: 4 of 9 runs good, 1 of 1 file mended, rated 4.0 of 5");
    expect(recordText("own", of("own"))).toBe("own: nothing printed of it yet");
  });
  it("is of the kind that was told, else of what was paid", () => {
    expect(kindOf({ priceMinor: 0 })).toBe("free");
    expect(kindOf({ priceMinor: null })).toBeNull();
    expect(kindOf({ priceMinor: 350, kind: "commissioned" })).toBe("commissioned");
  });
});
