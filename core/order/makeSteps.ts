import { between, exact, type Figure } from "#core/figure";
import { methods, paintMillilitres } from "#core/paint/amount";
import type { SchemeLayer } from "#core/paint/scheme";
import type { LampCircuit } from "#core/ground/resistor";
import { groundMaterial, type GroundLayer, layerAmounts, type Board } from "#core/ground/groundLayer";
import { coatsToReach } from "#core/surface/layerSteps";
import type { Treatment } from "#core/surface/treatments";
import { familyOf } from "#core/order/families";
import type { Action, Place, Step } from "#core/order/step";

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
  /** Depth of the plainest steps and the depth at which they are no longer plain, mm; null when none is plain. */
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
};

export type JointWork = { readonly id: string; readonly name: string; readonly partIds: readonly string[]; readonly glue: string | null; readonly count: number; readonly shows: boolean };

export type GroundWork = { readonly layer: GroundLayer; readonly wetWith: "alcohol" | "water" | "none"; readonly flock: boolean };

/** The builder's own speed: actual over estimated minutes, by action; 1 when nothing is known. */
export type Speed = (action: Action) => number;

/** Hands-on minutes before anything is learned: within a third either way (common practice). */
const HANDS_SPREAD = 0.35;

/** All steps of a scene, each with an id made from what it is about, before any rule has looked at them. */
export function makeSteps(parts: readonly PartWork[], joints: readonly JointWork[], grounds: readonly GroundWork[], board: Board, speed: Speed): readonly Step[] {
  const onBoard = parts.filter((p) => p.onBoard);
  return [
    ...parts.flatMap((p) => partSteps(p, grounds.length > 0, speed)),
    ...joints.flatMap((j) => jointSteps(j, parts, speed)),
    ...groundSteps(grounds, onBoard, board, speed),
  ];
}

type Draft = Partial<Step> & Pick<Step, "id" | "action" | "title" | "targets" | "onWhat"> & { minutes: number };

function step(draft: Draft, speed: Speed): Step {
  const { minutes, ...given } = draft;
  const factor = speed(draft.action);
  const value = minutes * factor;
  return {
    process: null, family: null, sheen: null, recipeId: null, paintId: null, mixMl: null, areaCm2: null, tool: "hands", place: "bench" as Place, waitMinutes: 0,
    alcohol: false, clear: false, releaseAt: 0, after: [], insertedBy: null, thinnestMm: null, notes: [],
    handsMinutes: between(value * (1 - HANDS_SPREAD), value, value * (1 + HANDS_SPREAD), "min", factor === 1 ? "practice" : "learned", [
      { text: "minutes by area and by piece", value: `${minutes.toFixed(0)} min`, basis: "practice" },
      ...(factor === 1 ? [] : [{ text: `times ${factor.toFixed(2)}: your own speed`, basis: "learned" as const }]),
    ]),
    ...given,
  };
}

const copies = (p: PartWork) => (p.count > 1 ? `${p.name} x ${p.count}` : p.name);

function partSteps(p: PartWork, hasGround: boolean, speed: Speed): Step[] {
  const target = `part:${p.id}`;
  const base = { targets: p.pieceOf ? [target, `part:${p.pieceOf}`] : [target], onWhat: copies(p), process: p.wholeProcess, clear: p.clear, releaseAt: p.releaseAt, thinnestMm: p.thinnestMm };
  const steps: Step[] = [];
  const add = (draft: Omit<Draft, "id" | "targets" | "onWhat"> & { key?: string; targets?: readonly string[] }): Step => {
    const { key, ...rest } = draft;
    const made = step({ ...base, ...rest, id: `${target}/${key ?? draft.action.replaceAll(" ", "-")}` } as Draft, speed);
    steps.push(made);
    return made;
  };
  if (p.process === "resin") {
    add({ action: "wash resin", title: "Wash in used alcohol, then in clean, and dry", minutes: 6 + 0.5 * p.count, place: "sink", tool: "alcohol bath", waitMinutes: 30, areaCm2: p.areaCm2.value });
    if (p.supported) add({ action: "remove supports", title: "Take the supports off", minutes: 3 + 1.5 * p.count, tool: "clippers and blade" });
    add({ action: "cure", title: "Cure, both sides", minutes: 3 + 0.3 * p.count, place: "lamp", tool: "curing lamp", waitMinutes: 5 });
  } else if (p.process === "filament") {
    add({ action: "clip", title: "Clip strings, cut blobs", minutes: 2 + 1 * p.count, tool: "clippers and blade" });
  }
  if (p.treatment && p.treatCm2.value > 0.5) treatmentSteps(p, p.treatment, add);
  if (p.lamp) add({ action: "wire", title: "Solder the resistor, test the lamp", minutes: 20, tool: "soldering iron" });
  schemeSteps(p, add);
  if (p.onBoard && hasGround) {
    steps.push(step({ ...base, id: `${target}/place`, action: "place", title: "Set it on the board", targets: [target, "board"], minutes: 2 + 1.5 * p.count, family: "PVA, wood glue", tool: "glue" }, speed));
  }
  return steps;
}

function treatmentSteps(p: PartWork, treatment: Treatment, add: (draft: Omit<Draft, "id" | "targets" | "onWhat"> & { key?: string }) => Step): void {
  let previous: Step | undefined;
  treatment.steps.forEach((t, i) => {
    // A filament part is clipped anyway; the school that leaves it at that adds nothing.
    if (t.action === "clip") return;
    const needed = t.levelling && p.stepDepthMm !== null && p.unseenDepthMm !== null ? coatsToReach(p.stepDepthMm, p.unseenDepthMm, t.levelling) : t.coats;
    const coats = needed === null ? 4 : Math.max(t.levelling ? 0 : 1, Math.min(needed, 6));
    if (coats === 0) return;
    const family = t.family ? familyOf(t.family) : null;
    previous = add({
      key: `treat-${i}-${t.action}`, action: t.action, title: `${t.what[0]!.toUpperCase()}${t.what.slice(1)}${coats > 1 ? `, ${coats} coats` : ""}`,
      minutes: t.fixedMinutes + t.minutesPerCm2 * p.treatCm2.value * coats, family: t.family, tool: t.tool, place: t.place,
      waitMinutes: family ? family.recoatMinutes * coats : t.action === "wash" ? 30 : 0, areaCm2: p.treatCm2.value, after: previous ? [previous.id] : [],
      mixMl: t.family && t.levelling ? between(0.06 * p.treatCm2.value * coats * 0.7, 0.06 * p.treatCm2.value * coats, 0.06 * p.treatCm2.value * coats * 1.4, "ml", "practice") : null,
      notes: needed === null ? ["The steps are deeper than coats alone will hide: sand between them."] : [],
    });
  });
}

const actionOf: Record<SchemeLayer["kind"], Action> = { primer: "prime", colour: "paint", shade: "shade", drybrush: "drybrush", varnish: "varnish", pigment: "pigment", gloss: "gloss effect" };
const toolOf: Record<SchemeLayer["method"], string> = { brush: "brush", airbrush: "airbrush", can: "spray can", drybrush: "old brush", wash: "soft brush" };

function schemeSteps(p: PartWork, add: (draft: Omit<Draft, "id" | "targets" | "onWhat"> & { key?: string; targets?: readonly string[] }) => Step): void {
  const sameKind = new Map<string, string>();
  for (const layer of p.scheme) {
    const m = methods[layer.method];
    const area: Figure = { ...p.areaCm2, value: p.areaCm2.value * layer.coverage, low: p.areaCm2.low * layer.coverage, high: p.areaCm2.high * layer.coverage };
    const action = actionOf[layer.kind];
    const family = familyOf(layer.family);
    const before = sameKind.get(action);
    const made = add({
      key: `scheme-${layer.id}`, action, title: titleOf(layer), family: layer.family, sheen: layer.sheen, recipeId: layer.recipeId, paintId: layer.paintId,
      minutes: m.fixedMinutes + m.minutesPerCm2 * area.value * layer.coats, mixMl: paintMillilitres(area, layer.coats, layer.method, 0), areaCm2: area.value,
      tool: toolOf[layer.method], place: layer.method === "can" || layer.method === "airbrush" ? "booth" : "bench", waitMinutes: family.recoatMinutes * layer.coats,
      targets: ["varnish", "pigment", "gloss effect"].includes(action) && p.onBoard ? [`part:${p.id}`, "board"] : [`part:${p.id}`],
      after: before ? [before] : [],
    });
    sameKind.set(action, made.id);
  }
}

const titleOf = (layer: SchemeLayer): string => {
  const coats = layer.coats > 1 ? `, ${layer.coats} coats` : "";
  switch (layer.kind) {
    case "primer": return `Prime${coats}`;
    case "colour": return `Paint the colour${coats}`;
    case "shade": return `Shade${coats}`;
    case "drybrush": return "Drybrush the edges";
    case "varnish": return `Seal ${layer.sheen}${coats}`;
    case "pigment": return "Dust with pigment";
    case "gloss": return "Wet gloss where water stands";
  }
};

function jointSteps(j: JointWork, parts: readonly PartWork[], speed: Speed): Step[] {
  const members = parts.filter((p) => j.partIds.includes(p.id));
  if (members.length === 0 || !j.glue) return [];
  const targets = [`joint:${j.id}`, ...members.map((p) => `part:${p.id}`)];
  const releaseAt = Math.max(...members.map((p) => p.releaseAt));
  const family = familyOf(j.glue);
  const glue = step({ id: `joint:${j.id}/glue`, action: "glue", title: `Glue ${j.name}`, targets, onWhat: j.name, family: j.glue, tool: "glue", minutes: 4 + 3 * j.count, waitMinutes: family.handleMinutes, releaseAt, mixMl: exact(0.2 * j.count, "ml", "practice") }, speed);
  if (!j.shows) return [glue];
  return [glue, step({ id: `joint:${j.id}/fill-seam`, action: "fill seam", title: "Fill and smooth the seam", targets, onWhat: j.name, family: "filler putty, solvent", tool: "spatula", minutes: 4 + 3 * j.count, waitMinutes: 120, releaseAt }, speed)];
}

function groundSteps(grounds: readonly GroundWork[], onBoard: readonly PartWork[], board: Board, speed: Speed): Step[] {
  const steps: Step[] = [];
  let previous: Step | undefined;
  for (const g of grounds) {
    const material = groundMaterial(g.layer.material);
    if (material.family === null) continue;
    const amounts = layerAmounts(g.layer, board);
    const water = g.layer.material === "water-resin";
    const made = step({
      id: `ground:${g.layer.id}/lay`, action: water ? "pour water" : g.flock ? "flock" : "lay ground", title: water ? "Pour the water" : g.flock ? `Sprinkle ${g.layer.name}` : `Lay ${g.layer.name}`,
      targets: [`ground:${g.layer.id}`, "board", ...onBoard.map((p) => `part:${p.id}`)], onWhat: g.layer.name, family: material.family,
      tool: water ? "cup and stick" : "spatula and sieve", minutes: 8 + 0.02 * amounts.areaCm2, waitMinutes: familyOf(material.family).recoatMinutes, alcohol: g.wetWith === "alcohol", areaCm2: amounts.areaCm2,
      mixMl: amounts.millilitres, after: previous && !water && !g.flock ? [previous.id] : [],
    }, speed);
    steps.push(made);
    if (!water && !g.flock) previous = made;
  }
  if (steps.length > 0) {
    steps.push(step({ id: "board/edge", action: "paint edge", title: "Paint the board's edge", targets: ["board"], onWhat: "board", family: "water acrylic, brushed", sheen: "matte", tool: "flat brush", minutes: 10, waitMinutes: 20 }, speed));
  }
  return steps;
}
