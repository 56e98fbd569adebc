import { hardwareOf, hardwareText } from "#core/joints/hardware";
import { partFinding, partMend } from "#core/plan/parts/partFinding";
import { printOf } from "#core/scene/part";
import { glues } from "#core/materials/gluesFor";
import { ruleById } from "#core/order/rules";
import { type Finding, finding, type FindingSeverity } from "#core/plan/finding";
import { bestTogether, gluedInSight } from "#core/plan/plates/onOneMachine";
import { jointWords } from "#core/plan/joints/jointWords";
import type { JointPlan } from "#core/plan/joints/planJoint";
import type { PartPlan } from "#core/plan/parts/partPlan";
import { jointRef } from "#core/reference";
import type { PlanInput } from "#core/scene/planInput";

/** From so many joints alike one is tried first (common practice). */
export const SET_OF = 4;

type OnMachine = PartPlan & { readonly chosen: NonNullable<PartPlan["chosen"]> };

/** What is wrong with joints: their parts, their gaps, their machines, their glue. */
export const jointFindings = (
  joints: readonly JointPlan[],
  input: PlanInput,
  parts: readonly PartPlan[],
): readonly Finding[] => [...hardwareFindings(input, parts), ...eachJoint(joints, input, parts)];

/** What is printed to hold joints together is planned in the number that they take, first of all. */
const hardwareFindings = (input: PlanInput, parts: readonly PartPlan[]): readonly Finding[] =>
  hardwareOf(input.joints).flatMap((line) => {
    const part = parts.find((p) => p.part.id === line.partId)?.part;
    if (!part) return [];
    const { spares } = printOf(part);
    if (part.count >= line.count && part.count + spares >= line.count + line.spares) return [];
    const patch = { count: line.count, print: { spares: line.spares }, setsSizes: true };
    return [
      partFinding(
        part,
        "missing",
        "joints",
        "hardware-short",
        `${part.name}: the joints take ${hardwareText(line)}, and ${part.count} are planned.`,
        [partMend(part, `Print ${line.count} and ${line.spares} first of all`, patch)],
      ),
    ];
  });

const eachJoint = (
  joints: readonly JointPlan[],
  input: PlanInput,
  parts: readonly PartPlan[],
): readonly Finding[] =>
  joints.flatMap((plan) => {
    const { joint } = plan;
    if (parts.some((p) => p.held && joint.partIds.includes(p.part.id))) return [];
    const members = parts.filter(
      (p): p is OnMachine => joint.partIds.includes(p.part.id) && p.chosen !== null,
    );
    return [
      partGone(plan, input),
      wrongGap(plan),
      madeApart(plan, members),
      unlikeFaces(plan, members, input),
      untried(plan, members[0], input),
      glueGap(plan),
    ].filter((f) => f !== null);
  });

const jointFinding = (
  { joint }: JointPlan,
  severity: FindingSeverity,
  code: string,
  sentence: string,
): Finding => finding(severity, "joints", jointRef(joint.id), joint.name, code, sentence);

const partGone = (plan: JointPlan, { parts }: PlanInput) =>
  [...plan.joint.partIds, ...(plan.joint.hardware?.partId ? [plan.joint.hardware.partId] : [])].some(
    (id) => !parts.some((p) => p.id === id),
  )
    ? jointFinding(plan, "missing", "part-gone", jointWords.partGone(plan.joint.name))
    : null;

function wrongGap(plan: JointPlan): Finding | null {
  const { joint, clearance, perFileMm } = plan;
  if (!clearance || clearance.verdict === "good") return null;
  const words = clearance.verdict === "closed by paint" ? jointWords.closedByPaint : jointWords.wrongGap;
  return jointFinding(
    plan,
    clearance.verdict === "too loose" ? "weakens" : "ruins",
    "clearance",
    words(joint.name, joint.fit, clearance, perFileMm),
  );
}

/** Parts of one process that meet and are made on different machines, or of different batches. */
function madeApart(plan: JointPlan, members: readonly OnMachine[]): Finding | null {
  const [first] = members;
  const other = members.find(
    ({ chosen: { printer, material } }) =>
      printer.process === first!.chosen.printer.process &&
      (printer.id !== first!.chosen.printer.id || material?.id !== first!.chosen.material?.id),
  );
  if (!first || !other) return null;
  const words = [first, other].map(({ part, chosen }) => ({
    part: part.name,
    printer: chosen.printer.name,
    material: chosen.material?.name ?? null,
  }));
  return jointFinding(plan, "weakens", "apart", jointWords.apart(plan.joint.name, words));
}

/** Parts glued in sight of which one shows layers and the other none, and what it would cost to make them alike. */
function unlikeFaces(
  plan: JointPlan,
  members: readonly OnMachine[],
  { workshop }: PlanInput,
): Finding | null {
  const [first, ...others] = members;
  const other = others.find((m) => m.chosen.printer.process !== first!.chosen.printer.process);
  if (!first || !other || !gluedInSight(plan.joint)) return null;
  const sides = [first, other].map((m) => ({ part: m.part.name, process: m.chosen.printer.process }));
  const best = bestTogether(members, workshop.rooms.hourWorthMinor);
  return jointFinding(plan, "weakens", "unlike-faces", jointWords.unlikeFaces(plan.joint.name, sides, best));
}

function untried(plan: JointPlan, first: OnMachine | undefined, { workshop }: PlanInput): Finding | null {
  const { joint, clearance } = plan;
  if (!first || !clearance || joint.count < SET_OF) return null;
  const { printer } = first.chosen;
  if (workshop.coupons.some((c) => c.printerId === printer.id && c.fit === joint.fit)) return null;
  const because = ruleById("O1")!.because;
  const sentence = jointWords.untried(joint.name, joint.count, joint.fit, printer.name, because);
  return jointFinding(plan, "missing", "untried", sentence);
}

function glueGap(plan: JointPlan): Finding | null {
  const { joint, clearance } = plan;
  const glue = glues.find((g) => g.id === joint.glue);
  if (!glue || !clearance || clearance.gapMm <= glue.glue.gapMm) return null;
  return jointFinding(
    plan,
    "weakens",
    "glue-gap",
    jointWords.glueGap(joint.name, glue.name, glue.glue.gapMm, clearance.gapMm),
  );
}
