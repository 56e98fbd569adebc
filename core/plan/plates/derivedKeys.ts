import type { Pose } from "#core/mesh/pose";
import { posedId } from "#core/mesh/pose";
import type { InfillBand } from "#core/print/filamentWork";
import type { FilamentPrinter, Printer } from "#core/print/printer";
import type { LayWishes } from "#core/print/wayUp";

/** Raised when the way a result is worked out changes, so that kept ones are made again. */
const WORK_VERSION = 1;
const SHELL_VERSION = 1;
const WAYS_VERSION = 1;

const short = (v: number) => Number(v.toPrecision(7));

/** Under which the walls and paths of a mesh on a machine are kept: everything they depend on. */
export const workKey = (
  meshId: string,
  pose: Pose | null,
  factor: number,
  p: FilamentPrinter,
  bands: readonly InfillBand[],
): string =>
  `work${WORK_VERSION} ${posedId(meshId, pose)} ${short(factor)} ${[p.nozzleMm, p.layerMm, p.walls, p.topBottomMm, p.infillShare, p.wallSpeed, p.infillSpeed, p.travelSpeed, p.firstLayerSpeed, p.acceleration, p.cornerMm, p.flowLimit, p.minimumLayerSeconds, p.retractSeconds, p.skirtLoops, p.brimMm].map(short).join(" ")}${bands.length > 0 ? ` ${bands.map((b) => `${short(b.fromMm)}-${short(b.toMm)}:${short(b.share)}`).join(",")}` : ""}`;

/** Under which a hollowed mesh's figures are kept. */
export const shellKey = (meshId: string, factor: number, wallMm: number): string =>
  `shell${SHELL_VERSION} ${meshId} ${short(factor)} ${short(wallMm)}`;

/**
 * Under which the ways to lay a mesh on a kind of machine are kept. Beds are left out: a way is fitted to its bed
 * when it is taken. The factor comes last, so that ways found at another size can stand in until these are.
 */
export const waysKey = (
  meshId: string,
  factor: number,
  { process }: Pick<Printer, "process">,
  distanceMm: number,
  { school, front, marked }: Pick<LayWishes, "school" | "front" | "marked">,
): string =>
  `ways${WAYS_VERSION} ${meshId} ${process} ${short(distanceMm)} ${(school ?? "usual").replaceAll(" ", "-")} ` +
  `${front ? front.map(short).join(",") : "any"}${markedText(marked)} ${short(factor)}`;

/** Marked faces in short, by kind; empty where none is. */
const markedText = (marked: LayWishes["marked"]): string =>
  marked ? `|${marked.map((m) => [m.is[0], ...m.normal.map(short), short(m.area)].join(",")).join(";")}` : "";

/** A key of ways in its two parts: all but the factor, and that. */
export function waysKeyParts(key: string): readonly [rest: string, factor: number] {
  const at = key.lastIndexOf(" ");
  return [key.slice(0, at), Number(key.slice(at + 1))];
}

/** The mesh that a key is of. A pose may follow the mesh's own id after a mark. */
export const meshIdIn = (key: string): string => key.split(" ", 2)[1]!.split("@")[0]!;

/** Ways to lay a mesh that should be looked for. */
export type WaysToFind = {
  readonly kind: "ways";
  readonly key: string;
  readonly meshId: string;
  readonly factor: number;
  readonly printer: Printer;
  readonly distanceMm: number;
  readonly wishes: LayWishes;
  readonly name: string;
};

/** Something that is reckoned in the plan and could be worked out on the mesh. */
export type Wanted =
  | {
      readonly kind: "work";
      readonly key: string;
      readonly meshId: string;
      readonly pose: Pose | null;
      readonly factor: number;
      readonly printer: FilamentPrinter;
      readonly bands: readonly InfillBand[];
      readonly name: string;
    }
  | WaysToFind
  | {
      readonly kind: "shell";
      readonly key: string;
      readonly meshId: string;
      readonly factor: number;
      readonly wallMm: number;
      readonly name: string;
    };
