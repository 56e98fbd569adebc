import { exact } from "#core/figure";
import { productOf } from "#core/materials/products";
import { coatMillilitres } from "#core/paint/amount";
import { type LaidWork, layerKey, type MaskWork, type PaintWork } from "#core/paint/coat";
import { factsOf } from "#core/steps/factsOf";
import type { AddStep } from "#core/steps/partBase";
import type { Step } from "#core/steps/step";

/** Of the minutes on a mask so much is for taking it off (default). */
const OFF_SHARE = 0.25;
/** What putting each kind on is called. */
const putOn = {
  tape: (m: MaskWork) => `Mask ${m.of}: ${lengthText(m.tapeMm)} of tape`,
  liquid: (m: MaskWork) => `Brush liquid mask on ${m.of}`,
  putty: (m: MaskWork) => `Press masking putty on ${m.of}`,
  template: (m: MaskWork) => `Lay the cut masks on ${m.of}`,
  card: (m: MaskWork) => `A card in front of ${m.of}`,
} as const;

const lengthText = (mm: number): string =>
  mm >= 1000 ? `${(mm / 1000).toFixed(1)} m` : `${Math.max(1, Math.round(mm))} mm`;

const how: Readonly<Record<MaskWork["kind"], readonly string[]>> = {
  tape: ["Press its edge down along the border; spray away from it, thin passes."],
  liquid: ["Up to the border with a soaped brush; off within the day."],
  putty: ["Worms of it along the border, the middle filled loosely."],
  template: ["Cut from the sheet of templates, 1:1; press the edges down."],
  card: [],
};

const key = (m: MaskWork): string =>
  m.keepsOut ? `keep-${m.zones.join("-")}` : `${m.before}-${m.zones.join("-")}`;

/** A part's masks as steps: put on before the layer that would reach them, taken off once they have done. */
export function maskSteps(p: PaintWork, add: AddStep) {
  const masks = p.masks ?? [];
  const on = new Map<MaskWork, Step>();
  const offOf = new Map<number, string>();
  return {
    /** Before a layer: what it waits for, and whether its neighbours are covered while it is laid. */
    before(laid: LaidWork, madeOn: ReadonlyMap<number, readonly Step[]>) {
      // The layer that it is for may be left out, as a primer is on dark plastic: then the next one asks for it.
      const here = masks.filter((m) => isOn(m, laid, p.layers));
      for (const m of here) if (!on.has(m) && m.kind !== "card") on.set(m, put(m, madeOn, add));
      const held = here.filter((m) => m.kind === "card").map((m) => cardNote(m));
      return {
        after: [
          ...here.flatMap((m) => on.get(m)?.id ?? []),
          ...laid.zones.flatMap((z) => offOf.get(z) ?? []),
        ],
        isShielded: here.length > 0,
        notes: held,
      };
    },
    /** After a layer, and all its colours: masks that have done come off. */
    after(laid: LaidWork, made: Step) {
      for (const m of masks) {
        const mask = on.get(m);
        if (!mask || p.layers.findLast((l) => layerKey(l) === m.after) !== laid) continue;
        const off = add({
          key: `unmask-${key(m)}`,
          action: "unmask",
          title: `Take the mask off: ${m.of}`,
          minutes: m.minutes * OFF_SHARE,
          zones: m.zones,
          after: [made.id, mask.id],
          facts: factsOf({ fitFaces: m.fits ? true : undefined }),
          notes: ["Low and back over itself, while the last coat is still soft."],
        });
        for (const z of m.zones) offOf.set(z, off.id);
      }
    },
  };
}

/** Puts a mask on, over a clear coat where what it covers is fresh paint. */
function put(m: MaskWork, madeOn: ReadonlyMap<number, readonly Step[]>, add: AddStep): Step {
  const made = m.zones.flatMap((z) => madeOn.get(z) ?? []);
  const isSealed = m.zones.every((z) => madeOn.get(z)?.at(-1)?.action === "varnish");
  const clear = m.keepsOut || made.length === 0 || isSealed ? null : clearUnder(m, made, add);
  return add({
    key: `mask-${key(m)}`,
    action: "mask",
    title: putOn[m.kind](m),
    minutes: m.minutes * (1 - OFF_SHARE),
    tool: m.kind === "liquid" ? "old brush" : "tape",
    zones: m.zones,
    areaCm2: m.areaCm2,
    cover: { kind: m.kind, tapeMm: m.tapeMm, wrapCm2: m.wrapCm2 },
    ...(m.keepsOut ? { clear: m.isClear } : {}),
    after: [...new Set([...made.map((s) => s.id), ...(clear ? [clear.id] : [])])],
    facts: factsOf({
      fitFaces: m.fits ? true : undefined,
      liquid: m.kind === "liquid" ? true : undefined,
    }),
    notes: [
      ...how[m.kind],
      ...(m.wrapCm2 >= 1 ? [`A can reaches all in view: wrap ${m.wrapCm2.toFixed(0)} cm² as well.`] : []),
    ],
  });
}

/** Whether a mask is on while a layer is laid that it is for. */
function isOn(m: MaskWork, laid: LaidWork, layers: readonly LaidWork[]): boolean {
  const here = layers.indexOf(laid);
  const from = layers.findIndex((l) => layerKey(l) === m.before);
  return here >= from && here <= layers.findLastIndex((l) => layerKey(l) === m.after);
}

const cardNote = (m: MaskWork): string =>
  `Hold a card in front of ${m.of} while you spray: a soft edge, and a slip is seen.`;

/** Tape lies best on a clear coat that is past handling. */
function clearUnder(m: MaskWork, made: readonly Step[], add: AddStep): Step {
  const varnish = productOf("varnish");
  return add({
    key: `clear-under-${key(m)}`,
    action: "varnish",
    title: `A clear coat under the mask: ${m.of}`,
    product: "varnish",
    sheen: "satin",
    minutes: 5 + 0.02 * m.areaCm2,
    tool: "soft brush",
    waitMinutes: varnish.recoatMinutes,
    areaCm2: m.areaCm2,
    mixMl: coatMillilitres({
      areaCm2: exact(m.areaCm2, "cm2", "computed"),
      ...{ coats: 1, method: "brush", product: varnish, thinnerShare: 0 },
    }),
    after: made.map((s) => s.id),
  });
}
