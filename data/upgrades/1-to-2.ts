import { filled, filledWithin, filling } from "#data/upgrades/upgrade";

/**
 * Version 2 brought what a part says of its files, copies, listing and other ways to have it, and the ledger.
 */
export const from1 = filling(1, {
  parts: (row) =>
    filledWithin(
      filled(row, {
        tier: null,
        ownFactor: 1,
        copies: [],
        versions: [],
        listing: null,
        cutPieces: [],
        otherWays: null,
      }),
      "origin",
      { nativeScale: "", priceMinor: null },
    ),
});
