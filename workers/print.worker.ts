import { transfer } from "comlink";
import wasmUrl from "manifold-3d/manifold.wasm?url";
import { type Outcome, success } from "#core/outcome";
import { contentId } from "#core/mesh/contentId";
import { farthestApart } from "#core/mesh/farthest";
import { hollowMesh, withRooms } from "#core/mesh/hollow";
import { mirrored } from "#core/mesh/mirror";
import { layerRegions } from "#core/mesh/layerRegions";
import { measureMesh, type MeshMeasurement } from "#core/mesh/measure";
import type { CutPlane } from "#core/mesh/planeCut";
import { AS_DRAWN, type Pose, posedMesh, posedSoup } from "#core/mesh/pose";
import { openSolids, type Solids } from "#core/mesh/solids";
import { boundingBox, soupOf, type TriangleMesh, type TriangleSoup } from "#core/mesh/triangleMesh";
import { findTwins } from "#core/mesh/twins";
import { weld } from "#core/mesh/weld";
import {
  cutAt,
  type CutPlace,
  type CutProposal,
  cutIntoPieces,
  type PlacedCut,
  proposeCuts,
} from "#core/print/cutting";
import { boresOf, proposeDrains } from "#core/print/drains";
import { shellWorkedOut, type WaysFound, waysWorkedOut, workedOutOf } from "#core/plan/plates/workedOut";
import type { FilamentWork, InfillBand } from "#core/print/filamentWork";
import { GcodeReader, type GcodeMachine, type GcodeReport } from "#core/print/gcode";
import type { PegStyle } from "#core/print/pegPlaces";
import type { FilamentPrinter, Printer } from "#core/print/printer";
import type { DrainHole, HollowShell } from "#core/print/resinEstimate";
import { type SupportCut, supportCut } from "#core/print/supportCuts";
import { type TwoShells, twoShells } from "#core/print/twoShells";
import type { WaysToFind } from "#core/plan/plates/derivedKeys";
import { waysFor } from "#core/plan/plates/waysFor";
import type { Lay, LayWishes } from "#core/print/wayUp";
import { measureShared } from "#workers/measure";
import { serve } from "#workers/serve";

/** What ways to lay a mesh are looked for with. */
export type WaysSearch = Pick<WaysToFind, "factor" | "printer" | "distanceMm" | "wishes">;
/** Two shells as meshes of their own. */
export type ShellPieces = Omit<TwoShells, "pieces"> & { readonly pieces: readonly CutPiece[] };
export type CutPiece = {
  readonly id: string;
  readonly corners: Float32Array;
  readonly measurement: MeshMeasurement;
};
/** `off`: the farthest that it lies from the mesh it was made of, file units. */
export type Thinned = { readonly piece: CutPiece; readonly off: number };
/** Triangles that are left, as a share, from which on thinning is not worth a new mesh. */
const THINNED_WORTH = 0.7;
export type Hollowed = {
  readonly shell: HollowShell;
  readonly savedMl: number;
  readonly rooms: number;
  readonly holes: readonly DrainHole[];
  /** Rooms that keep resin after all, with these holes. */ readonly trapped: number;
};

let loading: Promise<Solids> | undefined;
const solids = () => (loading ??= openSolids(wasmUrl));

const reporting = (progress: (share: number) => void) => (share: number) => {
  progress(share);
  return true;
};

/** The file of a hollowed part: outer faces, rooms, and its drain holes. */
async function hollowedMesh(
  mesh: TriangleMesh,
  wall: number,
  factor: number,
  holes: readonly DrainHole[] | null,
  pose: Pose | null,
  raised: boolean,
  progress: (share: number) => void,
) {
  const hollow = hollowMesh(
    mesh,
    wall,
    factor,
    reporting((s) => progress(0.8 * s)),
  );
  if (!hollow.ok) return hollow;
  const placed =
    holes && holes.length > 0 ? holes : proposeDrains(mesh, hollow.value, wall, pose, raised, factor);
  const bored = (await solids()).bored(withRooms(mesh, hollow.value.inner), boresOf(placed, wall, factor));
  return bored.ok ? success({ hollow: hollow.value, holes: placed, mesh: bored.value }) : bored;
}

/** A mesh that was sent as the bytes of its corners, which costs the page nothing. */
const soupIn = async (corners: Blob): Promise<TriangleSoup> => ({
  corners: new Float32Array(await corners.arrayBuffer()),
});

/** A mesh made here, by its content, with what is measured of it; its bytes are handed over. */
async function measuredPiece({ corners }: TriangleSoup): Promise<CutPiece> {
  const { measurement } = measureMesh({ corners });
  return transfer({ id: await contentId(corners), corners, measurement }, [corners.buffer]);
}

const api = {
  /** Walls and paths of a part as it lies. */
  async work(
    corners: Blob,
    pose: Pose | null,
    factor: number,
    printer: FilamentPrinter,
    bands: readonly InfillBand[],
  ): Promise<FilamentWork> {
    return workedOutOf(await soupIn(corners), pose, factor, printer, bands, (await solids()).insetAreas);
  },
  shell: async (corners: Blob, factor: number, wallMm: number): Promise<Outcome<HollowShell>> =>
    shellWorkedOut(await soupIn(corners), factor, wallMm),
  /** The other hand of a mesh, with what is measured of it. */
  /** The mesh with no more triangles than its layers can show; null where that would be no fewer. */
  async thinned(corners: Blob, tolerance: number): Promise<Outcome<Thinned | null>> {
    const mesh = weld(await soupIn(corners));
    const thin = (await solids()).thinned(mesh, tolerance);
    if (!thin.ok) return thin;
    if (thin.value.triangles.length > THINNED_WORTH * mesh.triangles.length) return success(null);
    const off = farthestApart(mesh, thin.value);
    return success({ piece: await measuredPiece(soupOf(thin.value)), off });
  },
  /** The cut that spares the most supports; null where none spares more than its seam takes. */
  async supportCut(
    corners: Blob,
    pose: Pose | null,
    raised: boolean | null,
    factor: number,
    printer: Printer,
    progress: (share: number) => void,
  ): Promise<SupportCut | null> {
    const mesh = weld(await soupIn(corners));
    return supportCut(mesh, pose ?? AS_DRAWN, raised, factor, printer, reporting(progress));
  },
  /** The part as two open shells, each with what is measured of it. */
  async twoShells(
    corners: Blob,
    wallMm: number,
    factor: number,
    progress: (share: number) => void,
  ): Promise<Outcome<ShellPieces>> {
    const split = twoShells(
      weld(await soupIn(corners)),
      wallMm,
      factor,
      reporting((s) => progress(0.7 * s)),
    );
    if (!split.ok) return split;
    const { pieces: meshes, ...shells } = split.value;
    const pieces: CutPiece[] = [];
    for (const mesh of meshes) pieces.push(await measuredPiece(soupOf(mesh)));
    return success({ ...shells, pieces });
  },
  /** Closed meshes as one, with what is measured of it. */
  async united(all: readonly Blob[]): Promise<Outcome<CutPiece>> {
    const meshes: TriangleMesh[] = [];
    for (const corners of all) meshes.push(weld(await soupIn(corners)));
    const one = (await solids()).united(meshes);
    return one.ok ? success(await measuredPiece(soupOf(one.value))) : one;
  },
  async mirrored(corners: Blob): Promise<CutPiece> {
    return measuredPiece(mirrored(await soupIn(corners)));
  },
  /** A mesh turned for good, with what is measured of it. */
  async turned(corners: Blob, pose: Pose): Promise<CutPiece> {
    return measuredPiece(posedSoup(await soupIn(corners), pose));
  },
  measure: async (corners: Blob, pose: Pose | null): Promise<MeshMeasurement> =>
    measureShared(posedSoup(await soupIn(corners), pose)),
  waysUp(
    corners: Float32Array,
    factor: number,
    printer: Printer,
    distanceMm: number,
    wishes: LayWishes,
    progress: (share: number) => void,
  ): readonly Lay[] {
    return waysFor(weld({ corners }), factor, printer, distanceMm, wishes, reporting(progress));
  },
  /** The same with what is measured of it as it would lie. */
  ways: async (corners: Blob, search: WaysSearch): Promise<WaysFound> =>
    waysWorkedOut(await soupIn(corners), search),
  proposeCuts(corners: Float32Array, factor: number, printer: Printer): Outcome<CutProposal> {
    const mesh = weld({ corners });
    return proposeCuts(mesh, findTwins(mesh).twin, factor, printer);
  },
  /** What cuts put by hand would be. */
  cutsAt(
    corners: Float32Array,
    places: readonly CutPlace[],
    factor: number,
    style: PegStyle | null,
  ): readonly PlacedCut[] {
    const mesh = weld({ corners });
    const { twin } = findTwins(mesh);
    return places.map((place) => cutAt(mesh, twin, place, factor, style));
  },
  /** Pieces with their measurements, from the low end up. */
  async cut(
    corners: Float32Array,
    planes: readonly CutPlane[],
    factor: number,
    style: PegStyle | null,
    progress: (share: number) => void,
  ): Promise<Outcome<{ readonly pieces: readonly CutPiece[]; readonly pegs: number }>> {
    const cut = cutIntoPieces(
      weld({ corners }),
      planes,
      factor,
      style,
      reporting((s) => progress(0.6 * s)),
    );
    if (!cut.ok) return cut;
    const pieces: CutPiece[] = [];
    for (const [i, piece] of cut.value.pieces.entries()) {
      const soup = soupOf(piece);
      pieces.push({
        id: await contentId(soup.corners),
        corners: soup.corners,
        measurement: measureMesh(soup, (s) => progress(0.6 + (0.4 * (i + s)) / cut.value.pieces.length))
          .measurement,
      });
    }
    return transfer(
      success({ pieces, pegs: cut.value.pegs }),
      pieces.map((p) => p.corners.buffer),
    );
  },
  /** What hollowing saves, where its drains go, and whether anything stays inside. */
  async hollow(
    corners: Float32Array,
    factor: number,
    wallMm: number,
    pose: Pose | null,
    raised: boolean,
    progress: (share: number) => void,
  ): Promise<Outcome<Hollowed>> {
    const made = await hollowedMesh(weld({ corners }), wallMm / factor, factor, null, pose, raised, progress);
    if (!made.ok) return made;
    const { hollow, holes, mesh } = made.value;
    const f3 = factor ** 3 / 1000;
    const asItLies = posedMesh(mesh, pose);
    const left = layerRegions(
      asItLies,
      findTwins(asItLies).twin,
      boundingBox(asItLies.positions),
    ).spaces.filter((s) => s.kind === "hollow");
    progress(1);
    return success({
      shell: {
        millilitres: (hollow.solidVolume - hollow.cavityVolume) * f3,
        thinnestMm: hollow.thinnest * factor,
      },
      savedMl: hollow.cavityVolume * f3,
      rooms: hollow.cavities.length,
      holes,
      trapped: left.length,
    });
  },
  /** The hollowed part as triangles, with its holes. */
  async hollowFile(
    corners: Float32Array,
    factor: number,
    wallMm: number,
    holes: readonly DrainHole[],
    pose: Pose | null,
    raised: boolean,
    progress: (share: number) => void,
  ): Promise<Outcome<Float32Array>> {
    const made = await hollowedMesh(
      weld({ corners }),
      wallMm / factor,
      factor,
      holes,
      pose,
      raised,
      progress,
    );
    if (!made.ok) return made;
    const soup = soupOf(made.value.mesh);
    return transfer(success(soup.corners), [soup.corners.buffer]);
  },
  /** Reads a machine file of any size piece by piece. */
  async gcode(
    file: File,
    machine: GcodeMachine,
    progress: (share: number) => void,
  ): Promise<Outcome<GcodeReport>> {
    const reader = new GcodeReader(machine);
    const stream = file.stream().getReader();
    let done = 0;
    for (;;) {
      const { value, done: end } = await stream.read();
      if (end) break;
      reader.feedBytes(value);
      done += value.byteLength;
      progress(done / Math.max(1, file.size));
    }
    return reader.finish();
  },
};
export type PrintApi = typeof api;
serve(api);
