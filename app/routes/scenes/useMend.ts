import { useCallback } from "react";
import type { FindingGroup } from "#core/plan/findingGroups";
import type { Finding, Mend } from "#core/plan/finding";
import { keep, undoAction } from "#app/jobs/keep";
import { useToast } from "#ui/Toasts";

/** Mends all findings of one cause with one change. */
export function useMendAll() {
  const say = useToast();
  return useCallback(
    async ({ mendAll, findings }: FindingGroup) => {
      if (!mendAll) return;
      const outcome = await keep(`${mendAll.label}: ${findings.length} times`, [...mendAll.edits]);
      if (outcome.ok) say(`${mendAll.label}: done ${findings.length} times.`, undoAction);
      else say(outcome.problems[0]!.message);
    },
    [say],
  );
}

/** Makes the change that a finding proposes, with a way back. */
export function useMend() {
  const say = useToast();
  return useCallback(
    async (finding: Finding, mend: Mend) => {
      if (!mend.edit) return;
      const outcome = await keep(`${mend.label}: ${finding.name}`, [mend.edit]);
      if (outcome.ok) say(`${mend.label}: done.`, undoAction);
      else say(outcome.problems[0]!.message);
    },
    [say],
  );
}
