import { usePlanning } from "#app/hooks/usePlanning";

/** Says while it takes a while that the plan is being made, what of it, and how far it is. */
export function PlanningLine() {
  const planning = usePlanning();
  if (!planning) return null;
  return (
    <span role="status" className="flex items-center gap-2">
      <span>Planning {planning.phase}</span>
      <span
        role="progressbar"
        aria-label="The plan"
        aria-valuenow={Math.round(100 * planning.share)}
        aria-valuemin={0}
        aria-valuemax={100}
        className="block h-1.5 w-20 rounded-cut bg-primer-3"
      >
        <span
          className="block h-full rounded-cut bg-verdigris"
          style={{ width: `${Math.round(100 * planning.share)}%` }}
        />
      </span>
    </span>
  );
}
