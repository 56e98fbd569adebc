import { failure, type Outcome } from "#core/outcome";
import { newPart, noOrigin, type PartPatch, patchedPart } from "#core/scene/part";
import { newScene } from "#core/scene/scene";
import type { Part } from "#core/scene/part";
import type { Scene } from "#core/scene/scene";
import { bringIn, type BroughtIn, type ImportMode, readArchive } from "#data/archiveIn";
import { type Database, openDatabase } from "#data/db";

/** A database of its own for one test. */
export const freshDatabase = (): Database => openDatabase(`test-${crypto.randomUUID()}`);

export const testScene = (given: Partial<Scene> = {}): Scene =>
  newScene({
    id: "scene-1",
    name: "Trial",
    denominator: 72,
    ratioSaid: "1 to 72",
    startOn: "2026-03-02",
    createdAt: "2026-03-01T10:00",
    changedAt: "2026-03-01T10:00",
    ...given,
  });

export const testPart = (given: PartPatch = {}): Part =>
  patchedPart(
    newPart({
      id: "part-1",
      sceneId: "scene-1",
      name: "wall",
      size: { source: { kind: "full" } },
      origin: { ...noOrigin, fileName: "wall.stl" },
    }),
    given,
  );

/** Reads an archive and brings it in; a row that does not fit refuses the whole of it. */
export async function importArchive(
  bytes: Uint8Array,
  mode: ImportMode,
  now: string,
  db: Database,
): Promise<Outcome<BroughtIn>> {
  const read = await readArchive(bytes);
  if (!read.ok) return read;
  const { bad } = read.value.reading;
  if (bad.length === 0) return bringIn(read.value, mode, "leave out", now, db);
  return failure(
    ...bad.map((row) => ({ code: row.code, path: ["tables", row.table, row.number], message: row.why })),
  );
}
