import { isGround } from "#core/reference";
import { productOf } from "#core/materials/products";
import { weatherings } from "#core/steps/facts";
import { insert, moveBefore, otherProduct, otherWay, waitBetween } from "#core/order/mends";
import { type OrderRule, rule } from "#core/order/rule";
import {
  isBare,
  chemistry,
  colours,
  D,
  frosts,
  H,
  isFilm,
  isOne,
  isSprayed,
  isWatery,
  later,
  latest,
  order,
} from "#core/order/rules/ask";
import type { Step } from "#core/steps/step";
import { weatherBar } from "#core/materials/weather";

const soapyWater = (s: Step) =>
  otherWay(
    s,
    "Wet with water and a drop of soap instead",
    { wetted: true, soap: true, alcoholShare: 0 },
    { alcohol: false, looks: "wets a little slower; nothing frosts" },
  );
const waterVarnish = (s: Step) => otherProduct(s, "varnish", { looks: "a touch less flat than the spray" });
const rankOf = (s: Step) => weatherings.indexOf(s.facts!.weathering!);

/** O28 to O39 and what else concerns weathering, ground, water and sealing. */
export const weatherGround: readonly OrderRule[] = [
  rule({
    id: "O28",
    kind: "advice",
    says:
      "Mud, damp, moss and dust gather low, on treads, in corners, under sills, along the " +
      "waterline; rust under iron.",
    because: "Dirt lies where weather and feet put it.",
    severity: "weakens",
    mend: "Put more where feet go.",
  }),
  rule({
    id: "O29",
    kind: "order",
    says:
      "Parts are painted before they are set in the ground, and the ground is laid round them, its " +
      "colour brushed up their foot.",
    because:
      "A brush does not reach the foot of a wall behind its neighbour, and a part set on top of " +
      "the ground looks it.",
    severity: "weakens",
    mend: "Move the setting between the paint and the ground.",
    precedes: [order([...colours, "prime"], ["place"], "handle"), order(["place"], ["lay ground"], "handle")],
  }),
  rule({
    id: "O30",
    kind: "order",
    says: "Pigment goes on after the last sealing coat, or is dusted again after it.",
    because: "Varnish darkens and flattens powder until it is gone.",
    severity: "weakens",
    mend: "Move the pigment after the varnish, or accept that it darkens.",
    precedes: [order(["varnish"], ["pigment"], "handle")],
  }),
  rule({
    id: "O31",
    kind: "order",
    says:
      "Ground wetted with alcohol is laid, and dry through, before solvent matte varnish is sprayed " +
      "on it or within 50 mm.",
    because: "Alcohol turns that varnish white, and varnish over damp ground frosts.",
    severity: "ruins",
    mend:
      "Lay the ground before the varnish, or wet it with water and a drop of soap, or use a water " +
      "varnish.",
    looksAt: (s) => s.alcohol || (s.action === "varnish" && frosts(s)),
    precedes: [
      order(
        ["lay ground", "flock", "pour water"],
        ["varnish"],
        "cure",
        (a, b) => a.alcohol && !a.facts?.shielded && frosts(b),
      ),
    ],
    mends: (first, second) => [
      soapyWater(first),
      waterVarnish(second),
      otherWay(
        first,
        "Neat glue, without wetting it first",
        { wetted: true, soap: null, alcoholShare: 0 },
        { alcohol: false, minutes: 10, looks: "grains float where it is dry: drip at the edge" },
      ),
      otherWay(first, "Cover 50 mm round it while it is wetted", { shielded: true }, { minutes: 15 }),
    ],
    check: (s, situation) => {
      if (s.alcohol && !s.facts?.shielded) {
        const varnish = latest(situation, (e) => e.action === "varnish" && frosts(e));
        if (varnish)
          return {
            other: varnish.step.id,
            mends: [
              moveBefore(s, varnish.step),
              soapyWater(s),
              waterVarnish(varnish.step),
              otherWay(s, "Cover 50 mm round it while it is wetted", { shielded: true }, { minutes: 15 }),
            ],
          };
      }
      if (s.action !== "varnish" || !frosts(s)) return null;
      const damp = latest(
        situation,
        (e, p) =>
          e.action === "lay ground" &&
          e.product !== null &&
          situation.at - p.endsAt < productOf(e.product, situation.weather).cureMinutes - 1e-6,
      );
      return damp
        ? {
            other: damp.step.id,
            mends: [
              waitBetween(damp.step, s, productOf(damp.step.product!, situation.weather).cureMinutes),
              waterVarnish(s),
            ],
          }
        : null;
    },
    spacing: (a, b) =>
      a.action === "lay ground" && b.action === "varnish" && frosts(b) ? { atLeast: "cure" } : null,
  }),
  rule({
    id: "O32",
    kind: "needs",
    says: "Fine powder ground is wetted before glue is dripped on it, and dripped on at the edge.",
    because: "Dry powder floats on the drop and rolls up.",
    severity: "weakens",
    mend: "Mist it first.",
    looksAt: (s) => s.action === "lay ground",
    check: (s) =>
      s.action === "lay ground" &&
      s.facts?.fine &&
      s.facts.spread === "dripped" &&
      !s.alcohol &&
      !s.facts.wetted
        ? {
            mends: [
              otherWay(
                s,
                "Mist it with water and a drop of soap first",
                { wetted: true, soap: true },
                { minutes: 2 },
              ),
            ],
          }
        : null,
  }),
  rule({
    id: "O33",
    kind: "order",
    says:
      "Ground first, then plants from large to small, loose leaves and dust; but what a tall " +
      "neighbour would block comes before the neighbour.",
    because: "What is sprinkled later covers the feet of what stands.",
    severity: "weakens",
    mend: "Move the plants after the ground.",
    precedes: [order(["lay ground"], ["flock", "pigment"], "handle")],
  }),
  rule({
    id: "O34",
    kind: "order",
    says: "Gloss effects and water come after the last matte coat.",
    because: "A matte coat kills every shine below it.",
    severity: "weakens",
    mend: "Move the gloss after the varnish.",
    precedes: [order(["varnish"], ["gloss effect", "pour water"], "handle", (a) => a.sheen === "matte")],
  }),
  rule({
    id: "O35",
    kind: "order",
    says:
      "Seal after shading and after flock: a matte coat over home-made washes, two coats on what is " +
      "handled.",
    because: "Home-made washes dry glossy in pools and loose fibres come off.",
    severity: "weakens",
    mend: "Move the matte coat after them, or put one in.",
    looksAt: (s) => s.action === "shade",
    precedes: [
      order([...colours, "flock"], ["varnish"], "recoat"),
      order(["unmask"], ["varnish"], "recoat", (a) => !a.facts?.fitFaces),
    ],
    check: (s, situation) =>
      s.action === "shade" &&
      s.facts?.homemade &&
      !later(situation, (e) => e.action === "varnish" && e.sheen === "matte")
        ? {
            mends: [
              insert("after", s, "varnish", "A matte coat over the wash", {
                loose: true,
                product: "varnish",
                sheen: "matte",
                minutes: 8,
              }),
            ],
          }
        : null,
  }),
  rule({
    id: "O36",
    kind: "stock",
    says: "There is enough varnish for all of it before sealing begins.",
    because: "A second maker's can will not match the sheen.",
    severity: "wastes",
    mend: "Buy it before, or try the second can on scrap beside the first.",
    saidAt: "said in Stores, of a varnish that runs out before all of it is sealed",
  }),
  rule({
    id: "O37",
    kind: "needs",
    says: "What hands and dice touch gets glue with some give, pins, and a sealed finish.",
    because: "A brittle joint breaks at the first knock.",
    severity: "weakens",
    mend: "Use a glue that gives.",
    looksAt: (s) => s.action === "glue",
    check: (s) =>
      s.action === "glue" && s.facts?.handled && s.product === "cyanoacrylate"
        ? { mends: [otherProduct(s, "contact glue"), otherProduct(s, "five-minute epoxy")] }
        : null,
  }),
  rule({
    id: "O38",
    kind: "order",
    says: "The edge of the board comes last: masked, one dark coat, tape off while soft.",
    because: "Everything before it drips on it.",
    severity: "weakens",
    mend: "Move the edge to the end.",
    precedes: [
      order(
        [
          "place",
          "lay ground",
          "flock",
          "pour water",
          "varnish",
          "pigment",
          "gloss effect",
          "seal",
          "paint",
          "shade",
        ],
        ["paint edge"],
        "handle",
      ),
    ],
  }),
  rule({
    id: "O39",
    kind: "insert",
    says: "Heavy ground is laid where the board will stay, after its weight has been worked out.",
    because: "Grout on a board that must be carried cracks, or stays where it is.",
    severity: "weakens",
    mend: "Work out the weight first, and lay it on the spot.",
    looksAt: (s) => s.action === "lay ground",
    check: (s, situation) =>
      s.action === "lay ground" &&
      s.facts?.heavy &&
      !latest(situation, (e) => e.facts?.checks?.includes("weight") === true)
        ? {
            mends: [
              insert("before", s, "inspect", "Work out the weight; carry the board to where it will stay", {
                loose: true,
                minutes: 5,
                facts: { checks: ["weight"] },
              }),
            ],
          }
        : null,
  }),
  rule({
    id: "O42",
    kind: "needs",
    says: "Stray grains are brushed off roofs, ledges and figures before the ground is wetted.",
    because: "Once glued they are there for good.",
    severity: "wastes",
    mend: "Brush them off before wetting.",
    looksAt: (s) => s.action === "lay ground",
    check: (s, situation) =>
      s.action === "lay ground" &&
      s.facts?.spread === "sprinkled" &&
      !s.facts.brushedOff &&
      situation.before.some((p) => p.step.action === "place")
        ? {
            mends: [
              otherWay(s, "Brush stray grains off before wetting", { brushedOff: true }, { minutes: 3 }),
            ],
          }
        : null,
  }),
  rule({
    id: "O45",
    kind: "needs",
    says: "Clear light-cured drops, puddles and glass go on last, in layers no deeper than the lamp reaches.",
    because: "Deeper resin stays soft below a hard skin.",
    severity: "weakens",
    mend: "Thinner layers, each cured.",
    looksAt: (s) => chemistry(s) === "resin" && isOne(s, ["gloss effect", "pour water"]),
    precedes: [
      order(
        ["varnish"],
        ["gloss effect"],
        "handle",
        (a, b) => a.sheen === "matte" && chemistry(b) === "resin",
      ),
    ],
    check: (s) =>
      chemistry(s) === "resin" &&
      isOne(s, ["gloss effect", "pour water"]) &&
      s.facts?.lampReachMm !== undefined &&
      (s.facts.depthMm ?? 0) > s.facts.lampReachMm
        ? {
            mends: [
              otherWay(
                s,
                `Layers of ${s.facts.lampReachMm} mm`,
                { depthMm: s.facts.lampReachMm },
                { minutes: 5 },
              ),
            ],
          }
        : null,
  }),
  rule({
    id: "O47",
    kind: "insert",
    says: "The ground under flock is painted in the flock's own colour first.",
    because: "Bare ground shines through between the fibres.",
    severity: "wastes",
    mend: "Paint the ground first.",
    looksAt: (s) => s.action === "flock",
    check: (s, situation) => {
      if (s.action !== "flock") return null;
      const under = latest(
        situation,
        (e) => e.targets.includes("board") && isOne(e, ["lay ground", "paint"]),
      );
      return under?.step.action === "lay ground"
        ? {
            other: under.step.id,
            mends: [
              insert("after", under.step, "paint", "Paint the ground in the flock's colour", {
                product: "heavy acrylic",
                minutes: 15,
                tool: "broad brush",
              }),
            ],
          }
        : null;
    },
  }),
  rule({
    id: "O48",
    kind: "order",
    says:
      "Weathering runs from large and soft to small and sharp: filters, streaks, dust, then chips, " +
      "scratches, splatter last with the neighbours shielded and a trial on paper.",
    because: "Soft over sharp blurs it.",
    severity: "weakens",
    mend: "Put the soft effects first.",
    looksAt: (s) => s.facts?.weathering !== undefined,
    precedes: [
      order(
        [...colours, "pigment"],
        [...colours, "pigment"],
        "none",
        (a, b) =>
          a.facts?.weathering !== undefined && b.facts?.weathering !== undefined && rankOf(a) < rankOf(b),
      ),
    ],
    check: (s, situation) =>
      s.facts?.weathering === "splatter" &&
      !latest(situation, (e) => e.facts?.checks?.includes("splatter") === true)
        ? {
            mends: [
              insert("before", s, "test", "Try the splatter on paper; cover the neighbours", {
                loose: true,
                minutes: 4,
                facts: { checks: ["splatter"] },
              }),
            ],
          }
        : null,
  }),
  rule({
    id: "O49",
    kind: "needs",
    says: "Sprayed products: not above 70 % humidity or below 10 C, the can at room temperature.",
    because: "Damp fogs the film and cold makes it spatter.",
    severity: "weakens",
    mend: "Wait for a better day.",
    looksAt: isSprayed,
    check: (s, situation) =>
      isSprayed(s) &&
      weatherBar(productOf(s.product!).weather, situation.weather) === null &&
      (situation.weather.humidity > 0.7 + 1e-9 || situation.weather.temperatureC < 10)
        ? { mends: [byBrush(s)] }
        : null,
  }),
  rule({
    id: "O54",
    kind: "order",
    says: "Deep and messy comes before its neat neighbours.",
    because: "Plaster splashes on beams; beams do not splash on plaster.",
    severity: "wastes",
    mend: "Do the messy one first.",
    precedes: [
      order(
        ["lay ground", "paste", "paint", "fill", "pour water"],
        ["paint", "paste", "glue", "place", "drybrush"],
        "none",
        (a, b) => a.facts?.messy === true && b.facts?.neat === true,
      ),
    ],
  }),
  rule({
    id: "O56",
    kind: "order",
    says: "Drybrush heavily, then line in; decals over the colour and on gloss, sealed, then weathered.",
    because: "What is laid in its line is dulled by the dry brush, and dirt lies over markings.",
    severity: "weakens",
    mend: "Move the lining after the drybrush, the weathering after the decal.",
    precedes: [
      order(["drybrush"], ["line in"], "recoat"),
      order(["paint"], ["decal"], "recoat", (a) => a.facts?.weathering === undefined),
      order(
        ["decal"],
        ["shade", "drybrush", "pigment"],
        "recoat",
        (_, b) => b.facts?.weathering !== undefined || b.action === "pigment",
      ),
    ],
  }),
  rule({
    id: "O60",
    kind: "needs",
    says: "Sprays and films only inside their limits of weather.",
    because: "Outside them the film fails whatever the time it gets.",
    severity: "ruins",
    mend: "Do it on a day with better air, or warm and dry the room first; days can be told in the workshop.",
    looksAt: (s) => s.product !== null && productOf(s.product).weather !== "none",
    check: (s, situation) => {
      const bar = s.product ? weatherBar(productOf(s.product).weather, situation.weather) : null;
      const brushed = bar && isSprayed(s) ? byBrush(s) : null;
      return bar ? { detail: `${bar}.`, mends: brushed ? [brushed] : [] } : null;
    },
  }),
  rule({
    id: "O65",
    kind: "needs",
    says: "Ground is dry through before it is sealed: plaster a day for every 5 mm, glued ground two days.",
    because: "Damp that is shut in lifts the seal or grows mould.",
    severity: "ruins",
    mend: "Wait until it is dry through.",
    looksAt: (s) => isOne(s, ["varnish", "seal", "pour water"]),
    spacing: (a, b) =>
      a.action === "lay ground" && a.product !== null && isOne(b, ["varnish", "seal", "pour water"])
        ? { atLeast: throughMinutes(a) }
        : null,
    check: (s, situation) => {
      if (!isOne(s, ["varnish", "seal", "pour water"])) return null;
      const damp = latest(
        situation,
        (e, p) =>
          e.action === "lay ground" &&
          e.product !== null &&
          situation.at - p.endsAt < throughMinutes(e) - 1e-6,
      );
      return damp
        ? { other: damp.step.id, mends: [waitBetween(damp.step, s, throughMinutes(damp.step))] }
        : null;
    },
  }),
  rule({
    id: "O66",
    kind: "needs",
    says:
      "Water is poured on ground sealed twice, on a level board, inside a dam that was tested, by " +
      "the depth of its product; no spray varnish after.",
    because: "Air from the pores makes bubbles for days, a leak empties it overnight, and varnish fogs it.",
    severity: "ruins",
    mend: "Seal twice, test the dam with water, level the board.",
    looksAt: (s) => s.action === "pour water",
    precedes: [order(["lay ground"], ["pour water"], "cure")],
    check: (s, situation) => {
      if (s.action === "pour water") {
        if (s.facts?.porous && !latest(situation, (e) => e.action === "seal"))
          return {
            mends: [
              insert("before", s, "seal", "Seal the bed of the water twice", {
                product: "varnish",
                sheen: "gloss",
                minutes: 15,
                waitMinutes: 2 * H,
              }),
            ],
          };
        if (!latest(situation, (e) => e.facts?.checks?.includes("dam") === true))
          return {
            mends: [
              insert("before", s, "test", "Level the board and try the dam with water", {
                minutes: 15,
                waitMinutes: 2 * H,
                facts: { checks: ["dam"] },
              }),
            ],
          };
        return null;
      }
      const pour =
        s.action === "varnish" && isSprayed(s) && s.targets.includes("board")
          ? latest(situation, (e) => e.action === "pour water")
          : null;
      return pour ? { other: pour.step.id, mends: [moveBefore(s, pour.step), waterVarnish(s)] } : null;
    },
  }),
  rule({
    id: "O67",
    kind: "over",
    says:
      "Iron and steel under water products, plaster, PVA or grout are varnished first, or brass or " +
      "stainless.",
    because: "Rust bleeds through everything that is light.",
    severity: "ruins",
    mend: "Varnish the metal first.",
    looksAt: (s) => s.product !== null,
    check: (s, situation) =>
      s.product !== null &&
      isWatery(s) &&
      s.action !== "seal" &&
      isBare(s, situation, (m) => m.rusts === true) &&
      !latest(situation, (e) => e.action === "seal" || (e.action === "prime" && chemistry(e) === "lacquer"))
        ? {
            mends: [
              insert("before", s, "seal", "Varnish the iron", {
                loose: true,
                product: "clear coat can",
                sheen: "gloss",
                tool: "spray can",
                place: "booth",
                minutes: 5,
                waitMinutes: D,
              }),
            ],
          }
        : null,
  }),
  rule({
    id: "O68",
    kind: "over",
    says: "No oil or enamel on cement ground before 28 days or an acrylic seal.",
    because: "Fresh cement is alkaline and turns oil to soap.",
    severity: "ruins",
    mend: "Seal it with acrylic first.",
    looksAt: (s) => chemistry(s) === "enamel or oil",
    check: (s, situation) => {
      if (chemistry(s) !== "enamel or oil") return null;
      const cement = latest(
        situation,
        (e) =>
          e.product === "cement ground" || (isOne(e, ["seal", "prime", "paint"]) && chemistry(e) === "water"),
      );
      return cement?.step.product === "cement ground" && cement.age < 28 * D
        ? {
            other: cement.step.id,
            mends: [
              insert("after", cement.step, "seal", "Seal the cement with acrylic", {
                product: "varnish",
                sheen: "matte",
                minutes: 12,
              }),
              otherProduct(s, "acrylic wash"),
            ],
          }
        : null;
    },
  }),
  rule({
    id: "O73",
    kind: "needs",
    says:
      "Standing grass goes on after paint and before dust, into water-based glue that is still wet, " +
      "with nothing of solvent or alcohol wet nearby; loose fibres off, a day, a light seal.",
    because: "Fibres stand only in wet glue, and vapour makes them lie down.",
    severity: "ruins",
    mend: "Lay fresh glue, and keep solvent away.",
    looksAt: (s) => s.action === "flock",
    check: (s, situation) => {
      if (s.action !== "flock" || !s.facts?.standing) return null;
      if (s.product !== null && !isWatery(s)) return { mends: [otherProduct(s, "PVA")] };
      const wet = latest(
        situation,
        (e, p) =>
          (e.alcohol || ["lacquer", "enamel or oil"].includes(chemistry(e))) &&
          e.product !== null &&
          situation.at - p.endsAt < productOf(e.product, situation.weather).handleMinutes - 1e-6,
      );
      if (wet)
        return {
          other: wet.step.id,
          mends: [waitBetween(wet.step, s, productOf(wet.step.product!, situation.weather).handleMinutes)],
        };
      const dusted = latest(situation, (e) => e.action === "pigment");
      return dusted ? { other: dusted.step.id, mends: [moveBefore(s, dusted.step)] } : null;
    },
    precedes: [order(["flock"], ["pigment"], "handle", (a) => a.facts?.standing === true)],
    spacing: (a, b) =>
      b.action === "flock" &&
      b.facts?.standing &&
      a.product !== null &&
      (a.alcohol || chemistry(a) === "lacquer")
        ? { atLeast: "handle" }
        : null,
  }),
  rule({
    id: "O75",
    kind: "insert",
    says: "Natural soil, twigs and moss are dried and sterilised first.",
    because: "They mould under glue, and what lives in them comes out.",
    severity: "weakens",
    mend: "Dry and sterilise them first.",
    looksAt: (s) => isOne(s, ["lay ground", "flock"]),
    check: (s, situation) =>
      s.facts?.natural &&
      isOne(s, ["lay ground", "flock"]) &&
      !latest(situation, (e) => e.action === "sterilise")
        ? {
            mends: [
              insert("before", s, "sterilise", "Dry and sterilise the natural material", {
                loose: true,
                minutes: 10,
                waitMinutes: D,
                tool: "oven tray",
              }),
            ],
          }
        : null,
  }),
  rule({
    id: "O77",
    kind: "needs",
    says: "Glued ground waits two days and a seal before later wet work.",
    because: "White glue softens again when it is soaked.",
    severity: "weakens",
    mend: "Wait two days.",
    looksAt: (s) => isOne(s, ["lay ground", "pour water"]),
    spacing: (a, b) => (softens(a) && soaks(b) && !sharesGround(a, b) ? { atLeast: 2 * D } : null),
    check: (s, situation) => {
      if (!soaks(s)) return null;
      const soft = latest(
        situation,
        (e, p) => softens(e) && !sharesGround(e, s) && situation.at - p.endsAt < 2 * D - 1e-6,
      );
      return soft ? { other: soft.step.id, mends: [waitBetween(soft.step, s, 2 * D)] } : null;
    },
  }),
];

/** Minutes until ground is dry through. Plaster: a day for every 5 mm. */
function throughMinutes(ground: Step): number {
  const product = productOf(ground.product!);
  return ground.product === "gypsum ground"
    ? Math.max(D, (D * (ground.facts?.depthMm ?? 5)) / 5)
    : product.cureMinutes;
}
const softens = (s: Step) => s.product === "PVA ground" && s.action === "lay ground";
const soaks = (s: Step) => (s.action === "lay ground" && isFilm(s)) || s.action === "pour water";
const sharesGround = (a: Step, b: Step) => a.targets.some((t) => isGround(t) && b.targets.includes(t));
const byBrush = (s: Step) =>
  otherProduct(s, s.action === "varnish" ? "varnish" : s.action === "prime" ? "brush primer" : "acrylic", {
    tool: "brush",
    place: "bench",
    looks: "brush marks on large faces",
  });
