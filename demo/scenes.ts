import { groundRef, partRef } from "#core/reference";
import type { ProductId } from "#core/materials/products";
import { MM_PER_INCH } from "#core/units";
import type { SchemeLayer } from "#core/paint/scheme";
import { addDays } from "#core/plan/calendarDay";
import { newPart, type PartPatch, patchedPart } from "#core/scene/part";
import { newScene } from "#core/scene/scene";
import type { Ground } from "#core/scene/ground";
import type { Joint } from "#core/scene/joint";
import type { LedgerRow } from "#core/scene/ledger";
import type { Part } from "#core/scene/part";
import type { Scene } from "#core/scene/scene";

/**
 * Scenes and their rows; mesh names are those of withyMeshes and osierMeshes, replaced by content ids when
 * the archive is made.
 */
export type DemoScene = {
  readonly scene: Scene;
  readonly parts: readonly Part[];
  readonly joints: readonly Joint[];
  readonly grounds: readonly Ground[];
  readonly ledger: readonly LedgerRow[];
};

const layer = (
  id: string,
  kind: SchemeLayer["kind"],
  product: ProductId,
  method: SchemeLayer["method"],
  given: Partial<SchemeLayer> = {},
): SchemeLayer => ({
  id,
  kind,
  product,
  method,
  colour: null,
  coats: 1,
  coverage: 1,
  sheen: "matte",
  ...given,
});
const pot = (id: string) => ({ kind: "paint", id }) as const;
const primed = layer("primer", "primer", "primer can", "can");
const colour = (recipeId: string, coats = 2) =>
  layer("colour", "colour", "acrylic", "brush", { colour: { kind: "recipe", id: recipeId }, coats });
const shade = layer("shade", "shade", "acrylic wash", "wash", { colour: pot("sump-wash") });
const edges = (paintId: string) =>
  layer("edges", "drybrush", "acrylic", "drybrush", { colour: pot(paintId), coverage: 0.3 });
const sealed = layer("seal", "varnish", "matte varnish can", "can");
const dusted = layer("dust", "pigment", "pigment", "drybrush", {
  colour: pot("chaff"),
  coverage: 0.3,
});
const streaks = layer("streaks", "shade", "enamel wash", "wash", {
  colour: pot("rain-streak"),
  coverage: 0.4,
});

function withPart(sceneId: string) {
  return (id: string, name: string, meshId: string, given: PartPatch = {}): Part =>
    patchedPart(
      newPart({
        id: `${sceneId}-${id}`,
        sceneId,
        name,
        meshId,
        size: { source: { kind: "full" } },
        origin: {
          fileName: `${meshId}.stl`,
          from: "made for the demo",
          licence: "free to use",
          nativeScale: "",
          priceMinor: null,
        },
      }),
      given,
    );
}

const at = (xMm: number, yMm: number, turnDeg = 0) => ({ xMm, yMm, turnDeg });

/** A fen drainage sluice with its keeper's cottage: parts of mixed origin, flaws included on purpose. */
export function withySluice(today: string): DemoScene {
  const sceneId = "withy-sluice";
  const part = withPart(sceneId);
  const stone = [primed, colour("wall-brown"), shade, sealed, dusted];
  const scene: Scene = newScene({
    id: sceneId,
    name: "Withy Sluice",
    denominator: 72,
    ratioSaid: "1 to 72",
    viewingDistanceMm: 600,
    boardWidthMm: 420,
    boardDepthMm: 300,
    gridMm: null,
    tier: "display",
    startOn: today,
    finishBy: addDays(today, 21),
    surfaceSchool: "fill and sand",
    // As it was first entered: sealed before the sand is wetted with alcohol. It would frost; the plan says
    // so.
    orderWishes: [
      {
        before: `${partRef(`${sceneId}-front`)}/scheme-seal`,
        after: `${groundRef(`${sceneId}-sand`)}/lay`,
        override: null,
        note: "",
      },
    ],
    createdAt: `${today}T18:00`,
    changedAt: `${today}T18:00`,
  });
  const parts: Part[] = [
    part("front", "Cottage, front wall", "front", {
      note: "Brick washed brown by the fen: a shade for the courses, dust where it dries last.",
      size: {
        features: [{ featureId: "door-height", name: "door leaf, height", realMm: 1981, fileSize: 1981 }],
      },
      scheme: stone,
      place: { placements: [at(112, 186)] },
    }),
    part("back", "Cottage, back wall", "back", {
      note: "As the front wall, so that one mix does for both.",
      scheme: stone,
      place: { placements: [at(112, 233, 180)] },
    }),
    part("gables", "Cottage, gable", "gable", {
      count: 2,
      scheme: stone,
      place: { placements: [at(81, 209, 90), at(143, 209, 270)] },
    }),
    part("roof", "Cottage, roof half", "roof", {
      count: 2,
      print: { printerId: "longbed" },
      scheme: [primed, colour("slate-roof"), edges("marsh-fog"), streaks, sealed],
      place: { placements: [at(112, 191, 90), at(112, 228, 270)] },
    }),
    part("stack", "Chimney", "chimney", {
      print: { process: "resin" },
      scheme: stone,
      place: { placements: [at(138, 209)] },
    }),
    part("gate", "Sluice gate", "gate", {
      note: "Tarred oak: nearly black, the grain catches the rope colour, rain draws it down.",
      size: { unitMm: MM_PER_INCH },
      scheme: [primed, colour("tarred-wood"), edges("ferry-rope"), streaks, sealed],
      place: { placements: [at(262, 150)] },
    }),
    part("rack", "Rack gear", "rack", {
      note: "Cast iron, greased and handled: soot black, rust only where hands and pins meet it.",
      size: { unitMm: MM_PER_INCH },
      count: 2,
      scheme: [
        primed,
        layer("iron", "colour", "acrylic", "brush", { colour: pot("lamp-soot") }),
        layer("rust", "chip", "acrylic", "brush", {
          colour: pot("kiln-brick"),
          coverage: 0.05,
          brush: "small",
        }),
        sealed,
      ],
      place: { placements: [at(248, 158), at(276, 158)] },
    }),
    part("footbridge", "Footbridge", "footbridge", {
      note: "Tarred like the gate, from the same mix.",
      size: { source: { kind: "ratio", denominator: 48 } },
      print: { spans: true },
      scheme: [primed, colour("tarred-wood"), sealed],
      place: { placements: [at(262, 205)] },
    }),
    part("punt", "Punt", "punt", {
      note: "Tarred; the reed colour stays as a line where the water stands.",
      size: { source: { kind: "ratio", denominator: 56 } },
      scheme: [
        primed,
        colour("tarred-wood"),
        // The line that the water leaves.
        layer("water-line", "glaze", "acrylic wash", "wash", {
          ...{ colour: pot("reed-straw"), coverage: 0.3, mostShare: 0.4, stroke: "along it" },
        }),
        sealed,
      ],
      place: { placements: [at(330, 118, 12)] },
    }),
    part("willow-large", "Willow, large", "willow", {
      note: "Bark grey-brown, one coat and a shade: the cut crowns stay lighter.",
      size: { source: { kind: "figure", figureMm: 28, convention: "eye" } },
      count: 2,
      print: { process: "resin", hollow: { wallMm: 1.5, drains: 0, holes: [] } },
      scheme: [primed, colour("willow-bark", 1), shade, sealed],
      place: { placements: [at(46, 92), at(388, 250)] },
    }),
    part("willow-middle", "Willow, middle", "willow", {
      note: "Bark as the large willow.",
      size: { source: { kind: "ratio", denominator: 48 } },
      count: 2,
      scheme: [primed, colour("willow-bark", 1), shade, sealed],
      place: { placements: [at(86, 58), at(362, 214)] },
    }),
    part("willow-small", "Willow, small", "willow", {
      note: "Bark as the large willow.",
      size: { source: { kind: "ratio", denominator: 38 } },
      count: 2,
      scheme: [primed, colour("willow-bark", 1), shade, sealed],
      place: { placements: [at(30, 140), at(396, 190)] },
    }),
    part("eel-traps", "Eel trap", "eelTrap", {
      note: "Peeled withies gone grey; a shade makes the weave.",
      size: { source: { kind: "ratio", denominator: 87 } },
      count: 8,
      scheme: [
        primed,
        layer("withies", "colour", "acrylic", "brush", { colour: pot("ferry-rope") }),
        shade,
        sealed,
      ],
      place: {
        placements: [
          at(196, 132),
          at(204, 136),
          at(212, 131),
          at(200, 124),
          at(209, 123),
          at(218, 137),
          at(192, 140),
          at(221, 127),
        ],
      },
    }),
    part("lamp", "Lamp post", "lamp", {
      note: "Iron post in soot black; the lantern stays clear for the light.",
      size: {
        source: { kind: "ratio", denominator: 72 },
        features: [{ featureId: "lantern-door", name: "lantern door", realMm: 430, fileSize: 5.9 }],
      },
      print: { process: "resin", clear: true },
      place: { lamp: { supplyV: 3, lampV: 2, wantedMa: 5, cellMah: 225 }, placements: [at(228, 170)] },
    }),
    part("quay", "Quay, long block", "quay", {
      note: "Limestone under mud: a shade holds the joints together.",
      scheme: [primed, colour("quay-stone"), shade, sealed],
      place: { placements: [at(210, 100)] },
    }),
    part("tiles", "Quay tile", "tile", {
      note: "From the mix of the quay, edges bright where boots go.",
      count: 6,
      scheme: [primed, colour("quay-stone"), edges("bone-lime"), sealed],
      place: {
        placements: [at(55, 140), at(105, 140), at(155, 140), at(305, 172), at(355, 172), at(392, 145)],
      },
    }),
    part("posts", "Mooring post", "post", {
      note: "Tar alone: they stand in the water.",
      size: { source: { kind: "figure", figureMm: 15, convention: "crown" } },
      count: 12,
      scheme: [primed, layer("tar", "colour", "acrylic", "brush", { colour: pot("tarred-post") }), sealed],
      place: { placements: Array.from({ length: 12 }, (_, i) => at(40 + i * 31, 82)) },
    }),
    part("keeper", "Keeper", "figure", {
      note: "A blue coat is the one strong colour of the scene.",
      size: {
        source: { kind: "figure", figureMm: 28, convention: "eye" },
        features: [{ featureId: "adult", name: "adult, to the crown", realMm: 1750, fileSize: 1770 / 58.5 }],
      },
      print: { process: "resin" },
      scheme: [
        primed,
        layer("coat", "colour", "acrylic", "brush", { colour: pot("wool-blue"), coats: 2 }),
        shade,
        sealed,
      ],
      place: { placements: [at(180, 160)] },
    }),
    part("windows", "Window", "window", {
      note: "White lead, two coats over grey.",
      count: 6,
      scheme: [primed, layer("white", "colour", "acrylic", "brush", { colour: pot("chalk-pit"), coats: 2 })],
    }),
  ];
  const id = (name: string) => `${sceneId}-${name}`;
  const joint = (
    name: string,
    given: Omit<Joint, "id" | "sceneId" | "count" | "shows"> & Partial<Joint>,
  ): Joint => ({ id: `${sceneId}-j-${name}`, sceneId, count: 1, shows: false, ...given });
  const joints: Joint[] = [
    joint("corners", {
      name: "Cottage corners",
      partIds: [id("front"), id("back"), id("gables")],
      fit: "glued butt",
      gapInFileMm: null,
      glue: "cyanoacrylate",
      count: 4,
      shows: true,
    }),
    joint("ridge", {
      name: "Ridge",
      partIds: [id("roof"), id("gables")],
      fit: "glued butt",
      gapInFileMm: null,
      glue: "five-minute epoxy",
      count: 2,
    }),
    joint("clips", {
      name: "Tile clips",
      partIds: [id("tiles")],
      fit: "clip",
      gapInFileMm: 2.2,
      glue: null,
      count: 6,
    }),
    joint("gate-slide", {
      name: "Gate in its slot",
      partIds: [id("gate"), id("quay")],
      fit: "slide",
      gapInFileMm: 0.6,
      glue: null,
    }),
    joint("windows", {
      name: "Windows in the walls",
      partIds: [id("windows"), id("front")],
      fit: "snug",
      gapInFileMm: 10,
      glue: "PVA",
      count: 6,
    }),
  ];
  const ground = (
    key: string,
    position: number,
    given: Omit<Ground, "id" | "sceneId" | "position" | "loose" | "wetWith" | "flock"> & Partial<Ground>,
  ): Ground => ({
    id: `${sceneId}-${key}`,
    sceneId,
    position,
    loose: false,
    wetWith: "none",
    flock: "none",
    ...given,
  });
  const grounds: Ground[] = [
    ground("board", 0, { name: "Plywood board", material: "plywood", areaShare: 1, depthMm: 12 }),
    ground("grout", 1, { name: "Grout", material: "grout", areaShare: 0.9, depthMm: 8 }),
    ground("sand", 2, {
      name: "River sand",
      material: "sand",
      areaShare: 0.4,
      depthMm: 1,
      loose: true,
      wetWith: "alcohol",
    }),
    ground("water", 3, { name: "Water", material: "water-resin", areaShare: 0.2, depthMm: 6 }),
  ];
  const ledger: LedgerRow[] = (
    [
      ["Sluice opening, width", 2440, "bed"],
      ["Sluice gate, travel", 1830, "height"],
      ["Cottage door, height", 1981, "height"],
      ["Quay above mean water", 1370, "height"],
      ["Footbridge, clear width", 914, "bed"],
      ["Handrail, thickness", 45, "bed"],
    ] as const
  ).map(([name, realMm, along], position) => ({
    id: `${sceneId}-l-${position}`,
    sceneId,
    name,
    realMm,
    along,
    position,
  }));
  return { scene, parts, joints, grounds, ledger };
}

/** Gaming pieces on a 1 in grid: forty of them, cheap and quick. */
export function osierCarr(today: string): DemoScene {
  const sceneId = "osier-carr";
  const part = withPart(sceneId);
  // One cheap sequence over forty pieces, no two clumps in a row alike.
  const quick = (recipeId: string, others: readonly string[], seed: number) => [
    layer("primer", "primer", "brush primer", "brush"),
    { ...colour(recipeId, 1), among: others.map(pot), seed },
    shade,
    { ...edges("bone-lime"), onSome: 0.4, seed: seed + 1 },
    layer("seal", "varnish", "varnish", "brush"),
  ];
  const source = { kind: "ratio", denominator: 60 } as const;
  return {
    scene: newScene({
      id: sceneId,
      name: "Osier Carr scatter",
      denominator: 60,
      ratioSaid: "28 mm figure, to the eye or to the crown",
      viewingDistanceMm: 900,
      boardWidthMm: 609.6,
      boardDepthMm: 609.6,
      gridMm: MM_PER_INCH,
      tier: "play",
      startOn: today,
      finishBy: null,
      surfaceSchool: "live with it",
      orderWishes: [],
      createdAt: `${today}T18:05`,
      changedAt: `${today}T18:05`,
    }),
    parts: [
      part("reeds", "Reed clump", "reeds", {
        size: { source },
        count: 20,
        scheme: quick("reed-green", ["reed-straw", "ferry-rope"], 1),
        place: {
          placements: Array.from({ length: 20 }, (_, i) =>
            at(60 + (i % 5) * 120, 70 + Math.floor(i / 5) * 150, i * 40),
          ),
        },
      }),
      part("stiles", "Stile", "stile", {
        size: { source },
        count: 8,
        scheme: quick("tarred-wood", ["peat"], 3),
        place: {
          placements: Array.from({ length: 8 }, (_, i) =>
            at(120 + (i % 4) * 120, 145 + Math.floor(i / 4) * 300),
          ),
        },
      }),
      part("hurdles", "Hurdle", "hurdle", {
        size: { source },
        count: 12,
        scheme: quick("tarred-wood", ["ferry-rope"], 5),
        place: {
          placements: Array.from({ length: 12 }, (_, i) =>
            at(60 + (i % 6) * 98, 300 + Math.floor(i / 6) * 40, i * 15),
          ),
        },
      }),
    ],
    joints: [],
    grounds: [],
    ledger: [],
  };
}
