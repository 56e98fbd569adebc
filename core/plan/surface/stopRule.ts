import { printOf } from "#core/scene/part";
import { jointRef, partRef } from "#core/reference";
import { between, type Figure } from "#core/figure";
import { clearances } from "#core/joints/clearance";
import { jointMinutes, seamStepNames } from "#core/joints/jointSteps";
import { sightLimits } from "#core/scale/limits";
import { stepsOver } from "#core/surface/faults";
import { SHOWN } from "#core/surface/lookTest";
import { printedBy } from "#core/surface/printedBy";
import { schoolInSpace } from "#core/plan/space";
import { defaultSchool, type SurfaceSchool, treatmentOf } from "#core/surface/treatments";
import { treatmentWork } from "#core/surface/treatmentWork";
import { daysBetween } from "#core/plan/calendarDay";
import { handsOn } from "#core/plan/surface/handsOn";
import { visibleSteps } from "#core/plan/surface/visibleSteps";
import type { Plan } from "#core/plan/plan";
import type { Candidate, PartPlan } from "#core/plan/parts/partPlan";
import { treatmentInRooms } from "#core/plan/inRooms";
import { speedOf } from "#core/plan/order/learnt";
import type { PlanInput } from "#core/scene/planInput";
import type { Joint } from "#core/scene/joint";
import type { Scene, Theme, Tier } from "#core/scene/scene";
import type { Step } from "#core/steps/step";

/**
 * What is to be done about a fault: `take away` and `leave` where nothing is planned, `go on` and `stop here`
 * where something is.
 */
export type Advice = "take away" | "leave" | "go on" | "stop here";

/**
 * What would follow the advice: another way of finishing a part, or a step left out of the order or taken
 * back into it.
 */
export type FaultChange =
  | { readonly kind: "school"; readonly partId: string; readonly school: SurfaceSchool }
  | { readonly kind: "leave out"; readonly stepIds: readonly string[] }
  | { readonly kind: "take back"; readonly stepIds: readonly string[] };

/** A fault that is seen in the finished scene unless it is taken away, and what that costs. */
export type Fault = {
  readonly id: string;
  readonly what: string;
  /** Seen wherever light falls, or only where it rakes the face. */
  readonly light: "flat" | "raking";
  readonly onWhat: string;
  /** How far it stands above the threshold of sight from the viewing distance. */
  readonly times: Figure;
  /** Area of it that stands over what is forgiven, all copies, cm2; null where it is a line. */
  readonly cm2: number | null;
  /** Hands to take it away, or that are still planned for it; null where nobody would. */
  readonly minutes: Figure | null;
  /** Multiples of the threshold that pass here. */
  readonly forgiven: number;
  readonly advice: Advice;
  /** What passes lies within the range of how far it stands above the threshold. */
  readonly close: boolean;
  readonly change: FaultChange | null;
};

type Found = Omit<Fault, "close">;

export type StopRule = {
  /** Most fault for the minutes first. */
  readonly faults: readonly Fault[];
  /** Hands to take all areas away that are worth it: where to stop. */
  readonly stopMinutes: number;
  /** Days that the plan is late; null where no date is set. */
  readonly lateDays: number | null;
};

/** Dirt hides a fault twice as strong, damage one four times as strong. Our choice, after common practice. */
export const themeForgives: Readonly<Record<Theme, number>> = { clean: 1, grimy: 2, ruined: 4 };
/** What is played with is not looked at as closely as what is sold. Our choice, after common practice. */
const tierForgives: Readonly<Record<Tier, number>> = { play: 2, display: 1, "for sale": 0.7 };

/** Multiples of the threshold of sight that pass on a part. */
export const forgivenOn = (scene: Pick<Scene, "theme" | "tier">, tier: Tier | null): number =>
  SHOWN * themeForgives[scene.theme] * tierForgives[tier ?? scene.tier];

/** Hands before they are measured: within a third either way (common practice). */
const hands = (minutes: number, working: Figure["working"]): Figure =>
  between(minutes * 0.65, minutes, minutes * 1.35, "min", "practice", working);
/** The look test is right to about a factor of two. */
const standing = (times: number, basis: string): Figure =>
  between(times / 2, times, times * 2, "x", "published", [
    { text: basis, basis: "published" },
    { text: "right to about a factor of 2 either way" },
  ]);

/** How much of a fault a minute takes away: doublings above what is forgiven, times its area. */
export const worthOf = (f: Pick<Fault, "times" | "forgiven" | "cm2" | "minutes">): number =>
  (Math.log2(Math.max(1, f.times.value / f.forgiven)) * (f.cm2 ?? 1)) /
  Math.max(1, f.minutes?.value ?? Infinity);

/**
 * The faults that the finished scene still shows, against the hands that take them away, and where to stop:
 * where what is
 * left stands no further above the threshold of sight than theme and tier forgive. Layer steps and seams are
 * looked at.
 */
export function stopRule(plan: Plan, input: PlanInput): StopRule {
  const faults = [...plan.parts.flatMap((p) => layerSteps(p, plan, input)), ...seams(plan, input)].map(
    (f): Fault => ({ ...f, close: f.times.low < f.forgiven && f.times.high > f.forgiven }),
  );
  const { scene, now } = input;
  const dueAt = scene.finishBy ? (daysBetween(now.today, scene.finishBy) + 1) * 1440 : null;
  const stopMinutes = faults.reduce(
    (sum, f) =>
      sum +
      (f.cm2 !== null && (f.advice === "take away" || f.advice === "go on") ? (f.minutes?.value ?? 0) : 0),
    0,
  );
  return {
    faults: faults.sort((a, b) => worthOf(b) - worthOf(a) || (a.id < b.id ? -1 : 1)),
    stopMinutes,
    lateDays: dueAt === null ? null : Math.max(0, Math.ceil((plan.totals.finishAt - dueAt) / 1440)),
  };
}

/** What the layer steps of a part show from where it is seen, flat and raked. */
function shownSteps(
  p: PartPlan,
  finish: Candidate,
  slopes: NonNullable<PartPlan["asItLies"]>["slopes"],
  scene: Scene,
) {
  const over = (times: number) =>
    stepsOver(
      slopes,
      p.rescale.factor,
      printedBy(finish.printer, finish.surface.over),
      scene.viewingDistanceMm,
      times,
    );
  const forgiven = forgivenOn(scene, p.part.tier);
  return { forgiven, all: over(SHOWN), above: over(forgiven) };
}

function layerSteps(p: PartPlan, plan: Plan, input: PlanInput): Found[] {
  const { part, finish, asItLies } = p;
  const { scene } = input;
  if (printOf(part).pieceOf || printOf(part).clear || !finish || !asItLies) return [];
  const { forgiven, all, above } = shownSteps(p, finish, asItLies.slopes, scene);
  const from = Math.round(scene.viewingDistanceMm);
  const contrast = `contrast of ${finish.printer.layerMm} mm layers under a lamp against the eye's threshold, from ${from} mm`;
  const common = {
    what: "Layer steps",
    onWhat: part.count > 1 ? `${part.name} x ${part.count}` : part.name,
    forgiven,
  };
  const raked: Found = {
    ...common,
    id: `${part.id}/raking`,
    light: "raking",
    cm2: above.raking.cm2 * part.count,
    times: standing(above.raking.times, contrast),
    minutes: null,
    advice: "leave",
    change: null,
  };
  const planned = plan.work.steps.filter(
    (s) => s.targets[0] === partRef(part.id) && s.partOf === "treatment",
  );
  const open = planned.filter((s) => !plan.work.done.has(s.id));
  const steps = visibleSteps(p, scene.viewingDistanceMm);
  // What is begun is not stopped in the middle: half a treatment looks worse than none.
  if (!steps || open.length < planned.length)
    return all.flat.times === 0 && above.raking.times > 0 ? [raked] : [];
  const isOver = above.flat.times > 0;
  return [
    {
      ...common,
      id: `${part.id}/steps`,
      light: "flat",
      cm2: above.flat.cm2 * part.count,
      times: standing(Math.max(all.flat.times, above.flat.times), contrast),
      ...(planned.length > 0 ? asPlanned(part.id, open, isOver) : asUsual(p, finish, steps, input, isOver)),
    },
  ];
}

type Advised = Pick<Found, "minutes" | "advice" | "change">;

/** A treatment that is in the plan: go on, or stop here. */
const asPlanned = (partId: string, open: readonly Step[], isOver: boolean): Advised => ({
  minutes: hands(
    open.reduce((sum, s) => sum + s.handsMinutes.value, 0),
    [{ text: `${open.length} steps in the plan` }],
  ),
  advice: isOver ? "go on" : "stop here",
  change: { kind: "school", partId, school: "live with it" },
});

/** None in the plan: what the usual one would take. */
function asUsual(
  { part }: PartPlan,
  finish: Candidate,
  steps: NonNullable<ReturnType<typeof visibleSteps>>,
  input: PlanInput,
  isOver: boolean,
): Advised {
  const { rooms } = input.workshop;
  const school = schoolInSpace(defaultSchool("display", finish.printer.process), rooms);
  const handsOf = handsOn(input);
  const passes = treatmentWork(treatmentInRooms(treatmentOf(school), rooms), {
    cm2: finish.surface.visible.value * part.count,
    depthMm: steps.depthMm,
    seenMm: steps.unseenMm,
    slopeDeg: steps.slopeDeg,
    process: finish.printer.process,
  })
    .filter((t) => t.step.action !== "clip")
    .map((t) => ({ ...t, minutes: handsOf(t) }));
  const working = passes.map((t) => ({
    text: `${t.what}${t.coats > 1 ? `, ${t.coats} coats` : ""}`,
    value: `${t.minutes.toFixed(0)} min`,
    basis: "practice" as const,
  }));
  return {
    minutes: hands(
      passes.reduce((sum, t) => sum + t.minutes, 0),
      working,
    ),
    advice: isOver ? "take away" : "leave",
    change: { kind: "school", partId: part.id, school },
  };
}

function seams(plan: Plan, input: PlanInput): Found[] {
  const { scene } = input;
  const speed = speedOf(input);
  const { lineMm } = sightLimits(scene.viewingDistanceMm);
  const forgiven = forgivenOn(scene, null);
  const leftOut = new Set(
    scene.orderChanges.flatMap(({ change: c }) => (c.kind === "leave out" ? [c.stepId] : [])),
  );
  return plan.joints.flatMap(({ joint, clearance }): Found[] => {
    const process =
      plan.parts.find((p) => joint.partIds.includes(p.part.id))?.finish?.printer.process ?? "filament";
    const [low, high] = clearances[process][joint.fit];
    const gapMm = joint.seam?.widthMm ?? clearance?.gapMm ?? (low + high) / 2;
    const times = gapMm / lineMm;
    // What is not filled is not tested and sanded either.
    const ids = seamStepNames.map((name) => `${jointRef(joint.id)}/${name}`);
    const [stepId] = ids as [string];
    const planned = plan.work.steps.filter((s) => ids.includes(s.id));
    const isPlanned = planned.some((s) => s.id === stepId);
    if (!joint.shows || plan.work.done.has(stepId) || (!isPlanned && (times < SHOWN || !leftOut.has(stepId))))
      return [];
    const isOver = times >= forgiven;
    return [
      {
        id: `${joint.id}/seam`,
        what: "Open seam",
        light: "flat",
        onWhat: joint.name,
        cm2: null,
        forgiven,
        times: standing(
          times,
          `a dark line of ${gapMm.toFixed(2)} mm, ${gapBecause(joint, clearance !== null)}, against the thinnest that is seen from there, ${lineMm.toFixed(3)} mm`,
        ),
        minutes: hands(
          isPlanned
            ? planned.reduce((sum, s) => sum + s.handsMinutes.value, 0)
            : jointMinutes(joint.count) * speed("fill seam"),
          [{ text: "fill and smooth, a joint at a time", basis: "practice" }],
        ),
        ...(isPlanned
          ? {
              advice: isOver ? "go on" : "stop here",
              change: { kind: "leave out", stepIds: planned.map((s) => s.id) },
            }
          : {
              advice: isOver ? "take away" : "leave",
              change: { kind: "take back", stepIds: ids.filter((id) => leftOut.has(id)) },
            }),
      },
    ];
  });
}

const gapBecause = ({ seam }: Joint, isDrawn: boolean): string =>
  seam ? "as it was measured" : isDrawn ? "as the joint is drawn" : "usual for this fit";

/**
 * How much is still seen after so many hands: area over what is forgiven under flat light, cm2, from nothing
 * done to all of it.
 */
export function stillSeen(
  faults: readonly Fault[],
): readonly { readonly minutes: number; readonly cm2: number }[] {
  const areas = faults.flatMap((f) =>
    f.light === "flat" && f.cm2 !== null && f.minutes !== null
      ? [{ cm2: f.cm2, minutes: f.minutes.value }]
      : [],
  );
  let minutes = 0;
  let cm2 = areas.reduce((sum, f) => sum + f.cm2, 0);
  return [
    { minutes, cm2 },
    ...areas.map((f) => ({ minutes: (minutes += f.minutes), cm2: (cm2 = Math.max(0, cm2 - f.cm2)) })),
  ];
}
