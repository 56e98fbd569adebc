import type { ProductId } from "#core/materials/products";
import type { ToolId } from "#core/materials/tools";
import type { StepFacts } from "#core/steps/facts";
import type { Action, Place, Sheen } from "#core/steps/step";

/** What a step of one's own may be, with what it usually takes. Minutes are common practice, to be corrected. */
export type OwnKind = {
  readonly name: string;
  readonly action: Action;
  readonly product: ProductId | null;
  readonly sheen: Sheen | null;
  readonly tool: ToolId;
  readonly place: Place;
  readonly minutes: number;
  readonly waitMinutes: number;
  readonly facts: StepFacts;
};

type Given = Partial<Omit<OwnKind, "name" | "action">>;
const kind = (name: string, action: Action, minutes: number, given: Given = {}): OwnKind => ({
  name,
  action,
  product: null,
  sheen: null,
  tool: "hands",
  place: "bench",
  minutes,
  waitMinutes: 0,
  facts: {},
  ...given,
});
const DAY = 1440;
const wash = { product: "acrylic wash", tool: "soft brush", sheen: "matte", waitMinutes: 30 } as const;
const fine = { product: "acrylic", tool: "fine brush", sheen: "matte", waitMinutes: 20 } as const;

/** In the order of the work. */
export const ownKinds: readonly OwnKind[] = [
  kind("Clip and cut", "clip", 5, { tool: "clippers and blade" }),
  kind("Flame the face", "flame", 10, { tool: "small torch", place: "outdoors" }),
  kind("Sand", "sand", 10, { tool: "abrasive 240" }),
  kind("Fill", "fill", 8, { product: "solvent putty", tool: "spatula", waitMinutes: 120 }),
  kind("Fill in a thin coat", "level", 8, { product: "UV resin", tool: "brush", waitMinutes: 1 }),
  kind("Wash and dry", "wash", 5, { tool: "brush and water", place: "sink", waitMinutes: 30 }),
  kind("Warm it: hot water, drying box, sun", "warm", 10, { facts: { heatC: 40 } }),
  kind("Dry fit", "dry fit", 5, { tool: "file" }),
  kind("Glue", "glue", 5, { product: "cyanoacrylate", tool: "glue", waitMinutes: 5 }),
  kind("Release film", "release film", 4, { tool: "film" }),
  kind("Texture paste", "paste", 15, { product: "texture paste", tool: "spatula", waitMinutes: 120 }),
  kind("Seal", "seal", 12, { product: "varnish", sheen: "satin", tool: "brush", waitMinutes: 120 }),
  kind("Prime", "prime", 8, { product: "brush primer", sheen: "matte", tool: "brush", waitMinutes: 45 }),
  kind("Mask", "mask", 10, { tool: "tape" }),
  kind("Take the mask off", "unmask", 4),
  kind("Paint", "paint", 10, { ...fine, tool: "brush" }),
  kind("Decal", "decal", 15, { tool: "fine brush", waitMinutes: DAY }),
  kind("Wash of colour", "shade", 8, wash),
  kind("Filter", "shade", 8, { ...wash, facts: { weathering: "filter" } }),
  kind("Streaks", "shade", 10, { ...wash, product: "enamel wash", facts: { weathering: "streak" } }),
  kind("Drybrush", "drybrush", 8, { ...fine, tool: "old brush" }),
  kind("Line in", "line in", 10, { ...fine, product: "acrylic wash" }),
  kind("Dust", "pigment", 6, { product: "pigment", tool: "soft brush", facts: { weathering: "dust" } }),
  kind("Chips and scratches", "paint", 10, { ...fine, facts: { weathering: "chip" } }),
  kind("Splatter", "paint", 5, { ...fine, tool: "old brush", facts: { weathering: "splatter" } }),
  kind("Touch up", "touch up", 5, fine),
  kind("Varnish", "varnish", 8, { product: "varnish", sheen: "matte", tool: "brush", waitMinutes: 30 }),
  kind("Wet gloss", "gloss effect", 6, {
    product: "UV resin",
    sheen: "gloss",
    tool: "brush",
    waitMinutes: 5,
  }),
  kind("Dry and sterilise", "sterilise", 10, { tool: "oven tray", waitMinutes: DAY }),
  kind("Set in place", "place", 4, { product: "PVA", tool: "glue", waitMinutes: 30 }),
  kind("Test on scrap", "test", 4, { facts: { checks: ["can"] } }),
  kind("Splatter on paper first", "test", 4, { facts: { checks: ["splatter"] } }),
  kind("Look or measure", "inspect", 3, { tool: "side light" }),
  kind("Carry it, load it", "carry", 5, { facts: { load: true } }),
];

/**
 * The kind that a step of one's own is of: of those of its action, the one whose facts it has, and most of them.
 */
export function ownKindOf(action: Action, facts: StepFacts): OwnKind | undefined {
  const asText = JSON.stringify;
  const has = (k: OwnKind) =>
    Object.entries(k.facts).every(
      ([fact, value]) => asText(facts[fact as keyof StepFacts]) === asText(value),
    );
  const count = (k: OwnKind) => Object.keys(k.facts).length;
  const like = ownKinds.filter((k) => k.action === action);
  return like.filter(has).sort((a, b) => count(b) - count(a))[0] ?? like[0];
}

export const ownKindNamed = (name: string): OwnKind | undefined => ownKinds.find((k) => k.name === name);
