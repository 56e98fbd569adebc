import { filmFindings } from "#core/plan/colour/filmFindings";
import { paletteFindings } from "#core/plan/colour/scenePalette";
import { potFindings } from "#core/plan/colour/potFindings";
import { sheenFindings } from "#core/plan/colour/sheenFindings";
import { spareFindings } from "#core/plan/colour/spareFindings";
import { wantedFindings } from "#core/plan/colour/wantedFindings";
import type { Finding } from "#core/plan/finding";
import type { PartPlan } from "#core/plan/parts/partPlan";
import type { PlanInput } from "#core/scene/planInput";

/** What is found of the colours of a scene: how zones end, coats for nothing, too much film, what runs together. */
export const colourFindings = (
  parts: readonly PartPlan[],
  { scene, workshop }: Pick<PlanInput, "scene" | "workshop">,
): readonly Finding[] =>
  // A coat more or less is all that hangs on them: nothing is printed again for a colour.
  [
    ...sheenFindings(parts),
    ...filmFindings(parts, workshop),
    ...spareFindings(parts, workshop),
    ...paletteFindings(parts, scene, workshop),
    ...wantedFindings(parts, workshop),
    ...potFindings(parts, workshop),
  ].map((f) => ({ ...f, stake: null }));
