import { execFileSync } from "node:child_process";
import { readFileSync } from "node:fs";
import { unzipSync } from "fflate";

/** One figure that the product shows, worked out again another way. `off`: what the two may differ by, as a share. */
export type Row = {
  readonly scene: string;
  readonly what: string;
  readonly shown: number;
  readonly recomputed: number;
  readonly unit: string;
  readonly off: number;
};

export const agrees = ({ shown, recomputed, off }: Row): boolean =>
  Math.abs(shown - recomputed) <= off * Math.max(Math.abs(shown), Math.abs(recomputed)) + 1e-9;

/** What comes out of files of the product, read without its types. */
export type Untyped = ReturnType<typeof JSON.parse>;

export type Archive = {
  readonly tables: Readonly<Record<string, readonly Untyped[]>>;
  /** Nine numbers a triangle, file units, by mesh id. */
  readonly mesh: (id: string) => Float32Array;
};
export type Shown = { readonly scene: Untyped; readonly today: string; readonly plan: Untyped };

/** An exported archive, with nothing of the product's own code. */
export function readArchive(path: string): Archive {
  const files = unzipSync(readFileSync(path));
  const { tables } = JSON.parse(new TextDecoder().decode(files["archive.json"])) as Pick<Archive, "tables">;
  return { tables, mesh: (id) => stlCorners(files[`meshes/${id}.stl`]!) };
}

/** Corners of a binary STL: 80 bytes of head, a count, and for each triangle a normal, three corners and 2 bytes. */
function stlCorners(bytes: Uint8Array): Float32Array {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  const count = view.getUint32(80, true);
  const corners = new Float32Array(9 * count);
  for (let t = 0; t < count; t++)
    for (let k = 0; k < 9; k++) corners[9 * t + k] = view.getFloat32(84 + 50 * t + 12 + 4 * k, true);
  return corners;
}

/** What the product says of every scene of an archive, as its command line prints it. */
export const readShown = (path: string): readonly Shown[] =>
  JSON.parse(
    execFileSync("npx", ["tsx", "scripts/plan.ts", path, "--json"], {
      encoding: "utf8",
      maxBuffer: 2 ** 28,
      stdio: ["ignore", "pipe", "ignore"],
    }),
  ) as readonly Shown[];
