import { execFileSync } from "node:child_process";
import { mkdtempSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { beforeAll, describe, expect, it } from "vitest";
import { plates } from "./recompute/plates";
import { agrees, type Archive, readArchive, readShown, type Row, type Shown } from "./recompute/read";
import { sizes } from "./recompute/sizes";
import { work } from "./recompute/work";

const path = join(mkdtempSync(join(tmpdir(), "recompute-")), "scenes.zip");
let archive: Archive;
let shown: readonly Shown[];
const rowsOf = (of: Archive, checks = [sizes, plates, work]): readonly Row[] =>
  shown.flatMap((s) => checks.flatMap((check) => check(of, s)));

beforeAll(() => {
  execFileSync("npx", ["tsx", "scripts/buildDemo.ts", path], { stdio: "ignore" });
  archive = readArchive(path);
  shown = readShown(path);
}, 600_000);

describe("what the product shows of both demo scenes", () => {
  it("is what independent scripts make of the same archive, another way", () => {
    const rows = rowsOf(archive);
    expect(rows.length).toBeGreaterThan(80);
    for (const kind of [
      /longest side/,
      /volume/,
      /time/,
      /all money/,
      /^hands/,
      /^ready/,
      /board/,
      /resistor/,
      /cell/,
    ])
      expect(
        rows.some((r) => kind.test(r.what)),
        String(kind),
      ).toBe(true);
    expect(rows.filter((r) => !agrees(r))).toEqual([]);
  });
  it("would be caught if it were not: another price, exposure, scale, cell or hour in the archive differs", () => {
    const changed = (
      table: string,
      change: (row: Record<string, unknown>) => Record<string, unknown>,
    ): Archive => ({
      ...archive,
      tables: {
        ...archive.tables,
        [table]: archive.tables[table]!.map((r: Record<string, unknown>) => change(r)),
      },
    });
    const differing = (of: Archive) =>
      rowsOf(of)
        .filter((r) => !agrees(r))
        .map((r) => r.what);
    expect(
      differing(changed("materials", (m) => ({ ...m, pricePerKg: 2 * (m["pricePerKg"] as number) }))),
    ).toContain("print material");
    const slower = changed("printers", (p) => ({ ...p, exposureSeconds: 3 }));
    expect(differing(slower).some((w) => /time/.test(w))).toBe(true);
    const larger = changed("parts", (p) => ({ ...p, size: { ...(p["size"] as object), ownFactor: 1.1 } }));
    expect(differing(larger).filter((w) => /longest side/.test(w)).length).toBeGreaterThan(15);
    const shut = changed("settings", (s) => ({ ...s, hours: Array.from({ length: 7 }, () => []) }));
    expect(differing(shut)).toContain("minutes outside the hours");
  });
});
