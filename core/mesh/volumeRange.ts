import { filledVolume } from "#core/mesh/filledVolume";
import { isClosed, type MeshHealth } from "#core/mesh/health";
import type { LayerProfile } from "#core/mesh/layerSweep";
import type { Shell } from "#core/mesh/shells";
import { type Box3, boxSize, type TriangleMesh } from "#core/mesh/triangleMesh";

/**
 * What a mesh encloses, file units cubed: the likely volume, and what it can be taken for. `overlap` is counted by
 * more than one of its shells.
 */
export type EnclosedVolume = {
  readonly volume: number;
  readonly volumeLow: number;
  readonly volumeHigh: number;
  readonly overlap: number;
};

/** Less overlap than this share is two shells that touch. */
const TOUCHING = 0.002;

/**
 * A sound mesh has one volume. An open one is taken two ways, by faces and by layers; what they disagree by, and a
 * tenth more, is the range. Of shells that are in each other, or of which one looks inward, a machine may count each
 * for itself, take one from the other, or fill them all together: the range goes from the least of these to the most.
 * @param signed by faces, inward ones taken off
 */
export function enclosedVolume(
  mesh: TriangleMesh,
  signed: number,
  shells: readonly Shell[],
  health: MeshHealth,
  profile: LayerProfile,
  box: Box3,
): EnclosedVolume {
  if (!isClosed(health)) return openVolume(signed, profile, box);
  const sound = { volume: signed, volumeLow: signed, volumeHigh: signed, overlap: 0 };
  const solid = shells.filter((s) => s.kind !== "hollow");
  // One shell, or all of them inside out, is told by its sign alone.
  if (solid.length < 2 || solid.every((s) => s.volume < 0)) return sound;
  const turned = solid.some((s) => s.volume < 0);
  if (!turned && !boxesMeet(solid)) return sound;
  const { filled, overlap } = filledVolume(mesh, box);
  if (!turned && overlap < TOUCHING * filled) return sound;
  const hollows = shells.filter((s) => s.kind === "hollow").reduce((sum, s) => sum + s.volume, 0);
  const each = solid.reduce((sum, s) => sum + Math.abs(s.volume), 0) + hollows;
  const taken = Math.max(0, signed);
  return {
    volume: filled,
    volumeLow: Math.min(filled, taken),
    volumeHigh: Math.max(filled, each),
    overlap,
  };
}

function openVolume(signed: number, profile: LayerProfile, box: Box3): EnclosedVolume {
  const step = boxSize(box)[2] / profile.heights.length;
  const byLayers = profile.areas.reduce((sum, a) => sum + Math.abs(a), 0) * step;
  const byFaces = Math.abs(signed);
  return {
    volume: signed,
    volumeLow: 0.9 * Math.min(byLayers, byFaces),
    volumeHigh: 1.1 * Math.max(byLayers, byFaces),
    overlap: 0,
  };
}

/** Whether two of the shells can be in each other at all: by their boxes, in the order of where they begin. */
function boxesMeet(shells: readonly Shell[]): boolean {
  const sorted = [...shells].sort((p, q) => p.box.min[0] - q.box.min[0]);
  return sorted.some((p, i) => {
    for (let k = i + 1; k < sorted.length && sorted[k]!.box.min[0] < p.box.max[0]; k++) {
      const q = sorted[k]!;
      if ([1, 2].every((axis) => q.box.min[axis]! < p.box.max[axis]! && p.box.min[axis]! < q.box.max[axis]!))
        return true;
    }
    return false;
  });
}
