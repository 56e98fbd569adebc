import { hexOfLab } from "#core/paint/colour";
import type { LabD65 } from "#core/paint/lab";
import type { PictureColour } from "#core/paint/picture/palette";
import {
  type Card,
  cardAt,
  type CardKind,
  patchAt,
  PATCH_VARIES,
  type Pixels,
  PICTURE_ERROR,
} from "#core/paint/picture/picture";

/** What a tap on a picture does. */
export const tapModes = ["white card", "grey card", "colour"] as const;
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
  { readonly card: Card } | { readonly colour: TakenColour } | { readonly problem: string };

/** What is under a tap at a point of the picture, px. */
export function tapped(picture: Pixels, x: number, y: number, mode: TapMode, card: Card | null): Tapped {
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
