import { useEffect, useState } from "react";
import { appDatabase } from "#data/db";
import type { NoteRow } from "#data/rows";
import { onWrite } from "#data/onWrite";

/** Notes from the bench of a scene, or of one of its steps; read again whenever something is written. */
export function useNotes(sceneId: string, stepId: string | null = null): readonly NoteRow[] {
  const [notes, setNotes] = useState<readonly NoteRow[]>([]);
  useEffect(() => {
    let over = false;
    const read = () =>
      void appDatabase()
        .notes.where("sceneId")
        .equals(sceneId)
        .filter((n) => stepId === null || n.stepId === stepId)
        .sortBy("at")
        .then((found) => {
          if (!over) setNotes(found);
        });
    read();
    const stop = onWrite(read);
    return () => {
      over = true;
      stop();
    };
  }, [sceneId, stepId]);
  return notes;
}
