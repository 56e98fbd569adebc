import fc from "fast-check";
import type { Schema } from "joi";

/** What a shape says of itself, as far as it is needed to make values that fit it. */
type Shape = {
  readonly type: string;
  readonly flags?: { readonly presence?: string; readonly default?: unknown; readonly only?: boolean };
  readonly allow?: readonly unknown[];
  readonly rules?: readonly Rule[];
  readonly preferences?: { readonly messages?: Readonly<Record<string, unknown>> };
  readonly keys?: Readonly<Record<string, Shape>>;
  readonly patterns?: readonly { readonly schema?: Shape; readonly rule: Shape }[];
  readonly items?: readonly Shape[];
  readonly whens?: readonly {
    readonly ref: { readonly path: readonly string[] };
    readonly is: Shape;
    readonly otherwise?: Shape;
  }[];
  readonly matches?: readonly {
    readonly schema?: Shape;
    readonly then?: Shape;
    readonly otherwise?: Shape;
  }[];
};
type Rule = { readonly name: string; readonly args?: { readonly limit?: number; readonly regex?: string } };

/** Keys that have burnt many a reader. */
const nastyKeys = fc.constantFrom("constructor", "toString", "__proto__", "hasOwnProperty", "length", "then");
const nastyText = fc.constantFrom(
  "",
  " ",
  "\u0000",
  "\ud800",
  "\udfff\ud800",
  "null",
  "1e999",
  "</script>",
  "é",
  "\u2028",
  "🧱".repeat(3),
);

const limitOf = (shape: Shape, name: string) => shape.rules?.find((r) => r.name === name)?.args?.limit;

/**
 * Values that fit a shape, odd ones among them: limits, signed zeros, numbers hardly above nothing, torn
 * characters.
 */
export const valuesFor = (schema: Schema): fc.Arbitrary<unknown> => arbitraryOf(schema.describe() as Shape);

function arbitraryOf(shape: Shape): fc.Arbitrary<unknown> {
  const allowed = shape.allow ?? [];
  if (shape.flags?.only) return fc.constantFrom(...allowed);
  const plain = plainOf(shape);
  return allowed.length > 0
    ? fc.oneof({ weight: 1, arbitrary: fc.constantFrom(...allowed) }, { weight: 4, arbitrary: plain })
    : plain;
}

function plainOf(shape: Shape): fc.Arbitrary<unknown> {
  switch (shape.type) {
    case "boolean":
      return fc.boolean();
    case "number":
      return numberOf(shape);
    case "string":
      return stringOf(shape);
    case "array":
      return arrayOf(shape);
    case "object":
      return objectOf(shape);
    case "alternatives": {
      const ways = shape.matches!.flatMap((m) =>
        m.then ? [m.then, ...(m.otherwise ? [m.otherwise] : [])] : m.schema ? [m.schema] : [],
      );
      return fc.oneof(...ways.map(arbitraryOf));
    }
    case "any":
      return fc.constantFrom(...(shape.allow ?? [null]));
  }
  throw new Error(`No values are known for ${shape.type}.`);
}

function numberOf(shape: Shape): fc.Arbitrary<number> {
  const greater = limitOf(shape, "greater");
  const min = limitOf(shape, "min") ?? greater ?? -1e9;
  const max = limitOf(shape, "max") ?? limitOf(shape, "less") ?? 1e9;
  const numbers: fc.Arbitrary<number> = shape.rules?.some((r) => r.name === "integer")
    ? fc.integer({ min, max })
    : fc.oneof(
        fc.double({ min, max, noNaN: true }),
        fc.constantFrom(min, max, 0, -0, 5e-324, 0.1).filter((v) => v >= min && v <= max),
      );
  return greater === undefined ? numbers : numbers.filter((v) => v > greater);
}

function stringOf(shape: Shape): fc.Arbitrary<string> {
  const pattern = shape.rules?.find((r) => r.name === "pattern")?.args?.regex;
  if (pattern) {
    const [, source] = /^\/(.*)\/\w*$/s.exec(String(pattern))!;
    return fc.stringMatching(new RegExp(source!)).filter((text) => text.length < 400);
  }
  if (shape.rules?.some((r) => r.name === "custom")) {
    // The shapes have two of these: a day, and a moment, whose sentence says what it looks like.
    const length = shape.preferences?.messages?.["date.moment"] ? 16 : 10;
    const between = { min: new Date("1990-01-01"), max: new Date("2090-01-01"), noInvalidDate: true };
    return fc.date(between).map((d) => d.toISOString().slice(0, length));
  }
  const length = limitOf(shape, "length");
  const minLength = Math.max(length ?? 0, limitOf(shape, "min") ?? 0, shape.allow?.includes("") ? 0 : 1);
  const maxLength = length ?? Math.min(limitOf(shape, "max") ?? 30, 30);
  const torn = fc.string({
    unit: fc.integer({ min: 0, max: 0xffff }).map((c) => String.fromCharCode(c)),
    minLength,
    maxLength,
  });
  const text = fc
    .oneof(fc.string({ minLength, maxLength }), torn, nastyText)
    .filter((t) => t.length >= minLength && t.length <= maxLength);
  return shape.rules?.some((r) => r.name === "trim") ? text.filter((t) => t.trim() !== "") : text;
}

function arrayOf(shape: Shape): fc.Arbitrary<unknown[]> {
  const length = limitOf(shape, "length");
  const minLength = length ?? limitOf(shape, "min") ?? 0;
  const maxLength = length ?? Math.max(minLength, Math.min(limitOf(shape, "max") ?? 3, 3));
  const item = shape.items ? fc.oneof(...shape.items.map(arbitraryOf)) : fc.anything();
  return fc.array(item, { minLength, maxLength });
}

function objectOf(shape: Shape): fc.Arbitrary<unknown> {
  if (!shape.keys && !shape.patterns)
    return fc.dictionary(fc.string({ minLength: 1, maxLength: 8 }), fc.jsonValue({ maxDepth: 1 }));
  const keys = Object.entries(shape.keys ?? {});
  const named = Object.fromEntries(keys.map(([key, field]) => [key, arbitraryOf(field)]));
  const needed = keys.filter(
    ([, field]) => field.flags?.presence === "required" || (field.flags && "default" in field.flags),
  );
  const barred = keys.flatMap(([key, field]) => (field.whens ?? []).map((when) => ({ key, when })));
  const requiredKeys = [...needed.map(([key]) => key), ...barred.map(({ key }) => key)];
  // A field that another one forbids is taken out again.
  const fixed = fc.record(named, { requiredKeys }).map((row: Record<string, unknown>) => {
    const out = barred.filter(({ when }) => !when.is.allow?.includes(row[when.ref.path[0]!]));
    return Object.fromEntries(Object.entries(row).filter(([key]) => !out.some((b) => b.key === key)));
  });
  const [pattern] = shape.patterns ?? [];
  if (!pattern) return fixed;
  const key = pattern.schema?.flags?.only
    ? (fc.constantFrom(...pattern.schema.allow!) as fc.Arbitrary<string>)
    : fc.oneof(
        { weight: 5, arbitrary: fc.string({ minLength: 1, maxLength: 12 }) },
        { weight: 1, arbitrary: nastyKeys },
      );
  return fc
    .tuple(fixed, fc.dictionary(key, arbitraryOf(pattern.rule), { maxKeys: 4 }))
    .map(([a, b]) => ({ ...b, ...(a as object) }));
}
