import { describe, expect, it } from "vitest";
import { fieldsOf, type FormShape } from "#app/readForm";

type Coats = { coats: number; coverage: number; name: string };
const shape: FormShape<Coats> = (joi) => ({
  coats: joi.number().integer().min(1).max(20).default(1),
  coverage: joi.number().greater(0).max(100).required(),
  name: joi.string().max(10).default(""),
});
const read = (form: Record<string, string>) => fieldsOf(form, shape);

describe("the fields of a form", () => {
  it("come as numbers, with a point or a comma, and as their usual where nothing was typed", async () => {
    expect(await read({ coats: " 3 ", coverage: "12,5", name: "12" })).toEqual({
      ok: true,
      value: { coats: 3, coverage: 12.5, name: "12" },
    });
    expect(await read({ coats: "", coverage: "80" })).toMatchObject({
      value: { coats: 1, coverage: 80, name: "" },
    });
  });
  it.each([
    ["a word for a number", { coats: "two", coverage: "50" }, ["coats"], /^Coats must be a number\.$/],
    ["half a coat", { coats: "1.5", coverage: "50" }, ["coats"], /^Coats must be a whole number\.$/],
    ["too many", { coats: "21", coverage: "50" }, ["coats"], /less than or equal to 20/],
    ["nothing where something is asked", { coverage: " " }, ["coverage"], /required/],
    ["no end", { coverage: "Infinity" }, ["coverage"], /Coverage/],
  ])("are refused by their names and never replaced: %s", async (_, form, path, words) => {
    const typed = await read(form as Record<string, string>);
    expect(typed.ok ? [] : typed.problems.map((p) => p.path)).toEqual([path]);
    expect(typed.ok ? "" : typed.problems[0]!.message).toMatch(words);
  });
  it("tells all that is wrong at once", async () => {
    const refusedForm = await read({ coats: "x", coverage: "0", name: "a name too long" });
    expect(refusedForm.ok ? 0 : refusedForm.problems.length).toBe(3);
  });
});
