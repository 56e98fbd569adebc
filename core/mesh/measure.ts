import { type DrawingSigns, drawingSigns } from "#core/mesh/drawingSigns";
import { diagonalOf } from "#core/mesh/faces";
import { type MeshFlaws, meshFlaws } from "#core/mesh/flaws";
import { type Fold, foldsOf } from "#core/mesh/folds";
import { meshPlanHull, smallestRectangle, type TurnedBox } from "#core/mesh/footprint";
import { isClosed, meshHealth, type MeshHealth } from "#core/mesh/health";
import { type LayerRegions, layerRegions } from "#core/mesh/layerRegions";
import { type LayerProfile, layerSweep, midHeights } from "#core/mesh/layerSweep";
import { type OverhangRegion, overhangRegions } from "#core/mesh/overhangRegions";
import { meshPicture, type MeshPicture } from "#core/mesh/picture";
import { buildRayTree } from "#core/mesh/rayTree";
import { type RestingSide, restingSides } from "#core/mesh/resting";
import { shellsOf } from "#core/mesh/shells";
import { type Outline, silhouette } from "#core/mesh/silhouette";
import { slopePatches, type SlopePatch } from "#core/mesh/slopes";
import { solidProperties } from "#core/mesh/solidProperties";
import { enclosedVolume, type EnclosedVolume } from "#core/mesh/volumeRange";
import { sampleThickness, type ThicknessSample } from "#core/mesh/thickness";
import { type Box3, boundingBox, type TriangleMesh, type TriangleSoup } from "#core/mesh/triangleMesh";
import { narrowSlits, type ThinWall, thinWalls } from "#core/mesh/thinWalls";
import { findTwins } from "#core/mesh/twins";
import { weld } from "#core/mesh/weld";

/** Raised when any measurement changes, so that cached ones are made again. */
export const MEASURE_VERSION = 11;

/** Everything the plan needs to know of a mesh, in the units of its file. Made once, kept by content. */
export type MeshMeasurement = EnclosedVolume & {
  readonly version: number;
  readonly triangles: number;
  readonly vertices: number;
  readonly box: Box3;
  readonly area: number;
  readonly centroid: readonly [number, number, number];
  readonly health: MeshHealth;
  readonly flaws: MeshFlaws;
  readonly profile: LayerProfile;
  readonly slopes: readonly SlopePatch[];
  /** What hangs over by more than 45 degrees, in patches. */
  readonly overhangs: readonly OverhangRegion[];
  readonly thickness: ThicknessSample;
  /** Walls and rods, thinnest first, by the place where each was felt. */
  readonly thinWalls: readonly ThinWall[];
  /** Widths of what is engraved or stands close together, felt outward. */
  readonly gaps: ThicknessSample;
  /** Gaps that keep their width for a while, narrowest first: what is as thick as a wall, and is air. */
  readonly slits: readonly ThinWall[];
  /** Faces that nearly lie on each other. */
  readonly folds: readonly Fold[];
  readonly regions: LayerRegions;
  readonly turnedBox: TurnedBox;
  readonly resting: readonly RestingSide[];
  readonly plan: readonly Outline[];
  readonly front: readonly Outline[];
  readonly picture: MeshPicture;
  /** What it shows of the scale it was drawn at. */
  readonly signs: DrawingSigns;
};

const PROFILE_LAYERS = 240;
/**
 * Points felt, one for so many faces: what is thinner than 3 % of a surface is known to between 1.9 and 4.1 % by a
 * thousand, to between 2.5 and 3.5 % by four thousand. Faces that no point came to are felt besides.
 */
const FACES_A_POINT = 5;
const POINTS = { least: 1000, most: 4000 } as const;
/** Wider than this share of the diagonal is no gap but two things. */
const WIDEST_GAP = 1 / 4;
/** Narrow places looked at for slits. */
const SLITS_LOOKED_AT = 1000;

export type MeasureStage =
  | "sharing corners"
  | "checking edges"
  | "cutting layers"
  | "following spaces"
  | "reading slopes"
  | "measuring walls"
  | "measuring gaps"
  | "drawing outlines";

const pointsFor = ({ triangles }: TriangleMesh) =>
  Math.max(POINTS.least, Math.min(POINTS.most, Math.round(triangles.length / 3 / FACES_A_POINT)));

/** What is known of a mesh as soon as its corners are shared. File units. */
export type FirstFigures = {
  readonly triangles: number;
  readonly box: Box3;
  /** Enclosed, by the signs of its faces alone; what is wrong with the mesh is not known yet. */
  readonly volume: number;
};

/** Told what is being worked out and the share done, in [0, 1], never going back; figures once they are there. */
export type MeasureProgress = (share: number, stage: MeasureStage, first?: FirstFigures) => void;

/** A mesh with shared corners and its twins, before anything else is measured of it. */
type Begun = ReturnType<typeof begin>;

function begin(soup: TriangleSoup, onProgress?: MeasureProgress) {
  onProgress?.(0, "sharing corners");
  const mesh = weld(soup);
  const box = boundingBox(mesh.positions);
  const solid = solidProperties(mesh);
  onProgress?.(0.15, "checking edges", {
    triangles: mesh.triangles.length / 3,
    box,
    volume: Math.abs(solid.volume),
  });
  return { mesh, box, solid, twins: findTwins(mesh) };
}

/** What is felt by rays through the material and out of it. */
export type FeltWalls = Pick<MeshMeasurement, "overhangs" | "thickness" | "thinWalls" | "gaps" | "slits">;

/** Needs the mesh and its twins alone, so that it can be done beside the rest. */
export function feelWalls(
  mesh: TriangleMesh,
  twin: Int32Array,
  onProgress?: (share: number, stage: MeasureStage) => void,
): FeltWalls {
  onProgress?.(0.6, "measuring walls");
  const tree = buildRayTree(mesh);
  const overhangs = overhangRegions(mesh, twin, tree);
  const points = pointsFor(mesh);
  const { felt, ...thickness } = sampleThickness(mesh, points, { tree });
  const thin = thinWalls(mesh, tree, felt);
  onProgress?.(0.75, "measuring gaps");
  const outside = sampleThickness(mesh, points, {
    tree,
    side: "outside",
    reach: WIDEST_GAP * diagonalOf(mesh),
  });
  const { sorted, without } = outside;
  const slits = narrowSlits(turnedInward(mesh), tree, outside.felt.slice(0, SLITS_LOOKED_AT));
  return { overhangs, thickness, thinWalls: thin, gaps: { sorted, without }, slits };
}

/** The same faces looking the other way: what was air is material. */
function turnedInward({ positions, triangles }: TriangleMesh): TriangleMesh {
  const turned = triangles.slice();
  for (let t = 0; t < turned.length; t += 3) {
    turned[t + 1] = triangles[t + 2]!;
    turned[t + 2] = triangles[t + 1]!;
  }
  return { positions, triangles: turned };
}

/** Everything but the walls. */
function measureRest({ mesh, box, solid, twins }: Begun, onProgress?: MeasureProgress) {
  const shells = shellsOf(mesh, twins);
  const health = meshHealth(mesh, twins, shells);
  const flaws = meshFlaws(mesh, twins, shells);
  const folds = foldsOf(mesh, twins.twin);
  const { area, volume: signed, centroid } = solid;
  onProgress?.(0.3, "cutting layers");
  const profile = layerSweep(mesh, twins.twin, midHeights(box.min[2], box.max[2], PROFILE_LAYERS));
  onProgress?.(0.4, "following spaces");
  const regions = layerRegions(mesh, twins.twin, box);
  onProgress?.(0.5, "reading slopes");
  const slopes = slopePatches(mesh, twins.twin);
  onProgress?.(0.55, "drawing outlines");
  const middle = [0, 1, 2].map((k) => (box.min[k]! + box.max[k]!) / 2) as [number, number, number];
  return {
    area,
    centroid,
    health,
    flaws,
    folds,
    profile,
    slopes,
    regions,
    enclosed: enclosedVolume(mesh, signed, shells.shells, health, profile, box),
    turnedBox: smallestRectangle(meshPlanHull(mesh.positions)),
    resting: restingSides(mesh.positions, isClosed(health) ? centroid : middle),
    plan: silhouette(mesh, box, "plan"),
    front: silhouette(mesh, box, "front"),
    picture: meshPicture(mesh),
    signs: drawingSigns(mesh, twins.twin, box),
  };
}

function whole(
  { mesh, box }: Begun,
  { enclosed, ...rest }: ReturnType<typeof measureRest>,
  walls: FeltWalls,
): MeshMeasurement {
  return {
    version: MEASURE_VERSION,
    triangles: mesh.triangles.length / 3,
    vertices: mesh.positions.length / 3,
    box,
    ...enclosed,
    ...rest,
    ...walls,
  };
}

/**
 * Measures a mesh from its triangles.
 * @returns the measurement and the welded mesh it was made on
 */
export function measureMesh(
  soup: TriangleSoup,
  onProgress?: MeasureProgress,
): { readonly measurement: MeshMeasurement; readonly mesh: TriangleMesh } {
  const begun = begin(soup, onProgress);
  const rest = measureRest(begun, onProgress);
  const measurement = whole(begun, rest, feelWalls(begun.mesh, begun.twins.twin, onProgress));
  onProgress?.(1, "measuring gaps");
  return { mesh: begun.mesh, measurement };
}

/**
 * The same with the walls felt by somebody else meanwhile.
 * @param feel given a mesh that it must not change; what it gives is what `feelWalls` gives
 */
export async function measureBeside(
  soup: TriangleSoup,
  feel: (mesh: TriangleMesh, twin: Int32Array) => Promise<FeltWalls>,
  onProgress?: MeasureProgress,
): Promise<MeshMeasurement> {
  const begun = begin(soup, onProgress);
  const felt = feel(begun.mesh, begun.twins.twin);
  // It is awaited below; until then nobody else looks whether it failed.
  felt.catch(() => undefined);
  const rest = measureRest(begun, onProgress);
  onProgress?.(0.8, "measuring walls");
  const measurement = whole(begun, rest, await felt);
  onProgress?.(1, "measuring gaps");
  return measurement;
}
