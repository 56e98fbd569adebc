import { proxy } from "comlink";
import type { Outcome } from "#core/outcome";
import type { CutPlane } from "#core/mesh/planeCut";
import type { Pose } from "#core/mesh/pose";
import type { InfillBand } from "#core/print/filamentWork";
import type { CutPlace, CutProposal } from "#core/print/cutting";
import type { GcodeMachine, GcodeReport } from "#core/print/gcode";
import type { PegStyle } from "#core/print/pegPlaces";
import type { FilamentPrinter, Printer } from "#core/print/printer";
import type { DrainHole, HollowShell } from "#core/print/resinEstimate";
import type { LayWishes } from "#core/print/wayUp";
import type { WaysFound } from "#core/plan/plates/workedOut";
import { openWorker } from "#workers/openWorker";
import type { CutPiece, Thinned, Hollowed, PrintApi, ShellPieces, WaysSearch } from "#workers/print.worker";

export type { CutPiece, Hollowed, ShellPieces } from "#workers/print.worker";

const open = () =>
  openWorker<PrintApi>(() => new Worker(new URL("./print.worker.ts", import.meta.url), { type: "module" }));
/** One worker for what somebody waits for, one for what is worked out meanwhile. */
const asked = open();
const meanwhile = open();

type Tell = (share: number) => void;

export const workOf = (
  corners: Blob,
  pose: Pose | null,
  factor: number,
  printer: FilamentPrinter,
  bands: readonly InfillBand[],
  signal?: AbortSignal,
) => meanwhile((api) => api.work(corners, pose, factor, printer, bands), signal);
export const shellOf = (corners: Blob, factor: number, wallMm: number, signal?: AbortSignal) =>
  meanwhile((api) => api.shell(corners, factor, wallMm) as Promise<Outcome<HollowShell>>, signal);
export const waysOf = (corners: Blob, search: WaysSearch, signal?: AbortSignal) =>
  meanwhile((api) => api.ways(corners, search) as Promise<WaysFound>, signal);
export const turnedMesh = (corners: Blob, pose: Pose) =>
  asked((api) => api.turned(corners, pose) as Promise<CutPiece>);
/** A mesh without the triangles that its layers cannot show. @param tolerance file units */
export const thinnedMesh = (corners: Blob, tolerance: number, signal: AbortSignal) =>
  asked((api) => api.thinned(corners, tolerance) as Promise<Outcome<Thinned | null>>, signal);
/** The cut that spares the most supports; null where none is worth its seam. */
export const findSupportCut = (
  corners: Blob,
  pose: Pose | null,
  raised: boolean | null,
  factor: number,
  printer: Printer,
  tell: Tell,
  signal: AbortSignal,
) => asked((api) => api.supportCut(corners, pose, raised, factor, printer, proxy(tell)), signal);
export const splitInShells = (
  corners: Blob,
  wallMm: number,
  factor: number,
  tell: Tell,
  signal: AbortSignal,
) =>
  asked(
    (api) => api.twoShells(corners, wallMm, factor, proxy(tell)) as Promise<Outcome<ShellPieces>>,
    signal,
  );
/** Closed meshes as one. */
export const unitedMesh = (all: readonly Blob[], signal: AbortSignal) =>
  asked((api) => api.united(all) as Promise<Outcome<CutPiece>>, signal);
export const mirroredMesh = (corners: Blob) => asked((api) => api.mirrored(corners) as Promise<CutPiece>);
export const measurePosed = (corners: Blob, pose: Pose | null) => asked((api) => api.measure(corners, pose));
export const findWaysUp = (
  corners: Float32Array,
  factor: number,
  printer: Printer,
  distanceMm: number,
  wishes: LayWishes,
  tell: Tell,
  signal: AbortSignal,
) => asked((api) => api.waysUp(corners, factor, printer, distanceMm, wishes, proxy(tell)), signal);
export const findCuts = (corners: Float32Array, factor: number, printer: Printer, signal: AbortSignal) =>
  asked((api) => api.proposeCuts(corners, factor, printer) as Promise<Outcome<CutProposal>>, signal);
export const placeCuts = (
  corners: Float32Array,
  places: readonly CutPlace[],
  factor: number,
  style: PegStyle | null,
  signal: AbortSignal,
) => asked((api) => api.cutsAt(corners, places, factor, style), signal);
export const cutPieces = (
  corners: Float32Array,
  planes: readonly CutPlane[],
  factor: number,
  style: PegStyle | null,
  tell: Tell,
  signal: AbortSignal,
) =>
  asked(
    (api) =>
      api.cut(corners, planes, factor, style, proxy(tell)) as Promise<
        Outcome<{ readonly pieces: readonly CutPiece[]; readonly pegs: number }>
      >,
    signal,
  );
export const findHollow = (
  corners: Float32Array,
  factor: number,
  wallMm: number,
  pose: Pose | null,
  raised: boolean,
  tell: Tell,
  signal: AbortSignal,
) =>
  asked(
    (api) => api.hollow(corners, factor, wallMm, pose, raised, proxy(tell)) as Promise<Outcome<Hollowed>>,
    signal,
  );
export const hollowFile = (
  corners: Float32Array,
  factor: number,
  wallMm: number,
  holes: readonly DrainHole[],
  pose: Pose | null,
  raised: boolean,
  tell: Tell,
  signal: AbortSignal,
) =>
  asked(
    (api) =>
      api.hollowFile(corners, factor, wallMm, holes, pose, raised, proxy(tell)) as Promise<
        Outcome<Float32Array>
      >,
    signal,
  );
export const readGcode = (file: File, machine: GcodeMachine, tell: Tell, signal: AbortSignal) =>
  asked((api) => api.gcode(file, machine, proxy(tell)) as Promise<Outcome<GcodeReport>>, signal);
