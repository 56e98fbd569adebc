import type { Figure } from "#core/figure";
import { degToRad } from "#core/units";
import { learnedFactor } from "#core/log/corrections";
import { familyOf } from "#core/order/families";
import { insertForgotten } from "#core/order/insertForgotten";
import { makeSteps, type PartWork } from "#core/order/makeSteps";
import { schedule, type Schedule } from "#core/order/schedule";
import { sequence, type OrderConflict, type Sequence } from "#core/order/sequence";
import { orderRules } from "#core/order/rules";
import { checkStacks } from "#core/order/stacks";
import { weatherBar } from "#core/order/weather";
import { weatherConflicts, weathered } from "#core/order/weatherRule";
import type { Action, Step } from "#core/order/step";
import type { Clock } from "#core/print/hours";
import { stepDepthMm } from "#core/surface/layerSteps";
import { unseenDepthMm } from "#core/surface/lookTest";
import { daysBetween } from "#core/plan/calendarDay";
import type { PartPlan } from "#core/plan/planPart";
import type { PlanInput } from "#core/plan/sceneData";

export type WorkPlan = { readonly steps: readonly Step[]; readonly sequence: Sequence; readonly schedule: Schedule; readonly conflicts: readonly OrderConflict[]; readonly done: ReadonlySet<string> };

/** Steps from all stages, in an order that breaks no rule, in the builder's hours. */
export function planWork(input: PlanInput, parts: readonly PartPlan[], readyAt: ReadonlyMap<string, number>, clock: Clock, from: number, busy: readonly { readonly from: number; readonly to: number }[]): WorkPlan {
  const { scene, joints, grounds, records, workshop } = input;
  const observations = workshop.log.filter((e) => e.kind === "step").map((e) => ({ key: e.key, estimated: e.estimatedMinutes, actual: e.actualMinutes }));
  const speeds = new Map<string, number>();
  const speed = (action: Action) => {
    let factor = speeds.get(action);
    if (factor === undefined) {
      const learned: Figure = learnedFactor(observations, action);
      factor = learned.basis === "learned" ? learned.value : 1;
      speeds.set(action, factor);
    }
    return factor;
  };
  const work = parts.map((p) => partWork(p, scene.viewingDistanceMm, readyAt.get(p.part.id) ?? from));
  const made = makeSteps(
    work,
    joints.map((j) => ({ id: j.id, name: j.name, partIds: j.partIds, glue: j.glue, count: j.count, shows: j.shows })),
    [...grounds].sort((a, b) => a.position - b.position).map((g) => ({ layer: g, wetWith: g.wetWith, flock: g.flock })),
    { widthMm: scene.boardWidthMm, depthMm: scene.boardDepthMm },
    speed,
  );
  const { weather, days } = workshop.rooms;
  const steps = insertForgotten(made).map((s) => weathered(s, weather));
  const ordered = sequence(steps, scene.orderWishes, orderRules, weather);
  const doneAt = new Map(records.filter((r) => r.state !== "went wrong").map((r) => [r.stepId, minuteOf(r.at, input.now.today)]));
  // What is done leaves the plan; only the wait it started still counts.
  const open = steps.filter((s) => !doneAt.has(s.id)).map((s) => {
    const waits = ordered.constraints.filter((c) => c.after === s.id && doneAt.has(c.before)).map((c) => doneAt.get(c.before)! + c.lagMinutes);
    return { ...s, releaseAt: Math.max(s.releaseAt, from, ...waits) };
  });
  const airOn = new Map(days.map((d) => [daysBetween(input.now.today, d.day), d]));
  const planned = schedule(open, ordered.constraints, clock, from, busy, (s, day) => s.family !== null && airOn.has(day) && weatherBar(familyOf(s.family).weather, airOn.get(day)!) !== null);
  const startsAt = new Map<string, number>([...doneAt, ...planned.slots.map((s) => [s.stepId, s.startsAt] as const)]);
  return { steps, sequence: ordered, schedule: planned, conflicts: [...ordered.conflicts, ...checkStacks(steps, startsAt, orderRules, weather), ...weatherConflicts(open, weather)], done: new Set(doneAt.keys()) };
}

/** Minutes of the plan's clock of a local date and time, `2026-03-14T19:30`. */
const minuteOf = (at: string, today: string) => daysBetween(today, at.slice(0, 10)) * 1440 + Number(at.slice(11, 13)) * 60 + Number(at.slice(14, 16));

function partWork(p: PartPlan, distanceMm: number, releaseAt: number): PartWork {
  const { part, chosen, finish } = p;
  const worst = part.pieceOf ? null : finish?.surface.worst ?? null;
  const face = worst && finish ? { slopeRad: degToRad(worst.slopeDeg), patchMm2: Math.max(25, worst.areaCm2 * 100), layerMm: finish.printer.layerMm, process: finish.printer.process } : null;
  const slope = face ? Math.min(face.slopeRad, Math.PI - face.slopeRad) : 0;
  const shown = part.pieceOf ? null : finish?.surface.plain ?? null;
  return {
    id: part.id, name: part.name, count: part.count, process: chosen?.printer.process ?? null, clear: part.clear, areaCm2: p.areaCm2,
    treatCm2: shown ? { ...shown, value: shown.value * part.count, low: shown.low * part.count, high: shown.high * part.count } : { value: 0, low: 0, high: 0, unit: "cm2", basis: "computed", working: [] },
    thinnestMm: p.thinnestMm?.value ?? null, stepDepthMm: face ? stepDepthMm(face.layerMm, slope, face.process) : null, unseenDepthMm: face ? unseenDepthMm(face, distanceMm) : null,
    treatment: p.treatment, scheme: part.pieceOf ? [] : part.scheme, lamp: part.pieceOf ? null : part.lamp, onBoard: !part.pieceOf && part.placements.length > 0, releaseAt,
    supported: chosen ? !chosen.supports.needless : true, pieceOf: part.pieceOf?.partId ?? null, wholeProcess: finish?.printer.process ?? null,
  };
}
