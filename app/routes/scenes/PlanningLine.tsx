import { ProgressBar } from "#ui/States";
import { usePlanning } from "#app/hooks/usePlanning";

/** Says while it takes a while that the plan is being made, what of it, and how far it is. */
export function PlanningLine() {
  const planning = usePlanning();
  if (!planning) return null;
  return (
    <span role="status" className="flex items-center gap-2">
      <span>Planning {planning.phase}</span>
      <ProgressBar what="The plan" share={planning.share} className="w-20" />
    </span>
  );
}
