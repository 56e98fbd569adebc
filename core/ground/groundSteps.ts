import { TAPE_S_CM, TAPE_SPARE } from "#core/materials/masking";
import { productOf } from "#core/materials/products";
import { type Board, groundMaterial, type GroundLayer, layerAmounts } from "#core/ground/groundLayer";
import { groundRef, partRef } from "#core/reference";
import { draftStep, type Speed } from "#core/steps/draftStep";
import { factsOf } from "#core/steps/factsOf";
import type { AddStep } from "#core/steps/partBase";
import type { Step } from "#core/steps/step";

/** A layer of ground as work. */
export type GroundWork = {
  readonly layer: GroundLayer;
  readonly wetWith: "alcohol" | "water" | "none";
  readonly flock: "none" | "sprinkled" | "standing";
};

/** The board that it all goes on; heavy where two people carry it. */
export type WorkBoard = Board & { readonly heavy?: boolean };

/** Share of alcohol in a mist that paint a day old bears (common practice). */
const MIST_SHARE = 0.3;
/** From here ground is laid where the board will stay (common practice). */
const HEAVY_GROUND_G = 5000;

/** The board's layers in their order, each wet one after the one below, and its edge at the end. */
export function groundSteps(
  grounds: readonly GroundWork[],
  partIds: readonly string[],
  board: WorkBoard,
  speed: Speed,
): readonly Step[] {
  const steps: Step[] = [];
  const bare = grounds
    .map((g) => groundMaterial(g.layer.material))
    .find((m) => m.kind === "wood" || m.kind === "foam")?.id;
  let previous: Step | undefined;
  for (const g of grounds) {
    if (groundMaterial(g.layer.material).laidAs === undefined) continue;
    const made = layStep(g, { bare, partIds, board, previous: previous?.id }, speed);
    steps.push(made);
    if (made.action === "lay ground") previous = made;
  }
  return steps.length > 0 ? [...steps, ...edgeSteps(board, speed)] : steps;
}

type Round = {
  readonly bare: ReturnType<typeof groundMaterial>["id"] | undefined;
  readonly partIds: readonly string[];
  readonly board: WorkBoard;
  readonly previous: string | undefined;
};

function titleOf({ layer, flock }: GroundWork): string {
  if (layer.material === "water-resin") return "Pour the water";
  if (flock === "standing") return `Set ${layer.name} upright`;
  return flock === "sprinkled" ? `Sprinkle ${layer.name}` : `Lay ${layer.name}`;
}

function layStep(g: GroundWork, { bare, partIds, board, previous }: Round, speed: Speed): Step {
  const { layer, wetWith, flock } = g;
  const product = groundMaterial(layer.material).laidAs!;
  const amounts = layerAmounts(layer, board);
  const water = layer.material === "water-resin";
  const fibres = flock !== "none";
  const grains = layer.loose && !fibres;
  return draftStep(
    {
      id: `${groundRef(layer.id)}/lay`,
      action: water ? "pour water" : fibres ? "flock" : "lay ground",
      title: titleOf(g),
      targets: [groundRef(layer.id), "board", ...partIds.map(partRef)],
      onWhat: layer.name,
      product,
      tool: water ? "cup and stick" : flock === "standing" ? "grass applicator" : "spatula and sieve",
      minutes: 8 + 0.02 * amounts.areaCm2,
      waitMinutes: productOf(product).recoatMinutes,
      alcohol: wetWith === "alcohol",
      areaCm2: amounts.areaCm2,
      facts: factsOf({
        bare,
        depthMm: layer.depthMm,
        alcoholShare: wetWith === "alcohol" ? MIST_SHARE : undefined,
        wetted: wetWith === "water" ? true : undefined,
        heavy: amounts.grams.value > HEAVY_GROUND_G ? true : undefined,
        porous: water ? true : undefined,
        fine: layer.material === "sand" ? true : undefined,
        natural: layer.material === "natural" ? true : undefined,
        spread: grains ? (wetWith === "none" ? "dripped" : "sprinkled") : undefined,
        brushedOff: layer.loose ? true : undefined,
        standing: flock === "standing" ? true : undefined,
        heavyBoard: board.heavy ? true : undefined,
      }),
      notes: grains ? grainNotes(wetWith) : [],
      mixMl: amounts.millilitres,
      after: previous !== undefined && !water && !fibres ? [previous] : [],
    },
    speed,
  );
}

const grainNotes = (wetWith: GroundWork["wetWith"]) => [
  "Brush stray grains off roofs, ledges and figures before you wet it.",
  ...(wetWith === "alcohol" ? ["Mist of at most 30 % alcohol where there is paint; no rubbing."] : []),
];

/** Peeling takes so much of the time of laying (default). */
const PEEL_SHARE = 1 / 3;

/** Tape all round beside it, one dark coat, and the tape off while the coat is soft. */
function edgeSteps(board: WorkBoard, speed: Speed): readonly Step[] {
  const tapeMm = 2 * (board.widthMm + board.depthMm) * (1 + TAPE_SPARE);
  const tapeMinutes = ((tapeMm / 10) * TAPE_S_CM) / 60;
  const heavyBoard = factsOf({ heavyBoard: board.heavy ? true : undefined });
  const shared = { targets: ["board" as const], onWhat: "board", facts: heavyBoard };
  const edge = draftStep(
    {
      ...shared,
      id: "board/edge",
      action: "paint edge",
      title: "Paint the board's edge",
      product: "acrylic",
      sheen: "matte",
      tool: "flat brush",
      minutes: 10,
      waitMinutes: 20,
    },
    speed,
  );
  const mask = draftStep(
    {
      ...shared,
      id: "board/edge-mask",
      action: "mask",
      title: `Tape round the ground, ${(tapeMm / 1000).toFixed(2)} m`,
      minutes: tapeMinutes,
      tool: "tape",
      cover: { kind: "tape", tapeMm, wrapCm2: 0 },
      tied: { to: edge.id, at: "before" },
    },
    speed,
  );
  const peel = draftStep(
    {
      ...shared,
      id: "board/edge-peel",
      action: "unmask",
      title: "Peel the tape while the edge is soft",
      minutes: tapeMinutes * PEEL_SHARE,
      tied: { to: edge.id, at: "after" },
      window: { after: edge.id, fromMinutes: 0, untilMinutes: productOf("acrylic").recoatMinutes },
    },
    speed,
  );
  return [mask, edge, peel];
}

/** Its lamp, before it is painted. */
export const lampStep = (add: AddStep): Step =>
  add({ action: "wire", title: "Solder the resistor, test the lamp", minutes: 20, tool: "soldering iron" });

/** A part is set on the board where there is ground to set it in. */
export const placeStep = (id: string, count: number, add: AddStep, notes: readonly string[]): Step =>
  add({
    action: "place",
    title: "Set it on the board",
    targets: [partRef(id), "board"],
    minutes: 2 + 1.5 * count,
    product: "PVA",
    tool: "glue",
    notes,
  });
