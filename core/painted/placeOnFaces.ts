import { findTwins } from "#core/mesh/twins";
import { unionFind } from "#core/unionFind";
import { degToRad } from "#core/units";
import type { PaintPlace } from "#core/paint/paintPlace";
import { edgeTurn } from "#core/painted/edgeTurn";
import { farFromLines } from "#core/painted/farFromLines";
import type { FaceShape } from "#core/painted/faceShape";

/** An edge turns by more than this and reaches so far, mm; its border is soft over a mm (defaults). */
const EDGE_RAD = degToRad(30);
const EDGE_MM = 1.5;
const SOFT_MM = 1;
/** Of the width of a panel so much is left free all round (default). */
const PANEL_RIM = 0.2;
/** A recess sees less than this of the half space before it (default). */
const RECESS = 0.75;
/** What is raised is rounder than this within a mm (default). */
const RAISED = 0.3;
/** Of the height of a part so much is its foot (common practice: 10 to 15 %). */
const FOOT = 0.12;

/** What was worked out for one shape: distances are asked for again with every layer. */
const known = new WeakMap<FaceShape, Map<ShapePlace, Float32Array>>();
/** Runs go by how many are drawn as well. */
export type ShapePlace = Exclude<PaintPlace, "runs">;

/** How far every face belongs to a place, 0 to 1. */
export function placeOnFaces(shape: FaceShape, place: ShapePlace): Float32Array {
  const own = known.get(shape) ?? new Map<ShapePlace, Float32Array>();
  known.set(shape, own);
  const found = own.get(place) ?? worked(shape, place);
  own.set(place, found);
  return found;
}

function worked(shape: FaceShape, place: ShapePlace): Float32Array {
  const { area, normal, open, curve } = shape;
  const each = (of: (f: number) => number) => Float32Array.from(area, (_, f) => clamp(of(f)));
  switch (place) {
    case "edges": {
      const far = edgeDistance(shape);
      return each((f) => soft(EDGE_MM - far[f]!));
    }
    case "panel middles":
      return panelMiddles(shape);
    case "tops":
      return each((f) => (normal[3 * f + 2]! - 0.6) / 0.2);
    case "under rims":
      return each((f) => (-normal[3 * f + 2]! - 0.3) / 0.2);
    case "recesses":
      return each((f) => (RECESS + 0.05 - open[f]!) / 0.1);
    case "raised":
      return each((f) => (curve[f]! - RAISED + 0.05) / 0.1);
    case "foot band":
      return footBand(shape);
  }
}

const clamp = (v: number) => Math.max(0, Math.min(1, v));
/** 1 well within a border, 0 well outside. @param withinMm how far within it, negative outside */
const soft = (withinMm: number) => clamp(0.5 + withinMm / SOFT_MM);

function edgeDistance(shape: FaceShape): Float32Array {
  const { twin } = findTwins(shape.mesh);
  const lines: number[] = [];
  for (let h = 0; h < twin.length; h++)
    if (twin[h]! > h && edgeTurn(shape, twin, h) > EDGE_RAD) lines.push(h);
  return farFromLines(shape.mesh, shape.centre, twin, lines, EDGE_MM + SOFT_MM);
}

/** Pieces of surface between edges, each less a rim of its own width. */
function panelMiddles(shape: FaceShape): Float32Array {
  const { area, mesh, centre } = shape;
  const { twin } = findTwins(mesh);
  const panels = unionFind(area.length);
  const isRim = (h: number) => twin[h]! < 0 || Math.abs(edgeTurn(shape, twin, h)) > EDGE_RAD;
  const rims: number[] = [];
  for (let h = 0; h < twin.length; h++) {
    if (isRim(h)) rims.push(h);
    else if (twin[h]! > h) panels.join((h / 3) | 0, (twin[h]! / 3) | 0);
  }
  const far = farFromLines(mesh, centre, twin, rims, Infinity, (h) => !isRim(h));
  const deepest = new Float32Array(area.length);
  for (let f = 0; f < area.length; f++) {
    const p = panels.find(f);
    // Its middle lies up to half a face beyond the middle of the face that is nearest to it.
    const deep = far[f]! + Math.sqrt(area[f]!) / 2;
    if (Number.isFinite(deep) && deep > deepest[p]!) deepest[p] = deep;
  }
  return Float32Array.from(far, (d, f) => {
    // A ball has no rim: all of it is its middle.
    if (!Number.isFinite(d)) return 1;
    return soft(d - PANEL_RIM * 2 * deepest[panels.find(f)]!);
  });
}

function footBand({ area, centre }: FaceShape): Float32Array {
  let [low, high] = [Infinity, -Infinity];
  for (let f = 0; f < area.length; f++) {
    low = Math.min(low, centre[3 * f + 2]!);
    high = Math.max(high, centre[3 * f + 2]!);
  }
  const top = low + FOOT * (high - low);
  return Float32Array.from(area, (_, f) => soft(top - centre[3 * f + 2]!));
}
