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
import { type MixOf, type PaintWork, type Coat, type Turn, turnOf, shareOf } from "#core/paint/coat";
import { layCoats } from "#core/paint/layCoats";
import { kindOf } from "#core/paint/layerKinds";
import { resistUnder, rubOff } from "#core/paint/resist";
import type { OrderSchools } from "#core/steps/orderSchools";
import type { AddStep } from "#core/steps/partBase";
import type { Step } from "#core/steps/step";

/** The steps of a part's scheme from primer to seal, with what the chosen schools put between its layers. */
export function paintSteps(p: PaintWork, add: AddStep, mixOf: MixOf, schools: OrderSchools): void {
  const lastOn = new Map<number, Map<Turn, string>>();
  const between = new Map<string, string>();
  const resists = new Map<number, Step>();
  const raw = schools.primer === "dark plastic is the shadow" && p.process === "filament";
  for (const laid of p.layers) {
    const { layer } = laid;
    if (layer.kind === "primer" && raw) {
      lookAtPlastic(p, add);
      continue;
    }
    const area = shareOf(laid.areaCm2, layer.coverage);
    const product = productOf(layer.product);
    const coat: Coat = { p, laid, layer, product, area, add, schools, last: lastOf(lastOn, laid.zones) };
    const powder = dustToSeal(coat);
    const first = between.get(laid.key);
    const before = [...(first === undefined ? [] : [first]), ...powder];
    const resist = kindOf(layer.kind).covers ? resistUnder(laid.zones, resists) : null;
    const made = layCoats(coat, mixOf(layer), before, resist);
    drawBack(coat, made);
    const rubbed = resist && rubOff(coat, made);
    for (const zone of laid.zones)
      (lastOn.get(zone) ?? lastOn.set(zone, new Map()).get(zone)!).set(turnOf(layer), made.id);
    if (layer.kind === "resist") for (const zone of laid.zones) resists.set(zone, made);
    findFaults(coat, rubbed ?? made);
    if (laid === p.layers.find((l) => l.layer.kind === "primer")) secondRound(coat, made);
    lineInAgain(coat, made);
    const covered = clearCoat(coat, made);
    if (covered) between.set(covered.before, covered.id);
  }
}

/** The last step of every action on any of these zones. */
function lastOf(
  lastOn: ReadonlyMap<number, ReadonlyMap<Turn, string>>,
  zones: readonly number[],
): ReadonlyMap<Turn, readonly string[]> {
  const last = new Map<Turn, readonly string[]>();
  for (const zone of zones)
    for (const [action, id] of lastOn.get(zone) ?? [])
      last.set(action, [...new Set([...(last.get(action) ?? []), id])]);
  return last;
}
