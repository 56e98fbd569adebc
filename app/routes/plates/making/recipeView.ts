import type { Candidate } from "#core/plan/parts/partPlan";
import type { ProposedRecipe } from "#core/plan/plates/proposedRecipe";
import type { ProposedSetting } from "#core/plan/plates/recipeProposal";

/** What is set, as it is called in a sentence. */
export const settingName: Readonly<Record<ProposedSetting["field"], string>> = {
  layerMm: "layers",
  walls: "walls",
  infillShare: "infill",
};

/** A setting with its unit. */
export function settingText(field: ProposedSetting["field"], value: number): string {
  switch (field) {
    case "infillShare":
      return `${Math.round(100 * value)} %`;
    case "layerMm":
      return `${value} mm`;
    case "walls":
      return String(value);
  }
}

/** Whether anything of a proposal is not how the part is printed now. */
export function differsFrom({ settings, material }: ProposedRecipe, chosen: Candidate | null): boolean {
  const now = chosen?.printer as unknown as Record<string, number> | undefined;
  return (
    settings.some((s) => Math.abs((now?.[s.field] ?? NaN) - s.to) > 1e-9 || now === undefined) ||
    (material !== null && material.id !== chosen?.material?.id)
  );
}

/** What the usual would have cost beside the proposal, in words. @param all copies as they are planned now */
export function savedText(
  { usual, proposed }: ProposedRecipe,
  all: Pick<Candidate["all"], "minutes" | "grams">,
) {
  const hours = (all.minutes.value * (usual.minutesShare - proposed.minutesShare)) / 60;
  const grams = all.grams.value * (usual.gramsShare - proposed.gramsShare);
  const said = (value: number, unit: string, digits: number) =>
    Math.abs(value) < 0.5 * 10 ** -digits
      ? `the same ${unit === "h" ? "hours" : "material"}`
      : `${Math.abs(value).toFixed(digits)} ${unit} ${value > 0 ? "saved" : "more"}`;
  return `Beside the usual: ${said(hours, "h", 1)}, ${said(grams, "g", 0)}.`;
}
