import type { Step } from "#core/steps/step";
import { isJoint } from "#core/reference";
import { FLAME_WALL_MM } from "#core/materials/flame";
import { toolOf } from "#core/materials/tools";
import { materialOf } from "#core/materials/materials";
import { productOf } from "#core/materials/products";
import { insert, leaveOut, moveBefore, otherProduct, otherWay, waitBetween } from "#core/order/mends";
import { type OrderRule, rule } from "#core/order/rule";
import {
  attacks,
  bareUnder,
  isBare,
  isTwoParts,
  coats,
  colours,
  covered,
  D,
  H,
  isCoat,
  isOne,
  isWatery,
  makesDust,
  latest,
  later,
  order,
  sameJoint,
} from "#core/order/rules/ask";

/** By the school that glues before the flame, what follows the flame follows the glue. */
const isNotAfterGlue = (a: Step, b: Step): boolean =>
  b.action !== "glue" || !a.facts?.keptOff || b.facts?.apart === true;

/** O1 to O12 and what else concerns bare parts: print, clean, flame, sand, glue, fill. */
export const beforePaint: readonly OrderRule[] = [
  rule({
    id: "O1",
    kind: "insert",
    says:
      "Scale, sockets and walls are settled before anything prints; one joint is tried before a set " +
      "of them.",
    because: "A wrong socket printed once is a trial; printed thirty times it is waste.",
    severity: "ruins",
    mend: "Put a trial of one joint before the set.",
    saidAt: "said in Joints, of a fit that was never tried",
  }),
  rule({
    id: "O2",
    kind: "insert",
    says: "A new resin, filament or printer gets a calibration piece first.",
    because: "A small piece shows in an hour what a full plate shows in a day.",
    severity: "wastes",
    mend: "Print a calibration piece first.",
    saidAt: "said at the gate of a plate, of a machine and material without a good run",
  }),
  rule({
    id: "O3",
    kind: "order",
    says: "Strings and blobs come off a filament print before it is sanded, filled or primed.",
    because: "What is left on under a coat has to be dug out of it again.",
    severity: "weakens",
    mend: "Move the clipping first.",
    precedes: [order(["clip"], ["sand", "fill", "level", "paste", "prime", "glue"])],
  }),
  rule({
    id: "O4",
    kind: "order",
    says: "Resin is washed, dried and taken off its supports before it is cured.",
    because:
      "Supports come off more easily before the last cure, and resin left on the surface cures into a skin.",
    severity: "weakens",
    mend: "Move the wash and the supports before the cure.",
    // Thin parts that may warp are cured on their supports: by that school it is the other way round.
    precedes: [
      order(["wash resin"], ["remove supports", "cure"]),
      order(["remove supports"], ["cure"], "none", (a) => !a.facts?.onSupports),
      order(["cure"], ["remove supports"], "none", (_, b) => b.facts?.onSupports === true),
    ],
  }),
  rule({
    id: "O5",
    kind: "order",
    says:
      "Resin is not sanded, sawn or ground before it is fully cured, and then only wet or with " +
      "extraction.",
    because: "Half-cured resin smears, and its dust is worse for you.",
    severity: "ruins",
    mend: "Move the cure before the sanding.",
    looksAt: (s) => s.action === "sand" && s.process === "resin",
    precedes: [order(["cure"], ["sand", "fill", "level", "prime", "glue", "dry fit", "paste"])],
    check: (s, situation) =>
      s.action === "sand" && s.process === "resin" && situation.later.some((p) => p.step.action === "cure")
        ? {
            mends: [
              moveBefore(
                later(situation, (e) => e.action === "cure")!,
                s,
              ),
            ],
          }
        : null,
  }),
  rule({
    id: "O6",
    kind: "order",
    says: "Dust is washed off and the part is dry before glue and before primer.",
    because: "Dust and loose fibres under primer stay for ever.",
    severity: "weakens",
    mend: "Insert a wash after the sanding.",
    looksAt: (s) => isOne(s, ["prime", "glue"]),
    precedes: [
      order(["sand"], ["wash"]),
      order(["dry fit"], ["wash"], "none", (a, b) => makesDust(a) && b.targets.some(isJoint)),
      order(["sand"], ["prime", "glue", "paste"], "recoat", isNotAfterGlue),
      order(["wash"], ["prime", "glue"], "recoat", isNotAfterGlue),
    ],
    check: (s, situation) => {
      if (!isOne(s, ["prime", "glue"])) return null;
      const sanded = latest(situation, (e) => e.action === "wash" || makesDust(e));
      return sanded && sanded.step.action !== "wash"
        ? {
            other: sanded.step.id,
            mends: [
              insert("after", sanded.step, "wash", "Wash off the dust and dry", {
                loose: true,
                minutes: 5,
                place: "sink",
                tool: "brush and water",
                waitMinutes: 30,
              }),
            ],
          }
        : null;
    },
  }),
  rule({
    id: "O7",
    kind: "order",
    says: "Pieces are fitted together dry before they are glued.",
    because: "A fit that is out is filed or reprinted; glue does not mend it.",
    severity: "wastes",
    mend: "Insert a dry fit before the glue.",
    looksAt: (s) => s.action === "glue",
    precedes: [
      order(["dry fit"], ["glue"]),
      order(["dry fit"], ["prime"], "none", (a) => a.facts?.checks?.includes("assembly") === true),
    ],
    check: (s, situation) =>
      s.action === "glue" && s.targets.some(isJoint) && !latest(situation, (e) => e.action === "dry fit")
        ? {
            mends: [
              insert("before", s, "dry fit", "Fit together dry; file what is tight", {
                loose: true,
                minutes: 5,
                tool: "file",
              }),
            ],
          }
        : null,
  }),
  rule({
    id: "O8",
    kind: "order",
    says:
      "Flame only on bare PLA or PETG with walls of 2 mm or more and no closed hollow, before any " +
      "coat, filler or glue, and a day after any alcohol or solvent.",
    because: "Coats, glue and vapour burn, resin chars, thin walls fold, a closed hollow bursts.",
    severity: "ruins",
    mend: "Choose another treatment, or move the flame before every coat.",
    looksAt: (s) => s.action === "flame",
    precedes: [
      order(["flame"], [...coats, "sand", "fill", "level", "paste", "fill seam", "seal"]),
      order(["flame"], ["glue"], "none", isNotAfterGlue),
      // By that school the joint is glued and cured first, and the flame keeps off it.
      order(["glue"], ["flame"], "cure", (a, b) => b.facts?.keptOff === true && !a.facts?.apart),
    ],
    check: (s, situation) => {
      if (s.action !== "flame") return null;
      const instead = [
        insert("after", s, "clip", "Clip the strings instead, or a brief pass of warm air", {
          loose: true,
          minutes: 5,
          tool: "clippers and blade",
        }),
        leaveOut(s, "the steps stay; fill or bury them"),
      ].reverse();
      const bare = bareUnder(s, situation);
      if (
        s.process !== "filament" ||
        (s.thinnestMm !== null && s.thinnestMm < FLAME_WALL_MM) ||
        s.facts?.closedHollow ||
        (bare !== null && materialOf(bare).print?.flame !== true)
      )
        return { mends: instead };
      const wet = latest(
        situation,
        (e) => e.alcohol || e.action === "wash resin" || toolOf(e.tool).agents.length > 0,
      );
      return wet && wet.age < D ? { other: wet.step.id, mends: [waitBetween(wet.step, s, D)] } : null;
    },
  }),
  rule({
    id: "O9",
    kind: "order",
    says:
      "Joints that show are glued and filled before primer; what blocks the brush, takes another " +
      "finish or stays clear is painted apart and joined after.",
    because: "A seam cannot be filled through paint, and a brush does not reach behind what is in its way.",
    severity: "weakens",
    mend: "Glue and fill before the primer, or paint apart and join after.",
    precedes: [
      order(
        ["glue"],
        ["prime"],
        "handle",
        (a) => (a.facts?.shows === true || a.facts?.first === true) && !a.facts.apart,
      ),
      order([...coats], ["glue"], "handle", (_, b) => b.facts?.apart === true),
    ],
  }),
  rule({
    id: "O10",
    kind: "order",
    says:
      "Seams that will show are filled and smoothed before primer; seams that the ground covers are " +
      "closed, no more.",
    because: "Primer over an open seam has to be sanded off again, and work under the ground is not seen.",
    severity: "wastes",
    mend: "Move the seam filling before the primer.",
    precedes: [
      order(["glue"], ["fill seam"], "handle", sameJoint),
      order(["fill seam"], ["prime", "paint"], "handle"),
    ],
  }),
  rule({
    id: "O11",
    kind: "order",
    says: "Texture that is to be painted goes on before primer; flock, grass and leaves go on after paint.",
    because: "Paint on flock mats it, and bare texture takes no colour evenly.",
    severity: "weakens",
    mend: "Move the texture before the primer, the flock after the paint.",
    precedes: [
      order(["paste"], ["prime", "paint"], "recoat"),
      order(colours, ["flock"], "recoat"),
      order(["lay ground"], ["flock"], "recoat"),
    ],
  }),
  rule({
    id: "O12",
    kind: "over",
    says:
      "Nothing that eats or melts foam goes over foam that has not two dry water-based coats, edges " +
      "included; pours over foam at most 5 mm.",
    because: "Solvent, ordinary cyanoacrylate, hot glue and the heat of a deep pour turn foam into a hole.",
    severity: "ruins",
    mend: "Seal it with two water-based coats and wait 12 h, or use what foam bears.",
    looksAt: (s) => s.product !== null,
    check: (s, situation) => {
      const bare = bareUnder(s, situation);
      if (bare === null || materialOf(bare).kind !== "foam" || !s.product) return null;
      if (s.action === "pour water" && (s.facts?.depthMm ?? 0) > 5)
        return {
          mends: [
            otherWay(
              s,
              "Pour at most 5 mm at a time",
              { depthMm: 5 },
              { minutes: s.handsMinutes.value, looks: "" },
            ),
          ],
        };
      if (!attacks(s, bare) || s.action === "pour water") return null;
      const sealed = situation.before.filter((p) => p.step.action === "seal" && isWatery(p.step));
      const last = sealed.at(-1);
      if (last && situation.at - last.endsAt >= 12 * H) return null;
      if (last) return { other: last.step.id, mends: [waitBetween(last.step, s, 12 * H)] };
      const safe =
        s.action === "glue"
          ? otherProduct(s, "contact glue")
          : s.action === "prime"
            ? otherProduct(s, "brush primer")
            : s.action === "varnish"
              ? otherProduct(s, "varnish")
              : null;
      return {
        mends: [
          ...(safe ? [safe] : []),
          insert("before", s, "seal", "Seal the foam with two water-based coats, edges included", {
            loose: true,
            product: "heavy acrylic",
            minutes: 20,
            waitMinutes: 12 * H,
          }),
        ],
      };
    },
  }),
  rule({
    id: "O40",
    kind: "insert",
    says:
      "Flame: a trial on scrap of the same wall first; then short passes at a distance, and stop at " +
      "the first shine or bubble.",
    because: "Between nothing and a melted wall lie two seconds.",
    severity: "ruins",
    mend: "Put a trial on scrap before it.",
    looksAt: (s) => s.action === "flame",
    check: (s, situation) =>
      s.action === "flame" &&
      !latest(situation, (e) => e.action === "test" && e.facts?.checks?.includes("flame") === true)
        ? {
            mends: [
              insert("before", s, "test", "Try the flame on scrap of the same wall", {
                loose: true,
                minutes: 5,
                place: "outdoors",
                tool: "small torch",
                facts: { checks: ["flame"] },
              }),
            ],
          }
        : null,
  }),
  rule({
    id: "O41",
    kind: "needs",
    says:
      "Sanding goes less deep than the shallowest relief of the zone; lines that are lost are cut " +
      "again before primer.",
    because: "What is sanded away under primer does not come back.",
    severity: "ruins",
    mend: "Sand less, or cut the lines again before the primer.",
    looksAt: (s) => s.action === "sand",
    check: (s, situation) =>
      s.action === "sand" &&
      s.facts?.depthMm !== undefined &&
      s.facts.reliefMm !== undefined &&
      s.facts.depthMm >= s.facts.reliefMm &&
      !later(situation, (e) => e.action === "line in")
        ? {
            mends: [
              otherWay(
                s,
                "Sand only half as deep as the relief",
                { depthMm: s.facts.reliefMm / 2 },
                { looks: "steps stay faintly visible" },
              ),
              insert("after", s, "line in", "Cut the lost lines again", { minutes: 20, tool: "scriber" }),
            ],
          }
        : null,
  }),
  rule({
    id: "O44",
    kind: "insert",
    says: "A spot filled after primer is primed again before colour.",
    because: "Filler drinks paint otherwise than primer, and the spot shows for ever.",
    severity: "wastes",
    mend: "Prime the spot again.",
    looksAt: (s) => isOne(s, ["paint", "drybrush", "shade"]),
    check: (s, situation) => {
      if (!isOne(s, ["paint", "drybrush", "shade"])) return null;
      const spot = latest(situation, (e) => isOne(e, ["fill", "fill seam", "prime"]));
      const primed =
        spot && spot.step.action !== "prime" && situation.before.some((p) => p.step.action === "prime");
      return primed
        ? {
            other: spot.step.id,
            mends: [
              insert("after", spot.step, "prime", "Prime the filled spots again", {
                product: "brush primer",
                minutes: 5,
              }),
            ],
          }
        : null;
    },
  }),
  rule({
    id: "O52",
    kind: "order",
    says: "Pieces that set the size of others are printed and measured before the others are cut or printed.",
    because: "An opening is as large as it came out, not as it was drawn.",
    severity: "ruins",
    mend: "Print the piece that sets the size first.",
    saidAt: "kept by the calendar of prints: what others are fitted to is printed first",
  }),
  rule({
    id: "O53",
    kind: "insert",
    says: "What must stay square is measured over both diagonals while it can still move.",
    because: "Glue that has set holds a wrong corner as well as a right one.",
    severity: "weakens",
    mend: "Measure both diagonals right after the glue.",
    looksAt: (s) => s.action === "glue",
    check: (s, situation) =>
      s.action === "glue" &&
      s.facts?.square &&
      !later(situation, (e) => e.action === "inspect" && e.facts?.checks?.includes("square") === true)
        ? {
            mends: [
              insert("after", s, "inspect", "Measure both diagonals while the glue still moves", {
                loose: true,
                minutes: 3,
                tool: "rule",
                facts: { checks: ["square"] },
              }),
            ],
          }
        : null,
  }),
  rule({
    id: "O57",
    kind: "insert",
    says: "Release film goes under joints that must open again; glue is wiped while wet where it shows.",
    because: "A lid that was once glued by a drop too much does not open again.",
    severity: "weakens",
    mend: "Put release film under the joint first.",
    looksAt: (s) => isOne(s, ["glue", "lay ground"]),
    check: (s, situation) =>
      isOne(s, ["glue", "lay ground"]) &&
      s.facts?.openJoint &&
      !latest(situation, (e) => e.action === "release film")
        ? {
            mends: [
              insert("before", s, "release film", "Lay release film under the joint that must open", {
                loose: true,
                minutes: 4,
                tool: "film",
              }),
            ],
          }
        : null,
  }),
  rule({
    id: "O69",
    kind: "insert",
    says:
      "The tacky skin of light-cured resin is wiped off with alcohol or cured under water, and dry " +
      "12 h, before paint or glue.",
    because: "Paint over uncured skin stays soft and comes off with it.",
    severity: "ruins",
    mend: "Wipe off the skin and let it dry.",
    looksAt: (s) => s.action === "level",
    spacing: (a, b) =>
      a.action === "wash" && toolOf(a.tool).agents.includes("alcohol") && isOne(b, ["prime", "paint", "glue"])
        ? { atLeast: 12 * H }
        : null,
    check: (s, situation) => {
      if (!isOne(s, ["prime", "paint", "glue", "shade", "varnish"])) return null;
      const skin = latest(situation, (e) => isOne(e, ["level", "wash"]) || isCoat(e));
      return skin?.step.action === "level"
        ? {
            other: skin.step.id,
            mends: [
              insert("after", skin.step, "wash", "Wipe off the tacky skin with alcohol", {
                loose: true,
                minutes: 3,
                tool: "cloth and alcohol",
                waitMinutes: 12 * H,
              }),
            ],
          }
        : null;
    },
  }),
  rule({
    id: "O70",
    kind: "insert",
    says: "Hollow or doubtful resin stands a day on white paper without a stain before primer.",
    because: "Resin that is trapped inside finds its way out through the paint, weeks later.",
    severity: "ruins",
    mend: "Stand it on white paper for a day and look.",
    looksAt: (s) => s.action === "prime" && s.process === "resin",
    check: (s, situation) =>
      s.action === "prime" &&
      s.process === "resin" &&
      (s.facts?.hollow || s.facts?.closedHollow || s.facts?.doubtful) &&
      !latest(
        situation,
        (e, p) =>
          e.action === "inspect" &&
          e.facts?.checks?.includes("stain") === true &&
          situation.at - p.endsAt >= 0,
      )
        ? {
            mends: [
              insert("before", s, "inspect", "Stand it on white paper for a day: no stain", {
                loose: true,
                minutes: 2,
                waitMinutes: D,
                place: "drying shelf",
                facts: { checks: ["stain"] },
              }),
            ],
          }
        : null,
  }),
  rule({
    id: "O71",
    kind: "needs",
    says: "Resin lies in alcohol at most 10 min each bath, and no lamp while it is wet.",
    because: "Long baths soften it, and alcohol cured in leaves white bloom.",
    severity: "weakens",
    mend: "Shorten the bath; let it dry before the lamp.",
    looksAt: (s) => s.action === "wash resin",
    spacing: (a, b) => (a.action === "wash resin" && b.action === "cure" ? { atLeast: 30 } : null),
    check: (s, situation) => {
      if (s.action === "wash resin" && (s.facts?.bathMinutes ?? 0) > 10)
        return { mends: [otherWay(s, "Two baths of five minutes", { bathMinutes: 5 })] };
      const bath = s.action === "cure" ? latest(situation, (e) => e.action === "wash resin") : null;
      return bath && bath.age < 30 - 1e-6
        ? { other: bath.step.id, mends: [waitBetween(bath.step, s, 30)] }
        : null;
    },
  }),
  rule({
    id: "O72",
    kind: "needs",
    says: "Nothing hotter than its plastic bears: PLA 55 C, cured resin 45 C, thin plastic 60 C, ABS 90 C.",
    because: "Drying boxes, hot water, deep pours, hot glue and cars warp what was straight.",
    severity: "ruins",
    mend: "Keep it cooler, or do it another way.",
    looksAt: (s) =>
      s.facts?.heatC !== undefined || (s.product !== null && productOf(s.product).heatC !== undefined),
    check: (s, situation) => {
      const bare = bareUnder(s, situation) ?? (s.process === "resin" ? "resin" : null);
      const limit = bare === null ? null : materialOf(bare).bearsC;
      const heat = s.facts?.heatC ?? (s.product === null ? null : (productOf(s.product).heatC ?? null));
      if (limit === null || heat === null || heat <= limit) return null;
      return {
        mends: [
          s.product === "hot glue"
            ? otherProduct(s, "contact glue")
            : otherWay(s, `Keep it under ${limit} C`, { heatC: limit - 5 }, { minutes: 0 }),
        ],
      };
    },
  }),
  rule({
    id: "O74",
    kind: "insert",
    says: "Wood, MDF and card are sealed on both faces and all edges before wet ground.",
    because: "Wetted on one side they cup, and the ground cracks off.",
    severity: "ruins",
    mend: "Seal both faces and the edges first.",
    looksAt: (s) => isOne(s, ["lay ground", "pour water", "paste"]),
    spacing: (a, b) =>
      a.action === "seal" && isOne(b, ["lay ground", "pour water"]) ? { atLeast: "handle" } : null,
    check: (s, situation) =>
      isOne(s, ["lay ground", "pour water", "paste"]) &&
      isBare(s, situation, (m) => m.cups === true) &&
      isWatery(s) &&
      !latest(situation, (e) => e.action === "seal")
        ? {
            mends: [
              insert("before", s, "seal", "Seal the board on both faces and the edges", {
                loose: true,
                product: "varnish",
                sheen: "satin",
                minutes: 15,
                waitMinutes: 2 * H,
              }),
            ],
          }
        : null,
  }),
  rule({
    id: "O76",
    kind: "over",
    says: "No brittle coat over flexible parts; nothing sticks to silicone, PE or PP.",
    because: "What bends sheds what does not, and oily plastics let go of everything.",
    severity: "ruins",
    mend: "Use flexible water acrylic, or hold the part mechanically.",
    looksAt: (s) => isCoat(s) || s.action === "glue",
    check: (s, situation) => {
      if (!s.product || !(isCoat(s) || s.action === "glue")) return null;
      if (isBare(s, situation, (m) => m.glueless === true) && !covered(situation))
        return { mends: [leaveOut(s, "it stays as it is, or is held by a clip or a pin")] };
      const bends = s.facts?.flexible || isBare(s, situation, (m) => m.flexible === true);
      if (
        !bends ||
        !(
          ["lacquer", "enamel or oil"].includes(productOf(s.product).chemistry) ||
          s.product === "cyanoacrylate"
        )
      )
        return null;
      return {
        mends: [
          s.action === "glue"
            ? otherProduct(s, "contact glue")
            : s.action === "prime"
              ? otherProduct(s, "brush primer")
              : otherProduct(s, s.action === "varnish" ? "varnish" : "acrylic"),
        ],
      };
    },
  }),
  rule({
    id: "O78",
    kind: "needs",
    says:
      "Epoxy is mixed within 5 % of its ratio and at least 10 ml at once; its bloom is washed off " +
      "before paint.",
    because: "A wrong ratio never cures, a few drops cannot be measured, and paint does not hold on bloom.",
    severity: "ruins",
    mend: "Mix 10 ml by weight; wash off the bloom.",
    looksAt: isTwoParts,
    check: (s, situation) => {
      if (isTwoParts(s) && s.action !== "fill seam") {
        if ((s.facts?.ratioOff ?? 0) > 0.05)
          return { mends: [otherWay(s, "Weigh both parts to the gram", { ratioOff: 0.01 }, { minutes: 2 })] };
        if (s.facts?.batchMl !== undefined && s.facts.batchMl < 10)
          return { mends: [otherWay(s, "Mix 10 ml and throw the rest away", { batchMl: 10 })] };
      }
      if (!isOne(s, ["prime", "paint"])) return null;
      const epoxy = latest(
        situation,
        (e) => isOne(e, ["wash", "sand"]) || (isTwoParts(e) && isOne(e, ["level", "fill"])),
      );
      return epoxy && isTwoParts(epoxy.step)
        ? {
            other: epoxy.step.id,
            mends: [
              insert("after", epoxy.step, "wash", "Wash off the bloom with warm water and soap", {
                loose: true,
                minutes: 4,
                place: "sink",
                tool: "brush and water",
                waitMinutes: 30,
              }),
            ],
          }
        : null;
    },
  }),
  rule({
    id: "O79",
    kind: "needs",
    says: "Cyanoacrylate bridges at most 0.1 mm between dry faces, and bears load after a day.",
    because: "A thick film of it stays soft or turns brittle, and lets go.",
    severity: "weakens",
    mend: "Use a glue that fills the gap, or wait a day before loading it.",
    looksAt: (s) => s.product === "cyanoacrylate",
    check: (s, situation) => {
      if (s.product === "cyanoacrylate" && s.action === "glue" && (s.facts?.gapMm ?? 0) > 0.1 + 1e-9)
        return { mends: [otherProduct(s, "five-minute epoxy")] };
      const glued = s.facts?.load
        ? latest(situation, (e) => e.action === "glue" && e.product === "cyanoacrylate")
        : null;
      return glued && glued.age < D ? { other: glued.step.id, mends: [waitBetween(glued.step, s, D)] } : null;
    },
    spacing: (a, b) =>
      a.action === "glue" && a.product === "cyanoacrylate" && b.facts?.load ? { atLeast: D } : null,
  }),
  rule({
    id: "O80",
    kind: "needs",
    says: "Solvent putty goes on in layers of at most 0.5 mm, and is sanded last after a day.",
    because: "It shrinks as its solvent leaves; what is sanded flush today is a dent tomorrow.",
    severity: "wastes",
    mend: "Thinner layers, and a day before the last sanding.",
    looksAt: (s) => s.product === "solvent putty",
    spacing: (a, b) => (a.product === "solvent putty" && b.action === "sand" ? { atLeast: D } : null),
    check: (s, situation) => {
      if (s.product === "solvent putty" && (s.facts?.depthMm ?? 0) > 0.5)
        return {
          mends: [
            otherWay(s, "Several layers of 0.5 mm", { depthMm: 0.5 }, { minutes: 6 }),
            otherProduct(s, "epoxy putty"),
          ],
        };
      const putty = s.action === "sand" ? latest(situation, (e) => e.product === "solvent putty") : null;
      return putty && putty.age < D - 1e-6
        ? { other: putty.step.id, mends: [waitBetween(putty.step, s, D)] }
        : null;
    },
  }),
];
