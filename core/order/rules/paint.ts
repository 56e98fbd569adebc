import { isPart } from "#core/reference";
import { productOf } from "#core/materials/products";
import { insert, leaveOut, moveBefore, otherProduct, otherWay, waitBetween } from "#core/order/mends";
import { type OrderRule, rule } from "#core/order/rule";
import {
  isBare,
  below,
  chemistry,
  coats,
  colours,
  covered,
  D,
  H,
  isCoat,
  isColour,
  isFilm,
  isOne,
  isSprayed,
  later,
  latest,
  onPrimer,
  order,
} from "#core/order/rules/ask";
import type { Step } from "#core/steps/step";
import { mendsOf, worstBelow } from "#core/order/rules/overCoats";

/** Of masks that are planned for zones only those of faces that fit cover them. */
const coversFits = (e: Step): boolean =>
  e.action === "mask" && (e.zones === undefined || e.facts?.fitFaces === true);

const coversClear = (e: Step): boolean => e.action === "mask" && (e.zones === undefined || e.clear);

/** O13 to O27 and what else concerns films of paint. */
export const paint: readonly OrderRule[] = [
  rule({
    id: "O13",
    kind: "order",
    says: "Primer comes before colour.",
    because: "Colour on bare plastic rubs off and shows the shine below.",
    severity: "weakens",
    mend: "Insert a coat of primer.",
    looksAt: isColour,
    precedes: [
      order(["prime"], onPrimer, "recoat"),
      order(["prime"], ["inspect"], "none", (_, b) => b.facts?.checks?.includes("primer") === true),
      order(["inspect"], colours, "none", (a) => a.facts?.checks?.includes("primer") === true),
    ],
    check: (s, situation) =>
      isColour(s) &&
      s.targets.some(isPart) &&
      !s.clear &&
      !latest(situation, (e) => e.action === "prime" || e.facts?.tone !== undefined)
        ? {
            mends: [
              insert("before", s, "prime", "Prime", {
                loose: true,
                product: "brush primer",
                minutes: Math.round(5 + 0.05 * (s.areaCm2 ?? 100)),
              }),
            ],
          }
        : null,
  }),
  rule({
    id: "O14",
    kind: "over",
    says:
      "A lacquer or solvent spray goes over water acrylic after a day, over enamel or oil only when " +
      "that is cured through; water acrylic goes over enamel or oil only when that is cured, and " +
      "matte.",
    because:
      "The stronger thinner lifts and wrinkles what is below, and what shrinks over a soft film cracks.",
    severity: "ruins",
    mend: "Wait for the full cure, lay a water varnish between, or change the product.",
    looksAt: (s) => isCoat(s) && s.product !== null,
    spacing: (a, b) => {
      if (!isCoat(a) || !isCoat(b)) return null;
      if (chemistry(b) === "lacquer" && chemistry(a) === "water") return { atLeast: D };
      return chemistry(a) === "enamel or oil" && (chemistry(b) === "lacquer" || chemistry(b) === "water")
        ? { atLeast: "cure" }
        : null;
    },
    check: (s, situation) => {
      if (!isCoat(s) || !s.product) return null;
      const worst = worstBelow(s, situation);
      return worst && { other: worst.other.id, severity: worst.severity, mends: mendsOf(s, worst) };
    },
  }),
  rule({
    id: "O15",
    kind: "order",
    says: "In one area what is sprayed comes before what is brushed.",
    because: "Overspray lands on what is finished.",
    severity: "wastes",
    mend: "Spray first, or mask what is done.",
    looksAt: (s) => s.action === "paint" && isSprayed(s),
    precedes: [
      order(
        ["paint"],
        ["paint"],
        "recoat",
        (a, b) => isSprayed(a) && !a.facts?.shielded && !isSprayed(b) && b.product !== null,
      ),
    ],
    check: (s, situation) => {
      if (s.action !== "paint" || !isSprayed(s) || s.facts?.shielded) return null;
      const done = latest(
        situation,
        (e) => e.action === "mask" || (isColour(e) && e.product !== null && !isSprayed(e)),
      );
      return done && done.step.action !== "mask"
        ? {
            other: done.step.id,
            mends: [
              moveBefore(s, done.step),
              insert("before", s, "mask", "Mask what is painted", { minutes: 12, tool: "tape" }),
            ],
          }
        : null;
    },
  }),
  rule({
    id: "O16",
    kind: "order",
    says:
      "Colour goes on before shading, shading before drybrushing; and no drybrush where layer steps " +
      "are plain.",
    because: "A wash runs off the edges that the drybrush then lights, and a dry brush finds every step.",
    severity: "weakens",
    mend: "Move the drybrush last; where steps are plain, stipple or spray from above instead.",
    looksAt: (s) => s.action === "drybrush",
    precedes: [
      order(["paint"], ["shade", "drybrush"], "recoat", (a) => a.facts?.weathering === undefined),
      // An undertone is drybrushed to be washed over, and lit again by the dry brush after it.
      order(["shade"], ["drybrush"], "recoat", (a, b) => !b.facts?.undertone && !a.facts?.weathering),
    ],
    check: (s) =>
      s.action === "drybrush" && s.facts?.plainSteps
        ? {
            mends: [
              leaveOut(s, "edges are lit by the wash and by light from above only"),
              otherWay(
                s,
                "Stipple stone by stone with thick paint",
                { plainSteps: null },
                { minutes: s.handsMinutes.value, looks: "livelier stones, no steps" },
              ),
            ],
          }
        : null,
  }),
  rule({
    id: "O17",
    kind: "insert",
    says: "Lines between stones and boards are lined in again after drybrushing.",
    because: "Drybrushing dulls them.",
    severity: "weakens",
    mend: "Line them in again.",
    looksAt: (s) => s.action === "drybrush",
    precedes: [order(["drybrush"], ["line in"], "recoat")],
    check: (s, situation) =>
      s.action === "drybrush" && s.facts?.lines && !later(situation, (e) => e.action === "line in")
        ? {
            mends: [
              insert("after", s, "line in", "Line in the joints again with a thin dark wash", {
                loose: true,
                product: "acrylic wash",
                minutes: 10,
                tool: "fine brush",
              }),
            ],
          }
        : null,
  }),
  rule({
    id: "O18",
    kind: "over",
    says: "Pin washes, markings and decals go on gloss; pigment and pencil on matte.",
    because: "Powder does not stay on gloss; a pin wash on matte stains where it should flow.",
    severity: "weakens",
    mend: "Insert a matte coat before the powder, a gloss coat before the pin wash.",
    looksAt: (s) => isOne(s, ["pigment", "shade", "decal"]),
    check: (s, situation) => {
      const under = below(situation);
      if (!under) return null;
      if (s.action === "pigment" && under.step.sheen === "gloss" && chemistry(under.step) !== "powder")
        return {
          other: under.step.id,
          mends: [
            insert("before", s, "varnish", "A matte coat for the powder to hold on", {
              product: "varnish",
              sheen: "matte",
              minutes: 6,
            }),
          ],
        };
      if ((s.facts?.pin || s.action === "decal") && under.step.sheen === "matte")
        return {
          other: under.step.id,
          mends: [
            insert("before", s, "varnish", "A gloss coat for it to flow on", {
              product: "varnish",
              sheen: "gloss",
              minutes: 6,
              waitMinutes: s.action === "decal" ? D : 30,
            }),
          ],
        };
      return null;
    },
  }),
  rule({
    id: "O19",
    kind: "needs",
    says: "Washes go on thin, each dry before the next, or on purpose into the wet of the first.",
    because: "Over a half-dry wash the brush tears up what lies below.",
    severity: "weakens",
    mend: "Wait until the first is dry.",
    looksAt: (s) => s.action === "shade",
    spacing: (a, b) =>
      a.action === "shade" && b.action === "shade" && !b.facts?.wet ? { atLeast: "recoat" } : null,
    check: (s, situation) => {
      if (s.action !== "shade") return null;
      const first = latest(situation, (e) => e.action === "shade");
      if (!first?.step.product || s.facts?.wet) return null;
      const dry = productOf(first.step.product, situation.weather).recoatMinutes;
      return first.age < dry - 1e-6
        ? {
            other: first.step.id,
            mends: [
              waitBetween(first.step, s, dry),
              otherWay(
                s,
                "Lay it into the wet on purpose, at once",
                { wet: true },
                { looks: "soft blends instead of edges" },
              ),
            ],
          }
        : null;
    },
  }),
  rule({
    id: "O20",
    kind: "over",
    says: "Translucent paint needs a light, even, matte base.",
    because: "A dark or patchy primer shows through and cannot be covered by more of it.",
    severity: "wastes",
    mend: "A light even coat first, or an opaque paint.",
    looksAt: (s) => s.product === "translucent acrylic",
    check: (s, situation) => {
      if (s.product !== "translucent acrylic") return null;
      const under = below(situation);
      if (under && (under.step.facts?.tone ?? "light") === "light" && under.step.sheen !== "gloss")
        return null;
      return {
        ...(under ? { other: under.step.id } : {}),
        mends: [
          insert("before", s, "paint", "An even light coat", {
            product: "acrylic airbrushed",
            tool: "airbrush",
            place: "booth",
            minutes: 8,
            facts: { tone: "light" },
          }),
          otherProduct(s, "acrylic"),
        ],
      };
    },
  }),
  rule({
    id: "O21",
    kind: "needs",
    says: "Effects that may need correcting are laid in enamel or oil.",
    because: "They can be opened again with their thinner; acrylic cannot be taken back.",
    severity: "weakens",
    mend: "Use an enamel or oil wash.",
    looksAt: (s) => isOne(s, ["paint", "shade", "drybrush", "pigment"]),
    check: (s) =>
      s.facts?.mayCorrect && s.product !== null && !productOf(s.product).reopens
        ? { mends: [otherProduct(s, "enamel wash", { looks: "can be wiped back" })] }
        : null,
  }),
  rule({
    id: "O22",
    kind: "over",
    says: "Chrome goes over gloss black, iron over black.",
    because: "A metallic is as bright as the dark it lies on is deep.",
    severity: "weakens",
    mend: "Lay black under it, gloss for chrome.",
    looksAt: (s) => s.action === "paint",
    check: (s, situation) => {
      if (!s.facts?.metal || s.action !== "paint") return null;
      const under = below(situation);
      const dark = under?.step.facts?.tone === "dark";
      const gloss = under?.step.sheen === "gloss";
      if (dark && (gloss || s.facts.metal === "iron")) return null;
      return {
        ...(under ? { other: under.step.id } : {}),
        mends: [
          insert(
            "before",
            s,
            "paint",
            s.facts.metal === "chrome" ? "A coat of gloss black" : "A coat of black",
            {
              product: "acrylic airbrushed",
              sheen: s.facts.metal === "chrome" ? "gloss" : "matte",
              tool: "airbrush",
              place: "booth",
              minutes: 8,
              waitMinutes: D,
              facts: { tone: "dark" },
            },
          ),
        ],
      };
    },
  }),
  rule({
    id: "O23",
    kind: "needs",
    says: "Tape goes only over films past handling, best over a clear coat that is itself past handling.",
    because: "Tape lifts what is not hard.",
    severity: "weakens",
    mend: "Wait until the coat below may be handled.",
    looksAt: (s) => s.action === "mask",
    // Faces that fit stay covered until the last coat is on; what is masked for one colour is not.
    precedes: [
      // One that is planned for some zones comes off when these are done.
      order(colours, ["unmask"], "none", (_, b) => b.zones === undefined),
      order(["prime", "varnish", "pigment"], ["unmask"], "none", (_, b) => b.facts?.fitFaces === true),
      order(["unmask"], ["glue"], "none", (_, b) => b.facts?.apart === true),
    ],
    spacing: (a, b) => (b.action === "mask" && isFilm(a) ? { atLeast: "handle" } : null),
    check: (s, situation) => {
      if (s.action !== "mask") return null;
      if (!later(situation, (e) => e.action === "unmask"))
        return {
          detail: "nothing takes it off again.",
          mends: [
            insert("after", s, "unmask", "Take the mask off", {
              loose: true,
              minutes: 1 + 0.5 * (s.pieces ?? 1),
              facts: s.facts?.fitFaces ? { fitFaces: true } : {},
            }),
          ],
        };
      const soft = latest(
        situation,
        (e, p) =>
          isFilm(e) &&
          situation.at - p.endsAt < productOf(e.product!, situation.weather).handleMinutes - 1e-6,
      );
      return soft
        ? {
            other: soft.step.id,
            mends: [
              waitBetween(soft.step, s, productOf(soft.step.product!, situation.weather).handleMinutes),
            ],
          }
        : null;
    },
  }),
  rule({
    id: "O24",
    kind: "stock",
    says:
      "Enough of a custom colour is mixed for all the parts that share it, and a fifth over, and " +
      "its recipe kept.",
    because: "A re-mix weeks later will not match by eye.",
    severity: "wastes",
    mend: "Mix enough for all of them at once.",
    looksAt: (s) => s.recipeId !== null,
    check: (s) => {
      const { batchMl, neededMl, sharedBy } = s.facts ?? {};
      return batchMl !== undefined &&
        neededMl !== undefined &&
        (sharedBy ?? 1) > 1 &&
        batchMl < neededMl * 1.2 - 1e-9
        ? {
            mends: [
              otherWay(
                s,
                `Mix ${Math.ceil(neededMl * 1.2)} ml at once`,
                { batchMl: neededMl * 1.2 },
                { minutes: 3 },
              ),
            ],
          }
        : null;
    },
  }),
  rule({
    id: "O25",
    kind: "order",
    says:
      "Clear and lit parts stay unpainted or take transparent colour, and the lamp is tested before " +
      "the part is closed.",
    because: "Paint on a window cannot be taken off again, and a dead lamp cannot be reached.",
    severity: "ruins",
    mend: "Take the clear part out of the scheme; move the wiring before the glue.",
    looksAt: (s) => (s.clear || s.facts?.clearZone === true) && isOne(s, coats),
    precedes: [order(["wire"], ["glue", "place"])],
    check: (s, situation) => {
      if (s.facts?.clearZone && !latest(situation, coversClear))
        return {
          detail: "a clear place of it is not covered.",
          mends: [insert("before", s, "mask", "Mask the clear places", { minutes: 8, tool: "tape" })],
        };
      return s.clear && isOne(s, ["prime", "paint", "drybrush", "shade"]) && !s.facts?.transparent
        ? {
            mends: [
              leaveOut(s, "it stays clear"),
              otherWay(s, "Tint it with transparent colour", { transparent: true }),
            ],
          }
        : null;
    },
  }),
  rule({
    id: "O26",
    kind: "insert",
    says: "Sockets, tabs, slides and glue faces stay free of paint.",
    because: "Two films of paint close a fit, and glue holds the paint instead of the part.",
    severity: "weakens",
    mend: "Mask them before the primer.",
    looksAt: (s) => s.action === "prime",
    check: (s, situation) =>
      s.action === "prime" && s.facts?.fitFaces && !latest(situation, coversFits)
        ? {
            mends: [
              insert("before", s, "mask", "Mask sockets, tabs and glue faces", {
                loose: true,
                minutes: 3 + 1.5 * (s.pieces ?? 1),
                tool: "tape",
                facts: { fitFaces: true },
              }),
            ],
          }
        : null,
  }),
  rule({
    id: "O27",
    kind: "advice",
    says: "Old or stiff brushes for filament prints, the good ones for resin.",
    because: "Layer steps wear a brush as a file does.",
    severity: "weakens",
    mend: "Take an old or stiff brush.",
  }),
  rule({
    id: "O43",
    kind: "over",
    says:
      "No water-based glaze on ink that runs, and no light-cured resin over paper or paint before " +
      "what is below is dry.",
    because: "The ink bleeds into the glaze, and resin locks the damp in.",
    severity: "ruins",
    mend: "A solvent clear coat between; or wait until it is dry.",
    looksAt: (s) => isFilm(s) && ["water", "resin"].includes(chemistry(s)),
    check: (s, situation) => {
      const under = below(situation);
      if (!under?.step.product) return null;
      if (chemistry(s) === "water" && under.step.facts?.runs)
        return {
          other: under.step.id,
          mends: [
            insert("before", s, "varnish", "A clear coat over the ink", {
              product: "clear coat can",
              sheen: "satin",
              tool: "spray can",
              place: "booth",
              minutes: 6,
              waitMinutes: 2 * H,
            }),
            otherProduct(s, "oil wash", { looks: "" }),
          ],
        };
      const dry = productOf(under.step.product, situation.weather).cureMinutes;
      return chemistry(s) === "resin" &&
        isOne(s, ["gloss effect", "level"]) &&
        chemistry(under.step) === "water" &&
        under.age < dry - 1e-6
        ? { other: under.step.id, mends: [waitBetween(under.step, s, dry)] }
        : null;
    },
    spacing: (a, b) =>
      b.action === "gloss effect" && chemistry(b) === "resin" && chemistry(a) === "water" && isFilm(a)
        ? { atLeast: "cure" }
        : null,
  }),
  rule({
    id: "O46",
    kind: "over",
    says: "No wash or powder over unsealed free-hand shading that must not change.",
    because: "It stains and dulls what took longest.",
    severity: "weakens",
    mend: "Seal the shading first.",
    looksAt: (s) => isOne(s, ["shade", "pigment"]),
    check: (s, situation) => {
      if (!isOne(s, ["shade", "pigment"])) return null;
      const under = latest(situation, (e) => e.action === "varnish" || e.facts?.freehand === true);
      return under?.step.facts?.freehand
        ? {
            other: under.step.id,
            mends: [
              insert("after", under.step, "varnish", "Seal the free-hand shading", {
                product: "varnish",
                sheen: "satin",
                minutes: 6,
              }),
            ],
          }
        : null;
    },
  }),
  rule({
    id: "O50",
    kind: "insert",
    says: "After a doubtful can, bottle or mix comes a test on scrap first.",
    because: "Spatter, a wrong sheen and separated paint show on scrap as well as on the piece.",
    severity: "wastes",
    mend: "Test it on scrap.",
    looksAt: (s) => isFilm(s) && s.process !== "resin",
    check: (s, situation) =>
      s.facts?.doubtful &&
      s.product !== null &&
      isFilm(s) &&
      s.process !== "resin" &&
      !latest(situation, (e) => e.action === "test" && e.facts?.checks?.includes("can") === true)
        ? {
            mends: [
              insert("before", s, "test", "Spray or brush it on scrap first", {
                loose: true,
                minutes: 4,
                place: s.place,
                tool: s.tool,
                facts: { checks: ["can"] },
              }),
            ],
          }
        : null,
  }),
  rule({
    id: "O51",
    kind: "advice",
    says:
      "Brush and nozzle are cleaned the moment the product asks for it: light-cured resin and " +
      "lacquer at once, acrylic before it dries.",
    because: "What has set in a brush does not come out.",
    severity: "wastes",
    mend: "Clean it now, before it sets.",
  }),
  rule({
    id: "O55",
    kind: "insert",
    says:
      "The side a piece is held by is done in its turn; a handle or strut goes last and its scar is " +
      "touched up.",
    because: "The scar of a handle is the one spot that everybody finds.",
    severity: "weakens",
    mend: "Touch up the scar at the end.",
    looksAt: isColour,
    check: (s, situation) =>
      s.facts?.strut &&
      isColour(s) &&
      !later(situation, (e) => e.action === "touch up" || (e.facts?.strut === true && isColour(e)))
        ? {
            mends: [
              insert("after", s, "touch up", "Cut the handle and touch up its scar", {
                loose: true,
                product: "acrylic",
                minutes: 5,
                tool: "fine brush",
              }),
            ],
          }
        : null,
  }),
  rule({
    id: "O58",
    kind: "over",
    says:
      "Alcohol over half strips water acrylic and crazes clear plastic: mist on paint at most 30 %, " +
      "on paint a day old, not rubbed; soapy water beside glazing.",
    because: "Alcohol is a thinner of water acrylic and a poison for stressed clear plastic.",
    severity: "ruins",
    mend: "Thin the mist to 30 % and let the paint be a day old, or wet with soapy water.",
    looksAt: (s) => s.alcohol,
    spacing: (a, b) =>
      b.alcohol && (b.facts?.alcoholShare ?? 0) > 0 && isCoat(a) && chemistry(a) === "water"
        ? { atLeast: D }
        : null,
    check: (s, situation) => {
      const share = s.facts?.alcoholShare ?? 0;
      if (!s.alcohol || share === 0) return null;
      const soapy = otherWay(
        s,
        "Wet with water and a drop of soap",
        { wetted: true, soap: true, alcoholShare: 0 },
        { alcohol: false, looks: "wets a little slower" },
      );
      const glazing =
        s.clear || isBare(s, situation, (m) => m.harmedBy.some((h) => h.attacks && h.agent === "alcohol"));
      if (glazing) return { mends: [soapy] };
      const film = latest(situation, (e) => isCoat(e) && chemistry(e) === "water");
      if (!film) return null;
      if (share > 0.3 || s.facts?.rubbed)
        return {
          other: film.step.id,
          mends: [
            otherWay(s, "Mist of 30 % alcohol, not rubbed", { alcoholShare: 0.3, rubbed: null }),
            soapy,
          ],
        };
      return film.age < D - 1e-6
        ? { other: film.step.id, mends: [waitBetween(film.step, s, D), soapy] }
        : null;
    },
  }),
  rule({
    id: "O59",
    kind: "over",
    says: "White spirit or enamel wash never on bare, stressed styrene or ABS: prime first.",
    because: "Clips and thin sheet crack where the spirit creeps in.",
    severity: "ruins",
    mend: "Prime it first.",
    looksAt: (s) => chemistry(s) === "enamel or oil",
    check: (s, situation) =>
      chemistry(s) === "enamel or oil" &&
      isBare(
        s,
        situation,
        (m) =>
          ["sheet", "print"].includes(m.kind) &&
          m.harmedBy.some((h) => h.attacks && h.agent === "white spirit"),
      ) &&
      !covered(situation)
        ? {
            mends: [
              insert("before", s, "prime", "Prime", {
                loose: true,
                product: "brush primer",
                minutes: 8,
                waitMinutes: D,
              }),
            ],
          }
        : null,
  }),
  rule({
    id: "O61",
    kind: "over",
    says: "No second coat inside the closed window of the first.",
    because: "A solvent coat of a few hours is skinned over and soft below: it wrinkles.",
    severity: "ruins",
    mend: "Within the hour, or after two days; or sand in between.",
    looksAt: isFilm,
    check: (s, situation) => {
      if (!s.product || !isFilm(s)) return null;
      const under = latest(situation, (e) => isFilm(e) || e.action === "sand");
      if (!under || under.step.action === "sand" || !recoats(under.step, s)) return null;
      const closed = productOf(under.step.product!, situation.weather).closed!;
      return under.age > closed.fromMinutes + 1e-6 && under.age < closed.untilMinutes - 1e-6
        ? {
            other: under.step.id,
            mends: [
              waitBetween(under.step, s, closed.untilMinutes),
              insert("before", s, "sand", "Matte the first coat with fine abrasive", {
                minutes: 10,
                tool: "abrasive 1000",
                looks: "",
              }),
            ],
          }
        : null;
    },
    spacing: (a, b) => (recoats(a, b) ? { atLeast: "recoat", closed: productOf(a.product!).closed! } : null),
  }),
  rule({
    id: "O62",
    kind: "needs",
    says:
      "Decals: gloss a day old, decal, softener left alone 12 h, rinse, dry 12 h, gloss in dust " +
      "coats, then wash or matte; no strong solvent on a decal that is not sealed.",
    because: "Over matte it silvers, and solvent shrivels it.",
    severity: "ruins",
    mend: "Seal the decal before the next film.",
    looksAt: (s) => s.action === "decal",
    spacing: (a, b) =>
      a.action === "varnish" && a.sheen === "gloss" && b.action === "decal"
        ? { atLeast: D }
        : a.action === "decal" && isFilm(b)
          ? { atLeast: D }
          : null,
    precedes: [order(["decal"], ["shade", "pigment"], "recoat")],
    check: (s, situation) => {
      if (s.action === "decal") {
        const gloss = latest(situation, (e) => isCoat(e));
        return gloss?.step.sheen === "gloss" && gloss.age < D - 1e-6
          ? { other: gloss.step.id, mends: [waitBetween(gloss.step, s, D)] }
          : null;
      }
      if (!isFilm(s)) return null;
      const under = latest(situation, (e) => isFilm(e) || e.action === "decal");
      if (under?.step.action !== "decal") return null;
      if (under.age < D - 1e-6) return { other: under.step.id, mends: [waitBetween(under.step, s, D)] };
      const sealing = s.action === "varnish" && (chemistry(s) === "water" || s.facts?.dustCoats);
      return sealing
        ? null
        : {
            other: under.step.id,
            mends: [
              insert("after", under.step, "varnish", "Seal the decal with gloss", {
                product: "varnish",
                sheen: "gloss",
                minutes: 6,
              }),
            ],
          };
    },
  }),
  rule({
    id: "O63",
    kind: "needs",
    says:
      "No cyanoacrylate or its activator in one closed space with a clear part for a day; clear " +
      "parts go in, or are unmasked, after the last spray varnish.",
    because: "Its vapour blooms white on clear plastic, and spray dulls it.",
    severity: "ruins",
    mend: "Use PVA, epoxy or light-cured resin for clear parts.",
    looksAt: (s) => (s.action === "glue" && s.clear) || (s.action === "varnish" && isSprayed(s)),
    check: (s, situation) => {
      if (
        s.action === "glue" &&
        s.product === "cyanoacrylate" &&
        (s.clear || situation.before.some((p) => p.step.clear))
      )
        return {
          mends: [otherProduct(s, "PVA", { looks: "dries clear" }), otherProduct(s, "UV resin")],
        };
      const open =
        s.action === "varnish" && isSprayed(s)
          ? latest(situation, (e) => e.clear && isOne(e, ["glue", "mask", "unmask", "place"]))
          : null;
      return open && open.step.action !== "mask"
        ? {
            other: open.step.id,
            mends: [
              moveBefore(s, open.step),
              insert("before", s, "mask", "Mask the clear parts", { minutes: 8, tool: "tape" }),
            ],
          }
        : null;
    },
  }),
  rule({
    id: "O64",
    kind: "needs",
    says: "Liquid mask comes off within a day, and never goes on pigment, leaf, decal or young acrylic.",
    because: "Later it tears, and it takes with it what is not hard.",
    severity: "ruins",
    mend: "Take it off the same day; use tape or paper over what is delicate.",
    looksAt: (s) => s.action === "mask",
    spacing: (a, b) =>
      b.action === "mask" && b.facts?.liquid && isCoat(a) && chemistry(a) === "water" ? { atLeast: D } : null,
    check: (s, situation) => {
      if (s.action === "mask" && s.facts?.liquid) {
        const under = below(situation);
        if (
          under &&
          (["pigment", "decal"].includes(under.step.action) ||
            under.step.facts?.metal ||
            (chemistry(under.step) === "water" && under.age < D - 1e-6))
        )
          return {
            other: under.step.id,
            mends: [
              otherWay(s, "Cover it with paper instead", { liquid: null }, { minutes: 4 }),
              waitBetween(under.step, s, D),
            ],
          };
      }
      const masked = s.action === "unmask" ? latest(situation, (e) => e.action === "mask") : null;
      return masked?.step.facts?.liquid && masked.age > D + 1e-6
        ? {
            other: masked.step.id,
            mends: [
              otherWay(masked.step, "Use tape, which may stay longer", { liquid: null }, { minutes: 4 }),
            ],
          }
        : null;
    },
  }),
  rule({
    id: "O81",
    kind: "over",
    says: "Chrome comes last in its zone: no mask, no matte, no solvent clear, no handling after it.",
    because: "Anything on a mirror is seen in it.",
    severity: "ruins",
    mend: "Move it to the end of its zone.",
    looksAt: (s) => s.facts?.metal === "chrome",
    precedes: [
      order(
        [...coats, "mask", "unmask", "pigment"],
        ["paint"],
        "none",
        (a, b) => b.facts?.metal === "chrome" && a.facts?.metal !== "chrome",
      ),
    ],
    check: (s, situation) => {
      if (!isOne(s, ["mask", "varnish", "pigment", "shade", "drybrush"])) return null;
      const chrome = latest(situation, (e) => e.facts?.metal === "chrome");
      return chrome
        ? { other: chrome.step.id, mends: [moveBefore(s, chrome.step), leaveOut(s, "the chrome stays bare")] }
        : null;
    },
  }),
];

/** Coats that shut: the next coat of solvent waits for the window, any film waits for that of a pour. */
function recoats(a: Step, b: Step): boolean {
  if (!a.product || !b.product || !isFilm(a) || !isFilm(b)) return false;
  const below = productOf(a.product);
  return (
    below.closed !== undefined &&
    (below.chemistry === "lacquer" ? chemistry(b) === "lacquer" : b.action === "pour water")
  );
}
