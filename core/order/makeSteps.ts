import { between, exact, type Figure } from "#core/figure";
import { methods, paintMillilitres } from "#core/paint/amount";
import type { SchemeLayer } from "#core/paint/scheme";
import type { LampCircuit } from "#core/ground/resistor";
import {
  groundMaterial,
  type GroundLayer,
  layerAmounts,
  type Board as BoardSize,
} from "#core/ground/groundLayer";
import { treatmentWork } from "#core/surface/treatmentWork";
import type { Treatment } from "#core/surface/treatments";
import type { MaterialId } from "#core/materials/materials";
import { type ProductId, productOf } from "#core/materials/products";
import type { ToolId } from "#core/materials/tools";
import { type Draft, draftStep, type Speed } from "#core/order/draftStep";
import type { StepFacts } from "#core/order/facts";
import { type Care, withInspections } from "#core/order/makeInspections";
import type { OrderSchools } from "#core/order/orderSchools";
import type { Action, Step } from "#core/order/step";

/** What has to be done to the copies of one part. Areas are of all copies together, cm2. */
export type PartWork = {
  readonly id: string;
  readonly name: string;
  readonly count: number;
  readonly process: "filament" | "resin" | null;
  readonly clear: boolean;
  readonly areaCm2: Figure;
  readonly treatCm2: Figure;
  readonly thinnestMm: number | null;
  /**
   * Depth of the plainest steps and the depth at which they are no longer plain, mm; null when none is plain.
   */
  readonly stepDepthMm: number | null;
  readonly unseenDepthMm: number | null;
  readonly treatment: Treatment | null;
  readonly scheme: readonly SchemeLayer[];
  readonly lamp: LampCircuit | null;
  readonly onBoard: boolean;
  readonly releaseAt: number;
  /** It comes off its plate on supports. */
  readonly supported: boolean;
  /** The part that it is a piece of; what is done to a piece is done before anything is done to the whole. */
  readonly pieceOf: string | null;
  /** How its faces were made, its own or those of its pieces. */
  readonly wholeProcess: "filament" | "resin" | null;
  /** What its faces are bare of, and whether it is hollow. */
  readonly bare: MaterialId | null;
  readonly hollow: "drained" | "closed" | null;
  /** It is picked up and knocked about. */
  readonly handled: boolean;
};

export type JointWork = {
  readonly id: string;
  readonly name: string;
  readonly partIds: readonly string[];
  readonly glue: ProductId | null;
  readonly count: number;
  readonly shows: boolean;
  readonly gapMm: number | null;
  readonly magnet: boolean;
};

/** The board that it all goes on; heavy where two people carry it. */
export type Board = BoardSize & { readonly heavy?: boolean };

export type GroundWork = {
  readonly layer: GroundLayer;
  readonly wetWith: "alcohol" | "water" | "none";
  readonly flock: "none" | "sprinkled" | "standing";
};

/** Lightness of what a layer is painted with, 0 to 100; null when that is not known. */
export type LightnessOf = (layer: SchemeLayer) => number | null;

/**
 * A window is not shut sooner than this after it opens, however long the laying on took: then it is done
 * piece by piece.
 */
const LEAST_OPEN = 15;
/** Share of alcohol in a mist that paint a day old bears (common practice). */
const MIST_SHARE = 0.3;
/** From here ground is laid where the board will stay (common practice). */
const HEAVY_GROUND_G = 5000;

/** What is told, without what is not. */
const factsOf = (given: { readonly [K in keyof StepFacts]: StepFacts[K] | undefined }): StepFacts =>
  Object.fromEntries(Object.entries(given).filter(([, v]) => v !== undefined));

/** All steps of a scene, each with an id made from what it is about, before any rule has looked at them. */
export function makeSteps(
  parts: readonly PartWork[],
  joints: readonly JointWork[],
  grounds: readonly GroundWork[],
  board: Board,
  speed: Speed,
  lightnessOf: LightnessOf = () => null,
  tier: Care = "play",
  schools: OrderSchools = {},
): readonly Step[] {
  const onBoard = parts.filter((p) => p.onBoard);
  const steps = [
    ...parts.flatMap((p) => partSteps(p, grounds.length > 0, speed, lightnessOf, schools)),
    ...joints.flatMap((j) => jointSteps(j, parts, speed, schools)),
    ...groundSteps(grounds, onBoard, board, speed),
  ];
  return withInspections(steps, parts, tier, speed);
}

const copies = (p: PartWork) => (p.count > 1 ? `${p.name} x ${p.count}` : p.name);

function partSteps(
  p: PartWork,
  hasGround: boolean,
  speed: Speed,
  lightnessOf: LightnessOf,
  schools: OrderSchools,
): Step[] {
  const target = `part:${p.id}`;
  const base = {
    targets: p.pieceOf ? [target, `part:${p.pieceOf}`] : [target],
    onWhat: copies(p),
    process: p.wholeProcess,
    clear: p.clear,
    releaseAt: p.releaseAt,
    thinnestMm: p.thinnestMm,
    pieces: p.count,
    facts: factsOf({
      bare: p.bare ?? undefined,
      hollow: p.hollow === null ? undefined : true,
      closedHollow: p.hollow === "closed" ? true : undefined,
    }),
  };
  const steps: Step[] = [];
  const add = (
    draft: Omit<Draft, "id" | "targets" | "onWhat"> & { key?: string; targets?: readonly string[] },
  ): Step => {
    const { key, ...rest } = draft;
    const made = draftStep(
      { ...base, ...rest, id: `${target}/${key ?? draft.action.replaceAll(" ", "-")}` } as Draft,
      speed,
    );
    steps.push(made);
    return made;
  };
  if (p.process === "resin") {
    add({
      action: "wash resin",
      title: "Wash in used alcohol, then in clean, and dry",
      minutes: 6 + 0.5 * p.count,
      place: "sink",
      tool: "alcohol bath",
      waitMinutes: 30,
      areaCm2: p.areaCm2.value,
    });
    if (p.supported)
      add({
        action: "remove supports",
        title: "Take the supports off",
        minutes: 3 + 1.5 * p.count,
        tool: "clippers and blade",
        ...(schools.cure === "cure on the supports" ? { facts: { ...base.facts, onSupports: true } } : {}),
      });
    add({
      action: "cure",
      title: "Cure, both sides",
      minutes: 3 + 0.3 * p.count,
      place: "lamp",
      tool: "curing lamp",
      waitMinutes: 5,
    });
  } else if (p.process === "filament") {
    add({
      action: "clip",
      title: "Clip strings, cut blobs",
      minutes: 2 + 1 * p.count,
      tool: "clippers and blade",
    });
  }
  if (p.treatment && p.treatCm2.value > 0.5) treatmentSteps(p, p.treatment, add);
  if (p.lamp)
    add({ action: "wire", title: "Solder the resistor, test the lamp", minutes: 20, tool: "soldering iron" });
  schemeSteps(p, add, lightnessOf, schools);
  if (p.onBoard && hasGround) {
    steps.push(
      draftStep(
        {
          ...base,
          id: `${target}/place`,
          action: "place",
          title: "Set it on the board",
          targets: [target, "board"],
          minutes: 2 + 1.5 * p.count,
          product: "PVA",
          tool: "glue",
        },
        speed,
      ),
    );
  }
  return steps;
}

function treatmentSteps(
  p: PartWork,
  treatment: Treatment,
  add: (draft: Omit<Draft, "id" | "targets" | "onWhat"> & { key?: string }) => Step,
): void {
  let previous: Step | undefined;
  for (const { step: t, place, coats, minutes, deep } of treatmentWork(
    treatment,
    p.treatCm2.value,
    p.stepDepthMm,
    p.unseenDepthMm,
  )) {
    // A filament part is clipped anyway; the school that leaves it at that adds nothing.
    if (t.action === "clip") continue;
    const product = t.product ? productOf(t.product) : null;
    const ml = 0.06 * p.treatCm2.value * coats;
    previous = add({
      key: `treat-${place}-${t.action}`,
      action: t.action,
      title: `${t.what[0]!.toUpperCase()}${t.what.slice(1)}${coats > 1 ? `, ${coats} coats` : ""}`,
      minutes,
      product: t.product,
      tool: t.tool,
      place: t.place,
      waitMinutes: product ? product.recoatMinutes * coats : t.action === "wash" ? 30 : 0,
      areaCm2: p.treatCm2.value,
      after: previous ? [previous.id] : [],
      mixMl: t.product && t.levelling ? between(ml * 0.7, ml, ml * 1.4, "ml", "practice") : null,
      notes: deep ? ["The steps are deeper than coats alone will hide: sand between them."] : [],
    });
  }
}

const actionOf: Record<SchemeLayer["kind"], Action> = {
  primer: "prime",
  colour: "paint",
  shade: "shade",
  drybrush: "drybrush",
  varnish: "varnish",
  pigment: "pigment",
  gloss: "gloss effect",
};
const methodTool: Record<SchemeLayer["method"], ToolId> = {
  brush: "brush",
  airbrush: "airbrush",
  can: "spray can",
  drybrush: "old brush",
  wash: "soft brush",
};

function schemeSteps(
  p: PartWork,
  add: (
    draft: Omit<Draft, "id" | "targets" | "onWhat"> & { key?: string; targets?: readonly string[] },
  ) => Step,
  lightnessOf: LightnessOf,
  schools: OrderSchools,
): void {
  const sameKind = new Map<string, string>();
  const raw = schools.primer === "dark plastic is the shadow" && p.process === "filament";
  const between = new Map<string, string>();
  for (const layer of p.scheme) {
    // Where the plastic itself is the shadow it is only looked at: dark and matte everywhere, or it is primed
    // after all.
    if (layer.kind === "primer" && raw) {
      add({
        key: "raw-plastic",
        action: "inspect",
        title: "See that the plastic is dark and matte everywhere",
        minutes: 2 + 0.2 * p.count,
        tool: "side light",
        facts: factsOf({ bare: p.bare ?? undefined, tone: "dark", checks: ["primer"] }),
      });
      continue;
    }
    const m = methods[layer.method];
    const area: Figure = {
      ...p.areaCm2,
      value: p.areaCm2.value * layer.coverage,
      low: p.areaCm2.low * layer.coverage,
      high: p.areaCm2.high * layer.coverage,
    };
    const action = actionOf[layer.kind];
    const product = productOf(layer.product);
    const dustCoats =
      product.chemistry === "lacquer" &&
      p.scheme
        .slice(0, p.scheme.indexOf(layer))
        .some((l) => productOf(l.product).chemistry === "enamel or oil");
    const before = sameKind.get(action);
    const lightness = lightnessOf(layer);
    const plain = p.stepDepthMm !== null && p.treatment?.school === "live with it";
    // Sealed powder: the recipe says so, against the rule that powder comes last.
    const powder =
      layer.kind === "varnish" &&
      schools.pigment === "dust, seal, dust again" &&
      p.scheme.some((l) => l.kind === "pigment")
        ? [
            add({
              key: `dust-under-${layer.id}`,
              action: "pigment",
              title: "Dust with pigment, to be sealed",
              product: "pigment",
              sheen: "matte",
              minutes: 3 + 0.01 * area.value,
              tool: "soft brush",
              waitMinutes: 10,
              areaCm2: area.value,
              after: [...sameKind]
                .filter(([of]) => ["paint", "shade", "drybrush"].includes(of))
                .map(([, id]) => id),
            }).id,
          ]
        : [];
    const made = add({
      key: `scheme-${layer.id}`,
      action,
      title: titleOf(layer),
      product: layer.product,
      sheen: layer.sheen,
      recipeId: layer.recipeId,
      paintId: layer.paintId,
      minutes: m.fixedMinutes + m.minutesPerCm2 * area.value * layer.coats,
      mixMl: paintMillilitres(area, layer.coats, layer.method, 0),
      areaCm2: area.value,
      tool: methodTool[layer.method],
      place: layer.method === "can" || layer.method === "airbrush" ? "booth" : "bench",
      waitMinutes: product.recoatMinutes * layer.coats,
      targets:
        ["varnish", "pigment", "gloss effect"].includes(action) && p.onBoard
          ? [`part:${p.id}`, "board"]
          : [`part:${p.id}`],
      after: [
        ...(before ? [before] : []),
        ...(between.has(layer.id) ? [between.get(layer.id)!] : []),
        ...powder,
      ],
      notes: dustCoats ? ["First passes as dust coats: there is enamel or oil below."] : [],
      ...(lightness === null ? {} : { lightness }),
      facts: factsOf({
        bare: p.bare ?? undefined,
        hollow: p.hollow === null ? undefined : true,
        tone:
          lightness === null || layer.kind === "shade"
            ? undefined
            : lightness > 70
              ? "light"
              : lightness < 35
                ? "dark"
                : undefined,
        dustCoats: dustCoats ? true : undefined,
        plainSteps: action === "drybrush" && plain ? true : undefined,
        homemade:
          action === "shade" && layer.recipeId !== null && product.chemistry === "water" ? true : undefined,
      }),
    });
    // A thinned oil or enamel is laid on wet and drawn back while it can be, which makes the streaks and
    // stains.
    const open = layer.kind === "shade" ? product.workable : undefined;
    if (open)
      add({
        key: `draw-${layer.id}`,
        action: "draw back",
        title: "Draw it back into streaks and corners",
        product: layer.product,
        minutes: 3 + 0.02 * area.value,
        tool: "clean brush, damp with thinner",
        waitMinutes: product.recoatMinutes,
        areaCm2: area.value,
        tied: { to: made.id, at: "after" },
        window: {
          after: made.id,
          fromMinutes: open.fromMinutes,
          untilMinutes: Math.max(open.fromMinutes + LEAST_OPEN, open.untilMinutes - made.handsMinutes.value),
        },
        notes: [
          ...(made.handsMinutes.value > open.untilMinutes - open.fromMinutes - LEAST_OPEN
            ? [
                "All of it takes longer than the first piece stays open: lay it on and draw it back piece by piece.",
              ]
            : []),
          "Wipe the brush almost dry: the face is to be damp, not wet.",
          "Early it runs together again; late it comes off in rims and takes more thinner, which can open the colour below.",
        ],
      });
    sameKind.set(action, made.id);
    if (layer.kind === "primer" && schools.faults === "prime, find, mend, prime again") {
      const find = add({
        key: `find-${layer.id}`,
        action: "fill",
        title: "Find the faults under the primer and fill them",
        product: "texture paste",
        minutes: 4 + 0.02 * area.value,
        tool: "spatula",
        waitMinutes: 120,
        tied: { to: made.id, at: "after" },
      });
      const smooth = add({
        key: `smooth-${layer.id}`,
        action: "sand",
        title: "Smooth the filled spots",
        minutes: 3 + 0.01 * area.value,
        tool: "abrasive 400",
        tied: { to: find.id, at: "after" },
      });
      const wash = add({
        key: `rinse-${layer.id}`,
        action: "wash",
        title: "Rinse and dry",
        minutes: 4,
        place: "sink",
        tool: "brush and water",
        waitMinutes: 30,
        tied: { to: smooth.id, at: "after" },
      });
      add({
        key: `again-${layer.id}`,
        action: "prime",
        title: "Prime again",
        product: layer.product,
        sheen: layer.sheen,
        minutes: m.fixedMinutes + m.minutesPerCm2 * area.value,
        tool: methodTool[layer.method],
        place: made.place,
        waitMinutes: product.recoatMinutes,
        areaCm2: area.value,
        mixMl: paintMillilitres(area, 1, layer.method, 0),
        tied: { to: wash.id, at: "after" },
      });
    }
    if (
      layer.kind === "colour" &&
      schools.clearCoats === "a clear coat between stages" &&
      p.scheme.some((l) => l.kind === "shade" || l.kind === "drybrush")
    ) {
      const next = p.scheme
        .slice(p.scheme.indexOf(layer) + 1)
        .find((l) => l.kind === "shade" || l.kind === "drybrush");
      if (next)
        between.set(
          next.id,
          add({
            key: `clear-${layer.id}`,
            action: "varnish",
            title: "A clear coat over the colour",
            product: "varnish",
            sheen: "satin",
            minutes: 5 + 0.02 * area.value,
            tool: "soft brush",
            waitMinutes: 30,
            areaCm2: area.value,
            after: [made.id],
          }).id,
        );
    }
  }
}

const titleOf = (layer: SchemeLayer): string => {
  const coats = layer.coats > 1 ? `, ${layer.coats} coats` : "";
  switch (layer.kind) {
    case "primer":
      return `Prime${coats}`;
    case "colour":
      return `Paint the colour${coats}`;
    case "shade":
      return `Shade${coats}`;
    case "drybrush":
      return "Drybrush the edges";
    case "varnish":
      return `Seal ${layer.sheen}${coats}`;
    case "pigment":
      return "Dust with pigment";
    case "gloss":
      return "Wet gloss where water stands";
  }
};

/** Hands of glueing or filling joints that are alike: getting it out, and each (common practice). */
export const jointMinutes = (count: number) => 4 + 3 * count;

function jointSteps(j: JointWork, parts: readonly PartWork[], speed: Speed, schools: OrderSchools): Step[] {
  const members = parts.filter((p) => j.partIds.includes(p.id));
  if (members.length === 0 || !j.glue) return [];
  const targets = [`joint:${j.id}`, ...members.map((p) => `part:${p.id}`)];
  const releaseAt = Math.max(...members.map((p) => p.releaseAt));
  const product = productOf(j.glue);
  const clear = members.some((p) => p.clear);
  const finishes = new Set(
    members.map((p) =>
      p.scheme
        .filter((l) => l.kind === "colour")
        .map((l) => l.recipeId ?? l.paintId)
        .join(),
    ),
  );
  const apart = clear || (!j.shows && (schools.joining === "paint, then join" || finishes.size > 1));
  const facts = factsOf({
    shows: j.shows && !apart ? true : undefined,
    first: apart ? undefined : true,
    apart: apart ? true : undefined,
    handled: members.some((p) => p.handled) ? true : undefined,
    gapMm: j.gapMm ?? undefined,
    magnet: j.magnet ? true : undefined,
  });
  const glue = draftStep(
    {
      id: `joint:${j.id}/glue`,
      clear,
      facts,
      pieces: j.count,
      action: "glue",
      title: `Glue ${j.name}`,
      targets,
      onWhat: j.name,
      product: j.glue,
      tool: "glue",
      minutes: jointMinutes(j.count),
      waitMinutes: product.handleMinutes,
      releaseAt,
      mixMl: exact(0.2 * j.count, "ml", "practice"),
    },
    speed,
  );
  if (!j.shows) return [glue];
  return [
    glue,
    draftStep(
      {
        id: `joint:${j.id}/fill-seam`,
        action: "fill seam",
        title: "Fill and smooth the seam",
        targets,
        onWhat: j.name,
        product: "solvent putty",
        tool: "spatula",
        minutes: jointMinutes(j.count),
        waitMinutes: 120,
        releaseAt,
        facts: factsOf({ gapMm: j.gapMm ?? undefined }),
      },
      speed,
    ),
  ];
}

function groundSteps(
  grounds: readonly GroundWork[],
  onBoard: readonly PartWork[],
  board: Board,
  speed: Speed,
): Step[] {
  const steps: Step[] = [];
  let previous: Step | undefined;
  const under = grounds
    .map((g) => groundMaterial(g.layer.material))
    .find((m) => ["wood", "foam"].includes(m.kind));
  const bare = under?.id;
  for (const g of grounds) {
    const material = groundMaterial(g.layer.material);
    if (material.laidAs === undefined) continue;
    const amounts = layerAmounts(g.layer, board);
    const water = g.layer.material === "water-resin";
    const fibres = g.flock !== "none";
    const made = draftStep(
      {
        id: `ground:${g.layer.id}/lay`,
        action: water ? "pour water" : fibres ? "flock" : "lay ground",
        title: water
          ? "Pour the water"
          : g.flock === "standing"
            ? `Set ${g.layer.name} upright`
            : fibres
              ? `Sprinkle ${g.layer.name}`
              : `Lay ${g.layer.name}`,
        targets: [`ground:${g.layer.id}`, "board", ...onBoard.map((p) => `part:${p.id}`)],
        onWhat: g.layer.name,
        product: material.laidAs,
        tool: water ? "cup and stick" : g.flock === "standing" ? "grass applicator" : "spatula and sieve",
        minutes: 8 + 0.02 * amounts.areaCm2,
        waitMinutes: productOf(material.laidAs).recoatMinutes,
        alcohol: g.wetWith === "alcohol",
        areaCm2: amounts.areaCm2,
        facts: factsOf({
          bare,
          depthMm: g.layer.depthMm,
          alcoholShare: g.wetWith === "alcohol" ? MIST_SHARE : undefined,
          wetted: g.wetWith === "water" ? true : undefined,
          heavy: amounts.grams.value > HEAVY_GROUND_G ? true : undefined,
          porous: water ? true : undefined,
          fine: g.layer.material === "sand" ? true : undefined,
          spread: g.layer.loose && !fibres ? (g.wetWith === "none" ? "dripped" : "sprinkled") : undefined,
          brushedOff: g.layer.loose ? true : undefined,
          standing: g.flock === "standing" ? true : undefined,
          heavyBoard: board.heavy ? true : undefined,
        }),
        notes:
          g.layer.loose && !fibres
            ? [
                "Brush stray grains off roofs, ledges and figures before you wet it.",
                ...(g.wetWith === "alcohol"
                  ? ["Mist of at most 30 % alcohol where there is paint; no rubbing."]
                  : []),
              ]
            : [],
        mixMl: amounts.millilitres,
        after: previous && !water && !fibres ? [previous.id] : [],
      },
      speed,
    );
    steps.push(made);
    if (!water && !fibres) previous = made;
  }
  if (steps.length > 0) {
    steps.push(
      draftStep(
        {
          id: "board/edge",
          action: "paint edge",
          title: "Paint the board's edge",
          targets: ["board"],
          onWhat: "board",
          product: "acrylic",
          sheen: "matte",
          tool: "flat brush",
          minutes: 10,
          waitMinutes: 20,
          facts: factsOf({ heavyBoard: board.heavy ? true : undefined }),
        },
        speed,
      ),
    );
  }
  return steps;
}
