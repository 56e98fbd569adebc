import { type Carried, type LooseRow, type LooseTables, type Upgrade } from "#data/upgrades/upgrade";

const isRow = (value: unknown): value is LooseRow =>
  typeof value === "object" && value !== null && !Array.isArray(value);

/** What was decided for a part's surface is its one zone's; what must stay clean is the part's as before. */
function part(row: LooseRow): LooseRow {
  if ("zones" in row) return row;
  const { scheme = [], finish, ...rest } = row;
  const { school = null, bare, ...others } = isRow(finish) ? finish : {};
  const zone = {
    number: 0,
    name: "whole",
    meaning: bare === true ? "bare" : null,
    areaCm2: null,
    school,
    scheme,
  };
  return { ...rest, finish: isRow(finish) || finish === undefined ? others : finish, zones: [zone] };
}

/** Parts came to have zones, and meshes a map of them. */
export const from8: Upgrade = {
  from: 8,
  tables: ["parts"],
  carry: ({ parts = [] }: LooseTables): Carried => ({ tables: { parts: parts.map(part) }, left: [] }),
};
