import type { TriangleMesh } from "#core/mesh/triangleMesh";
import { degToRad, MM_PER_INCH } from "#core/units";
import type { Solids } from "#demo/solids";

/** Counter-based wobble in [-1, 1], so that willows and stones come out the same every time. */
const wobble = (i: number, j: number) => {
  const s = Math.sin(i * 127.1 + j * 311.7) * 43758.5453;
  return 2 * (s - Math.floor(s)) - 1;
};

const WALL = 225;

/**
 * A wall with raised stones on its face, cut by its openings. Width, height; openings as x, z, width, height.
 */
function stoneWall(
  s: Solids,
  width: number,
  height: number,
  openings: readonly (readonly [number, number, number, number])[],
  gable = 0,
) {
  const body =
    gable === 0
      ? s.block(width, WALL, height)
      : s.pulled(
          [
            [0, 0],
            [width, 0],
            [width, height],
            [width / 2, height + gable],
            [0, height],
          ],
          WALL,
        );
  const stones = [];
  for (let row = 0, z = 40; z + 260 < height; row++, z += 300) {
    for (let x = row % 2 === 0 ? 40 : 240, k = 0; x + 320 < width; x += 420, k++) {
      if (wobble(row, k) < -0.35) continue;
      stones.push(s.block(360 + 30 * wobble(k, row), 36, 235, [x, -30, z]));
    }
  }
  let wall = s.joined(body, ...stones);
  for (const [x, z, w, h] of openings) wall = wall.subtract(s.block(w, WALL + 200, h, [x, -100, z]));
  return wall;
}

/** Every mesh of Withy Sluice in the scale and unit its maker drew it in: mixed on purpose. */
export function withyMeshes(s: Solids): Readonly<Record<string, TriangleMesh>> {
  const front = stoneWall(s, 4600, 2600, [
    [1850, -1, 900, 1982],
    [500, 850, 900, 1100],
    [3200, 850, 900, 1100],
  ]);
  const back = stoneWall(s, 4600, 2600, [[1850, 900, 900, 1100]]);
  const gable = stoneWall(s, 3600, 2600, [[1350, 950, 900, 1100]], 850);

  // A roof half lies as it will be seen: courses of slate on a slope of 22 degrees.
  const slope = Math.tan(degToRad(22));
  const courses = Array.from({ length: 9 }, (_, i) =>
    s.pulled(
      [
        [i * 225, i * 225 * slope],
        [i * 225 + 250, (i * 225 + 250) * slope],
        [i * 225 + 250, (i * 225 + 250) * slope + 90],
        [i * 225, i * 225 * slope + 125],
      ],
      5000,
    ),
  );
  const roof = s.joined(
    s.pulled(
      [
        [0, 0],
        [2050, 2050 * slope],
        [2050, 2050 * slope + 80],
        [0, 80],
      ],
      5000,
    ),
    ...courses,
  );
  const chimney = s
    .joined(s.block(640, 480, 1500), s.block(720, 560, 120, [-40, -40, 1250]))
    .subtract(s.block(200, 240, 900, [70, 120, 700]))
    .subtract(s.block(200, 240, 900, [370, 120, 700]));

  const ribs = [0, 1, 2, 3, 4].map((i) => s.block(2400, 150, 130, [0, 0, 60 + i * 410]));
  const gate = s.joined(
    s.block(2400, 70, 1900, [0, 40, 0]),
    ...ribs,
    s.block(150, 190, 2500, [0, -20, 0]),
    s.block(150, 190, 2500, [2250, -20, 0]),
  );
  const teeth = Array.from({ length: 24 }, (_, i) => s.block(110, 60, 55, [0, 0, 60 + i * 100]));
  const rack = s.joined(
    s.block(70, 60, 2500, [-70, 0, 0]),
    ...teeth,
    s.block(300, 300, 120, [-190, -120, 0]),
  );

  const rails = [-480, 440].flatMap((y) => [
    s.block(5200, 40, 40, [0, y, 940]),
    ...[0, 1, 2, 3].map((i) => s.block(50, 40, 940, [100 + i * 1630, y, 10])),
  ]);
  const footbridge = s.joined(
    ...Array.from({ length: 26 }, (_, i) => s.block(190, 1000, 18, [i * 200 + 5, -500, 0])),
    s.block(5200, 60, 20, [0, -400, -10]),
    s.block(5200, 60, 20, [0, 340, -10]),
    ...rails,
  );

  const outer = s.hull([
    [0, -250, 0],
    [0, 250, 0],
    [5200, -250, 0],
    [5200, 250, 0],
    [-600, -380, 420],
    [-600, 380, 420],
    [5800, -380, 420],
    [5800, 380, 420],
  ]);
  const inner = s.hull([
    [80, -190, 60],
    [80, 190, 60],
    [5120, -190, 60],
    [5120, 190, 60],
    [-480, -320, 480],
    [-480, 320, 480],
    [5680, -320, 480],
    [5680, 320, 480],
  ]);
  const punt = s.joined(
    outer.subtract(inner),
    s.block(260, 700, 50, [1300, -350, 300]),
    s.block(260, 700, 50, [3900, -350, 300]),
  );

  const trunk = s.turned(
    [
      [0, 0],
      [520, 0],
      [430, 300],
      [360, 900],
      [400, 1700],
      [520, 2100],
      [470, 2400],
      [0, 2500],
    ],
    18,
  );
  const shoots = Array.from({ length: 14 }, (_, i) => {
    const a = (i * 2 * Math.PI) / 14 + 0.2 * wobble(i, 1);
    const lean = 25 + 18 * wobble(i, 2);
    const length = 1500 + 350 * wobble(i, 3);
    return s
      .post(length, 62, 30, 8)
      .rotate([0, lean, (a * 180) / Math.PI])
      .translate([330 * Math.cos(a), 330 * Math.sin(a), 2200]);
  });
  const willow = s.joined(trunk, ...shoots);

  const hoops = Array.from({ length: 9 }, (_, i) =>
    s.turned(
      [
        [70 + 9 * Math.abs(4 - i) * 0.9, 40 + i * 120],
        [150 - 6 * Math.abs(4 - i), 40 + i * 120],
        [150 - 6 * Math.abs(4 - i), 85 + i * 120],
        [70 + 9 * Math.abs(4 - i) * 0.9, 85 + i * 120],
      ],
      20,
    ),
  );
  const staves = Array.from({ length: 12 }, (_, i) =>
    s.block(36, 24, 1060, [-18, 108, 20]).rotate([0, 0, i * 30]),
  );
  const eelTrap = s.joined(
    ...hoops,
    ...staves,
    s.turned(
      [
        [0, 0],
        [150, 0],
        [150, 40],
        [0, 40],
      ],
      20,
    ),
  );

  const lantern = s.joined(s.post(420, 190, 230, 8, [0, 0, 2900]), s.post(180, 250, 20, 8, [0, 0, 3310]));
  const lamp = s.joined(
    s.post(120, 230, 180, 12),
    s.post(2900, 75, 55, 12),
    lantern,
    s.block(620, 50, 50, [-310, -25, 2620]),
  );

  const quayBlocks = Array.from({ length: 22 }, (_, i) =>
    s.block(1180, 1500 + 60 * wobble(i, 5), 620, [i * 1240 + 30, 30, 680]),
  );
  const quay = s.joined(s.block(27300, 1500, 1300), ...quayBlocks);
  const tile = s
    .joined(
      s.block(3600, 3600, 180),
      ...Array.from({ length: 16 }, (_, i) =>
        s.block(820 + 30 * wobble(i, 7), 820 + 30 * wobble(i, 8), 60, [
          40 + (i % 4) * 890,
          40 + Math.floor(i / 4) * 890,
          170,
        ]),
      ),
      s.block(300, 240, 120, [1650, 3590, 30]),
    )
    .subtract(s.block(304.4, 260, 124.4, [1647.8, -1, 27.8]));
  const post = s.turned(
    [
      [0, 0],
      [140, 0],
      [130, 900],
      [150, 950],
      [150, 1080],
      [110, 1160],
      [0, 1190],
    ],
    20,
  );
  const figure = s.joined(
    s.turned(
      [
        [0, 0],
        [210, 0],
        [190, 500],
        [230, 1050],
        [250, 1380],
        [120, 1470],
        [0, 1480],
      ],
      16,
    ),
    s.turned(
      [
        [0, 1440],
        [95, 1470],
        [125, 1580],
        [105, 1700],
        [0, 1750],
      ],
      16,
    ),
    s.post(110, 190, 120, 14, [0, 0, 1660]),
    s.block(120, 420, 130, [60, -210, 980]),
  );
  // A window as a model for full-size printing would have it: bars of 5 mm, gone at 1:72.
  const bars = [-150, 150].map((x) => s.block(5, 5, 1090, [450 + x - 2.5, 10, 5]));
  const cross = [370, 740].map((z) => s.block(890, 5, 5, [5, 10, z]));
  const windowFrame = s.joined(
    s.block(900, 60, 1100).subtract(s.block(800, 200, 1000, [50, -50, 50])),
    ...bars,
    ...cross,
  );

  return {
    front: s.meshOf(front, 1),
    back: s.meshOf(back, 1),
    gable: s.meshOf(gable, 1),
    roof: s.meshOf(roof, 1),
    chimney: s.meshOf(chimney, 1),
    gate: s.meshOf(gate, 1, MM_PER_INCH),
    rack: s.meshOf(rack, 1, MM_PER_INCH),
    footbridge: s.meshOf(footbridge, 48),
    punt: withoutTransom(s.meshOf(punt, 56)),
    willow: s.meshOf(willow, 58.5),
    eelTrap: s.meshOf(eelTrap, 87),
    lamp: s.meshOf(lamp, 72),
    quay: s.meshOf(quay, 1),
    tile: s.meshOf(tile, 1),
    post: s.meshOf(post, 1750 / 15),
    figure: s.meshOf(figure, 58.5),
    window: s.meshOf(windowFrame, 1),
  };
}

/** The flaw of the punt: two faces of its stern were never closed. */
const withoutTransom = (mesh: TriangleMesh): TriangleMesh => ({
  positions: mesh.positions,
  triangles: mesh.triangles.slice(6),
});

/** Small pieces for a gaming table, drawn at 1:60. */
export function osierMeshes(s: Solids): Readonly<Record<string, TriangleMesh>> {
  const reeds = s.joined(
    s.post(120, 620, 480, 20),
    ...Array.from({ length: 26 }, (_, i) => {
      const a = i * 2.4;
      const r = 90 + 17 * i;
      return s
        .post(1300 + 320 * wobble(i, 1), 48, 30, 6)
        .rotate([8 * wobble(i, 2), 8 * wobble(i, 3), 0])
        .translate([Math.min(r, 440) * Math.cos(a), Math.min(r, 440) * Math.sin(a), 60]);
    }),
  );
  const stile = s.joined(
    s.block(1500, 120, 120, [0, 0, 980]),
    s.block(1500, 120, 120, [0, 0, 520]),
    s.block(140, 140, 1250, [0, -10, 0]),
    s.block(140, 140, 1250, [1360, -10, 0]),
    s.block(900, 320, 60, [300, -100, 420]),
    s.block(120, 120, 420, [690, 0, 0]),
    s.block(1700, 500, 60, [-100, -190, 0]),
  );
  const hurdle = s.joined(
    ...Array.from({ length: 7 }, (_, i) => s.block(70, 70, 1250, [i * 300, 0, 0])),
    ...Array.from({ length: 9 }, (_, i) => s.block(1858, 40, 75, [6, i % 2 === 0 ? -20 : 50, 120 + i * 118])),
    s.block(1890, 260, 60, [-10, -95, 0]),
  );
  return { reeds: s.meshOf(reeds, 60), stile: s.meshOf(stile, 60), hurdle: s.meshOf(hurdle, 60) };
}
