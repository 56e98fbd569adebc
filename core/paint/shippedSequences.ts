import type { PaintSequence, SequenceLayer } from "#core/paint/paintSequence";

type Given = Partial<SequenceLayer> & Pick<SequenceLayer, "kind">;

/** A layer of a shipped sequence: by brush, with water acrylic, matte, on all of it, where nothing else is said. */
const laid = (given: Given): SequenceLayer => ({
  ...{ slot: null, product: "acrylic", method: "brush", coats: 1, coverage: 1, sheen: "matte" },
  ...given,
});
const primer = laid({ kind: "primer", product: "brush primer" });
const base = (slot: number, coats = 2) => laid({ kind: "colour", slot, coats });
const patch = (slot: number, coverage: number) => laid({ kind: "colour", slot, coverage, brush: "small" });
const wash = (slot: number, coverage = 1) =>
  laid({ kind: "shade", slot, coverage, product: "acrylic wash", method: "wash" });
const dry = (slot: number, coverage: number) =>
  laid({ kind: "drybrush", slot, coverage, method: "drybrush", load: "dry" });
const glaze = (slot: number, coverage: number) => laid({ kind: "glaze", slot, coverage, brush: "small" });
const line = (slot: number, coverage: number) =>
  laid({ kind: "line in", slot, coverage, product: "acrylic wash", brush: "small" });
const dabbed = (slot: number, coverage: number) => laid({ kind: "colour", slot, coverage, method: "sponge" });
const seal = (given: Partial<SequenceLayer> = {}) => laid({ kind: "varnish", product: "varnish", ...given });
const powder = (slot: number, coverage: number) =>
  laid({ kind: "pigment", slot, coverage, product: "pigment", method: "powder" });

const shipped = (
  name: string,
  slots: readonly string[],
  layers: readonly SequenceLayer[],
): PaintSequence => ({
  id: `shipped-${name.toLowerCase().replaceAll(/[^a-z]+/g, "-")}`,
  name,
  slots,
  layers,
});

/** Sequences to begin with, in the order in which things are usually looked for. Common practice. */
export const shippedSequences: readonly PaintSequence[] = [
  shipped(
    "Base, accents, one wash over all",
    ["base", "accent", "wash"],
    [primer, base(0), patch(1, 0.2), wash(2), seal()],
  ),
  shipped(
    "Background figure",
    ["cloth", "skin", "leather", "light cloth", "wash"],
    [primer, base(0, 1), patch(1, 0.15), patch(2, 0.1), wash(4), dry(3, 0.3), seal()],
  ),
  shipped(
    "Eye, from the dark frame to the shine",
    ["dark frame", "off-white", "iris", "pupil", "skin"],
    [
      patch(0, 0.06),
      { ...patch(1, 0.04), backTo: 1 },
      { ...patch(2, 0.02), backTo: 1 },
      { ...patch(3, 0.01), backTo: 1 },
      { ...patch(4, 0.03), backTo: 1 },
      laid({ kind: "gloss", product: "varnish", sheen: "gloss", coverage: 0.04, brush: "small" }),
    ],
  ),
  shipped(
    "Cloth or canvas in three layers",
    ["shadow", "cloth", "light"],
    [primer, base(0, 1), laid({ kind: "colour", slot: 1, coverage: 0.7 }), dry(2, 0.3), seal()],
  ),
  shipped(
    "Weathered timber",
    ["dark wood", "grey wood", "pale grey", "black-brown wash"],
    [
      primer,
      base(0, 1),
      laid({ ...dry(1, 0.7), stroke: "along it", load: "damp" }),
      wash(3),
      laid({ ...dry(2, 0.3), stroke: "along it" }),
      seal(),
    ],
  ),
  shipped(
    "Plastered wall",
    ["plaster", "lighter plaster", "stain"],
    [primer, base(0), dabbed(1, 0.4), laid({ ...wash(2, 0.3), stroke: "downward" }), seal()],
  ),
  shipped(
    "Roof slates",
    ["slate", "blue slate", "brown slate", "dark wash", "pale edge"],
    [primer, base(0), patch(1, 0.15), patch(2, 0.1), wash(3), dry(4, 0.2), seal()],
  ),
  shipped(
    "Mossy stone",
    ["dark stone", "stone", "pale stone", "moss", "brown wash"],
    [primer, base(0, 1), dry(1, 0.7), wash(4), dry(2, 0.3), seal(), powder(3, 0.15)],
  ),
  shipped(
    "Brick with mortar",
    ["brick", "darker brick", "mortar", "pale edge"],
    [primer, base(0), patch(1, 0.25), laid({ ...wash(2, 1), stroke: "in circles" }), dry(3, 0.2), seal()],
  ),
  shipped(
    "Rusted iron",
    ["dark brown", "rust", "bright rust", "bare iron"],
    [
      primer,
      base(0, 1),
      dabbed(1, 0.4),
      dabbed(2, 0.15),
      laid({
        kind: "streak",
        slot: 1,
        coverage: 0.1,
        product: "enamel wash",
        method: "wash",
        stroke: "downward",
      }),
      dry(3, 0.05),
      seal(),
    ],
  ),
  shipped(
    "Water-line",
    ["green-brown", "dark slime", "pale silt"],
    [
      dabbed(1, 0.12),
      laid({ kind: "glaze", slot: 0, coverage: 0.3, product: "acrylic wash", method: "wash" }),
      dry(2, 0.08),
      laid({ kind: "gloss", product: "varnish", sheen: "gloss", coverage: 0.15 }),
    ],
  ),
  shipped(
    "Face",
    ["skin", "skin shade", "light skin", "lip and cheek"],
    [base(0), wash(1), glaze(2, 0.4), glaze(3, 0.05), seal({ sheen: "satin" })],
  ),
  shipped(
    "Foliage",
    ["dark green", "green", "pale green"],
    [
      laid({ kind: "colour", slot: 0, method: "airbrush" }),
      laid({ kind: "colour", slot: 1, method: "airbrush", coverage: 0.6, stroke: "from above" }),
      dry(2, 0.25),
      seal(),
    ],
  ),
  shipped(
    "Road",
    ["dark grey", "grey", "dust"],
    [primer, base(0, 1), dabbed(1, 0.5), line(0, 0.05), seal(), powder(2, 0.3)],
  ),
  shipped(
    "Lying snow",
    ["blue-grey shadow", "white"],
    [
      laid({ kind: "colour", slot: 0 }),
      laid({ kind: "colour", slot: 1, coverage: 0.8, coats: 2 }),
      seal({ sheen: "satin" }),
    ],
  ),
];
