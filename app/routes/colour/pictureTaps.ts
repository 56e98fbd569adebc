import { counted } from "#core/words";
import type { differenceCounts, DifferenceKind } from "#core/paint/picture/sideBySide";
import { ciede2000 } from "#core/paint/ciede2000";
import { hexOfLab } from "#core/paint/colour";
import type { LabD65 } from "#core/paint/lab";
import type { PictureColour } from "#core/paint/picture/palette";
import {
  type Card,
  type Coverage,
  cardAt,
  coverageIn,
  type CardKind,
  patchAt,
  PATCH_VARIES,
  type Pixels,
  PICTURE_ERROR,
} from "#core/paint/picture/picture";

/** What a tap on a picture does. */
export const tapModes = ["white card", "grey card", "colour", "corner of a piece"] as const;
export type TapMode = (typeof tapModes)[number];

/** A colour that was taken from a picture: by a tap, or found by its area. */
export type TakenColour = {
  readonly lab: LabD65;
  readonly hex: string;
  readonly words: string;
};

const lightness = ({ l }: LabD65) => `L ${l.toFixed(0)}`;
const within = (card: Card | null) => `± ${card ? PICTURE_ERROR.withCard : PICTURE_ERROR.without}`;

/** A colour by its area. */
export const byArea = ({ lab, share }: PictureColour, card: Card | null): TakenColour => ({
  lab,
  hex: hexOfLab(lab),
  words: `${lightness(lab)} ${within(card)}, ${Math.max(1, Math.round(100 * share))} % of the picture`,
});

export type Tapped =
  | { readonly card: Card }
  | { readonly colour: TakenColour }
  | { readonly corner: readonly [number, number] }
  | { readonly problem: string };

/** What is under a tap at a point of the picture, px. */
export function tapped(picture: Pixels, x: number, y: number, mode: TapMode, card: Card | null): Tapped {
  if (mode === "corner of a piece") return { corner: [x, y] };
  if (mode !== "colour") {
    const kind: CardKind = mode === "grey card" ? "grey" : "white";
    const found = cardAt(picture, x, y, kind);
    return found.ok ? { card: found.value } : { problem: found.problems[0]!.message };
  }
  const patch = patchAt(picture, x, y, card);
  if (!patch) return { problem: "Tap inside the picture." };
  const uneven = patch.spread > PATCH_VARIES ? ", textured or lit unevenly: tap a larger even piece" : "";
  return {
    colour: {
      lab: patch.lab,
      hex: hexOfLab(patch.lab),
      words: `${lightness(patch.lab)} ${within(card)}, tapped${uneven}`,
    },
  };
}

/** Two colours nearer than this are not told apart in a picture (default: plainly different). */
const TOO_ALIKE = 5;

/**
 * How much of a piece of the picture has the upper of two colours, in figures and in words: the colour that was tapped
 * last over the one before it.
 * @param corners of the piece, px; nothing is said before there are two
 */
export function coverageTold(
  picture: Pixels,
  corners: readonly (readonly [number, number])[],
  [upper, lower]: readonly TakenColour[],
  card: Card | null,
): { readonly told: Coverage | null; readonly words: string } {
  const [from, to] = corners;
  if (!from || !to) return { told: null, words: "" };
  if (!upper || !lower)
    return {
      told: null,
      words: "Tap the lower colour first, then the upper one, then two corners of the piece.",
    };
  if (ciede2000(upper.lab, lower.lab) < TOO_ALIKE)
    return {
      told: null,
      words: "The two colours that were tapped are too alike to be told apart: tap another place.",
    };
  const told = coverageIn(picture, from, to, lower.lab, upper.lab, card);
  if (!told) return { told, words: "The piece is empty: tap two corners that lie apart." };
  const percent = (share: number) => Math.round(100 * share);
  const words =
    `${percent(told.share)} % of the piece, ${percent(told.low)} to ${percent(told.high)}, has the colour that was ` +
    "tapped last, over the one before it.";
  return { told, words };
}

/** The sign of each way in which a place can differ. */
export const differenceMark: Readonly<Record<DifferenceKind, string>> = {
  lighter: "○",
  darker: "●",
  stronger: "◆",
  greyer: "◇",
  "another hue": "◐",
  "harder edges": "╫",
  "softer edges": "≈",
};

/** `darker in 12 places, by up to 9`. */
export const countWords = ({ kind, places, mostSize }: ReturnType<typeof differenceCounts>[number]): string =>
  `${kind} in ${counted(places, "place", "places")}, by up to ${mostSize.toFixed(0)}`;
