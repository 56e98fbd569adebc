import { filling } from "#data/upgrades/upgrade";

/** Pins on parts and what was seen of layers came to have tables, cuts a reach; nothing that was there changed. */
export const from9 = filling(9, {});
