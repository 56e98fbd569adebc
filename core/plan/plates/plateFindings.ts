import { ruleById } from "#core/order/rules";
import { type Finding, finding } from "#core/plan/finding";
import type { PartPlan } from "#core/plan/parts/partPlan";
import { sizedBy } from "#core/plan/parts/sizing";
import type { PlatePlan } from "#core/plan/plates/planPlates";
import type { RunSlot } from "#core/print/printCalendar";
import { missingSetting, type Printer } from "#core/print/printer";
import { hangingMinutes } from "#core/print/printCalendar";
import { digits } from "#core/figure";
import { addDays, dayInWords } from "#core/plan/calendarDay";
import { MOST_HANGING } from "#core/plan/plates/printing";
import { failureCauses } from "#core/print/simulatedRun";
import { partRef, plateRef, printerRef } from "#core/reference";
import type { PlanInput } from "#core/scene/planInput";

/** Plates that are likely to fail, or whose machine file is not for this bed. */
export const printerFindings = (printers: readonly Printer[]): Finding[] =>
  printers.flatMap((p) => {
    const missing = missingSetting(p);
    return missing
      ? [
          finding(
            "missing",
            "plates",
            printerRef(p.id),
            p.name,
            "lacks",
            `${p.name} has no ${missing}, so nothing is planned on it. Give it in the workshop.`,
          ),
        ]
      : [];
  });

export function plateFindings(
  plates: readonly PlatePlan[],
  runs: readonly RunSlot[],
  there: boolean,
  today: string,
): Finding[] {
  return plates.flatMap((p): Finding[] => {
    const found: Finding[] = [];
    const name = `Plate ${p.number}`;
    const tell = (severity: Finding["severity"], code: string, sentence: string) =>
      found.push(finding(severity, "plates", plateRef(p.id), name, code, sentence));
    if (p.odds.total > RISKY && !p.running) {
      tell("weakens", "risky", riskyText(p));
    }
    if (p.gcode) {
      const { report } = p.gcode;
      const over = [0, 1, 2].some((k) => report.max[k]! > p.printer.bedMm[k]! + 0.5 || report.min[k]! < -0.5);
      if (over)
        tell(
          "ruins",
          "gcode-bed",
          `${p.gcode.fileName} reaches to ${report.max.map((v) => v.toFixed(0)).join(" x ")} mm; the ` +
            `bed of ${p.printer.name} is ${p.printer.bedMm.join(" x ")} mm. Take the file that was made for it.`,
        );
      const heights = p.laid.map((l) => l.heightMm);
      const highest = Math.max(0, ...heights);
      if (Math.abs(report.heightMm - highest) > Math.max(1, 0.05 * highest))
        tell(
          "weakens",
          "gcode-height",
          `${p.gcode.fileName} is ${report.heightMm.toFixed(1)} mm high and what lies on the plate ` +
            `${highest.toFixed(1)} mm. It was probably made for something else.`,
        );
    }
    const run = runs.find((r) => r.plateId === p.id);
    const hangs = run && p.printer.process === "resin" ? hangingMinutes(run, p.printer.clearMinutes) : 0;
    if (run && !p.running && Number.isFinite(hangs) && hangs > MOST_HANGING + 1e-6)
      tell(
        "weakens",
        "hangs",
        `Plate ${p.number} on ${p.printer.name} ends ` +
          `${dayInWords(addDays(today, Math.floor(run.endsAt / 1440)))} and would hang wet for ` +
          `${hangs < 2880 ? `${Math.round(hangs / 60)} h` : `${digits(hangs / 1440)} days`} until ` +
          `somebody comes. Be there for it, ask somebody to take it off with gloves on, or give the ` +
          `evening after it some hours.`,
      );
    if (there && run && !Number.isFinite(run.clearedAt))
      tell(
        "missing",
        "never",
        `Plate ${p.number} on ${p.printer.name} finds no hour in which it may run: it takes ` +
          `${(p.minutes.value / 60).toFixed(1)} h. Allow runs that nobody watches, change its quiet ` +
          `hours, or give it a longer evening.`,
      );
    return found;
  });
}

/** How often a plate fails, most of it for what, and what helps. */
function riskyText({ number, printer, odds, risky }: PlatePlan): string {
  const [riskiest] = [...odds.byPiece].sort((a, b) => b.odds - a.odds);
  const worst = risky.find((r) => r.pieceId === riskiest?.pieceId);
  const cause = failureCauses[printer.process].find((c) => c.code === odds.causes[0]?.code);
  const forWhat = worst ? `most of it for ${worst.name}` : "by what lies on it";
  const because = cause ? `, ${cause.because}` : "";
  const help = cause ? `${cause.nextTime[0]!.toUpperCase()}${cause.nextTime.slice(1)}.` : "";
  const times = Math.round(10 * odds.total);
  return `Plate ${number} on ${printer.name} fails about ${times} times in 10: ${forWhat}${because}. ${help}`;
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
          partRef(partId),
          name(partId),
          "sized",
          `${name(partId)} is fitted to ${name(sizeId)} and ${how}. ${ruleById("O52")!.because} Print ` +
            `and measure ${name(sizeId)} first (O52).`,
          [],
          sizeId,
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
