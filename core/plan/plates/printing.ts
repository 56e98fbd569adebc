import { unionFind } from "#core/unionFind";
import { partPlanner } from "#core/plan/parts/partPlanner";
import { type Clock, hasHours, MINUTES_A_DAY, nextPresence, presenceBetween } from "#core/steps/hours";
import { plasticOf } from "#core/materials/printMaterials";
import {
  calendarBound,
  type PlateJob,
  type PrintCalendar,
  printCalendar,
  type QuietHours,
  type RunSlot,
} from "#core/print/printCalendar";
import { type Printer, usableBed } from "#core/print/printer";
import { evenings } from "#core/print/processTable";
import { type Shareable, shareOut } from "#core/print/sharing";
import { shellKey, type Wanted, workKey } from "#core/plan/plates/derivedKeys";
import type { PartPlan } from "#core/plan/parts/partPlan";
import { isPaintAssumed, withUsualPaint } from "#core/plan/parts/assumed";
import { onOneMachine } from "#core/plan/plates/onOneMachine";
import { fileRisks } from "#core/plan/plates/fileRisk";
import { planPlates, type PlatePlan } from "#core/plan/plates/planPlates";
import { planMemory, type PlanMemory } from "#core/plan/planMemory";
import { lookedAt, type Part, printOf, patchedPart, wholeIdOf } from "#core/scene/part";
import type { PlanInput } from "#core/scene/planInput";
import { printedFirst } from "#core/plan/plates/printedFirst";
import { daysBetween } from "#core/plan/calendarDay";

/** A run of another open scene: the machines and hands are shared. */
export type OtherRun = {
  readonly sceneId: string;
  readonly sceneName: string;
  readonly plateNumber: number;
  readonly run: RunSlot;
};

/** Parts on their machines, plates, and when each runs. `readyAt`: when all of a part is printed. */
export type Printing = {
  readonly parts: readonly PartPlan[];
  readonly plates: readonly PlatePlan[];
  readonly runs: readonly RunSlot[];
  readonly others: readonly OtherRun[];
  /** Plates of all open scenes together: what the calendar was made for. */
  readonly allPlates: readonly PlatePlan[];
  readonly calendar: PrintCalendar;
  /** No order of runs has all of this scene printed before. */
  readonly printedBoundAt: number;
  readonly readyAt: ReadonlyMap<string, number>;
  readonly busy: readonly { readonly from: number; readonly to: number }[];
  readonly wanted: readonly Wanted[];
  /** Every open scene with its parts and when they are printed, this one first. */
  readonly scenes: readonly SceneParts[];
};

/** `readyAt`: when all of a part is printed. */
export type SceneParts = {
  readonly own: PlanInput;
  readonly parts: readonly PartPlan[];
  readonly readyAt: ReadonlyMap<string, number>;
};

/**
 * A machine's score within this of the best does about as well, as a share and in minutes of an evening (our
 * choice).
 */
const ABOUT = 1.25;
const ABOUT_MIN = 20;

/**
 * Everything up to the printed pieces: of this scene, with the machines and hands that the other open scenes
 * take.
 */
export function planPrinting(
  input: PlanInput,
  others: readonly PlanInput[],
  memory: PlanMemory,
  clock: Clock,
): Printing {
  const inputs = [input, ...others.filter((o) => o.scene.id !== input.scene.id && !o.scene.aside)];
  const risks = fileRisks(inputs);
  const open = inputs.map((own) => {
    const parts = planParts(own, memory);
    return { own, parts, plates: planPlates(own, parts, memory, risks) };
  });
  const [{ parts, plates }] = open as [(typeof open)[0], ...typeof open];
  const allPlates = open.flatMap((o) => o.plates);
  const jobs = open.map((o) => jobsOf(o, input, clock));
  const there = hasHours(clock.hours);
  const calendar = there
    ? calendarOf(jobs.flat(), input, clock, memory)
    : { runs: [], finishAt: 0, boundAt: 0, critical: [] };
  const numbered = inRunOrder(plates, calendar.runs);
  const busy = calendar.runs.flatMap((r) => {
    const { printer } = allPlates.find((p) => p.id === r.plateId)!;
    return [
      { from: r.setupAt, to: r.startsAt },
      { from: r.clearedAt - printer.clearMinutes, to: r.clearedAt },
    ].filter((b) => b.to > b.from);
  });
  return {
    parts,
    plates: numbered,
    allPlates,
    calendar,
    busy,
    printedBoundAt: there
      ? calendarBound(
          jobs[0]!.map((j) => ({ ...j, tailMinutes: 0 })),
          { clock, from: input.now.minute, unattended: input.workshop.unattended },
        )
      : 0,
    wanted: wantedFor(parts),
    runs: calendar.runs.filter((r) => numbered.some((p) => p.id === r.plateId)),
    others: open
      .slice(1)
      .flatMap(({ own, plates: theirs }) =>
        inRunOrder(theirs, calendar.runs).flatMap((p) =>
          calendar.runs
            .filter((r) => r.plateId === p.id)
            .map((run) => ({ sceneId: own.scene.id, sceneName: own.scene.name, plateNumber: p.number, run })),
        ),
      ),
    readyAt: readyTimes(input, parts, numbered, calendar.runs),
    scenes: open.map((o) => ({
      own: o.own,
      parts: o.parts,
      readyAt: readyTimes(o.own, o.parts, o.plates, calendar.runs),
    })),
  };
}

/** Plates by when they begin; those without an hour last. */
const inRunOrder = (plates: readonly PlatePlan[], runs: readonly RunSlot[]): PlatePlan[] => {
  const at = new Map(runs.map((r) => [r.plateId, r.setupAt]));
  return [...plates]
    .sort((a, b) => (at.get(a.id) ?? Infinity) - (at.get(b.id) ?? Infinity) || a.number - b.number)
    .map((p, i) => ({ ...p, number: i + 1 }));
};

const byName = (a: Part, b: Part) => (a.name < b.name ? -1 : a.name > b.name ? 1 : a.id < b.id ? -1 : 1);

/** A piece is scaled, counted and lit as what it was cut from. */
const asItsWhole = (part: Part, parts: readonly Part[]): Part => {
  const { pieceOf } = printOf(part);
  const whole = pieceOf && parts.find((p) => p.id === pieceOf.partId);
  if (!whole) return part;
  const { source, unitMm, unitSure, ownFactor } = whole.size;
  return patchedPart(part, {
    size: { source, unitMm, unitSure, ownFactor },
    count: whole.count,
    print: { clear: printOf(whole).clear },
    tier: whole.tier,
    // A body that is not printed in the chosen way is not printed in pieces either.
    ...(whole.set ? { set: whole.set } : {}),
  });
};

/**
 * Every part planned on its machine; those that several machines do about as well are shared out over them.
 */
export function planParts(input: PlanInput, memory: PlanMemory): readonly PartPlan[] {
  const sorted = [...input.parts]
    .sort(byName)
    .map((p) => withUsualPaint(asItsWhole(p, input.parts), input.scene));
  const assumed = new Set(input.parts.flatMap((p) => (isPaintAssumed(p, input.scene) ? [p.id] : [])));
  const { workshop } = input;
  const plan = partPlanner(input, memory);
  const alone = sorted.map((p) => (p.made === "from pieces" ? null : plan(p, null)));
  const seen = onOneMachine(
    alone.filter((p) => p !== null),
    input.joints,
    workshop.rooms.hourWorthMinor,
  );
  const first = alone.map((p, i) => (p && seen.has(p.part.id) ? plan(sorted[i]!, seen.get(p.part.id)!) : p));
  const given = sharedPrinters(
    first.filter((p) => p !== null),
    input,
  );
  const pieces = new Map<string, PartPlan[]>();
  const settled = sorted.map((p, i) => {
    const printerId = given.get(p.id);
    const own = first[i];
    const made =
      own && printerId && printerId !== own.chosen!.printer.id
        ? plan(p, {
            printerId,
            because: `Shared out: on ${workshop.printers.find((x) => x.id === printerId)!.name} all of it is done sooner.`,
          })
        : (own ?? null);
    const { pieceOf } = printOf(p);
    if (made && pieceOf)
      (pieces.get(pieceOf.partId) ?? pieces.set(pieceOf.partId, []).get(pieceOf.partId)!).push(made);
    return made;
  });
  const whole = (p: Part) => pieces.get(p.id)?.find((x) => x.chosen)?.chosen!.printer.id ?? "";
  return sorted
    .map((p, i) => settled[i] ?? plan(p, { printerId: whole(p), because: "" }))
    .map((p) => (assumed.has(p.part.id) ? { ...p, paintAssumed: true } : p));
}

/** The parts of a scene as the plan lays them. */
export const asTheyLie = (input: PlanInput): readonly Part[] =>
  planParts(input, planMemory()).map((p) => p.part);

/** Parts joined to each other, and the pieces of one whole, stay on one machine. */
function sharedPrinters(
  plans: readonly PartPlan[],
  { joints, workshop }: PlanInput,
): ReadonlyMap<string, string> {
  const numbers = new Map<string, number>();
  const numberOf = (id: string) => numbers.get(id) ?? numbers.set(id, numbers.size).get(id)!;
  const bonds = [
    ...plans.map(({ part }) => [numberOf(part.id), numberOf(`whole ${wholeIdOf(part)}`)] as const),
    ...joints.flatMap((j) =>
      j.partIds.slice(1).map((id) => [numberOf(id), numberOf(j.partIds[0]!)] as const),
    ),
  ];
  const groups = unionFind(numbers.size);
  for (const [a, b] of bonds) groups.join(a, b);
  const load = new Map<string, number>();
  const things: Shareable[] = [];
  for (const p of plans) {
    const { chosen, part } = p;
    if (!chosen || lookedAt(part)) continue;
    const best = evenings(chosen.row, workshop.rooms.hourWorthMinor);
    const alike =
      printOf(part).printerId !== null || chosen.fit.kind !== "fits"
        ? []
        : p.candidates.filter(
            (c) =>
              c.printer.process === chosen.printer.process &&
              c.fit.kind === "fits" &&
              c.row.barred === null &&
              c.row.printable === chosen.row.printable &&
              evenings(c.row, workshop.rooms.hourWorthMinor) <= ABOUT * best + ABOUT_MIN,
          );
    if (alike.length < 2)
      load.set(chosen.printer.id, (load.get(chosen.printer.id) ?? 0) + chosen.all.minutes.value);
    else
      things.push({
        id: part.id,
        together: String(groups.find(numberOf(part.id))),
        on: alike.map((c) => ({
          printerId: c.printer.id,
          minutes: c.all.minutes.value,
          bedMm2: usableBed(c.printer)[0] * usableBed(c.printer)[1],
        })),
      });
  }
  return shareOut(things, load);
}

/** Machines that can take a plate as it is: its own, and any that is the same but for its name. */
function takers(
  plate: PlatePlan,
  printers: readonly Printer[],
  parts: readonly PartPlan[],
): readonly Printer[] {
  const pinned = plate.laid.some((l) =>
    parts.some((p) => p.part.id === l.partId && printOf(p.part).printerId !== null),
  );
  const alike = (p: Printer) =>
    JSON.stringify({ ...p, id: "", name: "", noiseDb: 0, priceMinor: 0, lifeHours: 0, watts: 0 });
  const own = printers.find((p) => p.id === plate.printer.id);
  return pinned || !own
    ? [plate.printer]
    : [plate.printer, ...printers.filter((p) => p.id !== own.id && alike(p) === alike(own))];
}

/** The plates of one scene as the calendar takes them. */
/** Longer than this a resin plate is not left hanging wet (common practice). */
export const MOST_HANGING = 12 * 60;

function jobsOf(
  { own, parts, plates }: { own: PlanInput; parts: readonly PartPlan[]; plates: readonly PlatePlan[] },
  { workshop, now }: PlanInput,
  clock: Clock,
): readonly PlateJob[] {
  const sized = printedFirst(parts, own.joints);
  const setting = new Set([
    ...[...sized.values()].flatMap((ids) => [...ids]),
    ...own.parts.flatMap((p) => (p.setsSizes ? [p.id] : [])),
  ]);
  const holds = (p: PlatePlan, ids: ReadonlySet<string>) => p.laid.some((l) => ids.has(l.partId));
  return plates.map((p): PlateJob => {
    // What others wait for waits for none of them; a tool that nobody waits for may lie beside what waits.
    const after = holds(p, setting)
      ? []
      : plates
          .filter((q) => q.first && p.laid.some((l) => sized.has(l.partId) && holds(q, sized.get(l.partId)!)))
          .map((q) => q.id);
    const from = Math.max(now.minute, daysBetween(now.today, own.scene.startOn) * MINUTES_A_DAY);
    const dry = p.material?.damp ? (plasticOf(p.material.plastic)?.print.dryHours ?? 0) * 60 : 0;
    const startsAt = p.running ? now.minute - (now.ms - p.running.startedAtMs) / 60_000 : 0;
    return {
      plateId: p.id,
      on: takers(p, workshop.printers, parts).map((x) => ({
        printerId: x.id,
        minutes: p.running ? p.running.minutes / p.running.speed : p.minutes.value,
      })),
      setupMinutes: p.printer.setupMinutes,
      clearMinutes: p.printer.clearMinutes,
      tailMinutes: p.tailMinutes,
      ...(p.printer.process === "resin" ? { mostHangingMinutes: MOST_HANGING } : {}),
      first: p.first && after.length === 0,
      ...(after.length > 0 ? { after } : {}),
      releaseAt: dry > 0 ? nextPresence(clock, from) + dry : from,
      ...(p.running ? { running: { printerId: p.printer.id, startsAt } } : {}),
    };
  });
}

function calendarOf(
  jobs: readonly PlateJob[],
  { workshop, now }: PlanInput,
  clock: Clock,
  memory: PlanMemory,
): PrintCalendar {
  const { quiet } = workshop.rooms;
  const silent = new Map<string, QuietHours>(
    quiet ? workshop.printers.filter((p) => p.noiseDb > quiet.mostDb).map((p) => [p.id, quiet]) : [],
  );
  const key = JSON.stringify([jobs, clock, now.minute, workshop.unattended, [...silent]]);
  if (memory.calendar?.key !== key)
    memory.calendar = {
      key,
      made: printCalendar(jobs, { clock, from: now.minute, unattended: workshop.unattended, quiet: silent }),
    };
  return memory.calendar.made;
}

/**
 * When every copy of a part is cleared; a whole that was cut, when its last piece is; what is built to the
 * size of a print, when that is. Parts that need no machine are not there.
 */
function readyTimes(
  own: PlanInput,
  parts: readonly PartPlan[],
  plates: readonly PlatePlan[],
  runs: readonly RunSlot[],
): Map<string, number> {
  const ready = new Map<string, number>();
  const later = (id: string, at: number) => ready.set(id, Math.max(ready.get(id) ?? 0, at));
  // Plates of other scenes are among the runs; they are nobody's here.
  for (const r of runs)
    for (const l of plates.find((p) => p.id === r.plateId)?.laid ?? [])
      if (!l.spare) later(l.partId, r.clearedAt);
  for (const { part } of parts) {
    const { pieceOf } = printOf(part);
    if (pieceOf && ready.has(part.id)) later(pieceOf.partId, ready.get(part.id)!);
  }
  for (const [id, by] of printedFirst(parts, own.joints))
    for (const size of by) if (ready.has(size)) later(id, ready.get(size)!);
  return ready;
}

/** What is still reckoned and could be worked out on the meshes, of the machines that were chosen. */
function wantedFor(parts: readonly PartPlan[]): Wanted[] {
  return parts.flatMap((plan): Wanted[] => {
    const { part, chosen, rescale, lies } = plan;
    const { factor } = rescale;
    if (!chosen || !part.meshId || lookedAt(part)) return [];
    // Its walls are followed when it lies as it will.
    if (lies.by !== "builder" && lies.look) return [lies.look];
    const { printer } = chosen;
    const { pose, infillBands, hollow } = printOf(part);
    if (printer.process === "filament")
      return chosen.exact
        ? []
        : [
            {
              kind: "work",
              key: workKey(part.meshId, pose, factor, printer, infillBands),
              meshId: part.meshId,
              pose,
              factor,
              printer,
              bands: infillBands,
              name: part.name,
            },
          ];
    return hollow && !chosen.exact
      ? [
          {
            kind: "shell",
            key: shellKey(part.meshId, factor, hollow.wallMm),
            meshId: part.meshId,
            factor,
            wallMm: hollow.wallMm,
            name: part.name,
          },
        ]
      : [];
  });
}

/**
 * Minutes of hands in one day: at plates and at steps, and how many there are. `day` counts from the plan's
 * first.
 */
export type DayLoad = {
  readonly day: number;
  readonly plateMinutes: number;
  readonly stepMinutes: number;
  readonly presentMinutes: number;
};

/** The load of every day up to the last that has any. */
export function loadByDay(
  clock: Clock,
  plateBusy: readonly { readonly from: number; readonly to: number }[],
  stepBusy: readonly { readonly from: number; readonly to: number }[],
): readonly DayLoad[] {
  const last = Math.max(
    -1,
    ...[...plateBusy, ...stepBusy]
      .filter((b) => Number.isFinite(b.to))
      .map((b) => Math.floor((b.to - 1e-9) / MINUTES_A_DAY)),
  );
  const within = (list: readonly { readonly from: number; readonly to: number }[], day: number) =>
    list.reduce(
      (s, b) =>
        s + Math.max(0, Math.min(b.to, (day + 1) * MINUTES_A_DAY) - Math.max(b.from, day * MINUTES_A_DAY)),
      0,
    );
  return Array.from({ length: last + 1 }, (_, day) => ({
    day,
    plateMinutes: within(plateBusy, day),
    stepMinutes: within(stepBusy, day),
    presentMinutes: presenceBetween(clock, day * MINUTES_A_DAY, (day + 1) * MINUTES_A_DAY),
  }));
}
