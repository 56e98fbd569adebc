import { describe, expect, it } from "vitest";
import { insertForgotten } from "#core/order/insertForgotten";
import { ruleById } from "#core/order/rules";
import { type OrderWish, sequence } from "#core/order/sequence";
import type { Step } from "#core/steps/step";
import { checkAt, testStep } from "#core/order/testing";

type Given = Partial<Step> & Pick<Step, "action">;
const D = 24 * 60;
const step = (id: string, given: Given) => testStep({ id, ...given });
const acrylic = { product: "acrylic", sheen: "matte" } as const;
const canMatte = { product: "matte varnish can", sheen: "matte" } as const;

/** Two steps that somebody does the first of too early: the rule that stands against it. */
const wrongOrders: readonly [name: string, first: Given, second: Given, ruleId: string][] = [
  ["sanding before the strings are off", { action: "sand" }, { action: "clip" }, "O3"],
  ["filling over strings", { action: "fill", product: "filler primer can" }, { action: "clip" }, "O3"],
  ["priming over strings", { action: "prime", product: "primer can" }, { action: "clip" }, "O3"],
  [
    "curing before washing",
    { action: "cure", process: "resin" },
    { action: "wash resin", process: "resin" },
    "O4",
  ],
  [
    "curing with the supports on",
    { action: "cure", process: "resin" },
    { action: "remove supports", process: "resin" },
    "O4",
  ],
  [
    "supports off before the wash",
    { action: "remove supports", process: "resin" },
    { action: "wash resin", process: "resin" },
    "O4",
  ],
  ["sanding green resin", { action: "sand", process: "resin" }, { action: "cure", process: "resin" }, "O5"],
  [
    "gluing green resin",
    { action: "glue", process: "resin", product: "cyanoacrylate" },
    { action: "cure", process: "resin" },
    "O5",
  ],
  [
    "priming green resin",
    { action: "prime", process: "resin", product: "brush primer" },
    { action: "cure", process: "resin" },
    "O5",
  ],
  ["primer before the last sanding", { action: "prime", product: "primer can" }, { action: "sand" }, "O6"],
  ["glue before the last sanding", { action: "glue", product: "PVA" }, { action: "sand" }, "O6"],
  ["primer on dust", { action: "prime", product: "primer can" }, { action: "wash" }, "O6"],
  [
    "glue before the fit was tried",
    { action: "glue", product: "cyanoacrylate" },
    { action: "dry fit" },
    "O7",
  ],
  ["flame over primer", { action: "prime", product: "primer can" }, { action: "flame" }, "O8"],
  ["flame over glue", { action: "glue", product: "cyanoacrylate" }, { action: "flame" }, "O8"],
  ["flame over filler", { action: "fill", product: "filler primer can" }, { action: "flame" }, "O8"],
  [
    "primer into an open seam",
    { action: "prime", product: "primer can" },
    { action: "fill seam", product: "solvent putty" },
    "O10",
  ],
  [
    "filling a seam that is not glued yet",
    { action: "fill seam", product: "solvent putty" },
    { action: "glue", product: "cyanoacrylate" },
    "O10",
  ],
  [
    "colour into an open seam",
    { action: "paint", ...acrylic },
    { action: "fill seam", product: "solvent putty" },
    "O10",
  ],
  [
    "texture over primer",
    { action: "prime", product: "primer can" },
    { action: "paste", product: "texture paste" },
    "O11",
  ],
  ["paint over flock", { action: "flock", product: "PVA ground" }, { action: "paint", ...acrylic }, "O11"],
  [
    "colour on bare plastic",
    { action: "paint", ...acrylic },
    { action: "prime", product: "primer can" },
    "O13",
  ],
  ["masking bare plastic", { action: "mask" }, { action: "prime", product: "primer can" }, "O13"],
  [
    "a wash before the colour",
    { action: "shade", product: "acrylic wash" },
    { action: "paint", ...acrylic },
    "O16",
  ],
  [
    "drybrushing before the wash",
    { action: "drybrush", ...acrylic },
    { action: "shade", product: "acrylic wash" },
    "O16",
  ],
  ["closing it before the lamp was wired", { action: "glue", product: "PVA" }, { action: "wire" }, "O25"],
  ["setting a lit part before it was wired", { action: "place" }, { action: "wire" }, "O25"],
  ["painting in the ground", { action: "place" }, { action: "paint", ...acrylic }, "O29"],
  [
    "ground before what stands in it",
    { action: "lay ground", product: "PVA ground" },
    { action: "place" },
    "O29",
  ],
  [
    "varnish over pigment",
    { action: "pigment", product: "pigment" },
    { action: "varnish", product: "varnish", sheen: "matte" },
    "O30",
  ],
  [
    "alcohol beside frosting varnish",
    { action: "varnish", ...canMatte },
    { action: "lay ground", product: "PVA ground", alcohol: true },
    "O31",
  ],
  [
    "dust under the ground",
    { action: "pigment", product: "pigment" },
    { action: "lay ground", product: "gypsum ground" },
    "O33",
  ],
  [
    "a matte coat over wet gloss",
    { action: "gloss effect", product: "clear coat can", sheen: "gloss" },
    { action: "varnish", ...canMatte },
    "O34",
  ],
  [
    "a matte coat over water",
    { action: "pour water", product: "casting resin", sheen: "gloss" },
    { action: "varnish", ...canMatte },
    "O34",
  ],
  [
    "sealing before the wash",
    { action: "varnish", product: "varnish", sheen: "matte" },
    { action: "shade", product: "acrylic wash" },
    "O35",
  ],
  [
    "sealing before the flock",
    { action: "varnish", product: "varnish", sheen: "matte" },
    { action: "flock", product: "PVA ground" },
    "O35",
  ],
  [
    "sealing with the tape on",
    { action: "varnish", product: "varnish", sheen: "matte" },
    { action: "unmask" },
    "O35",
  ],
  [
    "the edge of the board in the middle",
    { action: "paint edge", ...acrylic },
    { action: "lay ground", product: "gypsum ground" },
    "O38",
  ],
];

describe("an order that happens at benches and goes wrong", () => {
  it.each(wrongOrders)(
    "%s is caught, and the plan does it the other way round",
    (_, first, second, ruleId) => {
      const a = step("a", first);
      const b = step("b", second);
      const wish: OrderWish = { before: "a", after: "b", override: null, note: "" };
      const { order, conflicts } = sequence([a, b], [wish]);
      expect(conflicts.map((c) => c.ruleId)).toContain(ruleId);
      expect(order).toEqual(["b", "a"]);
      const conflict = conflicts.find((c) => c.ruleId === ruleId)!;
      expect(conflict.mend).toBe(ruleById(ruleId)!.mend);
      // Set aside with a note it is done as wished, and stays visible.
      const aside = sequence([a, b], [{ ...wish, override: ruleId, note: "on purpose" }]);
      expect(aside.conflicts.some((c) => c.ruleId === ruleId && c.overridden)).toBe(true);
    },
  );
});

/** One film over another after some time, and what comes of it. */
const wrongFilms: readonly [
  name: string,
  below: Given,
  top: Given,
  minutes: number,
  ruleId: string,
  severity: string,
][] = [
  [
    "lacquer over wet enamel",
    { action: "paint", product: "enamel", sheen: "gloss" },
    { action: "varnish", ...canMatte },
    12 * 60,
    "O14",
    "ruins",
  ],
  [
    "lacquer over oil of a week",
    { action: "paint", product: "oil", sheen: "satin" },
    { action: "paint", product: "lacquer paint", sheen: "gloss" },
    7 * D,
    "O14",
    "ruins",
  ],
  [
    "lacquer over an enamel wash of two days",
    { action: "shade", product: "enamel wash" },
    { action: "varnish", ...canMatte },
    2 * D,
    "O14",
    "weakens",
  ],
  [
    "spray varnish over acrylic of an hour",
    { action: "paint", ...acrylic },
    { action: "varnish", ...canMatte },
    60,
    "O14",
    "weakens",
  ],
  [
    "clear coat over an ink of this evening",
    { action: "paint", product: "acrylic ink", sheen: "satin" },
    { action: "varnish", product: "clear coat can", sheen: "gloss" },
    120,
    "O14",
    "weakens",
  ],
  [
    "powder on gloss",
    { action: "varnish", product: "clear coat can", sheen: "gloss" },
    { action: "pigment", product: "pigment" },
    2 * D,
    "O18",
    "weakens",
  ],
];
const soundFilms: readonly [name: string, below: Given, top: Given, minutes: number][] = [
  [
    "spray varnish over acrylic of two days",
    { action: "paint", ...acrylic },
    { action: "varnish", ...canMatte },
    2 * D,
  ],
  [
    "water varnish over acrylic of an hour",
    { action: "paint", ...acrylic },
    { action: "varnish", product: "varnish", sheen: "matte" },
    60,
  ],
  [
    "acrylic over primer",
    { action: "prime", product: "primer can", sheen: "matte" },
    { action: "paint", ...acrylic },
    30,
  ],
  [
    "enamel wash over lacquer",
    { action: "paint", product: "lacquer paint", sheen: "satin" },
    { action: "shade", product: "enamel wash" },
    120,
  ],
  ["oil over acrylic", { action: "paint", ...acrylic }, { action: "shade", product: "oil wash" }, D],
  ["powder on matte", { action: "varnish", ...canMatte }, { action: "pigment", product: "pigment" }, 2 * D],
  [
    "lacquer over lacquer",
    { action: "prime", product: "primer can", sheen: "matte" },
    { action: "paint", product: "lacquer paint", sheen: "gloss" },
    30,
  ],
];

describe("a film over another", () => {
  const found = (below: Given, top: Given, minutes: number) =>
    checkAt([step("a", below), step("b", top)], { a: 0, b: minutes }).filter(
      (c) => !["O13", "O15", "O61"].includes(c.ruleId),
    );
  it.each(wrongFilms)("%s is caught", (_, below, top, minutes, ruleId, severity) =>
    expect(found(below, top, minutes)).toEqual([expect.objectContaining({ ruleId, severity })]),
  );
  it.each(soundFilms)("%s raises nothing", (_, below, top, minutes) =>
    expect(found(below, top, minutes)).toEqual([]),
  );
});

/** Orders from all the schools that come out: each is wished for step by step, and raises nothing. */
const sound: readonly [name: string, steps: readonly Given[]][] = [
  [
    "filament, filled and sanded",
    [
      { action: "clip" },
      { action: "sand" },
      { action: "wash" },
      { action: "prime", product: "primer can", sheen: "matte" },
      { action: "paint", ...acrylic },
      { action: "varnish", product: "varnish", sheen: "matte" },
    ],
  ],
  [
    "filament, flamed first",
    [
      { action: "clip" },
      { action: "flame" },
      { action: "prime", product: "primer can", sheen: "matte" },
      { action: "paint", ...acrylic },
    ],
  ],
  [
    "resin",
    [
      { action: "wash resin", process: "resin" },
      { action: "remove supports", process: "resin" },
      { action: "cure", process: "resin" },
      { action: "sand", process: "resin" },
      { action: "wash", process: "resin" },
      { action: "prime", process: "resin", product: "brush primer", sheen: "matte" },
    ],
  ],
  [
    "terrain, buried in paste",
    [
      { action: "clip" },
      { action: "paste", product: "texture paste" },
      { action: "prime", product: "primer can", sheen: "matte" },
      { action: "paint", ...acrylic },
      { action: "drybrush", ...acrylic },
    ],
  ],
  [
    "a joint that shows",
    [
      { action: "dry fit" },
      { action: "glue", product: "cyanoacrylate" },
      { action: "fill seam", product: "solvent putty" },
      { action: "prime", product: "primer can", sheen: "matte" },
    ],
  ],
  [
    "gaming: wash, drybrush, seal",
    [
      { action: "prime", product: "primer can", sheen: "matte" },
      { action: "paint", ...acrylic },
      { action: "shade", product: "acrylic wash" },
      { action: "drybrush", ...acrylic },
      { action: "varnish", product: "varnish", sheen: "matte" },
    ],
  ],
  [
    "pigment last, unsealed",
    [
      { action: "paint", ...acrylic },
      { action: "varnish", product: "varnish", sheen: "matte" },
      { action: "pigment", product: "pigment" },
    ],
  ],
  [
    "wet gloss last",
    [
      { action: "paint", ...acrylic },
      { action: "varnish", product: "varnish", sheen: "matte" },
      { action: "gloss effect", product: "clear coat can", sheen: "gloss" },
    ],
  ],
  [
    "lit: wired, tested, closed",
    [{ action: "wire" }, { action: "glue", product: "PVA" }, { action: "place" }],
  ],
  [
    "the board",
    [
      { action: "place" },
      { action: "lay ground", product: "PVA ground", alcohol: true },
      { action: "flock", product: "PVA ground" },
      { action: "varnish", ...canMatte },
      { action: "paint edge", ...acrylic },
    ],
  ],
  [
    "masked over a clear coat",
    [
      { action: "prime", product: "primer can", sheen: "matte" },
      { action: "mask" },
      { action: "paint", ...acrylic },
      { action: "unmask" },
      { action: "varnish", product: "varnish", sheen: "matte" },
    ],
  ],
];

describe("an order that comes out", () => {
  it.each(sound)("%s raises nothing and stays as it is", (_, list) => {
    const steps = list.map((g, i) => step(`s${i}`, g));
    const wishes = steps
      .slice(1)
      .map((s, i): OrderWish => ({ before: `s${i}`, after: s.id, override: null, note: "" }));
    const { order, conflicts } = sequence(steps, wishes);
    expect(conflicts).toEqual([]);
    expect(order).toEqual(steps.map((s) => s.id));
  });
  it("gets what was forgotten and raises nothing either", () => {
    const steps = insertForgotten([
      step("sand", { action: "sand" }),
      step("glue", { action: "glue", product: "cyanoacrylate", targets: ["joint:j", "part:a"] }),
      step("paint", { action: "paint", ...acrylic }),
    ]);
    expect(
      steps
        .filter((s) => s.insertedBy)
        .map((s) => s.insertedBy)
        .sort(),
    ).toEqual(["O13", "O6", "O7"]);
    expect(sequence(steps).conflicts).toEqual([]);
  });
});
