import { useCallback } from "react";
import type { Finding, Mend } from "#core/plan/finding";
import { undoAction } from "#app/jobs/keep";
import { patchRow } from "#data/scenes";
import { useToast } from "#ui/Toasts";
import { localNow } from "#app/clock";

/** Makes the change that a finding proposes, with a way back. */
export function useMend() {
  const say = useToast();
  return useCallback(
    async (finding: Finding, mend: Mend) => {
      if (!mend.edit) return;
      const outcome = await patchRow(
        mend.edit.table,
        mend.edit.id,
        mend.edit.patch,
        `${mend.label}: ${finding.name}`,
        localNow().at,
      );
      if (outcome.ok) say(`${mend.label}: done.`, undoAction);
      else say(outcome.problems[0]!.message);
    },
    [say],
  );
}
