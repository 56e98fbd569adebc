import { usePlanning } from "#app/hooks/usePlanning";

/** Says while it takes a while that the plan is being made, what of it, and how far it is. */
export function PlanningLine() {
  const planning = usePlanning();
  if (!planning) return null;
  return (
    <span role="status" className="flex items-center gap-2">
      <span>Planning {planning.phase}</span>
      <progress
        aria-label="The plan"
        className="h-1.5 w-20 accent-verdigris"
        value={planning.share}
        max={1}
      />
    </span>
  );
}
