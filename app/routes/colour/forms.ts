import { MOST_PANELS } from "#core/paint/panels";
import { TONES } from "#core/paint/tones";
import type { FormShape } from "#app/readForm";

/** What a layer says in numbers. `onSome`: per cent of the copies; `seed`: the draw of copies. */
type LayerNumbers = {
  coats: number;
  coverage: number;
  mostShare: number | null;
  onSome: number | null;
  seed: number;
  panelsAcross: number | null;
  panelsDown: number | null;
};

const panels = (joi: Parameters<FormShape<object>>[0]) =>
  joi.number().integer().min(1).max(MOST_PANELS).allow(null).default(null);

/** How a layer of a scheme is laid. */
export const layerForm: FormShape<LayerNumbers> = (joi) => ({
  coats: joi.number().integer().min(1).max(20).default(1),
  coverage: joi.number().greater(0).max(100).default(100),
  mostShare: joi.number().greater(0).max(100).allow(null).default(null).label("At most, %"),
  onSome: joi.number().greater(0).max(100).allow(null).default(null).label("On so many of the copies, %"),
  panelsAcross: panels(joi).label("Panels across"),
  panelsDown: panels(joi).label("Panels down"),
  seed: joi.number().integer().min(0).max(1e9).default(1).label("Draw"),
});

/** Where the parts of a mix are typed, one for each of its pots. */
export const partFields = ["parts0", "parts1", "parts2", "parts3"] as const;
/** How a mix is sprayed: nozzle mm, pressure bar, distance cm, passes. */
export const laidFields = ["nozzleMm", "bar", "distanceCm", "passes"] as const;
type LaidField = (typeof laidFields)[number];
type PartField = (typeof partFields)[number];

/** A mix: parts of up to four pots, and how thin it is, in per cent of the paint; null where nobody says. */
export const mixForm: FormShape<
  { thinner: number | null } & Record<PartField, number> & Record<LaidField, number | null>
> = (joi) => {
  const some = joi.number().greater(0).allow(null).default(null);
  const parts = joi.number().min(0).max(1000).default(0);
  return {
    thinner: joi.number().min(0).max(400).allow(null).default(null).label("Thinner, %"),
    nozzleMm: some.max(5).label("Nozzle, mm"),
    bar: some.max(20).label("Pressure, bar"),
    distanceCm: some.max(300).label("From, cm"),
    passes: some.integer().max(50).label("Passes"),
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
