import {
  type Carried,
  filled,
  filledWithin,
  type LooseRow,
  type LooseTables,
  type Upgrade,
} from "#data/upgrades/upgrade";

const rooms = {
  weather: { temperatureC: 20, humidity: 0.5 },
  shelfPieces: null,
  days: [],
  productTimes: {},
  away: [],
};

const scene = (row: LooseRow) => filled(row, { orderChanges: [], setAside: [], orderSchools: {} });
const record = (row: LooseRow) => filled(row, { pieces: null });
const setting = (row: LooseRow) => (row.id === "rooms" ? filledWithin(row, "rooms", rooms) : row);

/**
 * Version 4 brought changes of the order, steps done for some pieces, weather by the day, and another
 * accepted plan.
 */
export const from3: Upgrade = {
  from: 3,
  tables: ["scenes", "records", "settings", "plans"],
  carry: (tables: LooseTables): Carried => ({
    tables: {
      scenes: (tables.scenes ?? []).map(scene),
      records: (tables.records ?? []).map(record),
      settings: (tables.settings ?? []).map(setting),
      plans: [],
    },
    left: (tables.plans ?? []).map((row) => ({
      table: "plans",
      row,
      why: "This plan says when its steps begin and not when they end. Accept the plan on the order page again.",
    })),
  }),
};
