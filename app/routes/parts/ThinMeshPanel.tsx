import type { Outcome } from "#core/outcome";
import type { PartPlan } from "#core/plan/parts/partPlan";
import { Button } from "#ui/Button";
import { ProgressLine } from "#ui/States";
import { useToast } from "#ui/Toasts";
import { useJob } from "#app/hooks/useJob";
import { undoAction } from "#app/jobs/keep";
import { takeThin, type ThinMesh, thinText, tryThin } from "#app/jobs/thinPart";

/** Triangles from which a mesh is worth a look. */
const HEAVY = 20_000;

/** A mesh that is far heavier than its layers can show is offered lighter, with what that is off. */
export function ThinMeshPanel({ p }: { readonly p: PartPlan }) {
  const { part, chosen, measurement, rescale } = p;
  const { job, start, stop, clear } = useJob<Outcome<ThinMesh | null>>();
  const say = useToast();
  if (!measurement || !chosen || measurement.triangles < HEAVY) return null;
  const { layerMm } = chosen.printer;
  const look = () =>
    void start((_, signal) => tryThin(part, measurement.triangles, layerMm, rescale.factor, signal));
  const take = async (thin: ThinMesh) => {
    const kept = await takeThin(part, thin);
    if (kept?.ok) say(`${part.name} is lighter; the file it had stays a version.`, undoAction);
    clear();
  };
  const found = job.value?.ok ? job.value.value : null;
  return (
    <div className="border-t border-primer-3 pt-2">
      <h3>Weight</h3>
      {job.state === "running" ? (
        <ProgressLine what="Looking for what the layers cannot show" share={job.share} onCancel={stop} />
      ) : found ? (
        <>
          <p>{thinText(found)}</p>
          <Button className="mt-2" onClick={() => void take(found)}>
            Take the lighter one
          </Button>
        </>
      ) : (
        <>
          <p className="text-[14px]">
            {job.value === null
              ? `${measurement.triangles.toLocaleString("en")} triangles.`
              : job.value.ok
                ? "It has no triangles to spare for its layers."
                : job.value.problems[0]!.message}
          </p>
          {job.value === null && (
            <Button className="mt-2" onClick={look}>
              How many do layers of {layerMm} mm need?
            </Button>
          )}
        </>
      )}
    </div>
  );
}
