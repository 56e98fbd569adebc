import { describe, expect, it } from "vitest";
import { insertForgotten } from "#core/order/insertForgotten";
import { ruleById } from "#core/order/rules";
import { type OrderWish, sequence } from "#core/order/sequence";
import type { Step } from "#core/order/step";
import { checkAt, testStep } from "#core/order/testing";

type Given = Partial<Step> & Pick<Step, "action">;
const D = 24 * 60;
const step = (id: string, given: Given) => testStep({ id, ...given });
const acrylic = { family: "water acrylic, brushed", sheen: "matte" } as const;
const canMatte = { family: "matte varnish, solvent spray", sheen: "matte" } as const;

/** Two steps that somebody does the first of too early: the rule that stands against it. */
const wrongOrders: readonly [name: string, first: Given, second: Given, ruleId: string][] = [
  ["sanding before the strings are off", { action: "sand" }, { action: "clip" }, "O3"],
  ["filling over strings", { action: "fill", family: "filler primer, solvent" }, { action: "clip" }, "O3"],
  ["priming over strings", { action: "prime", family: "spray primer, solvent" }, { action: "clip" }, "O3"],
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
    { action: "glue", process: "resin", family: "cyanoacrylate" },
    { action: "cure", process: "resin" },
    "O5",
  ],
  [
    "priming green resin",
    { action: "prime", process: "resin", family: "brush-on primer, water" },
    { action: "cure", process: "resin" },
    "O5",
  ],
  [
    "primer before the last sanding",
    { action: "prime", family: "spray primer, solvent" },
    { action: "sand" },
    "O6",
  ],
  ["glue before the last sanding", { action: "glue", family: "PVA, wood glue" }, { action: "sand" }, "O6"],
  ["primer on dust", { action: "prime", family: "spray primer, solvent" }, { action: "wash" }, "O6"],
  ["glue before the fit was tried", { action: "glue", family: "cyanoacrylate" }, { action: "dry fit" }, "O7"],
  ["flame over primer", { action: "prime", family: "spray primer, solvent" }, { action: "flame" }, "O8"],
  ["flame over glue", { action: "glue", family: "cyanoacrylate" }, { action: "flame" }, "O8"],
  ["flame over filler", { action: "fill", family: "filler primer, solvent" }, { action: "flame" }, "O8"],
  [
    "primer into an open seam",
    { action: "prime", family: "spray primer, solvent" },
    { action: "fill seam", family: "filler putty, solvent" },
    "O10",
  ],
  [
    "filling a seam that is not glued yet",
    { action: "fill seam", family: "filler putty, solvent" },
    { action: "glue", family: "cyanoacrylate" },
    "O10",
  ],
  [
    "colour into an open seam",
    { action: "paint", ...acrylic },
    { action: "fill seam", family: "filler putty, solvent" },
    "O10",
  ],
  [
    "texture over primer",
    { action: "prime", family: "spray primer, solvent" },
    { action: "paste", family: "modelling or texture paste" },
    "O11",
  ],
  [
    "paint over flock",
    { action: "flock", family: "PVA + water over loose ground" },
    { action: "paint", ...acrylic },
    "O11",
  ],
  [
    "colour on bare plastic",
    { action: "paint", ...acrylic },
    { action: "prime", family: "spray primer, solvent" },
    "O13",
  ],
  ["masking bare plastic", { action: "mask" }, { action: "prime", family: "spray primer, solvent" }, "O13"],
  [
    "a wash before the colour",
    { action: "shade", family: "acrylic wash" },
    { action: "paint", ...acrylic },
    "O16",
  ],
  [
    "drybrushing before the wash",
    { action: "drybrush", ...acrylic },
    { action: "shade", family: "acrylic wash" },
    "O16",
  ],
  [
    "closing it before the lamp was wired",
    { action: "glue", family: "PVA, wood glue" },
    { action: "wire" },
    "O25",
  ],
  ["setting a lit part before it was wired", { action: "place" }, { action: "wire" }, "O25"],
  ["painting in the ground", { action: "place" }, { action: "paint", ...acrylic }, "O29"],
  [
    "ground before what stands in it",
    { action: "lay ground", family: "PVA + water over loose ground" },
    { action: "place" },
    "O29",
  ],
  [
    "varnish over pigment",
    { action: "pigment", family: "pigment powder" },
    { action: "varnish", family: "varnish, water", sheen: "matte" },
    "O30",
  ],
  [
    "alcohol beside frosting varnish",
    { action: "varnish", ...canMatte },
    { action: "lay ground", family: "PVA + water over loose ground", alcohol: true },
    "O31",
  ],
  [
    "dust under the ground",
    { action: "pigment", family: "pigment powder" },
    { action: "lay ground", family: "gypsum plaster ground" },
    "O33",
  ],
  [
    "a matte coat over wet gloss",
    { action: "gloss effect", family: "gloss or clear coat, solvent spray", sheen: "gloss" },
    { action: "varnish", ...canMatte },
    "O34",
  ],
  [
    "a matte coat over water",
    { action: "pour water", family: "water-clear casting resin", sheen: "gloss" },
    { action: "varnish", ...canMatte },
    "O34",
  ],
  [
    "sealing before the wash",
    { action: "varnish", family: "varnish, water", sheen: "matte" },
    { action: "shade", family: "acrylic wash" },
    "O35",
  ],
  [
    "sealing before the flock",
    { action: "varnish", family: "varnish, water", sheen: "matte" },
    { action: "flock", family: "PVA + water over loose ground" },
    "O35",
  ],
  [
    "sealing with the tape on",
    { action: "varnish", family: "varnish, water", sheen: "matte" },
    { action: "unmask" },
    "O35",
  ],
  [
    "the edge of the board in the middle",
    { action: "paint edge", ...acrylic },
    { action: "lay ground", family: "gypsum plaster ground" },
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
      const told = conflicts.find((c) => c.ruleId === ruleId)!;
      expect(told.mend).toBe(ruleById(ruleId)!.mend);
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
    { action: "paint", family: "enamel film", sheen: "gloss" },
    { action: "varnish", ...canMatte },
    12 * 60,
    "O14",
    "ruins",
  ],
  [
    "lacquer over oil of a week",
    { action: "paint", family: "oil film", sheen: "satin" },
    { action: "paint", family: "lacquer", sheen: "gloss" },
    7 * D,
    "O14",
    "ruins",
  ],
  [
    "lacquer over an enamel wash of two days",
    { action: "shade", family: "enamel wash" },
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
    { action: "paint", family: "acrylic ink", sheen: "satin" },
    { action: "varnish", family: "gloss or clear coat, solvent spray", sheen: "gloss" },
    120,
    "O14",
    "weakens",
  ],
  [
    "powder on gloss",
    { action: "varnish", family: "gloss or clear coat, solvent spray", sheen: "gloss" },
    { action: "pigment", family: "pigment powder" },
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
    { action: "varnish", family: "varnish, water", sheen: "matte" },
    60,
  ],
  [
    "acrylic over primer",
    { action: "prime", family: "spray primer, solvent", sheen: "matte" },
    { action: "paint", ...acrylic },
    30,
  ],
  [
    "enamel wash over lacquer",
    { action: "paint", family: "lacquer", sheen: "satin" },
    { action: "shade", family: "enamel wash" },
    120,
  ],
  ["oil over acrylic", { action: "paint", ...acrylic }, { action: "shade", family: "oil wash" }, D],
  [
    "powder on matte",
    { action: "varnish", ...canMatte },
    { action: "pigment", family: "pigment powder" },
    2 * D,
  ],
  [
    "lacquer over lacquer",
    { action: "prime", family: "spray primer, solvent", sheen: "matte" },
    { action: "paint", family: "lacquer", sheen: "gloss" },
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
      { action: "prime", family: "spray primer, solvent", sheen: "matte" },
      { action: "paint", ...acrylic },
      { action: "varnish", family: "varnish, water", sheen: "matte" },
    ],
  ],
  [
    "filament, flamed first",
    [
      { action: "clip" },
      { action: "flame" },
      { action: "prime", family: "spray primer, solvent", sheen: "matte" },
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
      { action: "prime", process: "resin", family: "brush-on primer, water", sheen: "matte" },
    ],
  ],
  [
    "terrain, buried in paste",
    [
      { action: "clip" },
      { action: "paste", family: "modelling or texture paste" },
      { action: "prime", family: "spray primer, solvent", sheen: "matte" },
      { action: "paint", ...acrylic },
      { action: "drybrush", ...acrylic },
    ],
  ],
  [
    "a joint that shows",
    [
      { action: "dry fit" },
      { action: "glue", family: "cyanoacrylate" },
      { action: "fill seam", family: "filler putty, solvent" },
      { action: "prime", family: "spray primer, solvent", sheen: "matte" },
    ],
  ],
  [
    "gaming: wash, drybrush, seal",
    [
      { action: "prime", family: "spray primer, solvent", sheen: "matte" },
      { action: "paint", ...acrylic },
      { action: "shade", family: "acrylic wash" },
      { action: "drybrush", ...acrylic },
      { action: "varnish", family: "varnish, water", sheen: "matte" },
    ],
  ],
  [
    "pigment last, unsealed",
    [
      { action: "paint", ...acrylic },
      { action: "varnish", family: "varnish, water", sheen: "matte" },
      { action: "pigment", family: "pigment powder" },
    ],
  ],
  [
    "wet gloss last",
    [
      { action: "paint", ...acrylic },
      { action: "varnish", family: "varnish, water", sheen: "matte" },
      { action: "gloss effect", family: "gloss or clear coat, solvent spray", sheen: "gloss" },
    ],
  ],
  [
    "lit: wired, tested, closed",
    [{ action: "wire" }, { action: "glue", family: "PVA, wood glue" }, { action: "place" }],
  ],
  [
    "the board",
    [
      { action: "place" },
      { action: "lay ground", family: "PVA + water over loose ground", alcohol: true },
      { action: "flock", family: "PVA + water over loose ground" },
      { action: "varnish", ...canMatte },
      { action: "paint edge", ...acrylic },
    ],
  ],
  [
    "masked over a clear coat",
    [
      { action: "prime", family: "spray primer, solvent", sheen: "matte" },
      { action: "mask" },
      { action: "paint", ...acrylic },
      { action: "unmask" },
      { action: "varnish", family: "varnish, water", sheen: "matte" },
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
      step("glue", { action: "glue", family: "cyanoacrylate", targets: ["joint:j", "part:a"] }),
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
