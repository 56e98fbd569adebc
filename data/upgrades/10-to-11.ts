import { filling } from "#data/upgrades/upgrade";

/** Sequences of layers came to have a table; nothing that was there changed. */
export const from10 = filling(10, {});
