import { deflateRawSync, crc32 } from "node:zlib";
import { zipSync } from "fflate";
import type { Dice } from "./wounds";

const text = (t: string) => new TextEncoder().encode(t);
const TRIANGLE =
  '<mesh><vertices><vertex x="0" y="0" z="0"/><vertex x="1" y="0" z="0"/><vertex x="0" y="1" z="0"/></vertices>' +
  '<triangles><triangle v1="0" v2="1" v3="2"/></triangles></mesh>';
const threeMf = (inside: string) =>
  zipSync({ "3D/3dmodel.model": text(`<?xml version="1.0"?><model unit="millimeter">${inside}</model>`) });

/** A ZIP of one deflated file that says what it likes of its length. */
function lyingZip(name: string, data: Uint8Array, saidBytes: number): Uint8Array {
  const packed = deflateRawSync(data);
  const head = (signature: number, size: number, at: number) => {
    const bytes = Buffer.alloc(size + name.length);
    bytes.writeUInt32LE(signature, 0);
    bytes.writeUInt16LE(8, at);
    bytes.writeUInt32LE(crc32(data), at + 6);
    bytes.writeUInt32LE(packed.length, at + 10);
    bytes.writeUInt32LE(saidBytes, at + 14);
    bytes.writeUInt16LE(name.length, at + 18);
    bytes.write(name, size);
    return bytes;
  };
  const local = head(0x04034b50, 30, 8);
  const central = head(0x02014b50, 46, 10);
  const end = Buffer.alloc(22);
  end.writeUInt32LE(0x06054b50, 0);
  end.writeUInt16LE(1, 10);
  end.writeUInt32LE(central.length, 12);
  end.writeUInt32LE(local.length + packed.length, 16);
  return new Uint8Array(Buffer.concat([local, packed, central, end]));
}

/** Files that are small and want to become large, or that want to be read for ever. */
export const modelBombs: readonly ((dice: Dice) => Uint8Array)[] = [
  (dice) => {
    const levels = 5 + dice(90);
    const doubled = (k: number) =>
      `<object id="${k + 1}"><components><component objectid="${k}"/><component objectid="${k}"/></components></object>`;
    const objects = Array.from({ length: levels }, (_, k) => doubled(k)).join("");
    return threeMf(
      `<resources><object id="0">${dice(2) ? TRIANGLE : ""}</object>${objects}</resources><build><item objectid="${levels}"/></build>`,
    );
  },
  (dice) => {
    const links = Array.from(
      { length: 50 + dice(3000) },
      (_, k) => `<object id="${k}"><components><component objectid="${k + 1}"/></components></object>`,
    );
    return threeMf(`<resources>${links.join("")}</resources><build><item objectid="0"/></build>`);
  },
  (dice) =>
    threeMf(
      `<resources><object id="1">${TRIANGLE}</object></resources><build>${'<item objectid="1"/>'.repeat(dice(200_000))}</build>`,
    ),
  (dice) => threeMf("<resources>" + "<object>".repeat(dice(60_000))),
  (dice) => threeMf(`<object ${'a="b" '.repeat(dice(60_000))}>`),
  (dice) => zipSync({ "3D/3dmodel.model": new Uint8Array((1 + dice(60)) * 1e6) }),
  (dice) =>
    lyingZip("3D/3dmodel.model", new Uint8Array(dice(4) * 10e6 + 10), [0, 10, 1000, 60e6, 4e9][dice(5)]!),
  (dice) => text(`solid x\n${"facet normal 0 0 1\nouter loop\n".repeat(dice(40_000))}`),
  (dice) => text(`v 0 0 0\nv 1 0 0\nv 0 1 0\nf ${"1 2 3 ".repeat(dice(120_000))}\n`),
  (dice) => text(`v 0 0 0\n${"#".repeat(dice(400_000))}\nf 1 1 1 ${"\\\n".repeat(dice(60_000))}`),
  (dice) =>
    text(
      `ply\nformat ascii 1.0\nelement vertex ${dice(4e9)}\nproperty float x\nproperty float y\nproperty float z\nelement face ${dice(4e9)}\nproperty list uchar int vertex_indices\nend_header\n0 0 0\n`,
    ),
  (dice) =>
    text(
      `ply\nformat binary_little_endian 1.0\nelement vertex 1\n${"property double x\n".repeat(dice(20_000))}end_header\n`,
    ),
  (dice) =>
    text(
      `ply\nformat ascii 1.0\nelement other ${dice(1e6)}\nproperty list uchar int a\nelement vertex 0\nend_header\n${"0\n".repeat(dice(60_000))}`,
    ),
  (dice) => {
    const bytes = new Uint8Array(84 + dice(3) * 50);
    new DataView(bytes.buffer).setUint32(80, dice(4e9), true);
    return bytes;
  },
];

export const archiveBombs: readonly ((dice: Dice) => Uint8Array)[] = [
  (dice) => zipSync({ "archive.json": text("[".repeat(dice(200_000))) }),
  (dice) =>
    zipSync({
      "archive.json": text(
        `{"format":"inch-hollow","version":5,"meshes":[],"tables":{"parts":[${"{},".repeat(dice(30_000))}{}]}}`,
      ),
    }),
  (dice) => lyingZip("archive.json", new Uint8Array(dice(3) * 20e6 + 10), [0, 10, 1000, 60e6][dice(4)]!),
  (dice) =>
    zipSync(
      Object.fromEntries(
        Array.from({ length: dice(3000) }, (_, k) => [
          `meshes/${k.toString(16).padStart(32, "0")}.stl`,
          new Uint8Array(84),
        ]),
      ),
    ),
  (dice) =>
    zipSync({
      "archive.json": text(
        `{"format":"inch-hollow","version":${1 + dice(5)},"meshes":[],"tables":{"${["scenes", "plans", "parts"][dice(3)]}":${["null", "7", "[null]", "[[]]", '["x"]', '[{"id":"a","__proto__":{}}]'][dice(6)]}}}`,
      ),
    }),
];

export const gcodeBombs: readonly ((dice: Dice) => Uint8Array)[] = [
  (dice) => text("G1 ".repeat(dice(200_000))),
  (dice) => text(`;${"TIME:".repeat(dice(100_000))}\nG1 X1\n`),
  (dice) =>
    text(Array.from({ length: dice(30_000) }, (_, k) => `;k${k}=v\nG1 Z${k / 10} E1 X${k % 3}`).join("\n")),
  (dice) => text(`G1 F${10 ** -dice(12)}\n${"G1 X9000\nG1 X0\n".repeat(dice(3000))}`),
  (dice) => text(`M83\n${`G2 X1 Y1 I${10 ** dice(12)} E1\n`.repeat(dice(2000))}`),
];

export const csvBombs: readonly ((dice: Dice) => Uint8Array)[] = [
  (dice) => text(`name,real,along\n${'"'.repeat(dice(100_000))}`),
  (dice) => text(`${"a,".repeat(dice(50_000))}\n${"1,".repeat(dice(50_000))}`),
  (dice) => text(`name,real\n${"x,1 m\n".repeat(dice(20_000))}`),
];
