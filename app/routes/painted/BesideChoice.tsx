import type { PartPlan } from "#core/plan/parts/partPlan";
import { useScene } from "#app/routes/scenes/useScene";
import { Choice } from "#ui/Field";
import { type Beside, besideChoices, besideOf, besideValue } from "./beside";

/** What stands beside it: the same part at another moment, or in another scheme. */
export const BesideChoice = ({
  p,
  beside,
  set,
}: {
  readonly p: PartPlan;
  readonly beside: Beside | null;
  readonly set: (beside: Beside | null) => void;
}) => (
  <Choice
    label="Beside it"
    name="beside"
    value={besideValue(beside)}
    onChange={(e) => set(besideOf(e.target.value))}
    options={besideChoices(
      p.part,
      useScene().plan.parts.map((o) => o.part),
    )}
  />
);
