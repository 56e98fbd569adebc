import type { Colour, SchemeLayer } from "#core/paint/scheme";

/** A layer of a sequence: as one of a scheme, but for what it is laid with, which is a slot by its place. */
export type SequenceLayer = Omit<SchemeLayer, "id" | "colour" | "among"> & {
  /** The slot that it takes its colour from; null where its product is enough. */
  readonly slot: number | null;
  /** The other colours of copies that differ. */
  readonly amongSlots?: readonly number[];
};

/** A run of layers under a name, laid again in other colours on other things. */
export type PaintSequence = {
  readonly id: string;
  readonly name: string;
  /** What each of its colours is, in words: `off-white`. */
  readonly slots: readonly string[];
  readonly layers: readonly SequenceLayer[];
};

/** More layers than this are no sequence that anybody reads (our choice). */
export const MOST_SEQUENCE_LAYERS = 40;

const keyOf = ({ kind, id }: Colour): string => `${kind}:${id}`;

/**
 * Layers as a sequence: every colour in them becomes a slot, called as it is called now.
 * @param nameOf what a mix or a pot is called
 */
export function sequenceOf(
  id: string,
  name: string,
  layers: readonly SchemeLayer[],
  nameOf: (colour: Colour) => string,
): PaintSequence {
  const slots = new Map<string, { readonly at: number; readonly name: string }>();
  const slotOf = (colour: Colour): number => {
    const known = slots.get(keyOf(colour));
    if (known) return known.at;
    const at = slots.size;
    slots.set(keyOf(colour), { at, name: nameOf(colour) });
    return at;
  };
  const kept = layers.map(({ id: _, colour, among, ...layer }): SequenceLayer => ({
    ...layer,
    slot: colour && slotOf(colour),
    ...(among ? { amongSlots: among.map(slotOf) } : {}),
  }));
  return { id, name, slots: [...slots.values()].map((s) => s.name), layers: kept };
}

/**
 * The layers of a sequence in colours of one's own.
 * @param colours by slot; null where none is chosen yet
 * @param freshId names each layer
 */
export const layersOfSequence = (
  { layers }: PaintSequence,
  colours: readonly (Colour | null)[],
  freshId: () => string,
): readonly SchemeLayer[] =>
  layers.map(({ slot, amongSlots, ...layer }): SchemeLayer => {
    const among = (amongSlots ?? []).flatMap((s) => colours[s] ?? []);
    return {
      ...layer,
      id: freshId(),
      colour: slot === null ? null : (colours[slot] ?? null),
      ...(among.length > 0 ? { among } : {}),
    };
  });
