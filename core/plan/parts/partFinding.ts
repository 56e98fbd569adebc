import { partRef } from "#core/reference";
import { type Finding, finding, type FindingSeverity, type Mend, type Stage } from "#core/plan/finding";
import type { PartPlan } from "#core/plan/parts/partPlan";
import type { Part, PartPatch } from "#core/scene/part";

/** A part as far as it is planned before anything is said of it. */
export type PartDraft = Omit<PartPlan, "findings">;

/** Something found of a part; `stage` is where it is mended. */
export const partFinding = (
  { id, name }: Pick<Part, "id" | "name">,
  severity: FindingSeverity,
  stage: Stage,
  cause: string,
  sentence: string,
  mends: readonly Mend[] = [],
  which = "",
): Finding => finding(severity, stage, partRef(id), name, cause, sentence, mends, which);

/** A change of the part itself that mends it at one touch. */
export const partMend = ({ id }: Pick<Part, "id">, label: string, patch: PartPatch): Mend => ({
  label,
  edit: { table: "parts", id, patch },
});

/** What was found, without what was not. */
export const found = (...all: readonly (Finding | null)[]): Finding[] => all.filter((f) => f !== null);
