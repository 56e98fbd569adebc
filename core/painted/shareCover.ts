/** Steps that a score is sorted into. */
const BINS = 8192;
const MOST_ROUNDS = 12;

/**
 * How far each face is covered, 0 to 1, where the places with the highest scores are covered first and so much of the
 * whole is to be. The edge of what is covered is soft over a share of the whole.
 * @param faces the faces that count; @param area of every face
 * @param score of each of these faces in turn, the higher the sooner
 * @param share 0 to 1; what is covered comes to this, to within 1e-4
 * @param soft share of the whole over which it fades
 * @returns of each of these faces in turn
 */
export function shareCover(
  faces: Uint32Array,
  area: Float32Array,
  score: Float32Array,
  share: number,
  soft: number,
): Float32Array {
  const cover = new Float32Array(faces.length);
  if (share >= 1) return cover.fill(1);
  if (share <= 0 || faces.length === 0) return cover;
  const rank = ranksOf(faces, area, score);
  const fade = Math.max(1e-6, Math.min(soft, 2 * share, 2 * (1 - share)));
  let whole = 0;
  for (let i = 0; i < faces.length; i++) whole += area[faces[i]!]!;
  // Ranks are even but for faces that are large: what is covered is brought to what was told.
  let edge = share;
  for (let round = 0; round < MOST_ROUNDS; round++) {
    let covered = 0;
    for (let i = 0; i < faces.length; i++) {
      const c = 0.5 + (edge - rank[i]!) / fade;
      const held = c < 0 ? 0 : c > 1 ? 1 : c;
      cover[i] = held;
      covered += held * area[faces[i]!]!;
    }
    const off = share - covered / whole;
    if (Math.abs(off) < 1e-4) break;
    edge += off;
  }
  return cover;
}

/** The share of the area that scores higher than each face, 0 to 1. */
function ranksOf(faces: Uint32Array, area: Float32Array, score: Float32Array): Float32Array {
  let [least, most] = [Infinity, -Infinity];
  for (let i = 0; i < score.length; i++) {
    if (score[i]! < least) least = score[i]!;
    if (score[i]! > most) most = score[i]!;
  }
  const times = most > least ? (BINS - 1) / (most - least) : 0;
  const bins = new Float64Array(BINS + 1);
  for (let i = 0; i < score.length; i++) bins[((score[i]! - least) * times) | 0]! += area[faces[i]!]!;
  // From the highest down: above[b] is the area of all bins over b.
  const above = new Float64Array(BINS + 1);
  for (let b = BINS - 1; b >= 0; b--) above[b] = above[b + 1]! + bins[b + 1]!;
  const whole = Math.max(1e-12, above[0]! + bins[0]!);
  const rank = new Float32Array(score.length);
  for (let i = 0; i < score.length; i++) {
    const at = (score[i]! - least) * times;
    const b = at | 0;
    rank[i] = (above[b]! + (1 - (at - b)) * bins[b]!) / whole;
  }
  return rank;
}
