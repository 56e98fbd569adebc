import { from1 } from "#data/upgrades/1-to-2";
import { from2 } from "#data/upgrades/2-to-3";
import { from3 } from "#data/upgrades/3-to-4";
import { from4 } from "#data/upgrades/4-to-5";
import { from5 } from "#data/upgrades/5-to-6";
import { from6 } from "#data/upgrades/6-to-7";
import { from7 } from "#data/upgrades/7-to-8";
import { from8 } from "#data/upgrades/8-to-9";
import { from9 } from "#data/upgrades/9-to-10";
import { from10 } from "#data/upgrades/10-to-11";
import type { LeftOfVersion, LooseTables, Upgrade } from "#data/upgrades/upgrade";

/** Version of what is stored now, in the database and in archives. */
export const DATA_VERSION = 11;

/** Every step there is, in order: the first one leads from version 1. */
export const upgrades: readonly Upgrade[] = [
  from1,
  from2,
  from3,
  from4,
  from5,
  from6,
  from7,
  from8,
  from9,
  from10,
];

export type Upgraded = { readonly tables: LooseTables; readonly left: readonly LeftOfVersion[] };

/**
 * Rows of an older version as they are now. Tables that no step names stay as they are.
 * @param from the version that they were written by, 1 to `DATA_VERSION`
 */
export function upgraded(tables: LooseTables, from: number): Upgraded {
  let now = tables;
  const left: LeftOfVersion[] = [];
  for (const upgrade of upgrades) {
    if (upgrade.from < from) continue;
    const given = Object.fromEntries(upgrade.tables.map((name) => [name, now[name] ?? []]));
    const carried = upgrade.carry(given);
    now = { ...now, ...carried.tables };
    left.push(...carried.left.map((row) => ({ ...row, version: upgrade.from })));
  }
  return { tables: now, left };
}
