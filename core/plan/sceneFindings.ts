import { lackOf, type Printer } from "#core/print/printer";
import { digits, type Figure } from "#core/figure";
import { HEAVY_BOARD_G } from "#core/ground/groundLayer";
import { glues } from "#core/materials/gluesFor";
import { inHand } from "#core/order/inHand";
import { ruleById } from "#core/order/rules";
import { wetWindow } from "#core/order/wetWindow";
import { sizedBy } from "#core/plan/sizing";
import { mended } from "#core/plan/mendOrder";
import type { RunSlot } from "#core/print/printCalendar";
import { failureCauses } from "#core/print/simulatedRun";
import { amountText, type StockLine } from "#core/stores/draw";
import { daysBetween } from "#core/plan/calendarDay";
import { type Finding, finding } from "#core/plan/finding";
import type { JointPlan, LampPlan } from "#core/plan/plan";
import type { PartPlan } from "#core/plan/planPart";
import type { PlatePlan } from "#core/plan/planPlates";
import type { WorkPlan } from "#core/plan/planWork";
import type { PlanInput } from "#core/plan/sceneData";

/** From so many joints alike one is tried first (common practice). */
const SET_OF = 4;

export function jointFindings(
  joints: readonly JointPlan[],
  input: PlanInput,
  parts: readonly PartPlan[],
): Finding[] {
  return joints.flatMap(({ joint, clearance, factor }): Finding[] => {
    const found: Finding[] = [];
    const missing = joint.partIds.filter((id) => !input.parts.some((p) => p.id === id));
    if (missing.length > 0)
      found.push(
        finding(
          "missing",
          "joints",
          joint.id,
          joint.name,
          "part-gone",
          `${joint.name} joins a part that is no longer in the scene. Choose its parts again.`,
        ),
      );
    if (clearance && clearance.verdict !== "good") {
      const scaled =
        Math.abs(factor - 1) > 0.01
          ? ` It was scaled with the part by ${factor < 0.1 ? `1:${(1 / factor).toFixed(0)}` : factor.toFixed(2)}.`
          : "";
      const gap = `${clearance.gapMm.toFixed(2)} mm a side`;
      found.push(
        finding(
          clearance.verdict === "too loose" ? "weakens" : "ruins",
          "joints",
          joint.id,
          joint.name,
          "clearance",
          clearance.verdict === "closed by paint"
            ? `${joint.name}: ${gap} is right bare, and paint leaves ${Math.max(0, clearance.leftMm).toFixed(2)} mm of the ${clearance.wanted[0]} mm that a ${joint.fit} fit needs. Mask it, or open it by ${clearance.correctMm.toFixed(2)} mm a side.`
            : `${joint.name} has ${gap} left; a ${joint.fit} fit needs ${clearance.wanted[0]} to ${clearance.wanted[1]} mm.${scaled} ${clearance.verdict === "too tight" ? `Open it by ${clearance.correctMm.toFixed(2)} mm a side in the file.` : "Shim it or draw it closer."}`,
        ),
      );
    }
    const members = parts.filter((p) => joint.partIds.includes(p.part.id) && p.chosen);
    const apart = members.find(
      (p) =>
        p.chosen!.printer.process === members[0]!.chosen!.printer.process &&
        (p.chosen!.printer.id !== members[0]!.chosen!.printer.id ||
          p.chosen!.material?.id !== members[0]!.chosen!.material?.id),
    );
    if (apart)
      found.push(
        finding(
          "weakens",
          "joints",
          joint.id,
          joint.name,
          "apart",
          `${joint.name}: ${members[0]!.part.name} is printed on ${members[0]!.chosen!.printer.name} in ${members[0]!.chosen!.material?.name ?? "no told material"}, ${apart.part.name} on ${apart.chosen!.printer.name} in ${apart.chosen!.material?.name ?? "no told material"}. Mating parts come out alike on one machine and one batch.`,
        ),
      );
    const printer = members[0]?.chosen?.printer;
    if (
      printer &&
      clearance &&
      joint.count >= SET_OF &&
      !input.workshop.coupons.some((c) => c.printerId === printer.id && c.fit === joint.fit)
    ) {
      found.push(
        finding(
          "missing",
          "joints",
          joint.id,
          joint.name,
          "untried",
          `${joint.name}: ${joint.count} alike, and no ${joint.fit} fit was tried on ${printer.name} yet. ${ruleById("O1")!.because} Print a trial of one first (O1); what fits is kept in the workshop.`,
        ),
      );
    }
    const glue = glues.find((g) => g.id === joint.glue);
    if (glue && clearance && clearance.gapMm > glue.glue.gapMm)
      found.push(
        finding(
          "weakens",
          "joints",
          joint.id,
          joint.name,
          "glue-gap",
          `${joint.name}: ${glue.name} fills ${glue.glue.gapMm} mm and the gap is ${clearance.gapMm.toFixed(2)} mm. Take a glue that fills it.`,
        ),
      );
    return found;
  });
}

export function lampFindings(lamps: readonly LampPlan[], parts: readonly PartPlan[]): Finding[] {
  return lamps.map((lamp) => {
    const name = parts.find((p) => p.part.id === lamp.partId)!.part.name;
    return lamp.choice
      ? finding(
          "missing",
          "ground",
          lamp.partId,
          name,
          "resistor",
          `The lamp in ${name} needs a resistor of ${lamp.choice.ohm} ohm: ${lamp.choice.currentMa.toFixed(1)} mA, ${lamp.choice.milliwatts.toFixed(0)} mW${lamp.choice.hours === null ? "" : `, about ${lamp.choice.hours.toFixed(0)} h from its cell`}.`,
        )
      : finding("ruins", "ground", lamp.partId, name, "lamp", `The lamp in ${name}: ${lamp.problem}`);
  });
}

export function groundFindings(weight: Figure): Finding[] {
  return weight.value > HEAVY_BOARD_G
    ? [
        finding(
          "weakens",
          "ground",
          "board",
          "Board",
          "heavy",
          `The finished board weighs about ${(weight.value / 1000).toFixed(1)} kg: two people carry it.`,
        ),
      ]
    : [];
}

const hoursText = (minutes: number) =>
  minutes < 90 ? `${Math.round(minutes)} min` : `${digits(minutes / 60)} h`;

export function orderFindings(work: WorkPlan, { scene, now }: PlanInput, there: boolean): Finding[] {
  const found = work.conflicts.map((c) =>
    finding(
      c.severity,
      "order",
      c.after,
      c.ruleId,
      `${c.ruleId}-${c.before ?? "itself"}`,
      `${c.overridden ? "Set aside by you: " : ""}${c.sentence} ${c.overridden ? "" : c.mend}`.trim(),
      c.overridden
        ? []
        : c.mends.slice(0, 4).map((mend) => ({
            label: mend.label,
            edit: { table: "scenes" as const, id: scene.id, patch: mended(scene, c, mend) },
          })),
    ),
  );
  for (const s of work.steps) {
    const window = wetWindow(s, work.steps, work.times);
    const at = work.times.get(s.id);
    if (!window || !at || work.done.has(s.id) || at.startsAt <= window.shutsAt + 1e-6) continue;
    const laidAt = window.shutsAt - s.window!.untilMinutes;
    found.push(
      finding(
        "weakens",
        "order",
        s.id,
        s.onWhat,
        "window",
        `“${s.title}” on ${s.onWhat} can be done until ${hoursText(s.window!.untilMinutes)} after “${window.opener.title}” and is planned ${hoursText(at.startsAt - laidAt)} after it: it has set by then. Give that evening more hours, do it sooner, or leave it out.`,
      ),
    );
  }
  for (const s of work.steps) {
    const { unfit } = inHand(s);
    if (unfit && !work.done.has(s.id))
      found.push(
        finding("weakens", "order", s.id, s.onWhat, "tool", `“${s.title}” on ${s.onWhat}: ${unfit}`),
      );
  }
  if (scene.finishBy && there && work.steps.length > 0) {
    const dueAt = (daysBetween(now.today, scene.finishBy) + 1) * 1440;
    if (work.schedule.finishAt > dueAt) {
      const days = Math.ceil((work.schedule.finishAt - dueAt) / 1440);
      found.push(
        finding(
          "wastes",
          "order",
          scene.id,
          scene.name,
          "late",
          `The work ends ${days} ${days === 1 ? "day" : "days"} after the date you set. Give it more evenings, drop what nobody will see, or move the date.`,
        ),
      );
    }
  }
  return found;
}

export function storeFindings(stores: readonly StockLine[]): Finding[] {
  return stores
    .filter((l) => l.state !== "enough")
    .map((l) => {
      const batch = l.needKey.startsWith("recipe:");
      const amount = (v: number) =>
        amountText(l.unit === "sheets" || l.state === "none" ? v : Math.round(v), l.unit);
      const sentence =
        l.state === "none"
          ? `${l.name} is not on the shelf; about ${amount(l.needed)} ${l.unit === "sheets" && Math.ceil(l.needed) === 1 ? "is" : "are"} needed.`
          : l.state === "short"
            ? `${batch ? `The mix “${l.name}”` : l.name} runs out in “${l.runsOutIn}”: ${amount(l.left)} are left and ${amount(l.needed)} are needed.${batch ? " A mix made later will not match by eye: mix enough for all of it again." : " Have enough before you start."}`
            : `${l.name} may run out: ${amount(l.left)} are left, ${amount(l.needed)} to ${amount(l.neededHigh)} are needed.`;
      return finding(
        l.state === "short" ? "wastes" : "missing",
        "stores",
        l.needKey,
        l.name,
        l.state,
        sentence,
      );
    });
}

export function layFindings(parts: readonly PartPlan[], { scene }: PlanInput): Finding[] {
  return parts.flatMap(({ part, sizeMm }) => {
    if (!sizeMm) return [];
    const off = part.placements.some((p) => {
      const a = (p.turnDeg * Math.PI) / 180;
      const c = Math.abs(Math.cos(a));
      const s = Math.abs(Math.sin(a));
      const w = (sizeMm[0] * c + sizeMm[1] * s) / 2;
      const d = (sizeMm[0] * s + sizeMm[1] * c) / 2;
      return (
        p.xMm - w < -1 ||
        p.yMm - d < -1 ||
        p.xMm + w > scene.boardWidthMm + 1 ||
        p.yMm + d > scene.boardDepthMm + 1
      );
    });
    return off
      ? [
          finding(
            "weakens",
            "lay",
            part.id,
            part.name,
            "off-board",
            `${part.name} hangs over the edge of the board. Move it, turn it, or make the board larger.`,
          ),
        ]
      : [];
  });
}

/** Plates that are likely to fail, or whose machine file is not for this bed. */
export const printerFindings = (printers: readonly Printer[]): Finding[] =>
  printers.flatMap((p) => {
    const lack = lackOf(p);
    return lack
      ? [
          finding(
            "missing",
            "plates",
            p.id,
            p.name,
            "lacks",
            `${p.name} has no ${lack}, so nothing is planned on it. Give it in the workshop.`,
          ),
        ]
      : [];
  });

export function plateFindings(
  plates: readonly PlatePlan[],
  runs: readonly RunSlot[],
  there: boolean,
): Finding[] {
  return plates.flatMap((p): Finding[] => {
    const found: Finding[] = [];
    const name = `Plate ${p.number}`;
    const tell = (severity: Finding["severity"], code: string, sentence: string) =>
      found.push(finding(severity, "plates", p.id, name, code, sentence));
    if (p.odds.total > RISKY && !p.running) {
      const worst = p.risky.find(
        (r) => r.pieceId === [...p.odds.byPiece].sort((a, b) => b.odds - a.odds)[0]?.pieceId,
      );
      const cause = failureCauses[p.printer.process].find((c) => c.code === p.odds.causes[0]?.code);
      tell(
        "weakens",
        "risky",
        `Plate ${p.number} on ${p.printer.name} fails about ${Math.round(10 * p.odds.total)} times in 10: ${worst ? `most of it for ${worst.name}` : "by what lies on it"}${cause ? `, ${cause.because}` : ""}. ${cause ? `${cause.nextTime[0]!.toUpperCase()}${cause.nextTime.slice(1)}.` : ""}`,
      );
    }
    if (p.gcode) {
      const { report } = p.gcode;
      const over = [0, 1, 2].some((k) => report.max[k]! > p.printer.bedMm[k]! + 0.5 || report.min[k]! < -0.5);
      if (over)
        tell(
          "ruins",
          "gcode-bed",
          `${p.gcode.fileName} reaches to ${report.max.map((v) => v.toFixed(0)).join(" x ")} mm; the bed of ${p.printer.name} is ${p.printer.bedMm.join(" x ")} mm. Take the file that was made for it.`,
        );
      const heights = p.laid.map((l) => l.heightMm);
      const highest = Math.max(0, ...heights);
      if (Math.abs(report.heightMm - highest) > Math.max(1, 0.05 * highest))
        tell(
          "weakens",
          "gcode-height",
          `${p.gcode.fileName} is ${report.heightMm.toFixed(1)} mm high and what lies on the plate ${highest.toFixed(1)} mm. It was probably made for something else.`,
        );
    }
    const run = runs.find((r) => r.plateId === p.id);
    if (there && run && !Number.isFinite(run.clearedAt))
      tell(
        "missing",
        "never",
        `Plate ${p.number} on ${p.printer.name} finds no hour in which it may run: it takes ${(p.minutes.value / 60).toFixed(1)} h. Allow runs that nobody watches, change its quiet hours, or give it a longer evening.`,
      );
    return found;
  });
}

/** Parts that are printed with or before what they are fitted to. */
export function sizingFindings(
  parts: readonly PartPlan[],
  { parts: rows, joints }: PlanInput,
  plates: readonly PlatePlan[],
  runs: readonly RunSlot[],
): Finding[] {
  const name = (id: string) => parts.find((p) => p.part.id === id)!.part.name;
  const on = (id: string) => plates.filter((p) => p.laid.some((l) => l.partId === id));
  const at = new Map(runs.map((r) => [r.plateId, r]));
  return [...sizedBy(rows, joints)].flatMap(([partId, by]) =>
    [...by].flatMap((sizeId): Finding[] => {
      const tell = (how: string) => [
        finding(
          "ruins",
          "plates",
          partId,
          name(partId),
          `sized-${sizeId}`,
          `${name(partId)} is fitted to ${name(sizeId)} and ${how}. ${ruleById("O52")!.because} Print and measure ${name(sizeId)} first (O52).`,
        ),
      ];
      const mine = on(partId);
      const theirs = on(sizeId);
      const shared = mine.find((p) => theirs.includes(p));
      if (shared) return tell(`lies with it on plate ${shared.number}: lay it on a plate of its own`);
      const early = mine.find((p) =>
        theirs.some((q) => (at.get(p.id)?.startsAt ?? Infinity) < (at.get(q.id)?.clearedAt ?? 0) - 1e-6),
      );
      return early ? tell(`plate ${early.number} begins before that is off its bed`) : [];
    }),
  );
}

/** Odds of failing from which a plate is worth a word (our choice). */
const RISKY = 0.45;
