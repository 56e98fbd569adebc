import type { Agent } from "#core/materials/agent";
import type { Hazard } from "#core/materials/hazard";
import type { MaterialKind } from "#core/materials/materialKind";
import type { ThinnerId } from "#core/materials/thinner";
import type { WeatherClass } from "#core/materials/weather";

/** Chemistry that decides what may lie over what. */
export type Chemistry =
  "water" | "lacquer" | "enamel or oil" | "powder" | "resin" | "glue" | "mineral" | "two-pack" | "none";

/** What a product is reached for. */
export type ProductKind =
  | "paint"
  | "ink"
  | "wash"
  | "primer"
  | "varnish"
  | "weathering"
  | "filler"
  | "paste"
  | "glue"
  | "resin"
  | "ground";

/** What a glue does: the widest gap it fills, mm; whether it gives; what it does not hold on. */
export type GlueTraits = {
  readonly gapMm: number;
  readonly gives: boolean;
  readonly notOn: readonly MaterialKind[];
  readonly because: string;
};

/**
 * A class of products that behave alike. Times in minutes at 20 C and 50 %, each editable per product: until
 * the next coat, until it may be handled, until it is cured through. Common practice.
 */
export type Product = {
  readonly id: string;
  readonly name: string;
  readonly kind: ProductKind;
  readonly chemistry: Chemistry;
  readonly weather: WeatherClass;
  readonly thinner: ThinnerId;
  /** What the thinner does where it does not thin. */
  readonly thinnerUse: "" | "to clean" | "to smooth" | "and alcohol first";
  readonly recoatMinutes: number;
  readonly handleMinutes: number;
  readonly cureMinutes: number;
  /** A next coat goes on before the first, or after the second; between them it wrinkles or does not bond. */
  readonly closed?: { readonly fromMinutes: number; readonly untilMinutes: number };
  readonly sprayed: boolean;
  /** Thickness of one dry coat, mm; of a ground as it usually lies. */
  readonly filmMm: number;
  /** Share of its volume that stays when it is dry, as it is sold. */
  readonly solids: number;
  /** What it has to lie on; empty when it takes anything that is clean and dry. */
  readonly needs: string;
  /** How it dries; null where it leaves the face as it was or is no film. */
  readonly leaves: "matte" | "satin" | "gloss" | null;
  /** What it brings that can harm a bare material under it. */
  readonly agents: readonly Agent[];
  readonly hazards: readonly Hazard[];
  /** A coat from a spray of this kind whitens when alcohol touches it. */
  readonly frostsUnderAlcohol?: true;
  /** While it is this old it can be drawn back off, from tacky to set: minutes after it was laid. */
  readonly workable?: { readonly fromMinutes: number; readonly untilMinutes: number };
  /** Its pigment is too coarse for an airbrush. */
  readonly coarse?: true;
  /** It can be opened again with its thinner. */
  readonly reopens?: true;
  /** It sets within minutes in a brush or nozzle. */
  readonly setsInTool?: true;
  /** It is made of two parts by ratio, so a batch can be wrong. */
  readonly twoParts?: true;
  /** Warmth that it brings where it is laid, C. */
  readonly heatC?: number;
  /** It softens again when it is soaked. */
  readonly softensWet?: true;
  /** It shrinks as it dries. */
  readonly shrinks?: true;
  /** Drawn from the shelf as such, and not as a pot of colour. */
  readonly fromShelf: boolean;
  readonly glue?: GlueTraits;
  readonly note: string;
};
