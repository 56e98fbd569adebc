import { useCallback } from "react";
import type { Finding, Mend } from "#core/plan/finding";
import { keep, undoAction } from "#app/jobs/keep";
import { useToast } from "#ui/Toasts";

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
