import fc from "fast-check";
import { expect, it } from "vitest";
import { fromTypedJson, toTypedJson } from "#core/formats/typedJson";

const numbers = fc.oneof(fc.double(), fc.integer(), fc.constantFrom(NaN, Infinity, -Infinity, -0));
const arrays = fc.oneof(
  fc.float32Array(),
  fc.float64Array(),
  fc.uint8Array(),
  fc.uint32Array(),
  fc.int32Array(),
);

it("gives back what was written, arrays as the arrays they were", () => {
  const { tree } = fc.letrec((tie) => ({
    tree: fc.oneof(
      { maxDepth: 4 },
      numbers,
      arrays,
      fc.string(),
      fc.constant(null),
      fc.boolean(),
      fc.array(tie("tree")),
      fc.dictionary(fc.stringMatching(/^[a-z]+$/), tie("tree"), { noNullPrototype: true }),
    ),
  }));
  fc.assert(
    fc.property(tree, (value) => {
      expect(fromTypedJson(toTypedJson(value))).toEqual(value);
    }),
  );
});

it("refuses what it would lose", () => {
  expect(() => toTypedJson({ a: new Map([[1, 2]]) })).toThrow("A Map cannot be written here.");
  expect(() => toTypedJson(new Set([1]))).toThrow("A Set");
  expect(() => toTypedJson(new DataView(new ArrayBuffer(8)))).toThrow("A DataView");
});

it("does not read what was cut off", () => {
  const text = toTypedJson({ heights: Float64Array.of(1, 2, NaN) });
  for (let i = 0; i < text.length; i++) expect(() => fromTypedJson(text.slice(0, i))).toThrow(SyntaxError);
});
