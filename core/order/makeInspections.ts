import { partRef, type Target } from "#core/reference";
import { draftStep, type Speed } from "#core/steps/draftStep";
import type { Checked } from "#core/steps/facts";
import type { Action, Step } from "#core/steps/step";

/** How carefully a scene is looked over. */
export type Care = "play" | "display" | "for sale";

/** Where what came off a plate is looked at: with the last that is done to the print as such. */
const lastOfPrint: readonly Action[] = ["clip", "cure"];
const fine: readonly Action[] = ["drybrush", "shade", "line in", "decal"];
const forEver: readonly Action[] = ["pigment", "pour water", "gloss effect"];

/** Minutes a piece that a look takes (common practice). */
const LOOK_MIN = 0.3;

const watched = (s: Step, point: Checked): Step => ({
  ...s,
  facts: { ...s.facts, checks: [...(s.facts?.checks ?? []), point] },
});
const waitsFor = (steps: readonly Step[], look: Step, waits: (s: Step) => boolean): Step[] =>
  steps.map((s) => (waits(s) ? { ...s, after: [...s.after, look.id] } : s));

/** What has to be known of a part that is looked at. */
export type LookedAt = Pick<Step, "process" | "releaseAt"> & {
  readonly id: string;
  readonly name: string;
  readonly count: number;
  /** How its faces were made. */
  readonly wholeProcess: Step["process"];
  /** What is painted on it; nothing to look at where that is empty. */
  readonly scheme: readonly unknown[];
};

/** Every print is looked over with the last that is done to it as such. */
function withPrintsLookedAt(made: readonly Step[], parts: readonly LookedAt[]): Step[] {
  const printed = new Set<string>(parts.filter((p) => p.process !== null).map((p) => partRef(p.id)));
  const last = new Map<Target, string>();
  for (const s of made)
    if (printed.has(s.targets[0]!) && lastOfPrint.includes(s.action)) last.set(s.targets[0]!, s.id);
  const lasts = new Set(last.values());
  return made.map((s) => (lasts.has(s.id) ? watched(s, "print") : s));
}

const FOR_EVER = "Take a picture first, and see that there is a clear coat below: this cannot be undone.";
const withPicturesFirst = (steps: readonly Step[]): Step[] =>
  steps.map((s) => (forEver.includes(s.action) ? { ...s, notes: [FOR_EVER, ...s.notes] } : s));

/** The primer of each painted part under a side light. */
function primerLooks(steps: readonly Step[], parts: readonly LookedAt[], speed: Speed): Step[] {
  const byTarget = firstTargets(steps);
  return parts.flatMap((p) => {
    const target = partRef(p.id);
    const own = byTarget.get(target) ?? [];
    const primer = own.find((s) => s.action === "prime");
    if (!primer || !own.some((s) => s.action === "paint")) return [];
    const look = {
      id: `${target}/look-primer`,
      action: "inspect",
      title: "Look at the primer under a side light",
      targets: [target],
      onWhat: primer.onWhat,
      pieces: p.count,
      minutes: 1 + LOOK_MIN * p.count,
      tool: "side light",
      releaseAt: p.releaseAt,
      process: p.wholeProcess,
      after: [primer.id],
      facts: { checks: ["primer"] },
    } as const;
    return [draftStep(look, speed)];
  });
}

/** Where more than one colour is mixed, they are agreed beside each other before the first is laid. */
function withPalette(steps: readonly Step[], speed: Speed): Step[] {
  const painted = steps.filter((s) => s.action === "paint");
  const mixes = new Set(painted.map((s) => s.recipeId ?? s.paintId));
  if (mixes.size <= 1) return [...steps];
  const palette = draftStep(
    {
      id: "scene/palette",
      action: "inspect",
      title: "Agree the palette on scrap",
      targets: ["scene"],
      onWhat: `${mixes.size} mixes side by side`,
      minutes: 5 + 2 * mixes.size,
      tool: "primed scrap",
      facts: { checks: ["palette"] },
    },
    speed,
  );
  return [...waitsFor(steps, palette, (s) => s.action === "paint"), palette];
}

/** What is joined is put together dry first. */
function dryAssembly(steps: readonly Step[], speed: Speed): Step[] {
  const joined = steps.filter((s) => s.action === "glue");
  if (joined.length <= 1) return [];
  const look = {
    id: "scene/dry-assembly",
    action: "dry fit",
    title: "Put all of it together dry",
    targets: [...new Set(joined.flatMap((s) => s.targets))],
    onWhat: "everything that is joined",
    minutes: 5 + 3 * joined.length,
    tool: "tape",
    releaseAt: Math.max(...joined.map((s) => s.releaseAt)),
    facts: { checks: ["assembly"] },
  } as const;
  return [draftStep(look, speed)];
}

/** In mid-paint, before what is fine: all of it loose beside its picture. */
function withLooseAssembly(steps: readonly Step[], speed: Speed): Step[] {
  const painted = steps.filter((s) => s.action === "paint");
  const isFine = (s: Step) => fine.includes(s.action);
  if (new Set(painted.flatMap((s) => s.targets)).size <= 1 || !steps.some(isFine)) return [...steps];
  const loose = draftStep(
    {
      id: "scene/loose-assembly",
      action: "inspect",
      title: "Stand all of it together, loose, beside the picture it is made from",
      targets: ["scene"],
      onWhat: "everything with its first colours",
      minutes: 5 + painted.length,
      tool: "hands",
      after: painted.map((s) => s.id),
      facts: { checks: ["reference"] },
    },
    speed,
  );
  return [...waitsFor(steps, loose, isFine), loose];
}

/** Each painted part as it is when it is picked up, after all that is done to it. */
function handlingLooks(steps: readonly Step[], parts: readonly LookedAt[], speed: Speed): Step[] {
  const byTarget = firstTargets(steps);
  return parts
    .filter((p) => p.scheme.length > 0)
    .map((p) => {
      const look = {
        id: `${partRef(p.id)}/look-handling`,
        action: "inspect",
        title: "Pick it up and look at joints, sheen and recesses",
        targets: [partRef(p.id)],
        onWhat: p.count > 1 ? `${p.name} x ${p.count}` : p.name,
        pieces: p.count,
        minutes: 1 + 0.5 * p.count,
        releaseAt: p.releaseAt,
        after: (byTarget.get(partRef(p.id)) ?? []).map((s) => s.id),
        facts: { checks: ["handling", "recesses"] },
      } as const;
      return draftStep(look, speed);
    });
}

/** Steps by what they are done to first. */
function firstTargets(steps: readonly Step[]): ReadonlyMap<Target, readonly Step[]> {
  const byTarget = new Map<Target, Step[]>();
  for (const s of steps) {
    const target = s.targets[0]!;
    (byTarget.get(target) ?? byTarget.set(target, []).get(target)!).push(s);
  }
  return byTarget;
}

/** The last of all. */
function finishList(steps: readonly Step[], speed: Speed): Step[] {
  if (steps.length === 0) return [];
  const look = {
    id: "scene/finish-list",
    action: "inspect",
    title: "Go through the finish list",
    targets: ["scene"],
    onWhat: "the whole of it",
    minutes: 10,
    tool: "list",
    after: steps.map((s) => s.id),
    facts: { checks: ["finish list"] },
  } as const;
  return [draftStep(look, speed)];
}

/**
 * The steps of a scene with its looks: as points to tick at a step where it is in the hand anyhow, and as
 * steps of their own where something else waits for them. Every print is looked over. For display the palette
 * is agreed, the primer is looked at under a side light and all is put together dry; for sale also dust, a
 * loose assembly in mid-paint, and how it is when picked up. Common practice.
 */
export function withInspections(
  made: readonly Step[],
  parts: readonly LookedAt[],
  care: Care,
  speed: Speed,
): Step[] {
  let steps = withPrintsLookedAt(made, parts);
  if (care !== "play") {
    steps = withPicturesFirst(steps);
    steps.push(...primerLooks(steps, parts, speed));
    steps = withPalette(steps, speed);
    steps.push(...dryAssembly(steps, speed));
  }
  if (care === "for sale") {
    steps = withLooseAssembly(steps, speed);
    steps = steps.map((s) => (fine.includes(s.action) ? watched(s, "dust") : s));
    steps.push(...handlingLooks(steps, parts, speed));
  }
  return [...steps, ...finishList(steps, speed)];
}
