/** A row as plain data. No type of today stands in an upgrade: types move on, and an upgrade is frozen. */
export type LooseRow = Readonly<Record<string, unknown>>;
/** Rows of one version, by table. */
export type LooseTables = Readonly<Record<string, readonly LooseRow[]>>;

/** A row that a later version has no place for, kept as it was and named. */
export type LeftRow = { readonly table: string; readonly row: LooseRow; readonly why: string };

/** The same with the version that it was written by. */
export type LeftOfVersion = LeftRow & { readonly version: number };

export type Carried = { readonly tables: LooseTables; readonly left: readonly LeftRow[] };

/**
 * The way from one version of what is stored to the next: the same for a database and for an archive. Written
 * once and
 * never changed afterwards, and it uses nothing that is.
 */
export type Upgrade = {
  readonly from: number;
  /** The tables that it reads or writes; it is given these and no others. */
  readonly tables: readonly string[];
  readonly carry: (tables: LooseTables) => Carried;
};

/** A row with what it does not say yet. A field that is there stays as it is, whatever it says. */
export const filled = (row: LooseRow, defaults: LooseRow): LooseRow => ({ ...defaults, ...row });

/** The same for an object inside a row; something else in its place stays. */
export function filledWithin(row: LooseRow, key: string, defaults: LooseRow): LooseRow {
  const inner = row[key];
  const isObject = typeof inner === "object" && inner !== null && !Array.isArray(inner);
  return isObject ? { ...row, [key]: filled(inner as LooseRow, defaults) } : row;
}

/** An upgrade that fills up rows, table by table, and leaves none behind. */
export function filling(from: number, rows: Readonly<Record<string, (row: LooseRow) => LooseRow>>): Upgrade {
  const names = Object.keys(rows);
  const carry = (tables: LooseTables): Carried => ({
    tables: Object.fromEntries(names.map((name) => [name, (tables[name] ?? []).map(rows[name]!)])),
    left: [],
  });
  return { from, tables: names, carry };
}
