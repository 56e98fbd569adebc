import { describe, expect, it } from "vitest";
import type { Clock } from "#core/steps/hours";
import { applyChanges } from "#core/order/applyChanges";
import { checkPlan } from "#core/order/checkPlan";
import { isLive } from "#core/order/ruleScope";
import { orderRules, ruleById } from "#core/order/rules";
import { schedule } from "#core/order/schedule";
import { sequence, wishesOf } from "#core/order/sequence";
import type { Step } from "#core/steps/step";
import { checkAt, testStep } from "#core/order/testing";
import { usualWeather, type Weather } from "#core/materials/weather";

type Given = Partial<Step> & Pick<Step, "action">;
const H = 60;
const D = 24 * 60;
const FAR = 40 * D;
const always: Clock = { startWeekday: 1, hours: Array.from({ length: 7 }, () => [{ from: 0, to: 1440 }]) };

const prime: Given = { action: "prime", product: "brush primer", sheen: "matte" };
const canPrime: Given = { action: "prime", product: "primer can", sheen: "matte" };
const paint: Given = { action: "paint", product: "acrylic", sheen: "matte" };
const canMatte: Given = { action: "varnish", product: "matte varnish can", sheen: "matte" };
const waterMatte: Given = { action: "varnish", product: "varnish", sheen: "matte" };
const gloss: Given = { action: "varnish", product: "varnish", sheen: "gloss" };
const sand: Given = {
  action: "lay ground",
  product: "PVA ground",
  targets: ["ground:sand", "board", "part:a"],
};
const grout: Given = {
  action: "lay ground",
  product: "cement ground",
  targets: ["ground:grout", "board", "part:a"],
};
const pour: Given = {
  action: "pour water",
  product: "casting resin",
  targets: ["ground:w", "board"],
};
const dam: Given = { action: "test", targets: ["ground:w", "board"], facts: { checks: ["dam"] } };

/** Steps one after another, each so long after the one before; the rule that the plan breaks. */
type Case = {
  readonly name: string;
  readonly ruleId: string;
  readonly given: readonly Given[];
  readonly gaps: readonly number[];
  readonly weather: Weather;
};
const wrong: readonly Case[] = (
  [
    [
      "glue without a wash after sanding",
      "O6",
      [{ action: "sand" }, { action: "glue", product: "cyanoacrylate", targets: ["part:a"] }],
    ],
    ["primer on sanding dust", "O6", [{ action: "sand" }, canPrime]],
    ["a joint glued unfitted", "O7", [{ action: "glue", product: "PVA", targets: ["joint:j", "part:a"] }]],
    ["flame on resin", "O8", [{ action: "flame", process: "resin" }]],
    ["flame on a wall of 1.2 mm", "O8", [{ action: "flame", thinnestMm: 1.2 }]],
    ["flame on ABS", "O8", [{ action: "flame", facts: { bare: "ABS" } }]],
    ["flame on a closed hollow", "O8", [{ action: "flame", facts: { closedHollow: true } }]],
    [
      "flame an hour after an alcohol wipe",
      "O8",
      [
        { action: "test", facts: { checks: ["flame"] } },
        { action: "wash", tool: "cloth and alcohol" },
        { action: "flame" },
      ],
      [D, H],
    ],
    ["flame without a trial", "O40", [{ action: "flame" }]],
    ["spray primer on bare foam", "O12", [{ ...canPrime, facts: { bare: "xps" } }]],
    [
      "spray primer on foam sealed an hour ago",
      "O12",
      [{ action: "seal", product: "heavy acrylic", facts: { bare: "xps" } }, canPrime],
      [H],
    ],
    ["cyanoacrylate on foam", "O12", [{ action: "glue", product: "cyanoacrylate", facts: { bare: "xps" } }]],
    ["hot glue on foam", "O12", [{ action: "glue", product: "hot glue", facts: { bare: "xps" } }]],
    ["a deep pour over foam", "O12", [dam, { ...pour, facts: { bare: "xps", depthMm: 12 } }]],
    ["sanding as deep as the relief", "O41", [{ action: "sand", facts: { depthMm: 0.5, reliefMm: 0.4 } }]],
    [
      "colour over a spot filled after primer",
      "O44",
      [prime, { action: "fill", product: "solvent putty" }, paint],
    ],
    ["a frame glued unmeasured", "O53", [{ action: "glue", product: "PVA", facts: { square: true } }]],
    ["no release film under a lid", "O57", [{ action: "glue", product: "PVA", facts: { openJoint: true } }]],
    ["primer over the tacky skin of resin", "O69", [{ action: "level", product: "UV resin" }, prime]],
    ["a hollow figure primed at once", "O70", [{ ...prime, process: "resin", facts: { hollow: true } }]],
    [
      "an hour in the alcohol bath",
      "O71",
      [{ action: "wash resin", process: "resin", facts: { bathMinutes: 60 } }],
    ],
    [
      "the lamp on wet resin",
      "O71",
      [
        { action: "wash resin", process: "resin" },
        { action: "cure", process: "resin" },
      ],
      [5],
    ],
    ["PLA in a hot drying box", "O72", [{ action: "wash", facts: { bare: "PLA", heatC: 65 } }]],
    ["hot glue on thin resin", "O72", [{ action: "glue", product: "hot glue", process: "resin" }]],
    ["wet grout on bare plywood", "O74", [{ ...grout, facts: { bare: "mdf" } }]],
    [
      "lacquer on a bending strip",
      "O76",
      [{ action: "prime", product: "primer can", sheen: "matte", facts: { flexible: true } }],
    ],
    [
      "cyanoacrylate on a flexible tail",
      "O76",
      [{ action: "glue", product: "cyanoacrylate", facts: { flexible: true } }],
    ],
    ["primer on silicone", "O76", [{ ...prime, facts: { bare: "silicone" } }]],
    ["epoxy by eye", "O78", [{ action: "glue", product: "five-minute epoxy", facts: { ratioOff: 0.12 } }]],
    ["a drop of epoxy", "O78", [{ action: "glue", product: "five-minute epoxy", facts: { batchMl: 1 } }]],
    ["paint over the bloom of epoxy", "O78", [{ action: "fill", product: "epoxy putty" }, prime]],
    [
      "cyanoacrylate over half a millimetre",
      "O79",
      [{ action: "glue", product: "cyanoacrylate", facts: { gapMm: 0.5 } }],
    ],
    [
      "a joint of an hour loaded",
      "O79",
      [
        { action: "glue", product: "cyanoacrylate" },
        { action: "place", facts: { load: true } },
      ],
      [H],
    ],
    [
      "2 mm of putty in one go",
      "O80",
      [{ action: "fill seam", product: "solvent putty", facts: { depthMm: 2 } }],
    ],
    [
      "putty sanded the same evening",
      "O80",
      [{ action: "fill seam", product: "solvent putty" }, { action: "sand" }],
      [3 * H],
    ],
    ["colour without primer", "O13", [paint]],
    [
      "lacquer over young enamel",
      "O14",
      [
        prime,
        { action: "paint", product: "enamel", sheen: "satin" },
        { action: "varnish", product: "clear coat can", sheen: "gloss" },
      ],
      [D, 10 * H],
    ],
    [
      "lacquer over oil of a week",
      "O14",
      [prime, { action: "shade", product: "oil", sheen: "satin" }, canMatte],
      [D, 7 * D],
    ],
    [
      "wet lacquer over cured enamel",
      "O14",
      [prime, { action: "shade", product: "enamel wash", sheen: "satin" }, canMatte],
      [D, 9 * D],
    ],
    ["spray varnish over acrylic of an hour", "O14", [prime, paint, canMatte], [D, H]],
    [
      "acrylic over enamel of an evening",
      "O14",
      [prime, { action: "paint", product: "enamel", sheen: "satin" }, paint],
      [D, 9 * H],
    ],
    [
      "spraying beside what was brushed",
      "O15",
      [prime, paint, { action: "paint", product: "acrylic airbrushed", sheen: "matte" }],
    ],
    [
      "drybrushing where steps are plain",
      "O16",
      [prime, paint, { action: "drybrush", product: "acrylic", facts: { plainSteps: true } }],
    ],
    [
      "stones not lined in after drybrushing",
      "O17",
      [prime, paint, { action: "drybrush", product: "acrylic", facts: { lines: true } }],
    ],
    ["powder on gloss", "O18", [prime, paint, gloss, { action: "pigment", product: "pigment" }]],
    [
      "a pin wash on matte",
      "O18",
      [prime, paint, { action: "shade", product: "enamel wash", facts: { pin: true } }],
    ],
    ["a decal on matte", "O18", [prime, paint, { action: "decal" }]],
    [
      "a wash over one that is half dry",
      "O19",
      [
        prime,
        paint,
        { action: "shade", product: "acrylic wash" },
        { action: "shade", product: "acrylic wash" },
      ],
      [D, D, 12],
    ],
    [
      "translucent paint over black",
      "O20",
      [
        { ...prime, facts: { tone: "dark" } },
        { action: "paint", product: "translucent acrylic" },
      ],
    ],
    [
      "translucent paint over gloss",
      "O20",
      [prime, gloss, { action: "paint", product: "translucent acrylic" }],
    ],
    [
      "streaks that may need correcting, in acrylic",
      "O21",
      [prime, paint, { action: "shade", product: "acrylic wash", facts: { mayCorrect: true } }],
    ],
    [
      "chrome over grey",
      "O22",
      [
        { ...prime, facts: { tone: "light" } },
        { action: "paint", product: "lacquer paint", facts: { metal: "chrome" } },
      ],
    ],
    [
      "iron over white",
      "O22",
      [
        { ...prime, facts: { tone: "light" } },
        { action: "paint", product: "acrylic airbrushed", facts: { metal: "iron" } },
      ],
    ],
    ["tape on paint of ten minutes", "O23", [prime, paint, { action: "mask" }], [D, 10]],
    [
      "a custom colour mixed short",
      "O24",
      [prime, { ...paint, facts: { batchMl: 7.1, neededMl: 6, sharedBy: 5 } }],
    ],
    ["paint on a window", "O25", [{ ...prime, clear: true }]],
    ["primer into the sockets", "O26", [{ ...prime, facts: { fitFaces: true } }]],
    [
      "a water glaze on ink that runs",
      "O43",
      [
        prime,
        { action: "paint", product: "acrylic ink", facts: { runs: true } },
        { action: "shade", product: "acrylic wash" },
      ],
    ],
    [
      "cured resin over damp paint",
      "O43",
      [prime, paint, { action: "gloss effect", product: "UV resin", sheen: "gloss" }],
      [D, H],
    ],
    [
      "a wash over free-hand shading",
      "O46",
      [prime, { ...paint, facts: { freehand: true } }, { action: "shade", product: "acrylic wash" }],
    ],
    ["an old can, untested", "O50", [{ ...canPrime, facts: { doubtful: true } }]],
    ["a handle cut and forgotten", "O55", [prime, { ...paint, facts: { strut: true } }]],
    [
      "strong alcohol over paint",
      "O58",
      [
        prime,
        paint,
        {
          action: "lay ground",
          product: "PVA ground",
          alcohol: true,
          facts: { alcoholShare: 0.7 },
        },
      ],
    ],
    [
      "mist on paint of this evening",
      "O58",
      [
        prime,
        paint,
        {
          action: "lay ground",
          product: "PVA ground",
          alcohol: true,
          facts: { alcoholShare: 0.3 },
        },
      ],
      [D, 2 * H],
    ],
    [
      "alcohol beside glazing",
      "O58",
      [
        {
          action: "lay ground",
          product: "PVA ground",
          alcohol: true,
          facts: { alcoholShare: 0.3, bare: "clear acrylic" },
        },
      ],
    ],
    [
      "enamel wash on bare styrene",
      "O59",
      [{ action: "shade", product: "enamel wash", facts: { bare: "styrene sheet" } }],
    ],
    ["a spray in damp air", "O60", [prime, paint, canMatte], [D, 3 * D], { temperatureC: 20, humidity: 0.8 }],
    [
      "acrylic sprayed at 75 %",
      "O49",
      [prime, { action: "paint", product: "acrylic airbrushed", sheen: "matte" }],
      [D],
      { temperatureC: 20, humidity: 0.75 },
    ],
    [
      "a second coat of solvent after five hours",
      "O61",
      [canPrime, { action: "paint", product: "lacquer paint", sheen: "gloss" }],
      [5 * H],
    ],
    [
      "a wash straight over a decal",
      "O62",
      [prime, gloss, { action: "decal" }, { action: "shade", product: "enamel wash" }],
      [D, 2 * D, 2 * D],
    ],
    ["a decal on gloss of an hour", "O62", [prime, gloss, { action: "decal" }], [D, H]],
    ["cyanoacrylate on a window", "O63", [{ action: "glue", product: "cyanoacrylate", clear: true }]],
    [
      "spray varnish after the glazing went in",
      "O63",
      [prime, paint, { action: "glue", product: "PVA", clear: true }, canMatte],
    ],
    [
      "liquid mask on acrylic of an hour",
      "O64",
      [prime, paint, { action: "mask", facts: { liquid: true } }],
      [D, H],
    ],
    [
      "liquid mask left for three days",
      "O64",
      [prime, { action: "mask", facts: { liquid: true } }, { action: "unmask" }],
      [2 * D, 3 * D],
    ],
    [
      "matte over chrome",
      "O81",
      [
        { ...prime, facts: { tone: "dark" }, sheen: "gloss" },
        { action: "paint", product: "lacquer paint", facts: { metal: "chrome" } },
        waterMatte,
      ],
    ],
    ["alcohol beside frosting varnish", "O31", [prime, paint, canMatte, { ...sand, alcohol: true }]],
    ["frosting varnish over damp ground", "O31", [sand, canMatte], [6 * H]],
    ["powder ground dripped on dry", "O32", [{ ...sand, facts: { fine: true, spread: "dripped" } }]],
    [
      "a home-made wash left glossy",
      "O35",
      [prime, paint, { action: "shade", product: "acrylic wash", facts: { homemade: true } }],
    ],
    [
      "a gaming piece on brittle glue",
      "O37",
      [{ action: "glue", product: "cyanoacrylate", facts: { handled: true } }],
    ],
    ["a heavy board that nobody weighed", "O39", [{ ...grout, facts: { heavy: true } }]],
    [
      "stray grains glued to the roof",
      "O42",
      [
        { action: "place", targets: ["part:a", "board"] },
        { ...sand, facts: { spread: "sprinkled" } },
      ],
    ],
    [
      "a deep clear drop",
      "O45",
      [
        {
          action: "gloss effect",
          product: "UV resin",
          facts: { depthMm: 6, lampReachMm: 2 },
        },
      ],
    ],
    [
      "flock on bare grout",
      "O47",
      [grout, { action: "flock", product: "PVA", targets: ["ground:g", "board"] }],
    ],
    [
      "splatter untried",
      "O48",
      [prime, paint, { action: "paint", product: "acrylic ink", facts: { weathering: "splatter" } }],
    ],
    [
      "thick plaster sealed after a day",
      "O65",
      [
        {
          action: "lay ground",
          product: "gypsum ground",
          targets: ["ground:p", "board"],
          facts: { depthMm: 20 },
        },
        { action: "seal", product: "varnish", targets: ["ground:p", "board"] },
      ],
      [D],
    ],
    ["water on unsealed grout", "O66", [dam, { ...pour, facts: { porous: true } }]],
    ["water behind an untried dam", "O66", [pour]],
    ["spray varnish over water", "O66", [dam, pour, { ...canMatte, targets: ["board"] }]],
    ["grout on iron wire", "O67", [{ ...grout, facts: { bare: "steel" } }]],
    [
      "oil on fresh cement",
      "O68",
      [grout, { action: "shade", product: "oil wash", targets: ["board"] }],
      [3 * D],
    ],
    [
      "grass into solvent glue",
      "O73",
      [
        {
          action: "flock",
          product: "lacquer paint",
          targets: ["ground:g", "board"],
          facts: { standing: true },
        },
      ],
    ],
    [
      "grass beside wet varnish",
      "O73",
      [
        { ...canMatte, targets: ["board"] },
        {
          action: "flock",
          product: "PVA",
          targets: ["ground:g", "board"],
          facts: { standing: true },
        },
      ],
      [20],
    ],
    ["soil from the garden", "O75", [{ ...sand, facts: { natural: true } }]],
    ["a wet layer over young glued sand", "O77", [sand, grout], [D]],
  ] satisfies readonly (readonly [string, string, readonly Given[], (readonly number[])?, Weather?])[]
).map(([name, ruleId, given, gaps, weather]) => ({
  name,
  ruleId,
  given,
  gaps: gaps ?? [],
  weather: weather ?? usualWeather,
}));

const chain = (list: readonly Given[]): Step[] =>
  list.map((g, i) =>
    testStep({ id: `s${i}`, onWhat: `thing ${i}`, after: i > 0 ? [`s${i - 1}`] : [], ...g }),
  );

describe("a combination that happens at benches and goes wrong", () => {
  it.each(wrong)(
    "$name ($ruleId) is caught, and its first mend makes the plan pass",
    ({ ruleId, given, gaps, weather }) => {
      const steps = chain(given);
      const at: Record<string, number> = {};
      let t = 0;
      steps.forEach((s, i) => (at[s.id] = i === 0 ? 0 : (t += gaps[i - 1] ?? FAR)));
      const found = checkAt(steps, at, { weatherOn: () => weather }).find((c) => c.ruleId === ruleId);
      expect(found, "caught").toBeDefined();
      expect(found!.severity === ruleById(ruleId)!.severity || ["O14"].includes(ruleId)).toBe(true);
      const mend = found!.mends[0]!;
      expect(mend.label.length).toBeGreaterThan(4);
      const kept = [{ ruleId, change: mend.change }];
      const mended = applyChanges(steps, kept);
      const ordered = sequence(mended, wishesOf([mend.change]), orderRules, weather);
      const plan = schedule(mended, ordered.constraints, always, 0);
      const left = checkPlan(mended, new Map(plan.slots.map((s) => [s.stepId, s])), {
        weatherOn: () => weather,
      });
      expect(plan.slots).toHaveLength(mended.length);
      expect(left.filter((c) => c.ruleId === ruleId)).toEqual([]);
    },
  );
  it("trips every rule that a plan can break, here or among the orders, and no rule twice for nothing", () => {
    const tripped = new Set(wrong.map((c) => c.ruleId));
    const byOrder = orderRules.filter((r) => r.precedes?.length).map((r) => r.id);
    expect(
      orderRules.filter((r) => isLive(r) && !tripped.has(r.id) && !byOrder.includes(r.id)).map((r) => r.id),
    ).toEqual([]);
    expect(wrong.length).toBeGreaterThanOrEqual(60);
  });
});

/** What good builders do, of all the schools: each with waits as they keep them. */
const sound: readonly {
  readonly name: string;
  readonly given: readonly Given[];
  readonly gaps: readonly number[];
}[] = (
  [
    [
      "prime, paint, wash, drybrush, seal",
      [
        prime,
        paint,
        { action: "shade", product: "acrylic wash" },
        { action: "drybrush", product: "acrylic" },
        waterMatte,
      ],
      [H, H, 2 * H, H],
    ],
    [
      "lacquer first, acrylic over it",
      [canPrime, { action: "paint", product: "lacquer paint", sheen: "satin" }, paint, waterMatte],
      [30, D, H],
    ],
    ["spray varnish over acrylic of two days", [prime, paint, canMatte], [H, 2 * D]],
    [
      "enamel wash over a water varnish, matte in dust coats after its cure",
      [
        prime,
        paint,
        gloss,
        { action: "shade", product: "enamel wash", facts: { pin: true } },
        { ...canMatte, facts: { dustCoats: true } },
      ],
      [H, D, D, 2 * D],
    ],
    [
      "oil wash, water varnish after its cure",
      [prime, paint, { action: "shade", product: "oil wash", sheen: "matte" }, waterMatte],
      [H, D, 5 * D],
    ],
    [
      "powder on matte, left dry",
      [prime, paint, waterMatte, { action: "pigment", product: "pigment" }],
      [H, H, 3 * H],
    ],
    [
      "pigment under a gloss puddle",
      [
        prime,
        paint,
        waterMatte,
        { action: "pigment", product: "pigment" },
        { action: "gloss effect", product: "varnish", sheen: "gloss" },
      ],
      [H, H, 3 * H, H],
    ],
    [
      "washes laid wet into wet",
      [
        prime,
        paint,
        { action: "shade", product: "acrylic wash" },
        { action: "shade", product: "acrylic wash", facts: { wet: true } },
      ],
      [H, H, 3],
    ],
    [
      "translucent over white",
      [
        { ...prime, facts: { tone: "light" } },
        { action: "paint", product: "translucent acrylic" },
      ],
      [H],
    ],
    [
      "chrome over gloss black",
      [
        prime,
        { action: "paint", product: "acrylic airbrushed", sheen: "gloss", facts: { tone: "dark" } },
        { action: "paint", product: "lacquer paint", facts: { metal: "chrome" } },
      ],
      [H, 2 * D],
    ],
    [
      "iron over black",
      [
        prime,
        { action: "paint", product: "acrylic airbrushed", sheen: "matte", facts: { tone: "dark" } },
        { action: "paint", product: "acrylic airbrushed", facts: { metal: "iron" } },
      ],
      [H, D],
    ],
    [
      "tape over a hard clear coat, off while soft",
      [prime, gloss, { action: "mask" }, paint, { action: "unmask" }],
      [H, 3 * H, 10, 5],
    ],
    ["tape off when dry", [prime, gloss, { action: "mask" }, paint, { action: "unmask" }], [H, 3 * H, 10, D]],
    [
      "a decal on old gloss, sealed, then washed",
      [
        prime,
        gloss,
        { action: "decal" },
        gloss,
        { action: "shade", product: "enamel wash", facts: { pin: true } },
      ],
      [D, 2 * D, 2 * D, D],
    ],
    [
      "solvent coats within the hour",
      [canPrime, { action: "paint", product: "lacquer paint", sheen: "gloss" }],
      [30],
    ],
    [
      "solvent coats after two days",
      [canPrime, { action: "paint", product: "lacquer paint", sheen: "gloss" }],
      [2 * D],
    ],
    [
      "solvent, sanded, solvent",
      [
        canPrime,
        { action: "sand" },
        { action: "wash" },
        { action: "paint", product: "lacquer paint", sheen: "gloss" },
      ],
      [5 * H, 10, H],
    ],
    [
      "raw dark plastic as the shadow, told as such",
      [
        { action: "test", facts: { tone: "dark" } },
        { action: "drybrush", product: "acrylic" },
      ],
    ],
    [
      "black and white primer",
      [{ ...canPrime, facts: { tone: "dark" } }, { ...canPrime, facts: { tone: "light" } }, paint],
      [30, D],
    ],
    [
      "resin, washed, dried, cured, looked at, primed",
      [
        { action: "wash resin", process: "resin", facts: { bathMinutes: 5 } },
        { action: "remove supports", process: "resin" },
        { action: "cure", process: "resin" },
        { action: "inspect", process: "resin", facts: { checks: ["stain"] } },
        { ...prime, process: "resin", facts: { hollow: true } },
      ],
      [40, 10, 20, D],
    ],
    [
      "levelled in resin, wiped, dry",
      [
        { action: "level", product: "UV resin" },
        { action: "wash", title: "wipe with alcohol", tool: "cloth and alcohol" },
        prime,
      ],
      [5, 13 * H],
    ],
    [
      "flame after a trial",
      [
        { action: "test", facts: { checks: ["flame"] } },
        { action: "flame", thinnestMm: 3, facts: { bare: "PETG" } },
      ],
    ],
    [
      "putty thin, sanded the day after",
      [
        { action: "fill seam", product: "solvent putty", facts: { depthMm: 0.4 } },
        { action: "sand" },
        { action: "wash" },
        prime,
      ],
      [25 * H, 5, H],
    ],
    [
      "prime, find, mend, prime again",
      [
        prime,
        { action: "fill", product: "solvent putty" },
        { action: "sand" },
        { action: "wash" },
        prime,
        paint,
      ],
      [D, D, 5, H, H],
    ],
    [
      "foam sealed twice, then sprayed",
      [{ action: "seal", product: "heavy acrylic", facts: { bare: "xps" } }, canPrime],
      [13 * H],
    ],
    ["foam-safe glue on foam", [{ action: "glue", product: "contact glue", facts: { bare: "xps" } }]],
    [
      "epoxy on foam, weighed",
      [
        {
          action: "glue",
          product: "five-minute epoxy",
          facts: { bare: "xps", ratioOff: 0.02, batchMl: 10 },
        },
      ],
    ],
    [
      "windows in PVA after the spray",
      [prime, paint, canMatte, { action: "glue", product: "PVA", clear: true }],
      [H, 2 * D, D],
    ],
    ["windows in light-cured resin", [{ action: "glue", product: "UV resin", clear: true }]],
    ["transparent colour on glass", [{ ...paint, clear: true, facts: { transparent: true } }]],
    ["steel pins", [{ action: "glue", product: "five-minute epoxy", facts: { handled: true, gapMm: 0.3 } }]],
    [
      "alcohol first, spray varnish when it is dry",
      [{ ...sand, alcohol: true, facts: { alcoholShare: 0.3 } }, canMatte],
      [5 * D],
    ],
    [
      "soapy water beside varnish",
      [prime, paint, canMatte, { ...sand, facts: { wetted: true, soap: true } }],
      [H, 2 * D, 2 * D],
    ],
    [
      "alcohol beside a water varnish",
      [prime, paint, waterMatte, { ...sand, alcohol: true, facts: { alcoholShare: 0.3 } }],
      [H, D, 2 * D],
    ],
    [
      "neat glue on grout alone",
      [grout, { ...sand, facts: { spread: "sprinkled", brushedOff: true } }],
      [3 * D],
    ],
    [
      "plaster, dry by its depth, sealed",
      [
        {
          action: "lay ground",
          product: "gypsum ground",
          targets: ["ground:p", "board"],
          facts: { depthMm: 20 },
        },
        { action: "seal", product: "varnish", targets: ["ground:p", "board"] },
      ],
      [5 * D],
    ],
    [
      "ground painted its colour, flock, seal",
      [
        grout,
        { ...paint, targets: ["board"] },
        { action: "flock", product: "PVA", targets: ["ground:g", "board"] },
        { ...waterMatte, targets: ["board"] },
      ],
      [8 * D, D, D],
    ],
    [
      "standing grass into wet glue, dust after",
      [
        {
          action: "flock",
          product: "PVA",
          targets: ["ground:g", "board"],
          facts: { standing: true },
        },
        { action: "pigment", product: "pigment", targets: ["board"] },
      ],
      [2 * D],
    ],
    [
      "water on sealed ground behind a tried dam",
      [
        { action: "seal", product: "varnish", targets: ["ground:w", "board"] },
        dam,
        { ...pour, facts: { porous: true, depthMm: 4 } },
      ],
      [D, D],
    ],
    [
      "varnished wire in grout",
      [
        {
          action: "seal",
          product: "clear coat can",
          targets: ["ground:grout"],
          facts: { bare: "steel" },
        },
        grout,
      ],
      [2 * D],
    ],
    [
      "oil on cement under an acrylic seal",
      [
        grout,
        { action: "seal", product: "varnish", targets: ["board"] },
        { action: "shade", product: "oil wash", targets: ["board"] },
      ],
      [8 * D, D],
    ],
    [
      "liquid mask on hard gloss, off the same day",
      [prime, gloss, { action: "mask", facts: { liquid: true } }, { action: "unmask" }],
      [D, 2 * D, 3 * H],
    ],
    ["a spray on a dry day", [prime, paint, canMatte], [H, 2 * D]],
    [
      "mixed for all and a fifth over",
      [prime, { ...paint, facts: { batchMl: 7.2, neededMl: 6, sharedBy: 5 } }],
      [H],
    ],
    [
      "pigment first, sealed, dusted again",
      [prime, paint, waterMatte, { action: "pigment", product: "pigment" }],
      [H, H, D],
    ],
  ] satisfies readonly (readonly [string, readonly Given[], (readonly number[])?])[]
).map(([name, given, gaps]) => ({ name, given, gaps: gaps ?? [] }));

describe("what good builders do", () => {
  it.each(sound)("$name raises nothing", ({ given, gaps }) => {
    const steps = chain(given);
    const at: Record<string, number> = {};
    let t = 0;
    steps.forEach((s, i) => (at[s.id] = i === 0 ? 0 : (t += gaps[i - 1] ?? FAR)));
    expect(checkAt(steps, at).map((c) => `${c.ruleId} ${c.sentence}`)).toEqual([]);
  });
  it("is told by at least forty of them", () => expect(sound.length).toBeGreaterThanOrEqual(40));
});
