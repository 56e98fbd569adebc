import { productOf } from "#core/materials/products";
import {
  drawBack,
  findFaults,
  secondRound,
  clearCoat,
  lineInAgain,
  dustToSeal,
  lookAtPlastic,
} from "#core/paint/betweenCoats";
import {
  type MixOf,
  type LaidWork,
  layerKey,
  type PaintWork,
  type Coat,
  type Turn,
  turnOf,
  shareOf,
} from "#core/paint/coat";
import { layCoats } from "#core/paint/layCoats";
import { kindOf } from "#core/paint/layerKinds";
import { maskSteps } from "#core/paint/maskSteps";
import { resistUnder, rubOff } from "#core/paint/resist";
import type { OrderSchools } from "#core/steps/orderSchools";
import type { AddStep } from "#core/steps/partBase";
import type { Redo, Step } from "#core/steps/step";

/** The steps of a part's scheme from primer to seal, with what the chosen schools put between its layers. */
export function paintSteps(p: PaintWork, add: AddStep, mixOf: MixOf, schools: OrderSchools): void {
  const lastOn = lastSteps();
  const madeOn = new Map<number, Step[]>();
  const between = new Map<string, string>();
  const resists = new Map<number, Step>();
  const masking = maskSteps(p, add);
  const madeBy = new Map<string, readonly string[]>();
  const raw = schools.primer === "dark plastic is the shadow" && p.process === "filament";
  for (const laid of p.layers) {
    const { layer } = laid;
    if (layer.kind === "primer" && raw) {
      lookAtPlastic(p, add);
      continue;
    }
    const area = shareOf(laid.areaCm2, layer.coverage);
    const product = productOf(layer.product);
    const coat: Coat = { p, laid, layer, product, area, add, schools, last: lastOn.before(laid) };
    const powder = dustToSeal(coat);
    const first = between.get(laid.key);
    const covered = masking.before(laid, madeOn);
    const follows = (laid.follows ?? []).flatMap((key) => madeBy.get(key) ?? []);
    const before = [...(first === undefined ? [] : [first]), ...powder, ...covered.after, ...follows];
    const resist = kindOf(layer.kind).covers ? resistUnder(laid.zones, resists) : null;
    const mix = { ...mixOf(layer), notes: [...mixOf(layer).notes, ...covered.notes] };
    const shielded = { ...coat, isShielded: covered.isShielded };
    const made = layCoats(shielded, mix, before, resist, redoneFirst(coat, madeOn));
    const key = layerKey(laid);
    madeBy.set(key, [...(madeBy.get(key) ?? []), made.id]);
    drawBack(coat, made);
    const rubbed = resist && rubOff(coat, made);
    lastOn.laid(laid, made.id);
    for (const zone of laid.zones) (madeOn.get(zone) ?? madeOn.set(zone, []).get(zone)!).push(made);
    if (layer.kind === "resist") for (const zone of laid.zones) resists.set(zone, made);
    findFaults(coat, rubbed ?? made);
    if (laid === p.layers.find((l) => l.layer.kind === "primer")) secondRound(coat, made);
    lineInAgain(coat, made);
    const clear = clearCoat(coat, made);
    if (clear) between.set(clear.before, clear.id);
    masking.after(laid, made);
  }
}

/** Layers below this one that are laid again on a copy where it slips, the lowest first. */
const redoneFirst = ({ laid, layer }: Coat, madeOn: ReadonlyMap<number, readonly Step[]>): readonly Redo[] =>
  layer.backTo === undefined
    ? []
    : (madeOn.get(laid.zones[0]!) ?? [])
        .slice(-layer.backTo)
        .map(({ id, action, title, product, sheen, tool, place, waitMinutes, handsMinutes, pieces = 1 }) => ({
          ...{ stepId: id, action, title, product, sheen, tool, place, waitMinutes },
          minutesEach: handsMinutes.value / pieces,
        }));

type Lasts = Map<number, Map<Turn, readonly string[]>>;

/** The last steps of every action on each zone. Colours of one layer on other copies do not wait for each other. */
function lastSteps() {
  const now: Lasts = new Map();
  let earlier: Lasts = new Map();
  let layerId: string | null = null;
  return {
    /** What stands before a layer. */
    before: ({ layer, zones, copies, panels }: LaidWork): ReadonlyMap<Turn, readonly string[]> => {
      const isOneOf = copies !== undefined || panels !== undefined;
      if (layer.id !== layerId || !isOneOf)
        earlier = new Map([...now].map(([zone, lasts]) => [zone, new Map(lasts)]));
      layerId = isOneOf ? layer.id : null;
      return together(earlier, zones);
    },
    /** A layer was laid by this step. */
    laid: ({ layer, zones, copies, panels }: LaidWork, id: string): void => {
      const turn = turnOf(layer);
      for (const zone of zones) {
        const lasts = now.get(zone) ?? now.set(zone, new Map()).get(zone)!;
        const was = earlier.get(zone)?.get(turn) ?? [];
        const isOneOf = copies !== undefined || panels !== undefined;
        const others = isOneOf ? (lasts.get(turn) ?? []).filter((o) => !was.includes(o)) : [];
        // Copies that go without it wait for what was before.
        lasts.set(turn, isOneOf ? [...new Set([...(copies ? was : []), ...others, id])] : [id]);
      }
    },
  };
}

/** The last steps of every action on any of these zones. */
function together(lasts: Lasts, zones: readonly number[]): ReadonlyMap<Turn, readonly string[]> {
  const all = new Map<Turn, readonly string[]>();
  for (const zone of zones)
    for (const [turn, ids] of lasts.get(zone) ?? [])
      all.set(turn, [...new Set([...(all.get(turn) ?? []), ...ids])]);
  return all;
}
