import { describe, expect, it } from "vitest";
import { readModelFile } from "#core/formats/readModel";
import { writeBinaryStl } from "#core/formats/stl";
import { writeObj, writePly, writeTextStl } from "#core/formats/testing";
import { writeThreeMf } from "#core/formats/writeThreeMf";
import { sphere, torus } from "#core/mesh/testing";
import { chanceOf } from "#core/random";
import { soupOf, type TriangleMesh } from "#core/mesh/triangleMesh";
import { weld } from "#core/mesh/weld";

const mesh = torus(20, 5, 7, 5);
const formats: readonly [string, string, (m: TriangleMesh) => Uint8Array][] = [
  ["binary STL", "a.stl", (m) => writeBinaryStl(soupOf(m))],
  ["text STL", "a.stl", writeTextStl],
  ["OBJ", "a.obj", writeObj],
  ["text PLY", "a.ply", (m) => writePly(m, "ascii")],
  ["PLY, little end first", "a.ply", (m) => writePly(m, "binary_little_endian")],
  ["PLY, big end first", "a.ply", (m) => writePly(m, "binary_big_endian")],
  ["3MF", "a.3mf", (m) => writeThreeMf([{ name: "ring", mesh: m }])],
];

/** A seeded wound: bytes changed, cut out, doubled, or the end missing. */
function wounded(whole: Uint8Array, seed: number): Uint8Array {
  const n = whole.byteLength;
  const pick = (k: number, below: number) => Math.floor(chanceOf(seed, k) * below);
  const bytes = whole.slice();
  switch (seed % 4) {
    case 0:
      for (let k = 0; k <= pick(1, 8); k++) bytes[pick(10 + k, n)] = pick(50 + k, 256);
      return bytes;
    case 1:
      return bytes.slice(0, pick(2, n));
    case 2: {
      const from = pick(3, n);
      const to = Math.min(n, from + pick(4, 200));
      return Uint8Array.from([...bytes.slice(0, from), ...bytes.slice(to)]);
    }
    default: {
      const from = pick(5, n);
      const to = Math.min(n, from + pick(6, 200));
      return Uint8Array.from([...bytes.slice(0, to), ...bytes.slice(from)]);
    }
  }
}

describe.each(formats)("%s", (_, name, write) => {
  const whole = write(mesh);
  it("comes back as it was written, in single precision", () => {
    for (const m of [mesh, sphere(0.1234567, 6, 7)]) {
      const read = readModelFile(write(m), name);
      expect(read.ok).toBe(true);
      if (read.ok) expect(soupOf(weld(read.value.models[0]!.soup)).corners).toEqual(soupOf(m).corners);
    }
  });
  it("is read or refused with a sentence when it was hurt, 2,000 times over, and never hangs", () => {
    const from = performance.now();
    let refused = 0;
    for (let seed = 0; seed < 2000; seed++) {
      const outcome = readModelFile(wounded(whole, seed), name);
      if (outcome.ok) {
        for (const model of outcome.value.models) expect(model.soup.corners.length % 9).toBe(0);
      } else {
        refused++;
        expect(outcome.problems[0]!.message).toMatch(/^a\.\w+.*[.)]$/s);
      }
    }
    expect(refused).toBeGreaterThan(100);
    expect(performance.now() - from).toBeLessThan(50_000);
  });
});

describe("time to read", () => {
  it.each<[string, (n: number) => Uint8Array, string]>([
    [
      "one long line of white space",
      (n) => new TextEncoder().encode(`v 0 0 0\n${" ".repeat(n)}\nf 1 1 1\n`),
      "a.obj",
    ],
    [
      "a line that goes on and on",
      (n) => new TextEncoder().encode(`v 0 0 0\nf 1 1 1 ${"1 \\\n".repeat(n / 4)}\n`),
      "a.obj",
    ],
    [
      "a text STL without a facet's end",
      (n) => new TextEncoder().encode(`solid x\n${"facet ".repeat(n / 6)}`),
      "a.stl",
    ],
    [
      "many solids of nothing",
      (n) => new TextEncoder().encode(`solid a\nfacet\n${"solid a\nendsolid a\n".repeat(n / 19)}`),
      "a.stl",
    ],
    [
      "a PLY of empty lists",
      (n) =>
        new TextEncoder().encode(
          `ply\nformat ascii 1.0\nelement vertex 1\nproperty float x\nproperty float y\nproperty float z\nelement other ${n}\nproperty list uchar int a\nend_header\n0 0 0\n${"0\n".repeat(n / 2)}`,
        ),
      "a.ply",
    ],
    [
      "a polygon of many corners",
      (n) => new TextEncoder().encode(`v 0 0 0\nv 1 0 0\nv 0 1 0\nf ${"1 2 3 ".repeat(n / 6)}\n`),
      "a.obj",
    ],
  ])("of %s grows with its length and no faster", { retry: 3 }, (_, make, name) => {
    // Time of this process alone, and the best of several: what else the machine does is not asked.
    const best = (n: number) => {
      const data = make(n);
      return Math.min(
        ...[0, 1, 2, 3, 4].map(() => {
          const from = process.cpuUsage();
          readModelFile(data, name);
          const { user, system } = process.cpuUsage(from);
          return (user + system) / 1000;
        }),
      );
    };
    best(100_000);
    const small = best(400_000);
    const large = best(1_600_000);
    // Four times as much in four times the time, with room for what no longer fits the caches; by the power of one
    // and a half it would be eight times. A few milliseconds of slack where both are nothing.
    expect(large).toBeLessThan(7 * small + 4);
  });
});
