import { TONES } from "#core/paint/tones";
import type { FormShape } from "#app/readForm";

/** What a layer says in numbers. `onSome`: per cent of the copies; `seed`: the draw of copies. */
type LayerNumbers = {
  coats: number;
  coverage: number;
  mostShare: number | null;
  onSome: number | null;
  seed: number;
};

/** How a layer of a scheme is laid. */
export const layerForm: FormShape<LayerNumbers> = (joi) => ({
  coats: joi.number().integer().min(1).max(20).default(1),
  coverage: joi.number().greater(0).max(100).default(100),
  mostShare: joi.number().greater(0).max(100).allow(null).default(null).label("At most, %"),
  onSome: joi.number().greater(0).max(100).allow(null).default(null).label("On so many of the copies, %"),
  seed: joi.number().integer().min(0).max(1e9).default(1).label("Draw"),
});

/** Where the parts of a mix are typed, one for each of its pots. */
export const partFields = ["parts0", "parts1", "parts2", "parts3"] as const;
type PartField = (typeof partFields)[number];

/** A mix: parts of up to four pots, and how thin it is, in per cent of the paint; null where nobody says. */
export const mixForm: FormShape<{ thinner: number | null } & Record<PartField, number>> = (joi) => {
  const parts = joi.number().min(0).max(1000).default(0);
  return {
    thinner: joi.number().min(0).max(400).allow(null).default(null).label("Thinner, %"),
    parts0: parts,
    parts1: parts,
    parts2: parts,
    parts3: parts,
  };
};

/** How many tones, and how far the last of them goes. */
export const tonesForm: FormShape<{ count: number; topParts: number }> = (joi) => ({
  count: joi.number().integer().min(TONES.least).max(TONES.most).default(TONES.usual),
  topParts: joi.number().greater(0).max(12).default(3).label("Its parts to one of the base at the end"),
});

/** A batch of a mix that stands ready, ml. */
export const batchForm: FormShape<{ made: number; left: number | null }> = (joi) => ({
  made: joi.number().greater(0).max(100_000).required().label("Mixed, ml"),
  left: joi.number().min(0).max(100_000).allow(null).default(null).label("Left of it, ml"),
});
