import type { Page } from "playwright-core";

export type Row = Readonly<Record<string, unknown>> & { readonly id: string };
/** What is kept: every table of decisions, and the ids of the meshes. */
export type Snapshot = {
  readonly tables: Readonly<Record<string, readonly Row[]>>;
  readonly meshes: readonly string[];
};

/**
 * Asked for in a transaction that waits for writes under way: what an engine shows before it is kept does not
 * count.
 */
export async function snapshotOf(page: Page): Promise<Snapshot> {
  return page.evaluate(async () => {
    const passing = ["journal", "measurements", "results", "local", "meshes"];
    const open = indexedDB.open("inch-hollow");
    const db = await new Promise<IDBDatabase>((done, fail) => {
      open.onsuccess = () => done(open.result);
      open.onerror = () => fail(open.error);
    });
    const names = [...db.objectStoreNames];
    const transaction = db.transaction(names, "readwrite");
    const all = names
      .filter((name) => !passing.includes(name))
      .map((name) => [name, transaction.objectStore(name).getAll()] as const);
    const meshes = transaction.objectStore("meshes").getAllKeys();
    await new Promise((done, fail) => {
      transaction.oncomplete = done;
      transaction.onabort = fail;
    });
    db.close();
    return {
      tables: Object.fromEntries(all.map(([name, get]) => [name, get.result as never[]])),
      meshes: meshes.result as string[],
    };
  });
}

export type Difference = {
  readonly table: string;
  readonly id: string;
  readonly before: Row | null;
  readonly after: Row | null;
};

/** Every row that is not the same in both. */
export function differences(before: Snapshot, after: Snapshot): readonly Difference[] {
  const names = new Set([...Object.keys(before.tables), ...Object.keys(after.tables)]);
  return [...names].flatMap((table) => {
    const was = new Map((before.tables[table] ?? []).map((row) => [row.id, row]));
    const is = new Map((after.tables[table] ?? []).map((row) => [row.id, row]));
    const ids = [...new Set([...was.keys(), ...is.keys()])];
    return ids
      .filter((id) => JSON.stringify(was.get(id)) !== JSON.stringify(is.get(id)))
      .map((id) => ({ table, id, before: was.get(id) ?? null, after: is.get(id) ?? null }));
  });
}

/** What must hold of anything that is kept: parts have their scene and their mesh. */
export function brokenLinks({ tables, meshes }: Snapshot): readonly string[] {
  const scenes = new Set((tables.scenes ?? []).map((s) => s.id));
  const there = new Set(meshes);
  return (tables.parts ?? []).flatMap((part) => {
    const lost =
      typeof part.meshId === "string" && !there.has(part.meshId) ? [`${part.id} has lost its mesh`] : [];
    return scenes.has(String(part.sceneId)) ? lost : [...lost, `${part.id} has lost its scene`];
  });
}
