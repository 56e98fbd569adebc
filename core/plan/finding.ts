import type { Reference } from "#core/reference";
import type { Ground } from "#core/scene/ground";
import type { Joint } from "#core/scene/joint";
import type { LedgerRow } from "#core/scene/ledger";
import type { PartPatch } from "#core/scene/part";
import type { Scene } from "#core/scene/scene";

export const stages = [
  "lay",
  "rule",
  "parts",
  "plates",
  "surface",
  "colour",
  "ground",
  "joints",
  "order",
  "bench",
  "stores",
  "log",
] as const;
export type Stage = (typeof stages)[number];

export const findingSeverities = ["ruins", "weakens", "wastes", "missing"] as const;
export type FindingSeverity = (typeof findingSeverities)[number];

/** Fields of the rows that a finding can be mended in. */
type Patches = {
  readonly parts: PartPatch;
  readonly scenes: Partial<Scene>;
  readonly joints: Partial<Joint>;
  readonly grounds: Partial<Ground>;
};
/** A change of fields of one row. */
type PatchEdit = {
  [T in keyof Patches]: { readonly table: T; readonly id: string; readonly patch: Patches[T] };
}[keyof Patches];
/** A change that mends a finding at one touch: fields of one row, or a new line of the ledger. */
export type Edit = PatchEdit | { readonly table: "ledger"; readonly id: string; readonly put: LedgerRow };

/** What can be done about a finding: a change that is made at once, or where to go. */
export type Mend = { readonly label: string; readonly edit: Edit | null };

/** What has to be made again where a finding comes true: machine and hands in minutes, material in minor units. */
export type Stake = {
  readonly machineMinutes: number;
  readonly handsMinutes: number;
  readonly minor: number;
};

/** Something the plan found. Mended in `stage`; `about` is the part, joint, step or whatever it is about. */
export type Finding = {
  readonly id: string;
  readonly severity: FindingSeverity;
  readonly stage: Stage;
  readonly about: Reference;
  readonly name: string;
  /** What is wrong, the same word wherever it is. */
  readonly cause: string;
  readonly sentence: string;
  readonly mends: readonly Mend[];
  /** What hangs on it; null of what is only open, and of what is about no one thing. */
  readonly stake?: Stake | null;
};

/** @param which tells several of one cause about one thing apart */
export const finding = (
  severity: FindingSeverity,
  stage: Stage,
  about: Reference,
  name: string,
  cause: string,
  sentence: string,
  mends: readonly Mend[] = [],
  which = "",
): Finding => ({
  id: `${stage}/${about}/${which === "" ? cause : `${cause}-${which}`}`,
  severity,
  stage,
  about,
  name,
  cause,
  sentence,
  mends,
});
