import { useState } from "react";
import type { PlateFileKind } from "#core/print/plateFiles";
import type { Outcome } from "#core/outcome";
import { type PlatesOut, platesOut } from "#app/jobs/platesOut";
import type { SceneView } from "#app/jobs/sceneView";
import { saveFile } from "#app/jobs/saveFile";
import { useJob } from "#app/hooks/useJob";

/**
 * Plates written as files, with progress and a way to stop; what was left out or refused is said.
 * @returns the job, how to start it, and what to say of it; nothing while all is well
 */
export function usePlatesOut({ plan, input }: Pick<SceneView, "plan" | "input">) {
  const { job, start, stop } = useJob<Outcome<PlatesOut>>();
  const [kind, setKind] = useState<PlateFileKind>("3mf");
  const write = async (as: PlateFileKind, fileName: string, plateId?: string) => {
    setKind(as);
    const outcome = await start((tell, signal) =>
      platesOut(plan, input.workshop.materials, as, plateId, tell, signal),
    );
    if (outcome?.ok) saveFile(outcome.value.zip, fileName, "application/zip");
  };
  const said = [
    ...(job.said === "" ? [] : [job.said]),
    ...(job.value === null
      ? []
      : job.value.ok
        ? job.value.value.leftOut
        : job.value.problems.map((p) => p.message)),
  ];
  return { running: job.state === "running", share: job.share, kind, write, stop, said };
}
