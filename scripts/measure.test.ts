import { spawnSync } from "node:child_process";
import { mkdtempSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { describe, expect, it } from "vitest";
import { writeBinaryStl } from "#core/formats/stl";
import { box } from "#core/mesh/testing";
import { soupOf } from "#core/mesh/triangleMesh";

const folder = mkdtempSync(join(tmpdir(), "measure-"));
const file = (name: string, bytes: Uint8Array | string) => {
  const path = join(folder, name);
  writeFileSync(path, bytes);
  return path;
};
const run = (...args: string[]) =>
  spawnSync("npx", ["tsx", "scripts/measure.ts", ...args], { encoding: "utf8" });
const block = file("block.stl", writeBinaryStl(soupOf(box(3600, 200, 2880))));

describe("npm run measure", () => {
  it("tells a block at 1:72 as JSON", () => {
    const { stdout, status } = run(block, "--scale", "1:72", "--json");
    expect(status).toBe(0);
    const [printed] = JSON.parse(stdout) as [Record<string, unknown>];
    expect(printed).toMatchObject({
      file: "block.stl",
      format: "stl",
      triangles: 12,
      closed: true,
      shellCount: 1,
      unitMm: 1,
    });
    expect(printed.size).toEqual([50, expect.closeTo(200 / 72, 3), 40]);
    expect(printed.volume).toBeCloseTo((3600 * 200 * 2880) / 72 ** 3, 1);
    expect((printed.resting as unknown[]).length).toBe(6);
  });
  it("takes a source scale or a unit, and says it in words", () => {
    const { stdout } = run(block, "--scale", "1:72", "--from", "1:36");
    expect(stdout).toContain("x 0.500000 at 1:72");
    expect(run(block, "--scale", "1:72", "--from", "inch", "--json").stdout).toContain('"unitMm": 25.4');
  });
  it("exits with 1 and one sentence a file for what cannot be read, and goes on with the rest", () => {
    const { stdout, stderr, status } = run(file("letter.stl", "Dear all"), join(folder, "gone.stl"), block);
    expect(status).toBe(1);
    expect(
      stderr
        .trim()
        .split("\n")
        .filter((l) => !l.startsWith("npm ")).length,
    ).toBe(2);
    expect(stdout).toContain("block.stl: stl, 12 triangles");
    expect(run(block, "--scale", "banana").status).toBe(1);
  });
});
