import { curedCoats } from "#core/surface/curedResin";
import type { ProductId } from "#core/materials/products";
import type { PinAnswer } from "#core/surface/pinAnswers";

/** A gap that is to be filled. Lengths mm; `textured`: its face is sculpted; `sandable`: sandpaper reaches it. */
export type Gap = {
  readonly widthMm: number;
  readonly depthMm: number;
  readonly lengthMm: number;
  readonly textured: boolean;
  readonly sandable: boolean;
};

/** What fills a gap, in how many layers, how much of it, and when it is sanded. */
export type Filling = {
  readonly answer: PinAnswer;
  readonly product: ProductId | null;
  readonly layers: number;
  /** From the last layer to the sanding, h; null where it is not sanded. */
  readonly sandAfterHours: number | null;
  readonly millilitres: number;
  readonly how: string;
};

/** Widths up to which each fills, mm (common practice). */
const WIDTH_MM = { primer: 0.1, resin: 0.5, putty: 2 } as const;
/** Solvent putty goes on in layers of this, mm, and is sanded after a day (common practice). */
const PUTTY_LAYER_MM = 0.5;
const PUTTY_HOURS = 24;
/** Textures and wide gaps stand a day before anything more (common practice). */
const EPOXY_HOURS = 24;

const ml = ({ widthMm, depthMm, lengthMm }: Gap): number => (widthMm * depthMm * lengthMm) / 1000;
const layersOf = (depthMm: number): number => Math.max(1, Math.ceil(depthMm / PUTTY_LAYER_MM - 1e-9));

/** A gap of which nobody said how deep it is, mm (default). */
export const USUAL_GAP_DEPTH_MM = 1;

/** What a gap is filled with by its width, its face and whether it can be sanded. Common practice. */
export function fillingFor(gap: Gap): Filling {
  const { widthMm, depthMm, textured, sandable } = gap;
  const of = (filling: Omit<Filling, "millilitres">): Filling => ({ ...filling, millilitres: ml(gap) });
  if (widthMm <= WIDTH_MM.primer)
    return of({
      ...{ answer: "primer", product: "brush primer", layers: 2, sandAfterHours: null },
      how: "two coats of brushed primer run into it",
    });
  if (textured && !sandable)
    return of({
      ...{ answer: "epoxy putty", product: "epoxy putty", layers: 1, sandAfterHours: null },
      how: "epoxy putty, its edge feathered into the texture with a wet brush; nothing is sanded",
    });
  if (widthMm <= WIDTH_MM.resin)
    return of({
      ...{ answer: sandable ? "brushed resin" : "cyanoacrylate", layers: 1 },
      product: sandable ? "UV resin" : "cyanoacrylate",
      sandAfterHours: null,
      how: sandable
        ? "printing resin under a lamp, in stretches of 5 mm; laid right it needs no sanding"
        : "cyanoacrylate drawn in with a wire",
    });
  if (widthMm <= WIDTH_MM.putty)
    return of({
      ...{ answer: "putty", product: "solvent putty", layers: layersOf(depthMm) },
      sandAfterHours: sandable ? PUTTY_HOURS : null,
      how: `putty in layers of ${PUTTY_LAYER_MM} mm; sanded when a nail leaves no mark`,
    });
  return of({
    ...{ answer: "epoxy putty", product: "epoxy putty", layers: 1 },
    sandAfterHours: sandable ? EPOXY_HOURS : null,
    how: "epoxy putty, or a shim glued in and filled round; wider than 4 mm print the piece again",
  });
}

/** Parts of talc to one of resin in a paste, by volume, to begin with (default). */
export const USUAL_TALC_PARTS = 1;

/** A paste of resin and talc that a lamp cures, in coats as deep as light goes through what is opaque. */
export function pasteFilling({ talcParts, ...gap }: Gap & { readonly talcParts: number }): Filling {
  const { coats, lampSeconds } = curedCoats(gap.depthMm, "opaque", 1);
  return {
    ...{ answer: "paste", product: "UV resin paste", layers: coats, millilitres: ml(gap) },
    sandAfterHours: gap.sandable ? 0 : null,
    how:
      `1 part resin to ${talcParts} of talc by volume: a lump on a tilted card does not run in 30 s; ` +
      `${lampSeconds} s of lamp in all`,
  };
}
