import type { Schema, ValidationErrorItem } from "joi";
import type { Rows, TableName } from "#data/rows";
import { shapes } from "#data/shapes";

/**
 * A row brought into a shape that can be kept, and what had to be changed for it, field by field in words.
 */
export type Mended<T> = { readonly row: T; readonly changes: readonly string[] };

type Path = readonly (string | number)[];
type Loose = Record<string | number, unknown>;

/** Things that are mended in one row; one with more wrong is another row. */
const MOST_MENDS = 200;
const SHOWN_LETTERS = 40;

/**
 * Mends what has one sensible answer: a count or share goes to its limit, a long text is cut, what is missing
 * becomes as it
 * usually is, a wrong line of a list is left out, a thing without a name gets one. A measure is never made
 * up.
 * @returns null when that does not make it right
 */
export function mended<T extends TableName>(table: T, row: unknown): Mended<Rows[T]> | null {
  const schema: Schema = shapes[table];
  const now = structuredClone(row);
  const changes: string[] = [];
  for (let mend = 0; mend < MOST_MENDS; mend++) {
    // One thing at a time: a default that is put in may show the next thing that is wrong, and lists shrink.
    const { value, error } = schema.validate(now, { abortEarly: true, stripUnknown: true });
    if (!error) return { row: value as Rows[T], changes };
    if (typeof now !== "object" || now === null) return null;
    const change = mendOne(schema, now as Loose, error.details[0]!);
    if (change === null) return null;
    changes.push(change);
  }
  return null;
}

/** Mends one thing in place. @returns what was done, null when it cannot be */
function mendOne(schema: Schema, row: Loose, error: ValidationErrorItem): string | null {
  const { path } = error;
  const line = path.findLastIndex((key) => typeof key === "number");
  if (line >= 0) return leaveOut(row, path.slice(0, line + 1));
  const holder = at(row, path.slice(0, -1));
  const key = path.at(-1);
  if (key === undefined || typeof holder !== "object" || holder === null) return null;
  const field = fieldOf(schema, path);
  const before = (holder as Loose)[key];
  if (field === null) {
    if (before === undefined) return null;
    delete (holder as Loose)[key];
    return `${path.join("/")}: ${shown(before)} was left out`;
  }
  if (error.type === "any.unknown") {
    // A section that belongs to another way of making.
    delete (holder as Loose)[key];
    return `${path.join("/")}: it has no place in this row and was left out`;
  }
  const after = better(field, key, before, error);
  if (after === undefined) return null;
  (holder as Loose)[key] = after;
  return `${path.join("/")}: ${before === undefined ? "nothing" : shown(before)} becomes ${shown(after)}`;
}

function leaveOut(row: Loose, path: Path): string | null {
  const list = at(row, path.slice(0, -1));
  const index = path.at(-1) as number;
  if (!Array.isArray(list)) return null;
  list.splice(index, 1);
  return `${path.slice(0, -1).join("/")}: line ${index + 1} was left out`;
}

const at = (row: unknown, path: Path): unknown =>
  path.reduce<unknown>(
    (inner, key) => (typeof inner === "object" && inner !== null ? (inner as Loose)[key] : undefined),
    row,
  );

/** The shape of one field, or null where the shape is one of several or the field may have any name. */
function fieldOf(schema: Schema, path: Path): Schema | null {
  try {
    return schema.extract(path.map(String));
  } catch {
    return null;
  }
}

/**
 * A value in place of a wrong one, or undefined where there is no sensible one. The shape is asked what it
 * would take: the
 * library tells browsers nothing of itself.
 */
function better(
  field: Schema,
  key: string | number,
  before: unknown,
  { type, context }: ValidationErrorItem,
): unknown {
  // What hangs on another field cannot be asked by itself.
  const tried = (value: unknown) => {
    try {
      return field.validate(value);
    } catch {
      return null;
    }
  };
  const takes = (value: unknown) => tried(value)?.error === undefined && tried(value) !== null;
  const limit = typeof context?.limit === "number" ? context.limit : Number.NaN;
  switch (type) {
    case "number.min":
      // Less than nothing is nothing, and fewer than one is one; a measure that is too small is another
      // measure.
      return limit === 0 || !takes(limit + 0.5) ? limit : undefined;
    case "number.max":
      return (before as number) <= 2 * limit ? limit : undefined;
    case "number.integer":
      return Math.round(before as number);
    case "number.infinity":
    case "number.unsafe":
      return undefined;
    case "string.max":
    case "array.max":
      return (before as string | readonly unknown[]).slice(0, limit);
  }
  const usual = tried(undefined);
  if (usual?.error === undefined && usual?.value !== undefined)
    return structuredClone(usual.value as unknown);
  if (takes(null)) return null;
  if (before === undefined && takes("")) return "";
  const nameless =
    before === undefined || before === null || (typeof before === "string" && before.trim() === "");
  return key === "name" && nameless ? "without a name" : undefined;
}

function shown(value: unknown): string {
  const text = typeof value === "string" ? `“${value}”` : (JSON.stringify(value) ?? String(value));
  return text.length > SHOWN_LETTERS ? `${text.slice(0, SHOWN_LETTERS)}…` : text;
}
