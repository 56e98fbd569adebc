import { isPart } from "#core/reference";
import type { OrderChange } from "#core/order/change";
import { productOf } from "#core/materials/products";
import { insert, otherProduct } from "#core/order/mends";
import { chemistry, coats, isSprayed } from "#core/order/rules/ask";
import type { Action, Redo, Step } from "#core/steps/step";
import { counted } from "#core/words";

/**
 * Something that goes wrong at a bench: what is seen, why, what mends it, and what is done otherwise next
 * time. `again`:
 * the step itself is done once more after the repair; otherwise it counts as done. Common practice.
 */
export type Mishap = {
  readonly id: string;
  readonly seen: string;
  readonly because: string;
  readonly nextTime: string;
  readonly again: boolean;
  /** It happens to single pieces: the others are good. */
  readonly single?: true;
  /** Steps of the repair, in the order in which they are done, for so many pieces. */
  readonly repair: (step: Step, pieces: number) => readonly OrderChange[];
};

/** Why a layer looks wrong for now. */
export const tonedText = ({ number, says }: NonNullable<Step["tonedBy"]>): string =>
  `Intense on purpose: it is toned down by layer ${number}, the ${says}.`;

type Row = Mishap & { readonly actions: readonly Action[] | "any"; readonly when?: (step: Step) => boolean };
const before = (_: Step, ...repairs: readonly ReturnType<typeof insert>[]) => repairs.map((r) => r.change);
const sandOff = (s: Step) =>
  insert("before", s, "sand", "Sand the spot flat, wet", { minutes: 8, tool: "abrasive 600 to 1000" });
const coat = (s: Step) =>
  insert("after", s, "varnish", "Another matte coat, on a dry day", {
    product: s.product ?? "varnish",
    sheen: "matte",
    tool: s.tool,
    place: s.place,
    minutes: 5,
  });
const water = (s: Step) => chemistry(s) === "water";

/** What a step that is done again takes over from the one that it repeats. */
const alike = ({ product, sheen, tool, place, waitMinutes }: Omit<Redo, "stepId" | "minutesEach">) => ({
  ...{ tool, place, waitMinutes },
  ...(product === null ? {} : { product }),
  ...(sheen === null ? {} : { sheen }),
});

/** What lies below is done again on those pieces, each with its own mix. */
const below = ({ redo = [], ...step }: Step, pieces: number): readonly OrderChange[] =>
  redo.map(({ stepId, minutesEach, ...like }) => {
    const title = `Again on ${counted(pieces, "copy", "copies")}: ${like.title.toLowerCase()}`;
    return insert("before", step, like.action, title, {
      ...alike(like),
      minutes: minutesEach * pieces,
      again: { stepId, pieces },
    }).change;
  });

const rows: readonly Row[] = [
  {
    id: "slipped",
    seen: "It went over its border",
    because: "Too much on the brush, or the piece was turned by the hand that paints.",
    nextTime: "Rest both hands on each other, and wipe the brush on its rim.",
    again: true,
    single: true,
    actions: coats,
    when: (s) => (s.redo ?? []).length > 0,
    repair: below,
  },
  {
    id: "dust",
    seen: "Dust or hairs in the film",
    because: "Fibres from the cloth, the brush or the room settled while it was wet.",
    nextTime: "Wipe down and wet the floor; cover it while it dries.",
    again: true,
    actions: coats,
    repair: (s) => before(s, sandOff(s)),
  },
  {
    id: "runs",
    seen: "Runs or sags",
    because: "Too much at once, or too near.",
    nextTime: "Thinner coats from farther off.",
    again: true,
    actions: coats,
    repair: (s) => before(s, sandOff(s)),
  },
  {
    id: "rough",
    seen: "Rough like orange peel or dry dust",
    because: "It dried on the way: too far, too warm, too thick.",
    nextTime: "Nearer, thinner, and not in the sun.",
    again: true,
    actions: coats,
    when: isSprayed,
    repair: (s) => before(s, sandOff(s)),
  },
  {
    id: "thin",
    seen: "What lies below still shows through",
    because: "The pot covers less well than it says, or it was thinned more.",
    nextTime: "Its pots are told to cover less: coats to cover are more from now on.",
    again: false,
    actions: ["prime", "paint"],
    when: (s) => s.recipeId !== null || s.paintId !== null,
    repair: (s, pieces) => [
      insert("after", s, s.action, "Another coat of the same", {
        ...alike(s),
        minutes: s.handsMinutes.value,
        again: { stepId: s.id, pieces: Math.max(pieces, s.pieces ?? 1) },
      }).change,
    ],
  },
  {
    id: "white",
    seen: "White bloom or frost on the varnish",
    because: "Damp air, a cold can, or alcohol that reached it (O31).",
    nextTime: "Under 70 % humidity, the can at room temperature, alcohol kept away.",
    again: false,
    actions: ["varnish"],
    repair: (s) => [coat(s).change],
  },
  {
    id: "wrinkled",
    seen: "Wrinkled or crazed",
    because:
      "A strong solvent over a film that was not cured (O14), or a second coat inside a closed window (O61).",
    nextTime: "Wait for the full cure, or lay a water varnish between.",
    again: true,
    actions: coats,
    when: (s) => ["lacquer", "enamel or oil"].includes(chemistry(s)),
    repair: (s) =>
      before(
        s,
        insert("before", s, "sand", "Let it harden two days, then sand the wrinkles flat", {
          minutes: 20,
          tool: "abrasive 400 to 600",
          waitMinutes: 30,
        }),
        insert("before", s, "prime", "Prime the spot again", {
          product: "brush primer",
          minutes: 6,
        }),
      ),
  },
  {
    id: "lifted",
    seen: "The tape lifted what was below",
    because: "The film below was not past handling (O23), or the plastic below was not clean.",
    nextTime: "Wait for the handling time; press the tape less.",
    again: false,
    actions: ["mask", "unmask"],
    repair: (s) => [
      insert("after", s, "paint", "Touch up where the tape lifted it", {
        product: "acrylic",
        minutes: 10,
        tool: "fine brush",
      }).change,
    ],
  },
  {
    id: "bleed",
    seen: "Colour crept under the tape",
    because: "The edge was not sealed, or the coat was wet.",
    nextTime: "Seal the edge of the tape with the colour below, thin coats.",
    again: false,
    actions: ["paint", "unmask"],
    repair: (s) => [
      insert("after", s, "touch up", "Cut the edge in again by brush", {
        product: "acrylic",
        minutes: 10,
        tool: "fine brush",
      }).change,
    ],
  },
  {
    id: "tide",
    seen: "Tide marks of the wash",
    because: "It pooled and dried from its rim.",
    nextTime: "Less at a time; lift the pools with a clean brush.",
    again: false,
    actions: ["shade"],
    repair: (s) => [
      water(s)
        ? insert("after", s, "paint", "Glaze the base colour thinly over the marks", {
            product: "acrylic",
            minutes: 10,
            tool: "soft brush",
          }).change
        : insert("after", s, "touch up", "Open the marks with thinner and draw them off", {
            product: s.product ?? "enamel wash",
            minutes: 8,
            tool: "flat brush",
          }).change,
    ],
  },
  {
    id: "meant so",
    seen: "It looks too strong, or wrong",
    because: "It is meant so for now: a later layer tones it down.",
    nextTime: "Leave it until that layer is on, and look again then.",
    again: false,
    actions: "any",
    when: (s) => s.tonedBy !== undefined,
    repair: () => [],
  },
  {
    id: "strong",
    seen: "The effect came out too strong",
    because: "Too much on the brush, or the base is lighter than on the trial.",
    nextTime: "Wipe the brush almost clean; try on scrap.",
    again: false,
    actions: ["shade", "drybrush", "pigment"],
    repair: (s) => [
      (s.product && productOf(s.product).reopens
        ? insert("after", s, "touch up", "Open it with thinner and take it back", {
            product: s.product,
            minutes: 8,
            tool: "flat brush",
          })
        : s.action === "pigment"
          ? insert("after", s, "touch up", "Brush the powder off with a dry soft brush", {
              minutes: 5,
              tool: "soft brush",
            })
          : insert("after", s, "paint", "Glaze the base colour thinly over it", {
              product: "acrylic",
              minutes: 10,
              tool: "soft brush",
            })
      ).change,
    ],
  },
  {
    id: "colour",
    seen: "The colour does not match the rest",
    because: "A new mix, another base below, or it dries darker than it lies.",
    nextTime: "Mix enough for all of it (O24), and compare dry.",
    again: true,
    actions: ["paint", "drybrush"],
    repair: (s) =>
      before(
        s,
        insert("before", s, "test", "Mix again and compare it dry on scrap", {
          minutes: 10,
          tool: "brush",
          facts: { checks: ["palette"] },
        }),
      ),
  },
  {
    id: "rubbed",
    seen: "Rubbed or scratched through",
    because: "It was handled before its time, or had no primer below.",
    nextTime: "Hold it by its handle; a clear coat between stages.",
    again: false,
    actions: [...coats, "pigment"],
    repair: (s) => [
      insert("after", s, "touch up", "Touch up the worn spots", {
        product: s.product ?? "acrylic",
        minutes: 8,
        tool: "fine brush",
      }).change,
    ],
  },
  {
    id: "fog",
    seen: "White fog beside the glue",
    because: "Vapour of cyanoacrylate settled (O63).",
    nextTime: "PVA or light-cured resin; leave it open while it sets.",
    again: false,
    actions: ["glue"],
    when: (s) => s.product === "cyanoacrylate",
    repair: (s) => [
      insert("after", s, "varnish", "A thin coat of varnish over the fog", {
        product: "varnish",
        sheen: "satin",
        minutes: 4,
        tool: "fine brush",
      }).change,
    ],
  },
  {
    id: "fell",
    seen: "The joint broke or did not hold",
    because: "A gap too wide, a face that was painted or greasy, or loaded too soon (O79).",
    nextTime: "Bare rough faces, a pin, a day before load.",
    again: true,
    actions: ["glue", "place", "dry fit"],
    repair: (s) => [
      insert("before", s, "sand", "Scrape the old glue off and roughen both faces", {
        minutes: 6,
        tool: "blade and abrasive 180",
      }).change,
      ...(s.product === "cyanoacrylate" ? [otherProduct(s, "five-minute epoxy").change] : []),
    ],
  },
  {
    id: "skewed",
    seen: "It set out of true",
    because: "It moved while the glue still did (O53).",
    nextTime: "A jig, and both diagonals measured while it moves.",
    again: true,
    actions: ["glue", "place"],
    repair: (s) =>
      before(
        s,
        insert("before", s, "clip", "Cut the joint open again and clean it", { minutes: 10, tool: "blade" }),
      ),
  },
  {
    id: "floated",
    seen: "Grains floated or washed together",
    because: "The drop fell on dry powder (O32).",
    nextTime: "Mist first, drip at the edge.",
    again: false,
    actions: ["lay ground"],
    repair: (s) => [
      insert("after", s, "lay ground", "Sieve a thin layer over the bare spots and mist it", {
        product: s.product ?? "PVA ground",
        minutes: 10,
        tool: "sieve",
        facts: { wetted: true, brushedOff: true },
      }).change,
    ],
  },
  {
    id: "cracked",
    seen: "It cracked as it dried",
    because: "Too thick at once, too warm, or on a board that took up its water (O74).",
    nextTime: "Two thinner layers, out of the sun, on a sealed board.",
    again: false,
    actions: ["lay ground", "paste", "fill", "fill seam"],
    repair: (s) => [
      insert("after", s, "fill", "Fill the cracks with a thin slip of the same", {
        product: s.product ?? "texture paste",
        minutes: 8,
        tool: "spatula",
      }).change,
    ],
  },
  {
    id: "bubbles",
    seen: "Bubbles or a dull skin in the water",
    because: "Air from open pores, or a pour too deep (O66).",
    nextTime: "Seal twice, pour thin, warm the cup a little.",
    again: false,
    actions: ["pour water", "gloss effect"],
    repair: (s) => [
      insert("after", s, "sand", "Prick and matte the surface", {
        minutes: 15,
        tool: "abrasive 1000",
        waitMinutes: 30,
      }).change,
      insert("after", s, "gloss effect", "A thin clear coat over it", {
        product: "varnish",
        sheen: "gloss",
        minutes: 5,
      }).change,
    ],
  },
  {
    id: "burnt",
    seen: "Shiny spots or a melted edge",
    because: "The flame stayed a moment too long (O40).",
    nextTime: "Farther off, shorter, and a trial on the same wall.",
    again: false,
    actions: ["flame"],
    repair: (s) => [
      insert("after", s, "fill", "Fill and shape the melted edge", {
        product: "epoxy putty",
        minutes: 15,
        tool: "spatula",
      }).change,
    ],
  },
  {
    id: "stem",
    seen: "A stem or a thin arm came off with its support",
    because: "The strong struts still pulled when the thin side was cut.",
    nextTime: "Warm the supports, cut the strong ones first, hold the thin side, cut what is near it last.",
    again: false,
    actions: ["remove supports", "clip"],
    repair: (s) => [
      insert("after", s, "glue", "Pin and glue the stem back on", {
        product: "cyanoacrylate",
        minutes: 10,
        tool: "drill and wire",
      }).change,
    ],
  },
  {
    id: "through",
    seen: "Sanded through detail or a wall",
    because: "Deeper than the relief (O41).",
    nextTime: "Measure the relief; start finer.",
    again: false,
    actions: ["sand"],
    repair: (s) => [
      insert("after", s, "line in", "Cut the lost lines again", { minutes: 15, tool: "scriber" }).change,
    ],
  },
  {
    id: "tacky",
    seen: "It stays soft or tacky",
    because: "Cold, too thick, a wrong ratio, or a film below that was not dry.",
    nextTime: "Warm the room; thinner coats; weigh the parts.",
    again: false,
    actions: "any",
    when: (s) => s.product !== null,
    repair: (s) => [
      insert("after", s, "inspect", "Leave it in a warm dry place for two days, then try it with a finger", {
        minutes: 2,
        waitMinutes: 2880,
        place: "drying shelf",
        facts: { checks: ["handling"] },
      }).change,
    ],
  },
  {
    id: "broke",
    seen: "A piece broke off",
    because: "Thin, brittle, or held where it should not be.",
    nextTime: "Hold by the handle; pin thin ends.",
    again: true,
    actions: "any",
    when: (s) => s.targets.some(isPart) && s.action !== "glue",
    repair: (s) =>
      before(
        s,
        insert("before", s, "glue", "Glue the piece back with a pin", {
          product: "five-minute epoxy",
          minutes: 12,
          tool: "drill and wire",
        }),
      ),
  },
  {
    id: "other",
    seen: "Something else",
    because: "Not in the table: write down what you saw.",
    nextTime: "The note stays in the log for the next time.",
    again: true,
    actions: "any",
    repair: () => [],
  },
];

/** What can go wrong in a step, the likeliest first, always with a last row for everything else. */
export const mishapsFor = (step: Step): readonly Mishap[] =>
  rows
    .filter((r) => (r.actions === "any" || r.actions.includes(step.action)) && (!r.when || r.when(step)))
    .map((r) => (r.id === "meant so" && step.tonedBy ? { ...r, because: tonedText(step.tonedBy) } : r));
export const mishapById = (id: string): Mishap | undefined => rows.find((r) => r.id === id);
