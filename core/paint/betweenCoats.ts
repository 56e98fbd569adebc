import { productOf } from "#core/materials/products";
import { coatMillilitres, methods } from "#core/paint/amount";
import {
  type PaintWork,
  type Coat,
  LEAST_OPEN,
  methodTool,
  aroundIt,
  dulls,
  LINE_S_PER_MM,
} from "#core/paint/coat";
import { factsOf } from "#core/steps/factsOf";
import type { AddStep } from "#core/steps/partBase";
import type { Step } from "#core/steps/step";

/** After the last dry brush on a zone with grooves they are lined in again, unless a wash comes after it anyway. */
export function lineInAgain(coat: Coat, made: Step): void {
  const { laid, p, add } = coat;
  if (!dulls(laid)) return;
  const { before, after } = aroundIt(coat);
  const wash = [...before].reverse().find((l) => l.layer.kind === "shade")?.layer;
  for (const { zone, name, count, lengthMm } of laid.grooves ?? []) {
    const comes = after.filter((l) => l.zones.includes(zone));
    if (comes.some((l) => dulls(l) || l.layer.kind === "shade" || l.layer.kind === "line in")) continue;
    const lines = count * p.count;
    add({
      key: `line-in-${zone}`,
      action: "line in",
      title: `Line in again: ${name}, ${lines} lines, ${Math.round(lengthMm)} mm`,
      product: wash?.product ?? "acrylic wash",
      minutes: (lengthMm * LINE_S_PER_MM) / 60,
      tool: "fine brush",
      waitMinutes: productOf(wash?.product ?? "acrylic wash").recoatMinutes,
      after: [made.id],
    });
  }
}

/** Where the plastic itself is the shadow it is only looked at: dark and matte, or it is primed after all. */
export function lookAtPlastic(p: PaintWork, add: AddStep): void {
  add({
    key: "raw-plastic",
    action: "inspect",
    title: "See that the plastic is dark and matte everywhere",
    minutes: 2 + 0.2 * p.count,
    tool: "side light",
    facts: factsOf({ bare: p.bare ?? undefined, tone: "dark", checks: ["primer"] }),
  });
}

/** Sealed powder: the school says so, against the rule that powder comes last. */
export function dustToSeal({ p, laid, layer, area, add, schools, last }: Coat): readonly string[] {
  const sealed =
    layer.kind === "varnish" &&
    schools.pigment === "dust, seal, dust again" &&
    p.layers.some((l) => l.layer.kind === "pigment");
  if (!sealed) return [];
  const dusted = add({
    key: `dust-under-${laid.key}`,
    action: "pigment",
    title: "Dust with pigment, to be sealed",
    product: "pigment",
    sheen: "matte",
    minutes: 3 + 0.01 * area.value,
    tool: "soft brush",
    waitMinutes: 10,
    areaCm2: area.value,
    after: [...last].flatMap(([of, ids]) => (["paint", "shade", "drybrush"].includes(of) ? ids : [])),
  });
  return [dusted.id];
}

/** A thinned oil or enamel is laid on wet and drawn back while it can be: that makes streaks and stains. */
export function drawBack({ laid, layer, product, area, add }: Coat, made: Step): void {
  const isLaidWet = layer.kind === "shade" || layer.kind === "streak";
  const open = isLaidWet ? product.workable : undefined;
  if (!open) return;
  const piecewise = made.handsMinutes.value > open.untilMinutes - open.fromMinutes - LEAST_OPEN;
  add({
    key: `draw-${laid.key}`,
    action: "draw back",
    title:
      layer.stroke === "along it" ? "Draw it off along its length" : "Draw it back into streaks and corners",
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
      ...(piecewise
        ? [
            "All of it takes longer than the first piece stays open: lay it on and draw it back " +
              "piece by piece.",
          ]
        : []),
      "Wipe the brush almost dry: the face is to be damp, not wet.",
      "Early it runs together again; late it comes off in rims and takes more thinner, which can " +
        "open the colour below.",
    ],
  });
}

/** Prime, find, mend, prime again: one return that is planned. */
export function findFaults({ laid, layer, product, area, add, schools }: Coat, made: Step): void {
  if (layer.kind !== "primer" || schools.faults !== "prime, find, mend, prime again") return;
  const m = methods[layer.method];
  const find = add({
    key: `find-${laid.key}`,
    action: "fill",
    title: "Find the faults under the primer and fill them",
    product: "texture paste",
    minutes: 4 + 0.02 * area.value,
    tool: "spatula",
    waitMinutes: 120,
    tied: { to: made.id, at: "after" },
  });
  const smooth = add({
    key: `smooth-${laid.key}`,
    action: "sand",
    title: "Smooth the filled spots",
    minutes: 3 + 0.01 * area.value,
    tool: "abrasive 400",
    tied: { to: find.id, at: "after" },
  });
  const wash = add({
    key: `rinse-${laid.key}`,
    action: "wash",
    title: "Rinse and dry",
    minutes: 4,
    place: "sink",
    tool: "brush and water",
    waitMinutes: 30,
    tied: { to: smooth.id, at: "after" },
  });
  add({
    key: `again-${laid.key}`,
    action: "prime",
    title: "Prime again",
    product: layer.product,
    sheen: layer.sheen,
    minutes: m.fixedMinutes + m.minutesPerCm2 * area.value,
    tool: methodTool[layer.method],
    place: made.place,
    waitMinutes: product.recoatMinutes,
    areaCm2: area.value,
    mixMl: coatMillilitres({ areaCm2: area, coats: 1, method: layer.method, product, thinnerShare: 0 }),
    tied: { to: wash.id, at: "after" },
  });
}

/** A second round where layers were still seen under the first primer: filled, sanded, rinsed and primed again. */
export function secondRound({ laid, layer, product, add, schools }: Coat, made: Step): void {
  if (!laid.again || schools.faults === "prime, find, mend, prime again") return;
  const { of, areaCm2 } = laid.again;
  const cm2 = areaCm2.value;
  const m = methods[layer.method];
  const filler = productOf("filler primer can");
  const fill = add({
    key: `round-2-fill`,
    action: "fill",
    title: `Fill again where layers still show: ${of}`,
    product: "filler primer can",
    minutes: 2 + 0.01 * cm2,
    tool: "spray can",
    place: "booth",
    waitMinutes: filler.recoatMinutes,
    areaCm2: cm2,
    mixMl: coatMillilitres({ areaCm2, coats: 1, method: "can", product: filler, thinnerShare: 0 }),
    partOf: "treatment",
    tied: { to: made.id, at: "after" },
  });
  const sand = add({
    key: `round-2-sand`,
    action: "sand",
    title: `Sand it, 400 wet: ${of}`,
    minutes: 2 + 0.08 * cm2,
    tool: "abrasive 240 to 400",
    areaCm2: cm2,
    partOf: "treatment",
    tied: { to: fill.id, at: "after" },
  });
  const wash = add({
    key: `round-2-wash`,
    action: "wash",
    title: "Rinse and dry",
    minutes: 4,
    place: "sink",
    tool: "brush and water",
    waitMinutes: 30,
    tied: { to: sand.id, at: "after" },
  });
  add({
    key: `round-2-prime`,
    action: "prime",
    title: `Prime again: ${of}`,
    product: layer.product,
    sheen: layer.sheen,
    minutes: m.fixedMinutes + m.minutesPerCm2 * cm2,
    tool: methodTool[layer.method],
    place: made.place,
    waitMinutes: product.recoatMinutes,
    areaCm2: cm2,
    mixMl: coatMillilitres({ areaCm2, coats: 1, method: layer.method, product, thinnerShare: 0 }),
    tied: { to: wash.id, at: "after" },
  });
}

/** A clear coat over the colour, where something follows that it has to be safe from. */
export function clearCoat(coat: Coat, made: Step): { readonly before: string; readonly id: string } | null {
  const { laid, layer, area, add, schools } = coat;
  if (layer.kind !== "colour" || schools.clearCoats !== "a clear coat between stages") return null;
  const next = aroundIt(coat).after.find((l) => l.layer.kind === "shade" || l.layer.kind === "drybrush");
  if (!next) return null;
  const clear = add({
    key: `clear-${laid.key}`,
    action: "varnish",
    title: "A clear coat over the colour",
    product: "varnish",
    sheen: "satin",
    minutes: 5 + 0.02 * area.value,
    tool: "soft brush",
    waitMinutes: 30,
    areaCm2: area.value,
    mixMl: coatMillilitres({
      areaCm2: area,
      coats: 1,
      method: "brush",
      product: productOf("varnish"),
      thinnerShare: 0,
    }),
    after: [made.id],
  });
  return { before: next.key, id: clear.id };
}
