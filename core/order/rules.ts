import { familyOf } from "#core/order/families";
import { shareTarget, type Step } from "#core/order/step";
import type { Weather } from "#core/order/weather";

export type Severity = "ruins" | "weakens" | "wastes";

/** What a rule demands of two steps: the first before the second, after a wait for its film. */
export type Wait = "none" | "recoat" | "handle" | "cure";

/**
 * A rule of order or combination. `precedes` says that a must come before b (and how long after); `forbids` says that
 * a step may not be done at all as it is. Common practice of the trade unless a source stands beside it.
 */
export type OrderRule = {
  readonly id: string;
  readonly says: string;
  readonly because: string;
  readonly severity: Severity;
  readonly mend: string;
  readonly precedes?: (a: Step, b: Step) => Wait | null;
  readonly forbids?: (step: Step) => boolean;
  /** `top` is laid over `below` on one target, `afterMinutes` later: true when that breaks the rule. */
  readonly over?: (below: Step, top: Step, afterMinutes: number, weather?: Weather) => Severity | null;
};

const isCoat = (s: Step) => ["prime", "paint", "drybrush", "shade", "varnish", "gloss effect"].includes(s.action);
const isColour = (s: Step) => ["paint", "drybrush", "shade"].includes(s.action);
const chemistry = (s: Step) => (s.family ? familyOf(s.family).chemistry : "none");
const pair = (test: (a: Step, b: Step) => boolean, wait: Wait = "none") => (a: Step, b: Step): Wait | null => (shareTarget(a, b) && test(a, b) ? wait : null);
const one = (...actions: readonly string[]) => (s: Step) => actions.includes(s.action);

export const orderRules: readonly OrderRule[] = [
  {
    id: "O3", says: "Strings and blobs come off a filament print before it is sanded, filled or primed.",
    because: "What is left on under a coat has to be dug out of it again.", severity: "weakens", mend: "Move the clipping first.",
    precedes: pair((a, b) => a.action === "clip" && one("sand", "fill", "level", "paste", "prime", "glue")(b)),
  },
  {
    id: "O4", says: "Resin is washed, dried and taken off its supports before it is cured.",
    because: "Supports come off more easily before the last cure, and resin left on the surface cures into a skin.", severity: "weakens", mend: "Move the wash and the supports before the cure.",
    precedes: pair((a, b) => (a.action === "wash resin" && one("remove supports", "cure")(b)) || (a.action === "remove supports" && b.action === "cure")),
  },
  {
    id: "O5", says: "Resin is not sanded, sawn or ground before it is fully cured.",
    because: "Half-cured resin smears, and its dust is worse for you.", severity: "ruins", mend: "Move the cure before the sanding.",
    precedes: pair((a, b) => a.action === "cure" && one("sand", "fill", "level", "prime", "glue", "dry fit", "paste")(b)),
  },
  {
    id: "O6", says: "Dust is washed off and the part is dry before glue and before primer.",
    because: "Dust and loose fibres under primer stay for ever.", severity: "weakens", mend: "Insert a wash after the sanding.",
    precedes: pair((a, b) => (a.action === "sand" && one("prime", "glue", "paste")(b)) || (a.action === "wash" && one("prime", "glue")(b)), "recoat"),
  },
  {
    id: "O7", says: "Pieces are fitted together dry before they are glued.",
    because: "A fit that is out is filed or reprinted; glue does not mend it.", severity: "wastes", mend: "Insert a dry fit before the glue.",
    precedes: pair((a, b) => a.action === "dry fit" && b.action === "glue"),
  },
  {
    id: "O8", says: "Flame only on bare PLA or PETG with walls of 2 mm or more, before any coat, filler or glue.",
    because: "Coats and glue burn, resin chars, thin walls fold.", severity: "ruins", mend: "Choose another treatment, or move the flame before every coat.",
    precedes: pair((a, b) => a.action === "flame" && (isCoat(b) || one("sand", "fill", "level", "glue", "paste", "fill seam")(b))),
    forbids: (s) => s.action === "flame" && (s.process !== "filament" || (s.thinnestMm !== null && s.thinnestMm < 2)),
  },
  {
    id: "O10", says: "Seams that will show are filled and smoothed before primer.",
    because: "Primer over an open seam has to be sanded off again.", severity: "wastes", mend: "Move the seam filling before the primer.",
    precedes: pair((a, b) => (a.action === "glue" && b.action === "fill seam") || (a.action === "fill seam" && one("prime", "paint")(b)), "handle"),
  },
  {
    id: "O11", says: "Texture that is to be painted goes on before primer; flock, grass and leaves go on after paint.",
    because: "Paint on flock mats it, and bare texture takes no colour evenly.", severity: "weakens", mend: "Move the texture before the primer, the flock after the paint.",
    precedes: pair((a, b) => (a.action === "paste" && one("prime", "paint")(b)) || (isColour(a) && b.action === "flock") || (a.action === "lay ground" && b.action === "flock"), "recoat"),
  },
  {
    id: "O13", says: "Primer comes before colour.",
    because: "Colour on bare plastic rubs off and shows the shine below.", severity: "weakens", mend: "Insert a coat of primer.",
    precedes: pair((a, b) => a.action === "prime" && (isColour(b) || one("varnish", "pigment", "mask")(b)), "recoat"),
  },
  {
    id: "O14", says: "A lacquer or solvent spray never goes over enamel or oil, nor over water acrylic younger than a day.",
    because: "The stronger thinner lifts and wrinkles what is below.", severity: "ruins", mend: "Wait for the full cure, lay a water varnish between, or change the product.",
    over: (below, top, afterMinutes, weather) => {
      if (chemistry(top) !== "lacquer" || !isCoat(below)) return null;
      if (chemistry(below) === "enamel or oil") return afterMinutes < familyOf(below.family!, weather).cureMinutes ? "ruins" : "weakens";
      if (chemistry(below) === "water" && afterMinutes < 24 * 60) return "weakens";
      return null;
    },
  },
  {
    id: "O16", says: "Colour goes on before shading, shading before drybrushing.",
    because: "Each needs the film below it: a wash runs off the raised edges that the drybrush then lights.", severity: "weakens", mend: "Move the drybrush last.",
    precedes: pair((a, b) => (a.action === "paint" && one("shade", "drybrush")(b)) || (a.action === "shade" && b.action === "drybrush"), "recoat"),
  },
  {
    id: "O18", says: "Pigment and pencil need a matte face, pin washes a gloss one.",
    because: "Powder does not stay on gloss; a wash on matte stains where it should flow.", severity: "weakens", mend: "Insert a matte coat before the powder, a gloss coat before the pin wash.",
    over: (below, top) => (top.action === "pigment" && below.sheen === "gloss" ? "weakens" : null),
  },
  {
    id: "O23", says: "Tape goes only over films past handling, best over a clear coat that is itself past handling.",
    because: "Tape lifts what is not hard.", severity: "weakens", mend: "Wait until the coat below may be handled.",
    precedes: pair((a, b) => isCoat(a) && a.action !== "varnish" && b.action === "mask" && a.notes.includes("before mask"), "handle"),
  },
  {
    id: "O25", says: "Clear and lit parts stay unpainted, and the lamp is tested before the part is closed.",
    because: "Paint on a window cannot be taken off again, and a dead lamp cannot be reached.", severity: "ruins", mend: "Take the clear part out of the scheme; move the wiring before the glue.",
    precedes: pair((a, b) => a.action === "wire" && one("glue", "place")(b)),
    forbids: (s) => s.clear && ["prime", "paint", "drybrush", "shade"].includes(s.action),
  },
  {
    id: "O29", says: "Parts are painted before they are set in the ground, and the ground is laid round them.",
    because: "A brush does not reach the foot of a wall behind its neighbour, and a part set on top of the ground looks it.", severity: "weakens", mend: "Move the setting between the paint and the ground.",
    precedes: pair((a, b) => (isColour(a) && b.action === "place") || (a.action === "prime" && b.action === "place") || (a.action === "place" && b.action === "lay ground"), "handle"),
  },
  {
    id: "O30", says: "Pigment goes on after the last sealing coat.",
    because: "Varnish darkens and flattens powder until it is gone.", severity: "weakens", mend: "Move the pigment after the varnish, or accept that it darkens.",
    precedes: pair((a, b) => a.action === "varnish" && b.action === "pigment", "handle"),
  },
  {
    id: "O31", says: "Ground wetted with alcohol is laid, and dry through, before solvent matte varnish is sprayed beside it.",
    because: "Alcohol turns that varnish white, and varnish over damp ground frosts.", severity: "ruins", mend: "Lay the ground before the varnish, or wet it with water and a drop of soap, or use a water varnish.",
    precedes: (a, b) => (a.alcohol && a.action === "lay ground" && b.action === "varnish" && b.family !== null && familyOf(b.family).frostsUnderAlcohol === true && shareTarget(a, b) ? "cure" : null),
  },
  {
    id: "O33", says: "Ground first, then plants from large to small.",
    because: "What is sprinkled later covers the feet of what stands.", severity: "weakens", mend: "Move the plants after the ground.",
    precedes: pair((a, b) => a.action === "lay ground" && one("flock", "pigment")(b), "handle"),
  },
  {
    id: "O34", says: "Gloss effects and water come after the last matte coat.",
    because: "A matte coat kills every shine below it.", severity: "weakens", mend: "Move the gloss after the varnish.",
    precedes: pair((a, b) => (a.action === "varnish" && a.sheen === "matte" && one("gloss effect", "pour water")(b)), "handle"),
  },
  {
    id: "O35", says: "Seal after shading and after flock.",
    because: "Home-made washes dry glossy in pools and loose fibres come off.", severity: "weakens", mend: "Move the matte coat after them.",
    precedes: pair((a, b) => (isColour(a) || one("flock", "unmask")(a)) && b.action === "varnish", "recoat"),
  },
  {
    id: "O38", says: "The edge of the board comes last.",
    because: "Everything before it drips on it.", severity: "wastes", mend: "Move the edge to the end.",
    precedes: pair((a, b) => b.action === "paint edge" && a.action !== "paint edge", "handle"),
  },
];

export const ruleById = (id: string): OrderRule | undefined => orderRules.find((r) => r.id === id);
