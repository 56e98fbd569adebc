import type { Finding } from "#core/plan/finding";
import { found, type PartDraft, partFinding, partMend } from "#core/plan/parts/partFinding";
import type { PartScene } from "#core/plan/parts/partSurroundings";
import { partWords } from "#core/plan/parts/partWords";
import { printOf } from "#core/scene/part";
import { treatmentOf } from "#core/surface/treatments";

/** Plain steps worth a word, cm2 over all copies. */
const PLAIN_WORTH_CM2 = 1;

/** What of a part the eye will find. */
export function lookFindings({ part, finish, treatment, zones }: PartDraft, scene: PartScene): Finding[] {
  if (!finish || printOf(part).pieceOf || part.tool) return [];
  const { process } = finish.printer;
  const asked =
    part.zones
      .map((z) => z.school ?? scene.surfaceSchool)
      .find((school) => school !== null && treatmentOf(school).notOn.includes(process)) ?? null;
  const unfit =
    asked !== null
      ? partFinding(
          part,
          "weakens",
          "surface",
          "school-unfit",
          partWords.schoolUnfit(part.name, asked, process),
          [partMend(part, "Level it in resin", { school: "level in resin" })],
        )
      : null;
  return found(unfit, ...plainFindings({ part, finish, treatment, zones }, scene));
}

type Looked = Pick<PartDraft, "part" | "treatment" | "zones"> & {
  readonly finish: NonNullable<PartDraft["finish"]>;
};

function plainFindings({ part, finish, treatment, zones }: Looked, scene: PartScene): (Finding | null)[] {
  const cm2 = finish.surface.visible.value * part.count;
  const { worst } = finish.surface;
  if (cm2 < PLAIN_WORTH_CM2 || !worst) return [];
  const livesWithIt = treatment?.school === "live with it";
  const steps = {
    cm2,
    distanceMm: scene.viewingDistanceMm,
    layerMm: finish.printer.layerMm,
    slopeDeg: worst.slopeDeg,
  };
  const planned = treatment && !livesWithIt ? treatment.school : null;
  const level = partMend(part, "Level it in resin", { school: "level in resin" });
  return [
    partFinding(
      part,
      "weakens",
      "surface",
      "steps-plain",
      partWords.plainSteps(part.name, steps, planned),
      livesWithIt ? [level] : [],
    ),
    drybrushed(part, zones),
  ];
}

/** A dry brush over steps that nothing hides picks out every one of them: on slopes, walls and tops alike. */
function drybrushed(part: PartDraft["part"], planned: PartDraft["zones"]): Finding | null {
  const shows = planned.filter(
    (z) =>
      z.zone.scheme.some((l) => l.kind === "drybrush") &&
      (z.surface?.visible.value ?? 0) * part.count >= PLAIN_WORTH_CM2 &&
      (z.treatment === null || z.treatment.school === "live with it"),
  );
  if (shows.length === 0) return null;
  const open = new Set(shows.map((z) => z.zone.number));
  const zones = part.zones.map((z) =>
    open.has(z.number) ? { ...z, scheme: z.scheme.filter((l) => l.kind !== "drybrush") } : z,
  );
  return partFinding(part, "weakens", "colour", "drybrush-steps", partWords.drybrushed(part.name), [
    partMend(part, "Leave the drybrush out", { zones }),
  ]);
}
