import type { Stage } from "#core/plan/finding";
import { stageList } from "#app/stages";

type StageRow = (typeof stageList)[number];

/** The stage that an address of a scene belongs to; the lay where it names none. */
export function stageAt(pathname: string): StageRow {
  const [, , , path = ""] = pathname.split("/");
  return stageList.find((s) => s.path === path) ?? stageList[0];
}

/** The stage after one in the order of the spine; null after the last. */
export const stageAfter = (stage: Stage): StageRow | null =>
  stageList[stageList.findIndex((s) => s.stage === stage) + 1] ?? null;
