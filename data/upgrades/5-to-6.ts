import { type Carried, filled, type LooseRow, type LooseTables, type Upgrade } from "#data/upgrades/upgrade";

/** Products were known by their names, and are known by ids now. */
const products: Readonly<Record<string, string>> = {
  "water acrylic, brushed": "acrylic",
  "water acrylic, airbrushed": "acrylic airbrushed",
  "one-coat translucent acrylic": "translucent acrylic",
  "heavy house or craft acrylic": "heavy acrylic",
  "spray primer, solvent": "primer can",
  "filler primer, solvent": "filler primer can",
  "brush-on primer, water": "brush primer",
  lacquer: "lacquer paint",
  "surfacer, brushed": "surfacer",
  "enamel film": "enamel",
  "oil film": "oil",
  "weathering pencil": "pencil",
  "pigment powder": "pigment",
  "matte varnish, solvent spray": "matte varnish can",
  "gloss or clear coat, solvent spray": "clear coat can",
  "varnish, water": "varnish",
  "epoxy, five-minute": "five-minute epoxy",
  "PVA, wood glue": "PVA",
  "foam-safe contact glue": "contact glue",
  "UV resin, clear or printing resin": "UV resin",
  "UV resin and talc": "UV resin paste",
  "filler putty, solvent": "solvent putty",
  "modelling or texture paste": "texture paste",
  "PVA + water over loose ground": "PVA ground",
  "gypsum plaster ground": "gypsum ground",
  "cement grout ground": "cement ground",
  "water-clear casting resin": "casting resin",
};
/** A name that was in no table stays, so that it is seen. */
const productOf = (name: unknown): unknown => (typeof name === "string" ? (products[name] ?? name) : name);

const isRow = (value: unknown): value is LooseRow =>
  typeof value === "object" && value !== null && !Array.isArray(value);
const each = (value: unknown, change: (row: LooseRow) => LooseRow): unknown =>
  Array.isArray(value) ? value.map((v: unknown) => (isRow(v) ? change(v) : v)) : value;

/** The field that was called `family`, under its new name. */
function withProduct(row: LooseRow): LooseRow {
  if (!("family" in row)) return row;
  const { family, ...rest } = row;
  return { product: productOf(family), ...rest };
}

/** What the old words of cut pieces were taken for. */
const words: readonly (readonly [RegExp, string])[] = [
  [/foam/i, "xps"],
  [/wood|ply|mdf|card|balsa/i, "mdf"],
  [/styrene/i, "styrene sheet"],
  [/iron|steel/i, "steel"],
  [/clear|acrylic/i, "clear acrylic"],
];
const madeOf = (text: unknown) =>
  typeof text === "string" ? (words.find(([word]) => word.test(text))?.[1] ?? null) : null;

const plastics = [
  "PLA",
  "PETG",
  "ABS",
  "ASA",
  "TPU",
  "resin",
  "tough resin",
  "clear resin",
  "water-washable resin",
];
/** What a roll or bottle is; a word of the builder's own goes into its name. */
function printMaterial(row: LooseRow): LooseRow {
  if (!("family" in row)) return row;
  const { family, ...rest } = row;
  if (typeof family !== "string" || plastics.includes(family)) return { plastic: family, ...rest };
  const plastic =
    plastics.find((p) => p.toLowerCase() === family.toLowerCase()) ??
    (row.process === "resin" ? "resin" : "PLA");
  const name = family === "" ? row.name : `${String(row.name)} (${family})`;
  return { plastic, ...rest, name };
}

const part = (row: LooseRow): LooseRow => ({
  ...filled(row, { madeOf: null }),
  ...("scheme" in row ? { scheme: each(row.scheme, withProduct) } : {}),
  ...("cutPieces" in row
    ? { cutPieces: each(row.cutPieces, (c) => filled(c, { madeOf: madeOf(c.material) })) }
    : {}),
});
const joint = (row: LooseRow): LooseRow => ("glue" in row ? { ...row, glue: productOf(row.glue) } : row);
const ground = (row: LooseRow): LooseRow =>
  typeof row.flock === "boolean" ? { ...row, flock: row.flock ? "sprinkled" : "none" } : row;
const paint = (row: LooseRow): LooseRow => filled(withProduct(row), { thinner: null });
const stock = (row: LooseRow): LooseRow =>
  typeof row.needKey === "string" && row.needKey.startsWith("family:")
    ? { ...row, needKey: `product:${String(productOf(row.needKey.slice(7)))}` }
    : row;
const kept = (row: LooseRow): LooseRow =>
  isRow(row.change) ? { ...row, change: withProduct(row.change) } : row;
const scene = (row: LooseRow): LooseRow =>
  "orderChanges" in row ? { ...row, orderChanges: each(row.orderChanges, kept) } : row;
function setting(row: LooseRow): LooseRow {
  if (row.id !== "rooms" || !isRow(row.rooms) || !isRow(row.rooms.productTimes)) return row;
  const times = Object.entries(row.rooms.productTimes).map(([name, own]) => [String(productOf(name)), own]);
  return { ...row, rooms: { ...row.rooms, productTimes: Object.fromEntries(times) as LooseRow } };
}

const rows = {
  scenes: scene,
  parts: part,
  joints: joint,
  grounds: ground,
  paints: paint,
  stock,
  settings: setting,
};

/** Version 6 knows products and materials by ids of one table each. */
export const from5: Upgrade = {
  from: 5,
  tables: [...Object.keys(rows), "materials"],
  carry: (tables: LooseTables): Carried => ({
    tables: {
      ...Object.fromEntries(
        Object.entries(rows).map(([name, change]) => [name, (tables[name] ?? []).map(change)]),
      ),
      materials: (tables.materials ?? []).map(printMaterial),
    },
    left: [],
  }),
};
