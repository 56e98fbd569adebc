import { drawingSigns } from "#core/mesh/drawingSigns";
import { box, moved, sphere, together, wallWith } from "#core/mesh/testing";
import { sampleThickness } from "#core/mesh/thickness";
import { boundingBox, soupOf, type TriangleMesh } from "#core/mesh/triangleMesh";
import { findTwins } from "#core/mesh/twins";
import { weld } from "#core/mesh/weld";
import { luckOf, type Luck } from "#core/random";
import { figureBand } from "#core/scale/figureSize";
import { type ScaleSigns, thinWallOf } from "#core/scale/drawnAt/guessScale";

/** A thing of known size with its file, as somebody might share it. */
export type TestThing = {
  readonly what: string;
  readonly given: ScaleSigns;
  /** Real millimetres of one unit of the file; null where the thing has no true scale. */
  readonly realMm: number | null;
};

const between = (luck: Luck, low: number, high: number) => low + (high - low) * luck();
const oneOf = <T>(luck: Luck, list: readonly T[]): T => list[Math.floor(luck() * list.length) % list.length]!;

const turned = (mesh: TriangleMesh): TriangleMesh => moved(mesh, 0, 0, 0, Math.PI / 2);

type Made = { readonly what: string; readonly mesh: TriangleMesh; readonly figure?: boolean };

/** Real things in millimetres, each a little different from the last. */
const makers: readonly ((luck: Luck) => Made)[] = [
  (luck) => {
    const [length, height, thick] = [
      between(luck, 3500, 9000),
      between(luck, 2500, 3400),
      between(luck, 180, 400),
    ];
    const door = [between(luck, 300, 900), 0, between(luck, 750, 1000), between(luck, 1950, 2150)] as const;
    const side = between(luck, 600, 1400);
    const window = [
      length - side - between(luck, 300, 700),
      between(luck, 800, 1000),
      side,
      between(luck, 700, 1300),
    ] as const;
    const wall = wallWith(length, height, thick, [door, window]);
    if (luck() < 0.5) return { what: "wall", mesh: wall };
    const depth = between(luck, 3000, 6000);
    const gable = turned(wallWith(depth, height, thick, [[depth / 2 - side / 2, 900, side, 900]]));
    return {
      what: oneOf(luck, ["house", "cottage", "hut", "shed"]),
      mesh: together(
        wall,
        moved(wallWith(length, height, thick, [window]), 0, depth, 0),
        moved(gable, -10, 20, 0),
        moved(gable, length + thick + 10, 20, 0),
      ),
    };
  },
  (luck) => {
    const [count, rise, going, width] = [
      Math.round(between(luck, 5, 14)),
      between(luck, 155, 195),
      between(luck, 225, 290),
      between(luck, 800, 1200),
    ];
    return {
      what: oneOf(luck, ["stairs", "steps"]),
      mesh: together(
        ...Array.from({ length: count }, (_, i) => moved(box(going, width, rise * (i + 1)), going * i, 0, 0)),
      ),
    };
  },
  (luck) => {
    const [count, apart, width] = [
      Math.round(between(luck, 6, 14)),
      between(luck, 250, 300),
      between(luck, 380, 480),
    ];
    const rail = box(60, 30, apart * (count + 1));
    return {
      what: "ladder",
      mesh: together(
        rail,
        moved(rail, width, 0, 0),
        ...Array.from({ length: count }, (_, i) => moved(box(width - 58, 28, 28), 59, 1, apart * (i + 1))),
      ),
    };
  },
  (luck) => {
    const [courses, length, course] = [
      Math.round(between(luck, 8, 24)),
      between(luck, 1500, 5000),
      between(luck, 70, 78),
    ];
    return {
      what: "brick wall",
      mesh: together(
        box(length, 200, courses * course),
        ...Array.from({ length: courses }, (_, i) =>
          moved(box(length - 20, 12, course - 10), 10, -11, i * course + 5),
        ),
      ),
    };
  },
  (luck) => {
    const height = between(luck, 800, 1050);
    return {
      what: oneOf(luck, ["barrel", "cask"]),
      mesh: lathe(
        [
          [0.3, 0],
          [0.37, 0.5],
          [0.3, 1],
        ],
        height,
        24,
      ),
    };
  },
  (luck) => {
    const height = between(luck, 4500, 13000);
    const crown = sphere(height * 0.28, 10, 14);
    return {
      what: oneOf(luck, ["tree", "oak", "willow"]),
      mesh: together(
        lathe(
          [
            [0.04, 0],
            [0.03, 0.6],
          ],
          height,
          12,
        ),
        moved(crown, 0, 0, height * 0.7),
      ),
    };
  },
  (luck) => {
    const tall = between(luck, 1650, 1880);
    const body = together(
      moved(box(0.24 * tall, 0.15 * tall, 0.5 * tall), -0.12 * tall, -0.07 * tall, 0.35 * tall),
      moved(box(0.1 * tall, 0.12 * tall, 0.38 * tall), -0.11 * tall, -0.06 * tall, 0),
      moved(box(0.1 * tall, 0.12 * tall, 0.38 * tall), 0.02 * tall, -0.06 * tall, 0),
      moved(sphere(0.07 * tall, 8, 12), 0, 0, 0.93 * tall),
    );
    return { what: oneOf(luck, ["figure", "farmer", "soldier", "woman"]), mesh: body, figure: true };
  },
  (luck) => {
    const [count, apart, gauge] = [Math.round(between(luck, 6, 20)), between(luck, 550, 680), 1435];
    const length = apart * count;
    return {
      what: oneOf(luck, ["track", "rail track"]),
      mesh: together(
        moved(box(length, 70, 150), 0, -gauge / 2, 120),
        moved(box(length, 70, 150), 0, gauge / 2, 120),
        ...Array.from({ length: count }, (_, i) => moved(box(240, 2500, 125), apart * i + 100, -1250, 0)),
      ),
    };
  },
  (luck) => {
    const [width, height] = [between(luck, 700, 950), between(luck, 1900, 2100)];
    const boards = Math.round(between(luck, 4, 7));
    return {
      what: "door",
      mesh: together(
        box(width, 40, height),
        ...Array.from({ length: boards }, (_, i) =>
          moved(box(width / boards - 12, 12, height - 30), (width / boards) * i + 6, -11, 15),
        ),
      ),
    };
  },
  (luck) => {
    const [length, width, height] = [
      between(luck, 1200, 2000),
      between(luck, 650, 900),
      between(luck, 700, 780),
    ];
    const leg = box(70, 70, height);
    return {
      what: "table",
      mesh: together(
        moved(box(length, width, 40), 0, 0, height),
        leg,
        moved(leg, length - 70, 0, 0),
        moved(leg, 0, width - 70, 0),
        moved(leg, length - 70, width - 70, 0),
      ),
    };
  },
  (luck) => {
    const [length, boards, high] = [
      between(luck, 1800, 2600),
      Math.round(between(luck, 3, 6)),
      between(luck, 110, 170),
    ];
    return {
      what: "fence",
      mesh: together(
        ...Array.from({ length: boards }, (_, i) =>
          moved(box(length, 22, high), 0, 40, 150 + i * (high + 60)),
        ),
        ...[0, 0.5, 1].map((s) => moved(box(90, 90, boards * (high + 60) + 250), s * (length - 90), 0, 0)),
      ),
    };
  },
  (luck) => {
    const side = between(luck, 500, 800);
    return {
      what: "crate",
      mesh: together(
        box(side, side, side),
        ...Array.from({ length: 4 }, (_, i) => moved(box(side, 20, side / 5), 0, -19, (side / 4) * i + 10)),
      ),
    };
  },
];

/** Turned about the upright: radius and height as shares of the whole height. */
function lathe(profile: readonly (readonly [number, number])[], height: number, sides: number): TriangleMesh {
  const positions: number[] = [];
  for (const [r, z] of profile)
    for (let i = 0; i < sides; i++)
      positions.push(
        r * height * Math.cos((2 * Math.PI * i) / sides),
        r * height * Math.sin((2 * Math.PI * i) / sides),
        z * height,
      );
  const foot = positions.length / 3;
  positions.push(0, 0, profile[0]![1] * height, 0, 0, profile.at(-1)![1] * height);
  const triangles: number[] = [];
  for (let k = 0; k < profile.length; k++)
    for (let i = 0; i < sides; i++) {
      const j = (i + 1) % sides;
      if (k === 0) triangles.push(foot, j, i);
      if (k === profile.length - 1) triangles.push(foot + 1, k * sides + i, k * sides + j);
      else
        triangles.push(
          k * sides + i,
          k * sides + j,
          (k + 1) * sides + j,
          k * sides + i,
          (k + 1) * sides + j,
          (k + 1) * sides + i,
        );
    }
  return { positions: Float32Array.from(positions), triangles: Uint32Array.from(triangles) };
}

const scaled = (mesh: TriangleMesh, by: number): TriangleMesh => ({
  ...mesh,
  positions: mesh.positions.map((v) => v * by),
});

/** What a file shows of a mesh as it stands in it. */
export function signsOf(
  mesh: TriangleMesh,
  name: string,
  folder = "",
  unitMm: number | null = null,
): ScaleSigns {
  const welded = weld(soupOf(mesh));
  const bounds = boundingBox(welded.positions);
  const walls = sampleThickness(welded, 300);
  return {
    box: bounds,
    signs: drawingSigns(welded, findTwins(welded).twin, bounds),
    thinWall: thinWallOf(walls),
    name,
    folder,
    unitMm,
  };
}

/** What people share, as often as they do: the priors of the guess, drawn from. */
const ratios = [35, 35, 48, 48, 72, 72, 87, 87, 56, 76.2, 24, 32, 100, 144, 160, 120, 64] as const;
const heights = [28, 28, 28, 32, 32, 15, 20, 54, 10] as const;
const units: readonly (readonly [string, number])[] = [
  ...Array.from({ length: 17 }, () => ["mm", 1] as const),
  ["inch", 25.4],
  ["inch", 25.4],
  ["cm", 10],
  ["m", 1000],
];
const fullUnits: readonly (readonly [string, number])[] = [
  ["mm", 1],
  ["mm", 1],
  ["m", 1000],
  ["cm", 10],
  ["inch", 25.4],
];
const OWN = 72;

function drawnAt(luck: Luck): { readonly denominator: number; readonly figureMm: number | null } {
  const chance = luck();
  if (chance < 0.15) return { denominator: 1, figureMm: null };
  if (chance < 0.35) return { denominator: OWN, figureMm: null };
  if (chance < 0.75) return { denominator: oneOf(luck, ratios), figureMm: null };
  const figureMm = oneOf(luck, heights);
  return { denominator: figureBand(figureMm).eye, figureMm };
}

/**
 * A seeded thing: of a kind, drawn at a scale and in a unit of which mm are the most, under a name that says what it
 * is, sometimes also at what scale, sometimes nothing, sometimes something wrong.
 */
export function testThing(seed: number): TestThing {
  const luck = luckOf(seed, 16);
  if (luck() < 0.06) return scalelessThing(luck);
  const { what, mesh, figure } = oneOf(luck, makers)(luck);
  const { denominator, figureMm } = drawnAt(luck);
  const [unitName, unitMm] = oneOf(luck, denominator === 1 ? fullUnits : units);
  const file = scaled(mesh, 1 / (denominator * unitMm));
  const named = luck();
  const scaleWord =
    figureMm === null
      ? denominator === 1
        ? "full size"
        : oneOf(luck, [
            `1-${Math.floor(denominator)}`,
            `1_${Math.floor(denominator)}`,
            `1to${Math.floor(denominator)}`,
          ])
      : `${figureMm}mm`;
  const plain = `${what} ${Math.floor(luck() * 9) + 1}`;
  const name =
    named < 0.3
      ? `${plain} ${scaleWord}`
      : named < 0.33
        ? `${plain} 1-${oneOf(luck, [35, 72, 160])}`
        : named < 0.65
          ? plain
          : `model_${Math.floor(luck() * 900)}`;
  const based = figure === true && figureMm !== null && luck() < 0.6;
  const whole = !based
    ? file
    : together(
        file,
        moved(
          lathe(
            [
              [0.5, 0],
              [0.5, 0.12],
            ],
            oneOf(luck, [25, 28.5, 32]) / unitMm,
            32,
          ),
          0,
          0,
          -3 / unitMm,
        ),
      );
  const told = luck() < 0.15 ? unitMm : null;
  return {
    what: `${what} at 1:${denominator} in ${unitName}`,
    given: signsOf(whole, name, "", told),
    realMm: denominator * unitMm,
  };
}

function scalelessThing(luck: Luck): TestThing {
  const size = between(luck, 30, 120);
  const what = oneOf(luck, ["hare", "kettle", "bunny", "dragon"]);
  const mesh = together(
    moved(sphere(size / 2, 12, 18), 0, 0, size / 2),
    moved(sphere(size / 4, 9, 12), size / 2, 0, size),
  );
  return { what, given: signsOf(mesh, what), realMm: null };
}
