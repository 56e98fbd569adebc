import { openArchive } from "#core/formats/archiveFile";
import { readModelFile } from "#core/formats/readModel";
import { writeBinaryStl } from "#core/formats/stl";
import { writeObj, writePly, writeTextStl } from "#core/formats/testing";
import { writeThreeMf } from "#core/formats/writeThreeMf";
import { writeZip } from "#core/formats/zip";
import { sphere, torus } from "#core/mesh/testing";
import { soupOf } from "#core/mesh/triangleMesh";
import type { Outcome } from "#core/outcome";
import { GcodeReader } from "#core/print/gcode";
import { readLedgerCsv } from "#core/scale/ledgerCsv";
import { badRowGroups, readEnvelope, readRows, settledRows } from "#data/archiveRows";
import { archiveBombs, csvBombs, gcodeBombs, modelBombs } from "./bombs";
import type { Dice } from "./wounds";

/**
 * One kind of file: whole ones to hurt, bombs, and the reader, which must end in a value whatever it is
 * given.
 */
export type FuzzedReader = {
  readonly name: string;
  readonly whole: readonly Uint8Array[];
  readonly bombs: readonly ((dice: Dice) => Uint8Array)[];
  /** @returns whether the file was read. @throws where something is not as it must be */
  readonly read: (bytes: Uint8Array) => Promise<boolean>;
};

const text = (t: string) => new TextEncoder().encode(t);
const ring = torus(20, 5, 9, 6);
const ball = sphere(0.1234567, 6, 8);

/** A refusal is a sentence; anything else is a reader that does not know what it met. */
function isRead<T>(outcome: Outcome<T>): outcome is { ok: true; value: T } {
  if (outcome.ok) return true;
  const said = outcome.problems[0]?.message ?? "";
  if (!/[.)]$/.test(said) || said.length > 2000) throw new Error(`no sentence: ${said.slice(0, 200)}`);
  return false;
}

const model = (name: string, whole: readonly Uint8Array[]): FuzzedReader => ({
  name,
  whole,
  bombs: modelBombs,
  read: async (bytes) => {
    const outcome = readModelFile(bytes, "a.stl");
    if (!isRead(outcome)) return false;
    for (const { soup } of outcome.value.models) {
      if (soup.corners.length % 9 !== 0 || soup.corners.some((v) => !Number.isFinite(v)))
        throw new Error("no triangles");
    }
    return true;
  },
});

const gcode = text(
  `; layer_height = 0.2\n;TIME:3661\nM104 S210\nM140 S60\nG28\nG90\nM83\n${Array.from({ length: 80 }, (_, i) => `G1 X${(50 * Math.cos(i)).toFixed(3)} Y${(50 * Math.sin(i)).toFixed(3)} Z${(0.2 * (1 + (i >> 4))).toFixed(2)} E0.4 F1800`).join("\n")}\nG2 X10 Y10 I5 J5 E1\nG92 E0\nG4 P100\nM204 S500\n`,
);

/** @param archives whole archives of every version */
export const readers = (archives: readonly Uint8Array[]): readonly FuzzedReader[] => [
  model("STL", [writeBinaryStl(soupOf(ring)), writeBinaryStl(soupOf(ball)), writeTextStl(ring)]),
  model("OBJ", [
    writeObj(ring),
    text(
      "# x\no a\nv 0 0 0\nv 1 0 0\nv 0 1 0\nv 0 0 1\nvt 0 0\nvn 0 0 1\nf 1/1/1 2/1/1 3/1/1\nf -1 -2 -3 -4\n",
    ),
  ]),
  model("PLY", [
    writePly(ring, "ascii"),
    writePly(ring, "binary_little_endian"),
    writePly(ball, "binary_big_endian"),
  ]),
  model("3MF", [
    writeThreeMf([
      { name: "ring", mesh: ring },
      {
        name: "ball",
        mesh: ball,
        places: [0, 60, 120].map((xMm) => ({ xMm, yMm: 0, zMm: 0, turnDeg: 0 })),
      },
    ]),
    writeZip({ "3D/a.model": text("<model/>") }),
  ]),
  {
    name: "archive",
    whole: archives,
    bombs: archiveBombs,
    read: async (bytes) => {
      const opened = openArchive(bytes);
      if (!isRead(opened)) return false;
      const json = readEnvelope(opened.value.json);
      if (!isRead(json)) return false;
      const ids = new Set<string>();
      for (const mesh of json.value.meshes.slice(0, 50))
        if (isRead(await opened.value.mesh(mesh))) ids.add(mesh.id);
      const reading = await readRows(json.value, ids);
      badRowGroups(reading.bad);
      for (const choice of ["mend", "leave out"] as const) await settledRows(reading, choice, ids);
      return reading.bad.length === 0;
    },
  },
  {
    name: "machine file",
    whole: [gcode],
    bombs: gcodeBombs,
    read: async (bytes) => {
      const reader = new GcodeReader();
      const half = bytes.byteLength >> 1;
      reader.feedBytes(bytes.subarray(0, half));
      reader.feedBytes(bytes.subarray(half));
      const outcome = reader.finish();
      if (!isRead(outcome)) return false;
      const { minutes, filamentMm, heightMm } = outcome.value;
      if (![minutes, filamentMm, heightMm].every((v) => Number.isFinite(v) && v >= 0))
        throw new Error("no figures");
      return true;
    },
  },
  {
    name: "ledger CSV",
    whole: [text('name,real,along\ndoor,1981,height\n"a, b",6\'6",bed\n'), text("name;real\nkerb;0,15 m\n")],
    bombs: csvBombs,
    read: async (bytes) => isRead(readLedgerCsv(new TextDecoder().decode(bytes))),
  },
];
