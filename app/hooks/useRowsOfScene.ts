import { useEffect, useState } from "react";
import { appDatabase } from "#data/db";
import type { Rows } from "#data/rows";
import { onWrite } from "#data/onWrite";

/** Tables of a scene that no plan is computed from, and that are read where they are shown. */
type ShownTable = "notes" | "drawings";

/** Rows of a scene, oldest first; read again whenever something is written. */
export function useRowsOfScene<T extends ShownTable>(table: T, sceneId: string): readonly Rows[T][] {
  const [rows, setRows] = useState<readonly Rows[T][]>([]);
  useEffect(() => {
    let over = false;
    const read = () =>
      void appDatabase()
        .table<Rows[T]>(table)
        .where("sceneId")
        .equals(sceneId)
        .sortBy("at")
        .then((found) => {
          if (!over) setRows(found);
        });
    read();
    const stop = onWrite(read);
    return () => {
      over = true;
      stop();
    };
  }, [table, sceneId]);
  return rows;
}
