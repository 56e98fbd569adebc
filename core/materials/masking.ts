/** What keeps paint off a place. A card is held by hand while it is sprayed: nothing is put on or taken off. */
export const maskKinds = ["tape", "liquid", "putty", "template", "card"] as const;
export type MaskKind = (typeof maskKinds)[number];

/** Tape is laid so fast, s/cm, and is a tenth over at corners and ends (defaults). */
export const TAPE_S_CM = 2;
export const TAPE_SPARE = 0.1;

/** In which order the zones of a part are painted, where that decides what has to be covered. */
export const maskOrders = ["fewest masks", "as typed", "messy first", "no masks"] as const;
export type MaskOrderWay = (typeof maskOrders)[number];

/** How the colours of a part are kept apart. */
export type Masking = { readonly order: MaskOrderWay; readonly kind: MaskKind };

export const usualMasking: Masking = { order: "fewest masks", kind: "tape" };
