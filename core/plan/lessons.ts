import { schemeOf } from "#core/scene/part";
import { orderRules } from "#core/order/rules";
import { thickestFilmMm } from "#core/plan/parts/thickestFilm";
import type { Stage } from "#core/plan/finding";
import { faceWords } from "#core/plan/parts/partWords";
import type { PartPlan } from "#core/plan/parts/partPlan";
import type { Plan } from "#core/plan/plan";
import { HOLDING_WALL_MM } from "#core/print/printer";
import { failureCauses } from "#core/print/simulatedRun";
import { modelText, realText } from "#core/scale/lengthFormat";
import { sightLimits } from "#core/scale/limits";
import { ratioText } from "#core/scale/ratio";
import type { PlanInput } from "#core/scene/planInput";
import { degToRad } from "#core/units";
import { counted } from "#core/words";

/** Something true of the trade, told of what is planned here. */
export type Lesson = { readonly title: string; readonly text: string };

type Of = (input: PlanInput, plan: Plan) => Lesson | null;

const largest = <T>(items: readonly T[], by: (item: T) => number): T | null =>
  items.reduce<T | null>((a, b) => (a !== null && by(a) >= by(b) ? a : b), null);
const hours = (minutes: number) => `${(minutes / 60).toFixed(minutes < 600 ? 1 : 0)} h`;
const timesIn100 = (share: number) => `${counted(Math.round(100 * share), "time", "times")} in 100`;
/** Steeper faces show the lines of the skin, not terraces. */
const TERRACES_TO_DEG = 60;
/** A board that bends by less is told as straight, mm. */
const SAG_TOLD_MM = 0.05;
/** Fewer set-ups than steps by so much are worth a word. */
const TOGETHER_SHARE = 0.8;

/** Waiting, not working, decides most dates. */
const lay: Of = (_, { work, critical }) => {
  const chain = new Set(critical.stepIds);
  const on = work.steps.filter((s) => chain.has(s.id));
  const waits = on.reduce((sum, s) => sum + s.waitMinutes, 0);
  const hands = on.reduce((sum, s) => sum + s.handsMinutes.value, 0);
  const longest = largest(on, (s) => s.waitMinutes);
  if (!longest || waits === 0) return null;
  return {
    title: "Drying decides the date, not your hands",
    text:
      `On the chain that decides when it is ready there are ${hours(hands)} of hands and ` +
      `${hours(waits)} of waiting. ` +
      `The longest wait comes after “${longest.title}” on ${longest.onWhat}: ${hours(longest.waitMinutes)}.`,
  };
};

/** What the eye parts at that distance. */
const rule: Of = ({ scene }) => {
  const { shapeMm, lineMm } = sightLimits(scene.viewingDistanceMm);
  const real = (mm: number) => realText(mm * scene.denominator);
  return {
    title: "What the eye cannot part is tone, not shape",
    text:
      `From ${Math.round(scene.viewingDistanceMm / 10)} cm an eye sees the shape of what is ` +
      `${modelText(shapeMm)} or larger: ` +
      `${real(shapeMm)} of the real thing at ${ratioText(scene.denominator)}. A dark line may be down ` +
      `to ${modelText(lineMm)}. ` +
      "What is finer need not be modelled: a wash does it.",
  };
};

/** The thinnest wall, and at which scale it would hold. */
const parts: Of = ({ scene }, { parts: all }) => {
  const thin = largest(
    all.filter((p) => p.held === null && p.thinnestMm !== null && p.chosen !== null),
    (p) => -p.thinnestMm!.value,
  );
  if (!thin) return null;
  const mm = thin.thinnestMm!.value;
  const { printer } = thin.chosen!;
  const holds = HOLDING_WALL_MM[printer.process];
  const atLimit = (scene.denominator * mm) / holds;
  const where = thin.thinPlace ? ` (${thin.thinPlace})` : "";
  if (mm >= holds)
    return {
      title: "Scaled down, walls fail before shapes do",
      text:
        `The thinnest wall here is that of ${thin.part.name}${where}, ${modelText(mm)}; what ` +
        `${printer.process} holds begins at ${holds} mm. At ${ratioText(Math.round(atLimit))} it would ` +
        `be at that limit.`,
    };
  return {
    title: "Why this wall will fail",
    text:
      `${thin.part.name}${where} has a wall of ${modelText(mm)}: true to scale, and thinner than the ` +
      `${holds} mm that ${printer.process} holds. ` +
      `The file is not wrong, the scale is: at ${ratioText(Math.floor(atLimit))} it would hold. ` +
      `Thicken it, or bend it from wire.`,
  };
};

/** The plate that fails most, and why. */
const plates: Of = (_, { plates: all }) => {
  const worst = largest(
    all.filter((p) => p.running === null),
    (p) => p.odds.total,
  );
  if (!worst) return null;
  const cause = failureCauses[worst.printer.process].find((c) => c.code === worst.odds.causes[0]?.code);
  const lost = worst.odds.total * worst.minutes.value;
  return {
    title: "A plate is a bet, and its stake is its hours",
    text:
      `Plate ${worst.number} on ${worst.printer.name} fails ${timesIn100(worst.odds.total)}; on average ` +
      `that costs ${hours(lost)} of ${hours(worst.minutes.value)}. ` +
      (cause
        ? `Likeliest: ${cause.looks}, since ${cause.because}. What helps: ${cause.nextTime}.`
        : "Half the plate is half the stake."),
  };
};

/** Layers show on gentle slopes, not on walls. */
const surface: Of = ({ scene }, { parts: all }) => {
  const leanOf = ({ finish }: PartPlan) => {
    const deg = finish?.surface.worst?.slopeDeg ?? 90;
    return Math.min(deg, 180 - deg);
  };
  const shown = all.filter((p) => p.held === null && leanOf(p) > 0 && leanOf(p) <= TERRACES_TO_DEG);
  const worst = largest(shown, (p) => p.finish!.surface.worst!.times);
  if (!worst) return null;
  const { slopeDeg, times } = worst.finish!.surface.worst!;
  const { layerMm } = worst.finish!.printer;
  const wide = layerMm / Math.tan(degToRad(leanOf(worst)));
  return {
    title: "Layers show where a face is nearly level",
    text:
      `Layers of ${layerMm} mm on the ${faceWords(slopeDeg)} of ${worst.part.name}` +
      ` are terraces ${modelText(wide)} wide: from ${Math.round(scene.viewingDistanceMm / 10)} cm ` +
      `that is ${times.toFixed(0)} times what an eye needs. An upright wall has no terraces, only fine lines.`,
  };
};

/** Coats fill relief. */
const colour: Of = ({ scene, workshop }, { parts: all }) => {
  const filmOf = ({ part }: PartPlan) => thickestFilmMm(part, workshop);
  const thick = largest(
    all.filter((p) => p.held === null && schemeOf(p.part).length > 0),
    filmOf,
  );
  if (!thick) return null;
  const film = filmOf(thick);
  return {
    title: "Paint has a thickness, and scale does not thin it",
    text:
      `${counted(schemeOf(thick.part).length, "layer", "layers")} on ${thick.part.name} come to ` +
      `${modelText(film)}, ` +
      `as if the real thing wore ${realText(film * scene.denominator)} of paint. Lines narrower than ` +
      `${modelText(2 * film)} are filled from both sides: ` +
      "spray thin, or scribe deeper.",
  };
};

/** A board weighs, and bends. */
const ground: Of = ({ scene }, { grounds, boardGrams, boardSagMm }) => {
  if (grounds.length === 0) return null;
  const long = Math.max(scene.boardWidthMm, scene.boardDepthMm);
  const bends =
    boardSagMm && boardSagMm.value > SAG_TOLD_MM
      ? `, and carried by its ends it bends by ${modelText(boardSagMm.value)}`
      : "";
  return {
    title: "A board is a beam",
    text:
      `All of it weighs about ${(boardGrams.value / 1000).toFixed(1)} kg over ${Math.round(long / 10)} cm` +
      `${bends}. ` +
      "Bending grows with the fourth power of the length: twice as long bends sixteen times as far, " +
      "and ground cracks before boards do.",
  };
};

/** Paint takes the gap away. */
const joints: Of = (_, { joints: all, parts: planned }) => {
  const tight = largest(
    all.filter((j) => j.clearance !== null && j.filmsMm > 0),
    (j) => j.filmsMm / Math.max(0.01, j.clearance!.gapMm),
  );
  if (!tight) return null;
  const names = tight.joint.partIds.map((id) => planned.find((p) => p.part.id === id)?.part.name ?? "a part");
  const { gapMm, leftMm } = tight.clearance!;
  return {
    title: "What fits dry is stuck when it is painted",
    text:
      `Between ${names.slice(0, 2).join(" and ")} there are ${gapMm.toFixed(2)} mm a side; paint on ` +
      `both faces takes ${tight.filmsMm.toFixed(2)} mm of it ` +
      `and leaves ${Math.max(0, leftMm).toFixed(2)} mm. Mask the faces, or give the gap its paint beforehand.`,
  };
};

/** Two products that do not meet, and who comes first. */
const order: Of = (_, { work }) => {
  const byId = new Map(work.steps.map((s) => [s.id, s]));
  const bad = new Map(orderRules.filter((r) => r.severity === "ruins").map((r) => [r.id, r]));
  const pair = work.sequence.constraints.find(({ before, after, ruleId, soft }) => {
    const [a, b] = [byId.get(before), byId.get(after)];
    return ruleId !== null && bad.has(ruleId) && !soft && a?.product && b?.product && a.product !== b.product;
  });
  if (!pair) return null;
  const [a, b] = [byId.get(pair.before)!, byId.get(pair.after)!];
  return {
    title: "Why these two do not meet the other way round",
    text:
      `“${a.title}” on ${a.onWhat} comes before “${b.title}” on ${b.onWhat} (${pair.ruleId}): ` +
      `${bad.get(pair.ruleId!)!.because}`,
  };
};

/** Getting things out costs as much as doing. */
const bench: Of = (_, { work }) => {
  const { setups } = work.schedule;
  const left = work.schedule.slots.length;
  if (setups === 0 || setups > TOGETHER_SHARE * left) return null;
  return {
    title: "Alike things together",
    text:
      `${counted(left, "step is", "steps are")} left, and things are got out ${setups} times for them ` +
      `instead of ${left}: ` +
      "the order puts side by side what needs the same pot, tool and place, as far as drying allows.",
  };
};

/** What fails is bought too. */
const stores: Of = (_, { plates: all }) => {
  const left = all.filter((p) => p.running === null);
  const runs = left.reduce((sum, p) => sum + p.runs.value, 0);
  const extra = left.reduce((sum, p) => sum + (p.runs.value - 1) * p.grams.value, 0);
  if (left.length === 0 || extra < 0.5) return null;
  return {
    title: "Failures are on the list to buy",
    text:
      `${counted(left.length, "plate takes", "plates take")} ${runs.toFixed(1)} runs on average, since ` +
      `some fail: ` +
      `${extra.toFixed(0)} g of what is to be bought is for those. A list that counts every plate once ` +
      `runs short in the last week.`,
  };
};

/** A machine is known after some runs. */
const log: Of = ({ workshop }) => {
  const runs = workshop.log.filter((e) => e.kind === "run" && !e.simulated && e.outcome === "good").length;
  return {
    title: "What was timed beats what is reckoned",
    text:
      runs === 0
        ? "No run was timed here yet: hours of machines are reckoned from their speeds, to within a tenth. " +
          "Write down how long plates really took, and each machine's own pace is used."
        : `${counted(runs, "run was", "runs were")} timed here: what a machine really took, over what ` +
          `was reckoned, is used for its next plates, and their band gets narrower.`,
  };
};

const lessons: Readonly<Record<Stage, Of>> = {
  lay,
  rule,
  parts,
  plates,
  surface,
  colour,
  ground,
  joints,
  order,
  bench,
  stores,
  log,
};

/** @returns null where the stage has nothing yet of which it could be told */
export const lessonOf = (stage: Stage, input: PlanInput, plan: Plan): Lesson | null =>
  lessons[stage](input, plan);
