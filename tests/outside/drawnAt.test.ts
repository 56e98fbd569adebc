import { describe, expect, it } from "vitest";
import { box, moved, together, wallWith } from "#core/mesh/testing";
import type { TriangleMesh } from "#core/mesh/triangleMesh";
import { guessScale } from "#core/scale/drawnAt/guessScale";
import { signsOf } from "#core/scale/drawnAt/testing";
import { kinds } from "#core/scale/drawnAt/kinds";

// Things drawn by published measures, all from memory, at scales that nobody tells: their true ratio is to be among the
// three that are drawn beside a person, whatever the scene's own is.

/** A door leaf of 1981 by 762 by 44 mm. @source BS 4787-1, internal and external door leaves */
const leaf = together(box(762, 44, 1981), moved(box(300, 10, 500), 80, -9, 1200));
/** A wall of bricks of 215 by 102.5 by 65 mm, courses 75 mm apart. @source BS EN 771-1, work sizes and 10 mm joints */
const brickwork = together(
  box(1350, 102.5, 24 * 75),
  ...Array.from({ length: 24 }, (_, i) => moved(box(1340, 8, 65), 5, -7, 75 * i + 5)),
);
/** Private stair: rise 190 mm, going 230 mm. @source Approved Document K: at most 220, at least 220 */
const stair = together(
  ...Array.from({ length: 12 }, (_, i) => moved(box(230, 860, 190 * (i + 1)), 230 * i, 0, 0)),
);
/**
 * Standard gauge, 1435 mm between the rails, sleepers of 2600 mm, 650 mm apart.
 * @source EN 13848-1 for the gauge; sleepers common practice
 */
const track = together(
  moved(box(6500, 70, 159), 0, 582.5, 210),
  moved(box(6500, 70, 159), 0, 2087.5, 210),
  ...Array.from({ length: 10 }, (_, i) => moved(box(250, 2600, 210), 650 * i + 200, 0, 0)),
);
/** A doorway of 2100 by 910 mm and a window of 1200 by 1050 mm. Common practice */
const front = wallWith(5200, 2600, 300, [
  [700, 0, 910, 2100],
  [2900, 900, 1200, 1050],
]);

const things: readonly (readonly [name: string, mesh: TriangleMesh])[] = [
  ["door", leaf],
  ["brick wall", brickwork],
  ["stairs", stair],
  ["track", track],
  ["wall", front],
];
const scaled = (mesh: TriangleMesh, by: number): TriangleMesh => ({
  ...mesh,
  positions: mesh.positions.map((v) => v * by),
});
/** As far as a figure measured to the eye is from one measured to the crown. */
const SAME = 0.07;

describe.each(things)("a %s by published measures", (name, mesh) => {
  it.each([
    [1, 72],
    [35, 72],
    [48, 87],
    [72, 72],
    [87, 72],
    [160, 160],
  ])("drawn at 1:%f for a scene at 1:%f is among the three that are drawn", (ratio, own) => {
    const { readings } = guessScale(signsOf(scaled(mesh, 1 / ratio), name), own);
    const near = readings.slice(0, 3).map((r) => Math.abs(r.realMm / ratio - 1));
    expect(Math.min(...near)).toBeLessThan(SAME);
  });
});

it.each([
  ["brick", 215, "BS EN 771-1, work size"],
  ["door", 1981, "BS 4787-1, leaf"],
  ["sleeper", 2600, "common practice, standard gauge"],
  ["man", 1752, "common practice, an adult"],
  ["bed", 2000, "common practice"],
  ["bathtub", 1700, "common practice"],
])("a %s is told within a tenth of %f mm (%s)", (word, mm) => {
  expect(Math.abs(kinds[word]!.longestMm / mm - 1)).toBeLessThan(0.1);
});
