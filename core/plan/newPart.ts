import type { Part } from "#core/plan/sceneData";

/** A part with everything as it is before anything was decided. */
export const newPart = (given: Pick<Part, "id" | "sceneId" | "name"> & Partial<Part>): Part => ({
  made: "printed", meshId: null, source: { kind: "unknown" }, unitMm: 1, unitSure: true, features: [], count: 1, process: "choose", printerId: null, hollow: null, clear: false, spans: false, tier: null, surfaceSchool: null, scheme: [],
  lamp: null, sizeMm: null, placements: [], origin: noOrigin, note: "", ownFactor: 1, copies: [], versions: [], listing: null, cutPieces: [], otherWays: null,
  pose: null, raised: null, front: null, infillBands: [], use: null, materialId: null, recipeId: null, setsSizes: false, spares: 0, pieceOf: null, ...given,
});

export const noOrigin: Part["origin"] = { fileName: "", from: "", licence: "", nativeScale: "", priceMinor: null };
