import { usualMachine } from "#core/print/gcode";
import type { PlateGcode } from "#core/scene/plateGcode";
import type { PlatePlan } from "#core/plan/plates/planPlates";
import { useToast } from "#ui/Toasts";
import { useJob } from "#app/hooks/useJob";
import { keep, undoAction } from "#app/jobs/keep";
import { readGcode } from "#workers/print";

/** The file that a machine runs for a plate: read, kept in place of the estimate, and taken off again. */
export function usePlateFile(plate: PlatePlan, gcodes: readonly PlateGcode[]) {
  const { job, start, stop } = useJob<string>();
  const say = useToast();
  const { printer, contents, sceneId } = plate;
  return {
    job,
    stop,
    take: (file: File) =>
      void start(async (tell, signal) => {
        const read = await readGcode(file, machineOf(plate), tell, signal);
        if (!read.ok) return `${file.name}: ${read.problems[0]!.message}`;
        const old = gcodes.find((g) => g.printerId === printer.id && g.contents === contents);
        const put = {
          id: old?.id ?? crypto.randomUUID(),
          sceneId,
          printerId: printer.id,
          contents,
          fileName: file.name,
          report: read.value,
        };
        const kept = await keep(`Attach ${file.name}`, [{ table: "gcodes", put }]);
        return kept.ok ? "" : kept.problems[0]!.message;
      }),
    remove: async () => {
      const { id, fileName } = plate.gcode!;
      const kept = await keep(`Take ${fileName} off`, [{ table: "gcodes", remove: id }]);
      if (kept.ok) say("Back to the estimate.", undoAction);
    },
  };
}

/** How the plate's machine moves, as far as it is told. */
function machineOf({ printer }: PlatePlan) {
  if (printer.process !== "filament") return usualMachine;
  const { acceleration, travelSpeed, cornerMm } = printer;
  return { ...usualMachine, acceleration, travelSpeed, cornerMm };
}
