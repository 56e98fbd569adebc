import { useMemo } from "react";
import type { NoteRow } from "#data/rows";
import { useRowsOfScene } from "#app/hooks/useRowsOfScene";

/** Notes from the bench of a scene, or of one of its steps. */
export function useNotes(sceneId: string, stepId: string | null = null): readonly NoteRow[] {
  const notes = useRowsOfScene("notes", sceneId);
  return useMemo(() => notes.filter((n) => stepId === null || n.stepId === stepId), [notes, stepId]);
}
