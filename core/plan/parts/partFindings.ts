import { printOf } from "#core/scene/part";
import { counted } from "#core/words";
import { isPlannable } from "#core/plan/parts/plannable";
import { partRef } from "#core/reference";
import { isClosed } from "#core/mesh/health";
import { isAsDrawn } from "#core/mesh/pose";
import { boxSize } from "#core/mesh/triangleMesh";
import { ownWeightSagMm } from "#core/ground/sag";
import { MOST_PIECES, pieceCount } from "#core/print/fit";
import { detailLimit, HOLDING_WALL_MM } from "#core/print/printer";
import { resinWarnings } from "#core/print/resinRisk";
import { referenceFeatures } from "#core/scale/features";
import { modelText, realText } from "#core/scale/lengthFormat";
import { smallestPrinted } from "#core/scale/limits";
import { disagreement, WORTH_SAYING } from "#core/scale/rescale";
import { guessUnit } from "#core/scale/unitGuess";
import { type Finding, finding } from "#core/plan/finding";
import type { PartPlan } from "#core/plan/parts/partPlan";
import type { PartScene, PartWorkshop } from "#core/plan/parts/partSurroundings";

type Draft = Omit<PartPlan, "findings">;

/** Plain steps worth a word, cm2 over all copies. */
const PLAIN_WORTH_CM2 = 1;

const unitWords = {
  micron: "microns",
  millimeter: "millimetres",
  centimeter: "centimetres",
  inch: "inches",
  foot: "feet",
  meter: "metres",
} as const;

/** What is wrong with a part or wanting, in its size, its mesh, on its machine and to the eye. */
export const partFindings = (plan: Draft, scene: PartScene, workshop: PartWorkshop): Finding[] => [
  // A piece has the scale of what it was cut from.
  ...(printOf(plan.part).pieceOf ? [] : scaleFindings(plan, scene)),
  ...meshFindings(plan),
  ...printFindings(plan, workshop),
  ...lookFindings(plan, scene),
];

/** A length that nobody meant, in words. */
const lengthWords = (mm: number) =>
  mm < 1
    ? "smaller than a grain of dust"
    : mm < 1e9
      ? `${Math.round(mm / 1000)} m long`
      : "longer than any road";

function scaleFindings({ part, measurement, rescale: scaled, sizeMm }: Draft, scene: PartScene): Finding[] {
  const found: Finding[] = [];
  if (part.made === "printed" && !part.meshId && !part.listing)
    found.push(
      finding(
        "missing",
        "parts",
        partRef(part.id),
        part.name,
        "no-mesh",
        `${part.name} has no model yet. Add its file, or say that it is bought or made by hand.`,
      ),
    );
  if ((part.made === "bought" || part.made === "by hand") && !part.size.boxMm && !part.meshId)
    found.push(
      finding(
        "missing",
        "parts",
        partRef(part.id),
        part.name,
        "no-size",
        `${part.name} has no size yet. Type its width, depth and height on the bench.`,
      ),
    );
  if (sizeMm && !isPlannable(sizeMm))
    found.push(
      finding(
        "missing",
        "parts",
        partRef(part.id),
        part.name,
        "absurd-size",
        `${part.name} would be ${lengthWords(Math.max(...sizeMm))} on the bench, so nothing is planned for it. Say what scale it was drawn at, or give one feature its real size.`,
      ),
    );
  if (part.size.source.kind === "unknown" && measurement) {
    found.push(
      finding(
        "missing",
        "parts",
        partRef(part.id),
        part.name,
        "scale-unknown",
        `${part.name} has no scale yet: it is shown as drawn, ${sizeMm ? modelText(Math.max(...sizeMm)) : ""} long. Say what it was drawn at, or give one feature its real size.`,
      ),
    );
  }
  if (measurement && !part.size.unitSure && part.size.source.kind !== "feature") {
    const guesses = guessUnit(Math.max(...boxSize(measurement.box)));
    const taken = guesses.find((g) => g.unitMm === part.size.unitMm) ?? guesses[0]!;
    found.push(
      finding(
        "missing",
        "parts",
        partRef(part.id),
        part.name,
        "unit-guessed",
        `${part.name}: the file does not say its unit; ${unitWords[taken.unit]} were taken, a guess from its size: ${modelText(taken.longestMm)} long as drawn. Confirm it or choose another.`,
        guesses.map((g) => ({
          label: `It is ${unitWords[g.unit]}`,
          edit: {
            table: "parts" as const,
            id: part.id,
            patch: { size: { unitMm: g.unitMm, unitSure: true } },
          },
        })),
      ),
    );
  }
  for (const f of part.size.features) {
    const other = f.realMm / scene.denominator / f.fileSize;
    const off = disagreement(scaled.factor, other * part.size.ownFactor);
    if (off <= WORTH_SAYING) continue;
    const real = f.fileSize * scaled.factor * scene.denominator;
    const usual = referenceFeatures.find((r) => r.id === f.featureId);
    found.push(
      finding(
        "ruins",
        "parts",
        partRef(part.id),
        part.name,
        `feature-${f.featureId}`,
        `${part.name}: its ${f.name} comes out ${realText(real)} real and should be ${usual ? `${realText(usual.lowMm)} to ${realText(usual.highMm)}` : realText(f.realMm)}: it is ${real > f.realMm ? "too big" : "too small"} by ${Math.round(Math.abs(real / f.realMm - 1) * 100)} %.`,
        [
          {
            label: `Scale by its ${f.name}`,
            edit: {
              table: "parts",
              id: part.id,
              patch: {
                size: {
                  source: {
                    kind: "feature",
                    featureId: f.featureId,
                    realSizeMm: f.realMm,
                    fileSize: f.fileSize,
                  },
                },
              },
            },
          },
        ],
      ),
    );
  }
  return found;
}

function meshFindings({ part, measurement: m, rescale: { factor }, chosen }: Draft): Finding[] {
  if (!m) return [];
  const found: Finding[] = [];
  const tell = (severity: Finding["severity"], code: string, sentence: string) =>
    found.push(finding(severity, "parts", partRef(part.id), part.name, code, sentence));
  if (!isClosed(m.health)) {
    const rim = m.flaws.openLoops[0];
    const what = [
      m.health.openEdges > 0
        ? `${m.health.openEdges} open edges${rim ? ` in ${counted(m.flaws.loops, "rim", "rims")}, the longest ${modelText(rim.length * factor)}` : ""}`
        : "",
      m.health.overSharedEdges > 0 ? `${m.health.overSharedEdges} edges with more than two faces` : "",
    ]
      .filter(Boolean)
      .join(" and ");
    tell(
      "weakens",
      "not-closed",
      `${part.name} is not closed: ${what}. Its volume is a guess and a printer may leave gaps. Cracks can be mended on its page; a real hole must be closed where it was drawn.`,
    );
  }
  if (m.health.flippedEdges > 0)
    tell(
      "weakens",
      "flipped",
      `${part.name} has ${m.flaws.flippedPatches > 0 ? `${counted(m.flaws.flippedPatches, "patch", "patches")} of faces` : "faces"} that look inward. Mend it on its page.`,
    );
  const insideOut = m.flaws.shells.filter((s) => s.kind === "inside out").length;
  if (insideOut > 0)
    tell(
      "weakens",
      "inside-out",
      `${part.name} is inside out${m.flaws.shellCount > 1 ? ` in ${insideOut} of its ${m.flaws.shellCount} shells` : ""}: a printer may take it for empty. Mend it on its page.`,
    );
  const sunk = m.flaws.shells.filter((s) => s.kind === "inside another").length;
  if (sunk > 0)
    tell(
      "wastes",
      "inside-another",
      `${part.name} has ${counted(sunk, "shell", "shells")} inside another: what they enclose is counted twice in its volume.`,
    );
  const hollow = m.regions.spaces.find((s) => s.kind === "hollow");
  if (hollow && chosen?.printer.process === "resin" && hollow.volume * factor ** 3 > TRAPPED_MM3)
    tell(
      "ruins",
      "closed-hollow",
      `${part.name} has a closed hollow of ${((hollow.volume * factor ** 3) / 1000).toFixed(1)} ml: liquid resin stays in it and cracks it later. It needs two holes, or to be drawn solid.`,
    );
  return found;
}

/** Smaller hollows hold too little resin to matter, mm3 (common practice). */
const TRAPPED_MM3 = 100;

function printFindings(
  { part, chosen, body, thinnestMm, candidates }: Draft,
  workshop: PartWorkshop,
): Finding[] {
  if (part.made !== "printed" || !body) return [];
  if (workshop.printers.length === 0)
    return [
      finding(
        "missing",
        "plates",
        partRef(part.id),
        part.name,
        "no-printer",
        "There is no printer in the workshop yet. Add one to get hours and plates.",
      ),
    ];
  if (!chosen)
    return [
      finding(
        "missing",
        "plates",
        partRef(part.id),
        part.name,
        "no-process",
        `No printer here does ${printOf(part).process}. Choose another process for ${part.name}.`,
        [
          {
            label: "Let the plan choose",
            edit: { table: "parts", id: part.id, patch: { print: { process: "choose", printerId: null } } },
          },
        ],
      ),
    ];
  const found: Finding[] = [];
  if (chosen.row.barred)
    found.push(
      finding(
        "weakens",
        "plates",
        partRef(part.id),
        part.name,
        "barred",
        `${part.name} is on ${chosen.printer.name}: ${chosen.row.barred}`,
      ),
    );
  if (chosen.fit.kind === "cut") {
    const pieces = pieceCount(chosen.fit);
    const others = candidates.some((c) => c.fit.kind === "fits");
    found.push(
      finding(
        "ruins",
        "plates",
        partRef(part.id),
        part.name,
        "too-large",
        others
          ? `${part.name} is ${modelText(chosen.fit.overMm)} too long for ${chosen.printer.name}; another printer takes it whole.`
          : pieces > MOST_PIECES
            ? `${part.name}, ${body.sizeMm.map((v) => v.toFixed(0)).join(" x ")} mm, would take ${pieces} pieces on ${chosen.printer.name}; up to ${MOST_PIECES} are cut. Choose a larger bed or a smaller scale.`
            : `${part.name}, ${body.sizeMm.map((v) => v.toFixed(0)).join(" x ")} mm, fits no bed in the workshop, turned or not: cut it into ${pieces} pieces on ${chosen.printer.name}.`,
        others
          ? [
              {
                label: "Let the plan choose",
                edit: {
                  table: "parts",
                  id: part.id,
                  patch: { print: { printerId: null, process: "choose" } },
                },
              },
            ]
          : [],
      ),
    );
  }
  for (const w of chosen.risk && !printOf(part).hollow
    ? resinWarnings(chosen.risk, null).filter((x) => x.code !== "trapped")
    : [])
    found.push(
      finding(
        w.severity,
        "plates",
        partRef(part.id),
        part.name,
        `resin-${w.code}`,
        `${part.name}${isAsDrawn(printOf(part).pose) ? " as it was drawn" : ""}: ${w.sentence}`,
      ),
    );
  const { hollow } = printOf(part);
  if (hollow && chosen.printer.process === "resin" && hollow.drains < 2) {
    found.push(
      finding(
        "ruins",
        "plates",
        partRef(part.id),
        part.name,
        "no-drain",
        `${part.name} is set to be hollow with ${hollow.drains === 0 ? "no drain" : "one hole"}: liquid resin stays inside and cracks it later. It needs one hole near the plate and one at the far end.`,
        [
          {
            label: "Give it two drains",
            edit: { table: "parts", id: part.id, patch: { print: { hollow: { ...hollow, drains: 2 } } } },
          },
          {
            label: "Print it solid",
            edit: { table: "parts", id: part.id, patch: { print: { hollow: null } } },
          },
        ],
      ),
    );
  }
  if (thinnestMm) {
    const least = smallestPrinted(detailLimit(chosen.printer));
    if (thinnestMm.value < least.value) {
      found.push(
        finding(
          "ruins",
          "parts",
          partRef(part.id),
          part.name,
          "below-printable",
          `${part.name} goes down to ${thinnestMm.value.toFixed(2)} mm at this scale; ${chosen.printer.name} makes nothing under ${least.value.toFixed(2)} mm. Thicken it ${(least.value / thinnestMm.value).toFixed(1)} times, or make it another way.`,
        ),
      );
    } else if (thinnestMm.value < HOLDING_WALL_MM[chosen.printer.process] && chosen.thinShare > 0.02) {
      found.push(
        finding(
          "weakens",
          "parts",
          partRef(part.id),
          part.name,
          "thin-walls",
          `${Math.round(chosen.thinShare * 100)} % of ${part.name} is thinner than the ${HOLDING_WALL_MM[chosen.printer.process]} mm that holds in ${chosen.printer.process}; the thinnest is ${thinnestMm.value.toFixed(2)} mm.`,
        ),
      );
    }
  }
  if (printOf(part).spans) {
    const [w, d, h] = body.sizeMm;
    const span = Math.max(w, d);
    const width = Math.min(w, d);
    const deck = Math.max(0.05, body.volumeMm3 / (span * width));
    const sag = ownWeightSagMm(
      span,
      width,
      Math.min(deck, h),
      chosen.material?.densityGPerCm3 ?? 1.2,
      chosen.printer.process === "resin" ? "cured resin" : "PLA",
    );
    if (sag > span / 500)
      found.push(
        finding(
          "weakens",
          "joints",
          partRef(part.id),
          part.name,
          "sags",
          `${part.name} spans ${modelText(span)} on ${deck.toFixed(1)} mm of ${chosen.printer.process} and will hang ${sag.toFixed(2)} mm after some time. Lay a wire or rod along it.`,
        ),
      );
  }
  return found;
}

function lookFindings({ part, finish: chosen, treatment }: Draft, scene: PartScene): Finding[] {
  if (!chosen || printOf(part).pieceOf) return [];
  const plain = chosen.surface.plain.value * part.count;
  if (plain < PLAIN_WORTH_CM2 || !chosen.surface.worst) return [];
  const found: Finding[] = [];
  const where = `${chosen.surface.worst.slopeDeg < 90 ? `slopes of ${chosen.surface.worst.slopeDeg}` : `undersides at ${chosen.surface.worst.slopeDeg}`} degrees`;
  found.push(
    finding(
      "weakens",
      "surface",
      partRef(part.id),
      part.name,
      "steps-plain",
      `${plain.toFixed(0)} cm2 of ${part.name} shows its layers plainly from ${(scene.viewingDistanceMm / 10).toFixed(0)} cm at ${chosen.printer.layerMm} mm, most on ${where}${treatment && treatment.school !== "live with it" ? `; planned: ${treatment.school}` : "; nothing is planned for it"}.`,
      treatment?.school === "live with it"
        ? [
            {
              label: "Level it in resin",
              edit: { table: "parts", id: part.id, patch: { finish: { school: "level in resin" } } },
            },
          ]
        : [],
    ),
  );
  if (part.scheme.some((l) => l.kind === "drybrush")) {
    found.push(
      finding(
        "weakens",
        "colour",
        partRef(part.id),
        part.name,
        "drybrush-steps",
        `${part.name} is to be drybrushed where layers show: the brush picks out every step. Stipple, wash, or spray from above instead.`,
        [
          {
            label: "Leave the drybrush out",
            edit: {
              table: "parts",
              id: part.id,
              patch: { scheme: part.scheme.filter((l) => l.kind !== "drybrush") },
            },
          },
        ],
      ),
    );
  }
  return found;
}
