import { proxy, type Remote } from "comlink";
import { withMeasurements } from "#core/plan/measurements";
import type { Plan, TellPhase } from "#core/plan/plan";
import type { PlanInput } from "#core/scene/planInput";
import type { HeldAt } from "#core/print/loadBands";
import type { Nested, NestPiece } from "#core/print/nest";
import { openPool, openWorker } from "#workers/openWorker";
import type { PlanApi, PlanRequest } from "#workers/plan.worker";

const start = () => new Worker(new URL("./plan.worker.ts", import.meta.url), { type: "module" });
/** One for the plan, which waits for nothing else; some for what is asked and can be stopped; one for sweeps. */
const run = openWorker<PlanApi>(start);
const asked = openPool<PlanApi>(start);
const meanwhile = openWorker<PlanApi>(start);

type Tell = (share: number) => void;

const requestOf = ({ measurements, ...rest }: PlanInput): PlanRequest => ({
  ...rest,
  measured: [...measurements.keys()],
});

/** Sends what the worker has not seen yet: a worker that was ended has forgotten everything. */
async function taught(api: Remote<PlanApi>, inputs: readonly PlanInput[]): Promise<void> {
  const all = new Map(inputs.flatMap((i) => [...i.measurements]));
  const missing = await api.unknown([...all.keys()]);
  if (missing.length > 0) await api.learn(missing.map((id) => [id, all.get(id)!] as const));
}

/** The plan of a scene beside the other open ones, made away from the page. */
export async function planScene(
  input: PlanInput,
  others: readonly PlanInput[],
  tell: TellPhase,
): Promise<Plan> {
  const plan = await run(async (api) => {
    await taught(api, [input, ...others]);
    return api.plan(requestOf(input), others.map(requestOf), proxy(tell));
  });
  return withMeasurements(plan, input);
}

/** A scene, or some of its parts, at a row of ratios. */
export const sweepScales = (input: PlanInput, denominators: readonly number[], partIds?: readonly string[]) =>
  meanwhile(async (api) => {
    await taught(api, [input]);
    return api.sweep(requestOf(input), denominators, partIds);
  });

/** What another printer, thinner layers or another evening would change. */
export const askWhatIf = (input: PlanInput, others: readonly PlanInput[], tell: Tell, signal: AbortSignal) =>
  asked(async (api) => {
    await taught(api, [input, ...others]);
    return api.whatIf(requestOf(input), others.map(requestOf), proxy(tell));
  }, signal);

/** The ways out of a broken rule, each tried on the whole plan. */
export const askWaysOut = (
  input: PlanInput,
  others: readonly PlanInput[],
  conflict: string,
  tell: Tell,
  signal: AbortSignal,
) =>
  asked(async (api) => {
    await taught(api, [input, ...others]);
    return api.waysOut(requestOf(input), others.map(requestOf), conflict, proxy(tell));
  }, signal);

/** What to drop for the date. */
export const askTriage = (input: PlanInput, others: readonly PlanInput[], tell: Tell, signal: AbortSignal) =>
  asked(async (api) => {
    await taught(api, [input, ...others]);
    return api.triage(requestOf(input), others.map(requestOf), proxy(tell));
  }, signal);

/** What the scene takes at every tier. */
export const askTiers = (input: PlanInput, others: readonly PlanInput[], tell: Tell, signal: AbortSignal) =>
  asked(async (api) => {
    await taught(api, [input, ...others]);
    return api.tiers(requestOf(input), others.map(requestOf), proxy(tell));
  }, signal);

/** What is still seen in the end, and where to stop. */
export const askStop = (input: PlanInput, others: readonly PlanInput[], signal: AbortSignal) =>
  asked(async (api) => {
    await taught(api, [input, ...others]);
    return api.stop(requestOf(input), others.map(requestOf));
  }, signal);

/** The spares worth printing now. */
export const askSpares = (input: PlanInput, others: readonly PlanInput[], tell: Tell, signal: AbortSignal) =>
  asked(async (api) => {
    await taught(api, [input, ...others]);
    return api.spares(requestOf(input), others.map(requestOf), proxy(tell));
  }, signal);

/** What one setting of a part's machine would change. */
export const askSettings = (
  input: PlanInput,
  partId: string,
  printerId: string,
  tell: Tell,
  signal: AbortSignal,
) =>
  asked(async (api) => {
    await taught(api, [input]);
    return api.settings(requestOf(input), partId, printerId, proxy(tell));
  }, signal);

/** A recipe for a part from its shape and use, with what it costs beside the usual. */
export const askRecipe = (input: PlanInput, partId: string, printerId: string, signal: AbortSignal) =>
  asked(async (api) => {
    await taught(api, [input]);
    return api.recipe(requestOf(input), partId, printerId);
  }, signal);

/** What a load on a part is met by. */
export const askLoadWays = (
  input: PlanInput,
  partId: string,
  printerId: string,
  heldAt: HeldAt,
  loadGrams: number | null,
  signal: AbortSignal,
) =>
  asked(async (api) => {
    await taught(api, [input]);
    return api.load(requestOf(input), partId, printerId, heldAt, loadGrams);
  }, signal);

export const placeOnPlate = (
  piece: NestPiece,
  others: readonly NestPiece[],
  locked: readonly Nested[],
  widthMm: number,
  depthMm: number,
  spacingMm: number,
) => run((api) => api.placeOn(piece, others, locked, widthMm, depthMm, spacingMm));
