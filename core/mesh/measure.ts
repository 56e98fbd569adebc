import { diagonalOf } from "#core/mesh/faces";
import { type MeshFlaws, meshFlaws } from "#core/mesh/flaws";
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
import { type ThinWall, thinWalls } from "#core/mesh/thinWalls";
import { findTwins } from "#core/mesh/twins";
import { weld } from "#core/mesh/weld";

/** Raised when any measurement changes, so that cached ones are made again. */
export const MEASURE_VERSION = 7;

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
  readonly regions: LayerRegions;
  readonly turnedBox: TurnedBox;
  readonly resting: readonly RestingSide[];
  readonly plan: readonly Outline[];
  readonly front: readonly Outline[];
  readonly picture: MeshPicture;
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

/**
 * Measures a mesh from its triangles.
 * @param onProgress told what is being worked out and the share done, in [0, 1], never going back
 * @returns the measurement and the welded mesh it was made on
 */
export function measureMesh(
  soup: TriangleSoup,
  onProgress?: (share: number, stage: MeasureStage) => void,
): { readonly measurement: MeshMeasurement; readonly mesh: TriangleMesh } {
  onProgress?.(0, "sharing corners");
  const mesh = weld(soup);
  onProgress?.(0.15, "checking edges");
  const twins = findTwins(mesh);
  const shells = shellsOf(mesh, twins);
  const health = meshHealth(mesh, twins, shells);
  const flaws = meshFlaws(mesh, twins, shells);
  const box = boundingBox(mesh.positions);
  const { area, volume: signed, centroid } = solidProperties(mesh);
  onProgress?.(0.3, "cutting layers");
  const profile = layerSweep(mesh, twins.twin, midHeights(box.min[2], box.max[2], PROFILE_LAYERS));
  onProgress?.(0.4, "following spaces");
  const regions = layerRegions(mesh, twins.twin, box);
  onProgress?.(0.5, "reading slopes");
  const slopes = slopePatches(mesh, twins.twin);
  onProgress?.(0.6, "measuring walls");
  const tree = buildRayTree(mesh);
  const overhangs = overhangRegions(mesh, twins.twin, tree);
  const points = pointsFor(mesh);
  const { felt, ...thickness } = sampleThickness(mesh, points, { tree });
  const thin = thinWalls(mesh, tree, felt);
  onProgress?.(0.75, "measuring gaps");
  const { sorted, without } = sampleThickness(mesh, points, {
    tree,
    side: "outside",
    reach: WIDEST_GAP * diagonalOf(mesh),
  });
  onProgress?.(0.85, "drawing outlines");
  const plan = silhouette(mesh, box, "plan");
  const front = silhouette(mesh, box, "front");
  const turnedBox = smallestRectangle(meshPlanHull(mesh.positions));
  const resting = restingSides(
    mesh.positions,
    isClosed(health)
      ? centroid
      : [(box.min[0] + box.max[0]) / 2, (box.min[1] + box.max[1]) / 2, (box.min[2] + box.max[2]) / 2],
  );
  const enclosed = enclosedVolume(mesh, signed, shells.shells, health, profile, box);
  onProgress?.(1, "drawing outlines");
  return {
    mesh,
    measurement: {
      version: MEASURE_VERSION,
      triangles: mesh.triangles.length / 3,
      vertices: mesh.positions.length / 3,
      box,
      area,
      ...enclosed,
      centroid,
      health,
      flaws,
      profile,
      slopes,
      overhangs,
      thickness,
      thinWalls: thin,
      gaps: { sorted, without },
      regions,
      turnedBox,
      resting,
      plan,
      front,
      picture: meshPicture(mesh),
    },
  };
}
