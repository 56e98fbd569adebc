import { describe, expect, it } from "vitest";
import { finding, type FindingSeverity, type Mend } from "#core/plan/finding";
import { findingGroups, type FindingGroup, isGroup } from "#core/plan/findingGroups";
import { partRef } from "#core/reference";

const mend = (label: string, id: string): Mend => ({
  label,
  edit: { table: "parts", id, patch: { count: 1 } },
});
const one = (id: string, code: string, severity: FindingSeverity = "weakens", mends: readonly Mend[] = []) =>
  finding(severity, "parts", partRef(id), id, code, `${id} has ${code}.`, mends);
const shown = (list: ReturnType<typeof findingGroups>) =>
  list.map((g) => (isGroup(g) ? g.headline : g.sentence));

describe("findings that are alike", () => {
  it("are told as one from three on, where the first of them stood, and one by one below", () => {
    const thin = ["a", "b", "c"].map((id) => one(id, "thin-walls"));
    const list = findingGroups([one("x", "off-board"), thin[0]!, one("y", "no-size"), thin[1]!, thin[2]!]);
    expect(shown(list)).toEqual([
      "x has off-board.",
      "3 parts have walls thinner than holds",
      "y has no-size.",
    ]);
    expect(shown(findingGroups(thin.slice(1)))).toEqual(["b has thin-walls.", "c has thin-walls."]);
  });
  it("lose nothing: what goes in comes out once", () => {
    const all = ["a", "b", "c", "d"].flatMap((id) => [
      one(id, "thin-walls"),
      finding("ruins", "parts", partRef(id), id, "feature", `${id} is off.`, [], id),
    ]);
    const out = findingGroups(all).flatMap((g) => (isGroup(g) ? g.findings : [g]));
    expect(out).toHaveLength(all.length);
    expect(new Set(out)).toEqual(new Set(all));
    // What a feature is called is no cause of its own.
    expect(findingGroups(all)).toHaveLength(2);
  });
  it("of unlike weight are not one", () => {
    const list = [one("a", "resin", "ruins"), one("b", "resin", "weakens"), one("c", "resin", "weakens")];
    expect(findingGroups(list)).toHaveLength(3);
  });
  it("are mended together where each offers the same", () => {
    const ids = ["a", "b", "c"];
    const [group] = findingGroups(
      ids.map((id) => one(id, "no-drain", "ruins", [mend("Own", `${id}1`), mend("Two drains", id)])),
    ) as [FindingGroup];
    expect(group.mendAll!.label).toBe("Own");
    const [other] = findingGroups(ids.map((id) => one(id, "no-drain", "ruins", [mend(`Own ${id}`, id)]))) as [
      FindingGroup,
    ];
    expect(other.mendAll).toBeNull();
    const [shared] = findingGroups(
      ids.map((id, i) =>
        one(
          id,
          "no-drain",
          "ruins",
          i === 0 ? [mend("Two drains", id)] : [mend("x", id), mend("Two drains", id)],
        ),
      ),
    ) as [FindingGroup];
    expect(shared.mendAll!.edits.map((e) => e.id)).toEqual(ids);
  });
  it("are not mended together where they change one row: the last change would be all there is", () => {
    const same = ["a", "b", "c"].map((id) => one(id, "no-drain", "ruins", [mend("Own", "scene")]));
    expect((findingGroups(same)[0] as FindingGroup).mendAll).toBeNull();
  });
  it("of a rule name it, whatever step they end with; unlike rules are not one", () => {
    const broken = (rule: string, i: number) =>
      finding("weakens", "order", `step:s${i}`, rule, rule, `Broken ${i}.`, [], "part:x/scheme-base");
    const list = findingGroups([broken("O12", 1), broken("O12", 2), broken("O12", 3), broken("O13", 4)]);
    expect(shown(list)).toEqual(["3 times against rule O12", "Broken 4."]);
  });
});
