/**
 * How a machine moves. `cornerMm` is by how much it may miss a corner, which says how fast it takes it.
 * 0.013 to 0.05 mm in open firmware; 0.02 by default (common practice).
 */
export type Motion = { readonly acceleration: number; readonly cornerMm: number };

export const USUAL_CORNER_MM = 0.02;

/**
 * Highest speed through the corner between two moves, mm/s; Infinity straight on, 0 back the way it came.
 * @param cosTurn cosine of the change of direction: 1 straight on, -1 back
 * @param shorterMm the shorter of the two moves: on a curve cut into short ones the curve's own radius limits
 * too
 * @source junction deviation as in open motion firmware (from memory): v^2 = a d s / (1 - s), s the sine of
 * half the angle between the moves
 */
export function cornerSpeed(cosTurn: number, shorterMm: number, { acceleration, cornerMm }: Motion): number {
  const s = Math.sqrt(Math.max(0, (1 + cosTurn) / 2));
  if (s > 1 - 1e-9) return Infinity;
  const deviation = Math.sqrt((acceleration * cornerMm * s) / (1 - s));
  // Chord and turn give the radius of the curve that the moves may be cut from: L / (2 sin(turn / 2)).
  const halfTurnSine = Math.sqrt(Math.max(0, (1 - cosTurn) / 2));
  return Math.min(deviation, Math.sqrt((acceleration * shorterMm) / (2 * halfTurnSine)));
}

/** Seconds of one straight move that enters and leaves at given speeds and may go at `limit` between. */
export function moveSecondsBetween(
  lengthMm: number,
  entry: number,
  exit: number,
  limit: number,
  acceleration: number,
): number {
  const peak = Math.min(
    limit,
    Math.sqrt(
      Math.max(entry * entry, exit * exit, (2 * acceleration * lengthMm + entry * entry + exit * exit) / 2),
    ),
  );
  const speeding = (peak * peak - entry * entry) / (2 * acceleration);
  const braking = (peak * peak - exit * exit) / (2 * acceleration);
  const rest = Math.max(0, lengthMm - speeding - braking);
  return (peak - entry) / acceleration + (peak - exit) / acceleration + (peak > 0 ? rest / peak : 0);
}

/**
 * Lengths, speed limits and corner speeds of moves one after the other; reused, so that a long path makes no
 * garbage.
 */
export type MoveList = { count: number; length: Float64Array; limit: Float64Array; corner: Float64Array };

export const moveList = (room = 1024): MoveList => ({
  count: 0,
  length: new Float64Array(room),
  limit: new Float64Array(room),
  corner: new Float64Array(room),
});

/** @param corner highest speed at the start of the move */
export function addMove(moves: MoveList, lengthMm: number, limit: number, corner: number): void {
  if (moves.count === moves.length.length) {
    for (const key of ["length", "limit", "corner"] as const) {
      const longer = new Float64Array(2 * moves.count);
      longer.set(moves[key]);
      moves[key] = longer;
    }
  }
  moves.length[moves.count] = lengthMm;
  moves.limit[moves.count] = limit;
  moves.corner[moves.count++] = corner;
}

/**
 * Seconds of a row of moves with look-ahead: no corner is entered faster than the rest of the way allows to
 * brake. It
 * starts at `entry` and ends at `exit`.
 * @param eachMove told the seconds of each move
 */
export function rowSeconds(
  moves: MoveList,
  acceleration: number,
  entry = 0,
  exit = 0,
  eachMove?: (move: number, seconds: number) => void,
): number {
  const { count, length, limit, corner } = moves;
  if (count === 0) return 0;
  // Backward: what can still be braked from. `corner` holds the entry speeds from here on.
  let next = exit;
  for (let i = count - 1; i >= 0; i--) {
    let v = Math.min(corner[i]!, limit[i]!, Math.sqrt(next * next + 2 * acceleration * length[i]!));
    if (i > 0) v = Math.min(v, limit[i - 1]!);
    corner[i] = v;
    next = v;
  }
  let seconds = 0;
  let speed = Math.min(entry, corner[0]!);
  for (let i = 0; i < count; i++) {
    const reach = Math.sqrt(speed * speed + 2 * acceleration * length[i]!);
    const end = Math.min(i + 1 < count ? corner[i + 1]! : exit, reach);
    const own = moveSecondsBetween(length[i]!, speed, end, limit[i]!, acceleration);
    eachMove?.(i, own);
    seconds += own;
    speed = end;
  }
  return seconds;
}

/**
 * Seconds of a closed line at one speed, from rest to rest.
 * @param points x and y in turn, mm; `from` and `to` count points
 */
export function loopSeconds(
  points: ArrayLike<number>,
  from: number,
  to: number,
  speed: number,
  motion: Motion,
  moves: MoveList,
): number {
  moves.count = 0;
  const n = to - from;
  let ux = 0;
  let uy = 0;
  let before = 0;
  for (let i = 0; i < n; i++) {
    const p = 2 * (from + i);
    const q = 2 * (from + ((i + 1) % n));
    const dx = points[q]! - points[p]!;
    const dy = points[q + 1]! - points[p + 1]!;
    const l = Math.sqrt(dx * dx + dy * dy);
    if (l < 1e-9) continue;
    const vx = dx / l;
    const vy = dy / l;
    addMove(
      moves,
      l,
      speed,
      moves.count === 0 ? 0 : cornerSpeed(ux * vx + uy * vy, Math.min(before, l), motion),
    );
    ux = vx;
    uy = vy;
    before = l;
  }
  return rowSeconds(moves, motion.acceleration);
}
