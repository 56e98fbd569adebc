import type { Stage } from "#core/plan/finding";
import type { Plan } from "#core/plan/plan";
import { standsAside } from "#core/plan/parts/held";
import { hasHours } from "#core/steps/hours";
import { printOf } from "#core/scene/part";
import type { PlanInput } from "#core/scene/planInput";
import { counted } from "#core/words";

/** Something that the builder should say before the plan can be better; `where` it is said. */
export type Ask = { readonly text: string; readonly where: Stage | "printers" | "materials" | "hours" };

/**
 * What the plan wants to know first, the dearest first; null where nothing is open. What is under way is not held
 * up by what could still be said: colours and dates are asked only before the first piece is made.
 */
export function nextAsk(input: PlanInput, plan: Pick<Plan, "parts">): Ask | null {
  const { parts } = plan;
  const { workshop, scene, records } = input;
  if (parts.length === 0) return { text: "Add your models", where: "parts" };
  const held = parts.filter((p) => standsAside(p) && !printOf(p.part).pieceOf);
  const unscaled = held.filter((p) => p.held!.because === "no scale").length;
  if (unscaled > 0)
    return { text: `Say what ${counted(unscaled, "part was", "parts were")} drawn at`, where: "parts" };
  if (held.length > 0)
    return {
      text: `Settle ${counted(held.length, "part that stands", "parts that stand")} aside`,
      where: "parts",
    };
  if (workshop.printers.length === 0 && parts.some((p) => p.part.made === "printed"))
    return { text: "Add the printer you have", where: "printers" };
  if (parts.some((p) => p.chosen && p.chosen.material === null))
    return { text: "Say what you print with", where: "materials" };
  if (!hasHours(workshop.hours)) return { text: "Say when you are at the bench", where: "hours" };
  const isBegun = records.length > 0 || parts.some((p) => p.part.history.copies.some((c) => c !== "to make"));
  if (isBegun) return null;
  if (scene.finishBy === null) return { text: "Say by when it should be ready", where: "lay" };
  const unpainted = parts.filter((p) => p.paintAssumed).length;
  return unpainted > 0
    ? { text: `Choose the colours of ${counted(unpainted, "part", "parts")}`, where: "colour" }
    : null;
}
