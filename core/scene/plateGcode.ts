import type { GcodeReport } from "#core/print/gcode";

/** A machine file put in place of an estimate. `contents` names what lay on the plate when it was read. */
export type PlateGcode = {
  readonly id: string;
  readonly sceneId: string;
  readonly printerId: string;
  readonly contents: string;
  readonly fileName: string;
  readonly report: GcodeReport;
};
