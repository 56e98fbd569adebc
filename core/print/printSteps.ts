import type { Figure } from "#core/figure";
import type { OrderSchools } from "#core/steps/orderSchools";
import type { AddStep } from "#core/steps/partBase";
import type { StepFacts } from "#core/steps/facts";

/** Copies of a part as they come off the machine. Areas are of all copies, cm2. */
export type PrintWork = {
  readonly process: "filament" | "resin" | null;
  readonly count: number;
  readonly areaCm2: Figure;
  /** It comes off its plate on supports. */
  readonly supported: boolean;
  readonly facts: StepFacts;
};

/** What is done to a print before it is a part: washing, supports, curing, clipping. Minutes are common practice. */
export function printSteps(p: PrintWork, add: AddStep, schools: OrderSchools): void {
  if (p.process === "filament")
    add({
      action: "clip",
      title: "Clip strings, cut blobs",
      minutes: 2 + p.count,
      tool: "clippers and blade",
    });
  if (p.process !== "resin") return;
  add({
    action: "wash resin",
    title: "Wash in used alcohol, then in clean, and dry",
    minutes: 6 + 0.5 * p.count,
    place: "sink",
    tool: "alcohol bath",
    waitMinutes: 30,
    areaCm2: p.areaCm2.value,
  });
  if (p.supported)
    add({
      action: "remove supports",
      title: "Take the supports off",
      minutes: 3 + 1.5 * p.count,
      tool: "clippers and blade",
      ...(schools.cure === "cure on the supports"
        ? { facts: { ...p.facts, onSupports: true as const } }
        : {}),
    });
  add({
    action: "cure",
    title: "Cure, both sides",
    minutes: 3 + 0.3 * p.count,
    place: "lamp",
    tool: "curing lamp",
    waitMinutes: 5,
  });
}
