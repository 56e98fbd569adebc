/** The kinds of arrays that are told apart; each is written as what it is. */
const arrayKinds = {
  Uint8Array,
  Int32Array,
  Uint32Array,
  Float32Array,
  Float64Array,
} as const;
type ArrayKind = keyof typeof arrayKinds;
type TypedArray = InstanceType<(typeof arrayKinds)[ArrayKind]>;

const ARRAY = "$array";
const NUMBER = "$number";

const arrayKindOf = (value: unknown): ArrayKind | undefined =>
  (Object.keys(arrayKinds) as ArrayKind[]).find((kind) => value instanceof arrayKinds[kind]);

function written(_: string, value: unknown): unknown {
  if (typeof value === "number" && (!Number.isFinite(value) || Object.is(value, -0)))
    return { [NUMBER]: Object.is(value, -0) ? "-0" : String(value) };
  const kind = arrayKindOf(value);
  if (kind) return { [ARRAY]: kind, of: [...(value as TypedArray)] };
  if (ArrayBuffer.isView(value) || value instanceof Map || value instanceof Set)
    throw new TypeError(`A ${value.constructor.name} cannot be written here.`);
  return value;
}

function read(_: string, value: unknown): unknown {
  if (typeof value !== "object" || value === null) return value;
  if (NUMBER in value) return Number(value[NUMBER]);
  if (!(ARRAY in value)) return value;
  return arrayKinds[value[ARRAY] as ArrayKind].from((value as { readonly of?: number[] }).of!);
}

/**
 * JSON in which arrays of numbers come back as the arrays they were, and numbers that JSON does not know (NaN,
 * infinite, minus zero) as those numbers.
 * @throws TypeError for what has no place in it: maps, sets, other views of bytes
 */
export const toTypedJson = (value: unknown): string => JSON.stringify(value, written);

/** What `toTypedJson` wrote. @throws SyntaxError when it is cut off */
export const fromTypedJson = (text: string): unknown => JSON.parse(text, read);
