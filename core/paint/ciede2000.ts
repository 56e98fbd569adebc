import type { LabD65 } from "#core/paint/lab";

const POW25_7 = 25 ** 7;
const DEG = Math.PI / 180;
const turnOf = (deg: number) => ({ cos: Math.cos(deg * DEG), sin: Math.sin(deg * DEG) });
const at30 = turnOf(30);
const at6 = turnOf(6);
const at63 = turnOf(63);
const at275 = turnOf(275);
/** Further than this from 275 degrees the blue term is under 1e-9. */
const FAR_FROM_BLUE_DEG = 114;
const farFromBlueCos = Math.cos(FAR_FROM_BLUE_DEG * DEG);
/**
 * The formula counts hue from 0 to 360 and does not wrap, so blue's neighbourhood ends here on its far side.
 */
const PAST_BLUE_DEG = 360 - 275;

const seventh = (x: number) => {
  const x2 = x * x;
  return x2 * x2 * x2 * x;
};

/**
 * Colour difference CIEDE2000 with unit weights, between two colours in Lab under D65. Under 1 unseen, 2
 * close,
 * 5 plainly different.
 *
 * Hues are carried as unit vectors and their multiples by the addition theorems, so that most pairs need no
 * angle at all:
 * the searches for mixes live on this.
 * @source G. Sharma, W. Wu, E. N. Dalal, The CIEDE2000 color-difference formula, Color Research and
 * Application 30 (2005)
 */
export function ciede2000(p: LabD65, q: LabD65): number {
  const c1 = Math.sqrt(p.a * p.a + p.b * p.b);
  const c2 = Math.sqrt(q.a * q.a + q.b * q.b);
  const mean7 = seventh((c1 + c2) / 2);
  const g = 0.5 * (1 - Math.sqrt(mean7 / (mean7 + POW25_7)));
  const a1 = (1 + g) * p.a;
  const a2 = (1 + g) * q.a;
  const b1 = p.b;
  const b2 = q.b;
  const chroma1 = Math.sqrt(a1 * a1 + b1 * b1);
  const chroma2 = Math.sqrt(a2 * a2 + b2 * b2);
  const dL = q.l - p.l;
  const dC = chroma2 - chroma1;
  const meanL = (p.l + q.l) / 2;
  const meanC = (chroma1 + chroma2) / 2;

  // The mean hue points along the sum of the two; a grey has none, and the other's counts.
  let cos = 1;
  let sin = 0;
  let dH = 0;
  if (chroma1 > 0 && chroma2 > 0) {
    dH = Math.sqrt(Math.max(0, 2 * (chroma1 * chroma2 - a1 * a2 - b1 * b2)));
    if (a1 * b2 - b1 * a2 < 0) dH = -dH;
    const x = a1 / chroma1 + a2 / chroma2;
    const y = b1 / chroma1 + b2 / chroma2;
    const length = Math.sqrt(x * x + y * y);
    if (length > 1e-3) {
      cos = x / length;
      sin = y / length;
    } else {
      // Opposite hues: halfway between them as angles, the way the formula has it.
      const h1 = hueDeg(a1, b1);
      const h2 = hueDeg(a2, b2);
      const sum = h1 + h2;
      const mean = (Math.abs(h1 - h2) <= 180 ? sum : sum < 360 ? sum + 360 : sum - 360) / 2;
      cos = Math.cos(mean * DEG);
      sin = Math.sin(mean * DEG);
      dH = 2 * Math.sqrt(chroma1 * chroma2) * Math.sin(shorterTurn(h2 - h1) * 0.5 * DEG);
    }
  } else if (chroma1 + chroma2 > 0) {
    cos = (a1 + a2) / (chroma1 + chroma2);
    sin = (b1 + b2) / (chroma1 + chroma2);
  }
  const cos2 = 2 * cos * cos - 1;
  const sin2 = 2 * sin * cos;
  const cos3 = cos * (2 * cos2 - 1);
  const sin3 = sin * (2 * cos2 + 1);
  const cos4 = 2 * cos2 * cos2 - 1;
  const sin4 = 2 * sin2 * cos2;
  const t =
    1 -
    0.17 * (cos * at30.cos + sin * at30.sin) +
    0.24 * cos2 +
    0.32 * (cos3 * at6.cos - sin3 * at6.sin) -
    0.2 * (cos4 * at63.cos + sin4 * at63.sin);
  const l50 = (meanL - 50) * (meanL - 50);
  const x = dL / (1 + (0.015 * l50) / Math.sqrt(20 + l50));
  const y = dC / (1 + 0.045 * meanC);
  const z = dH / (1 + 0.015 * meanC * t);
  let square = x * x + y * y + z * z;
  const toBlue = cos * at275.cos + sin * at275.sin;
  if (toBlue > farFromBlueCos) {
    const fromBlueDeg = Math.atan2(sin * at275.cos - cos * at275.sin, toBlue) / DEG;
    if (fromBlueDeg < PAST_BLUE_DEG) {
      const c7 = seventh(meanC);
      const blue = fromBlueDeg / 25;
      square -= 2 * Math.sqrt(c7 / (c7 + POW25_7)) * Math.sin(60 * Math.exp(-blue * blue) * DEG) * y * z;
    }
  }
  return Math.sqrt(Math.max(0, square));
}

function hueDeg(a: number, b: number): number {
  const h = Math.atan2(b, a) / DEG;
  return h < 0 ? h + 360 : h;
}

const shorterTurn = (deg: number) => (deg > 180 ? deg - 360 : deg < -180 ? deg + 360 : deg);
