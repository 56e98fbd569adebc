import { clearanceVerdict, type ClearanceVerdict } from "#core/joints/clearance";
import { methods } from "#core/paint/amount";
import type { PartPlan } from "#core/plan/parts/partPlan";
import type { Joint } from "#core/scene/joint";
import type { Workshop } from "#core/scene/workshop";

export type JointPlan = {
  readonly joint: Joint;
  readonly clearance: ClearanceVerdict | null;
  readonly filmsMm: number;
  readonly factor: number;
};

export function planJoint(joint: Joint, parts: readonly PartPlan[], workshop: Workshop): JointPlan {
  const members = parts.filter((p) => joint.partIds.includes(p.part.id));
  const first = members[0];
  const factor = first?.rescale.factor ?? 1;
  // Every dry film on both faces counts; sockets that a rule keeps clear (clips, slides) are still easily
  // oversprayed.
  const filmsMm =
    members
      .slice(0, 2)
      .reduce(
        (total, p) =>
          total + p.part.scheme.reduce((film, l) => film + methods[l.method].dryFilmMm * l.coats, 0),
        0,
      ) * (members.length === 1 ? 2 : 1);
  const on = first?.finish ?? null;
  const process = on?.printer.process;
  // What fitted on a trial of this machine goes before the usual gap; the latest one counts.
  const kept = on
    ? workshop.coupons
        .filter(
          (c) =>
            c.printerId === on.printer.id &&
            c.fit === joint.fit &&
            (c.materialId === null || c.materialId === on.material?.id),
        )
        .sort((a, b) => (a.at < b.at ? 1 : -1))[0]
    : undefined;
  return {
    joint,
    factor,
    filmsMm,
    clearance:
      joint.gapInFileMm !== null && process
        ? clearanceVerdict(process, joint.fit, joint.gapInFileMm, factor, filmsMm, kept?.chosenMm ?? null)
        : null,
  };
}
