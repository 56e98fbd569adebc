import { filled, filling } from "#data/upgrades/upgrade";

/** Version 5 keeps rows that have no place aside. Scenes of version 4 may be from before they had a theme. */
export const from4 = filling(4, {
  scenes: (row) => filled(row, { theme: "clean" }),
});
