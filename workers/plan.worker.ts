import type { MeshMeasurement } from "#core/mesh/measure";
import { withoutMeasurements } from "#core/plan/measurements";
import { makePlan, type Plan, type TellPhase } from "#core/plan/plan";
import { planMemory } from "#core/plan/planMemory";
import { planSpares } from "#core/plan/plates/planChance";
import { largestWholeRatio, scaleSweep } from "#core/plan/rule/scaleSweep";
import type { PlanInput } from "#core/scene/planInput";
import { partLoadWays, proposedRecipe } from "#core/plan/plates/proposedRecipe";
import { settingsWhatIf } from "#core/plan/plates/settingsWhatIf";
import { stopRule } from "#core/plan/surface/stopRule";
import { tierHours, triage } from "#core/plan/order/triage";
import { waysOut } from "#core/plan/order/waysOut";
import { whatIf } from "#core/plan/plates/whatIf";
import type { HeldAt } from "#core/print/loadBands";
import { type Nested, nest, type NestPiece } from "#core/print/nest";
import { serve } from "#workers/serve";

/** An input without its measurements; they are known here by their ids. */
export type PlanRequest = Omit<PlanInput, "measurements"> & { readonly measured: readonly string[] };

const memory = planMemory();
const known = new Map<string, MeshMeasurement>();

function whole({ measured, ...rest }: PlanRequest): PlanInput {
  return {
    ...rest,
    measurements: new Map(measured.flatMap((id) => (known.has(id) ? [[id, known.get(id)!] as const] : []))),
  };
}

const api = {
  /** Which of these it has not seen. They never change under their id, so each is sent once. */
  unknown: (ids: readonly string[]): readonly string[] => ids.filter((id) => !known.has(id)),
  learn(entries: readonly (readonly [string, MeshMeasurement])[]): void {
    for (const [id, m] of entries) known.set(id, m);
  },
  /** The plan without the measurements, which the asker has. */
  plan(request: PlanRequest, others: readonly PlanRequest[], tell: TellPhase): Plan {
    return withoutMeasurements(makePlan(whole(request), others.map(whole), memory, tell));
  },
  whatIf: (request: PlanRequest, others: readonly PlanRequest[], progress: (share: number) => void) =>
    whatIf(whole(request), others.map(whole), memory, progress),
  waysOut: (
    request: PlanRequest,
    others: readonly PlanRequest[],
    conflict: string,
    progress: (share: number) => void,
  ) => waysOut(whole(request), others.map(whole), conflict, memory, progress),
  triage: (request: PlanRequest, others: readonly PlanRequest[], progress: (share: number) => void) =>
    triage(whole(request), others.map(whole), memory, progress),
  tiers: (request: PlanRequest, others: readonly PlanRequest[], progress: (share: number) => void) =>
    tierHours(whole(request), others.map(whole), progress),
  stop(request: PlanRequest, others: readonly PlanRequest[]) {
    const input = whole(request);
    return stopRule(makePlan(input, others.map(whole), memory), input);
  },
  spares(request: PlanRequest, others: readonly PlanRequest[], progress: (share: number) => void) {
    const plan = makePlan(whole(request), others.map(whole), memory);
    const { plates, runs, work, clock, totals, chance } = plan;
    if (chance?.dueAt == null) return [];
    const from = request.now.minute;
    const plannedFinish = totals.finishAt;
    const of = { sceneId: request.scene.id, plates, runs, work, clock, from, plannedFinish };
    return planSpares(of, chance.dueAt, progress);
  },
  settings: (request: PlanRequest, partId: string, printerId: string, progress: (share: number) => void) =>
    settingsWhatIf(whole(request), partId, printerId, progress),
  recipe: (request: PlanRequest, partId: string, printerId: string) =>
    proposedRecipe(whole(request), partId, printerId),
  load: (request: PlanRequest, partId: string, printerId: string, heldAt: HeldAt, loadGrams: number | null) =>
    partLoadWays(whole(request), partId, printerId, heldAt, loadGrams),
  /** Where one more piece would go on a plate on which the others stay. Null where there is no room. */
  placeOn(
    piece: NestPiece,
    others: readonly NestPiece[],
    locked: readonly Nested[],
    widthMm: number,
    depthMm: number,
    spacingMm: number,
  ): Nested | null {
    const { plates } = nest([piece, ...others], {
      widthMm,
      depthMm,
      spacingMm,
      locked: locked.map((l) => ({ ...l, plate: 0 })),
    });
    return plates[0]?.find((n) => n.id === piece.id) ?? null;
  },
  sweep(request: PlanRequest, denominators: readonly number[], partIds?: readonly string[]) {
    const input = whole(request);
    return {
      lines: scaleSweep(input, denominators, partIds),
      largest: partIds ? null : largestWholeRatio(input),
    };
  },
};
export type PlanApi = typeof api;
serve(api);
