import { type Carried, type LooseRow, type LooseTables, type Upgrade } from "#data/upgrades/upgrade";

const isRow = (value: unknown): value is LooseRow =>
  typeof value === "object" && value !== null && !Array.isArray(value);

/** Where the fields of a part lie now, with their new names and what they are where a row does not say. */
const sections: Readonly<Record<string, readonly (readonly [old: string, now: string, usual: unknown])[]>> = {
  size: [
    ["source", "source", { kind: "unknown" }],
    ["unitMm", "unitMm", 1],
    ["unitSure", "unitSure", true],
    ["features", "features", []],
    ["ownFactor", "ownFactor", 1],
    ["sizeMm", "boxMm", null],
  ],
  finish: [
    ["surfaceSchool", "school", null],
    ["front", "front", null],
  ],
  place: [
    ["placements", "placements", []],
    ["lamp", "lamp", null],
  ],
  history: [
    ["copies", "copies", []],
    ["versions", "versions", []],
  ],
  print: [
    ["process", "process", "choose"],
    ["printerId", "printerId", null],
    ["materialId", "materialId", null],
    ["recipeId", "printRecipeId", null],
    ["hollow", "hollow", null],
    ["clear", "clear", false],
    ["spans", "spans", false],
    ["pose", "pose", null],
    ["raised", "raised", null],
    ["infillBands", "infillBands", []],
    ["use", "use", null],
    ["spares", "spares", 0],
    ["pieceOf", "pieceOf", null],
  ],
};
const moved = new Set(Object.values(sections).flatMap((fields) => fields.map(([old]) => old)));

/** A layer was laid with a mix or with a pot, and could say both: the mix was what was used. */
function layer(row: LooseRow): LooseRow {
  if (!("recipeId" in row) && !("paintId" in row)) return row;
  const { recipeId = null, paintId = null, ...rest } = row;
  const kind = recipeId !== null ? "recipe" : "paint";
  const id = recipeId ?? paintId;
  return { ...rest, colour: id === null ? null : { kind, id } };
}

const section = (row: LooseRow, name: string): LooseRow =>
  Object.fromEntries(
    sections[name]!.map(([old, now, usual]) => [now, row[old] === undefined ? usual : row[old]]),
  );

/** As many states as there are copies and spares: those beyond them were of copies that are no more. */
function noMoreThanCopies(history: LooseRow, count: unknown, spares: unknown): LooseRow {
  const most = (typeof count === "number" ? count : 0) + (typeof spares === "number" ? spares : 0);
  const { copies } = history;
  return Array.isArray(copies) && most > 0 && copies.length > most
    ? { ...history, copies: copies.slice(0, most) }
    : history;
}

function part(row: LooseRow): LooseRow {
  // A row that is in sections already stays as it is.
  if ("size" in row && "history" in row) return row;
  const { made = "printed", madeOf = null, cutPieces = [], scheme, ...others } = row;
  const common = Object.fromEntries(Object.entries(others).filter(([key]) => !moved.has(key)));
  const printed = made !== "bought" && made !== "by hand";
  const pieceOf = isRow(row.pieceOf) && row.pieceOf.partId === row.id ? null : row.pieceOf;
  const print = section({ ...row, pieceOf }, "print");
  return {
    ...common,
    scheme: Array.isArray(scheme) ? scheme.map((l: unknown) => (isRow(l) ? layer(l) : l)) : scheme,
    size: section(row, "size"),
    finish: section(row, "finish"),
    place: section(row, "place"),
    history: noMoreThanCopies(section(row, "history"), row.count, printed ? print.spares : 0),
    made,
    // What is bought or built by hand is not printed, hollow or clear; what is printed is of its machine's stuff.
    ...(printed ? { print } : { madeOf }),
    ...(made === "by hand" ? { cutPieces } : {}),
  };
}

const carry = (tables: LooseTables): Carried => ({
  tables: { parts: (tables.parts ?? []).map(part) },
  left: [],
});

/** The fields of a part lie in sections, and those of another way of making are gone. */
export const from6: Upgrade = { from: 6, tables: ["parts"], carry };
