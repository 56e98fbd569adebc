import { filling } from "#data/upgrades/upgrade";

/** Drawings and pictures beside the models of a scene came to have a table; nothing that was there changed. */
export const from7 = filling(7, {});
