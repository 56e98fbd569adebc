import type { SourceRecord } from "#core/plan/parts/sourceRecord";
import { believed, successShare, UNMEASURED_RISK } from "#core/print/reprints";

/** The chance that a first run of a file comes out before anything of it is measured: by its source's record. */
export const firstRunGood = ({ runs, good }: Pick<SourceRecord, "runs" | "good">): number =>
  successShare(believed({ good, failed: runs - good }, UNMEASURED_RISK));
