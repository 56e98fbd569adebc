import { productName } from "#core/materials/products";
import { layerFilmMm } from "#core/paint/schemeFilm";
import type { Finding } from "#core/plan/finding";
import type { ZonePlan } from "#core/plan/parts/partPlan";
import { type PartDraft, partFinding, partMend } from "#core/plan/parts/partFinding";
import type { PartScene } from "#core/plan/parts/partSurroundings";
import { zoneWords } from "#core/plan/parts/zoneWords";
import { visibleSteps } from "#core/plan/surface/visibleSteps";
import { printOf } from "#core/scene/part";
import { isSeen } from "#core/scene/zone";
import { type Film, grooveAfter, reliefAfter } from "#core/surface/detail";
import { treatmentFilms, treatmentWork } from "#core/surface/treatmentWork";

/** What sanding takes off relief that is to stay, and which coat closes a groove. */
export const detailFindings = (draft: PartDraft, scene: PartScene): Finding[] =>
  printOf(draft.part).pieceOf || draft.part.tool
    ? []
    : draft.zones.flatMap((z) => [...flattened(draft, z, scene), ...closed(draft, z, scene)]);

/** Coats of a zone in their order, treatment first: each coat with its film. */
function filmsOn(draft: PartDraft, z: ZonePlan, scene: PartScene): readonly Film[] {
  const steps = visibleSteps(draft, scene.viewingDistanceMm, z.surface);
  const treated = z.treatment
    ? treatmentWork(z.treatment, {
        cm2: z.treatCm2.value,
        depthMm: steps?.depthMm ?? null,
        seenMm: steps?.unseenMm ?? null,
        ...(steps ? { slopeDeg: steps.slopeDeg } : {}),
        process: draft.finish?.printer.process ?? null,
      })
    : [];
  const ofScheme = z.zone.scheme.flatMap((l) =>
    Array<Film>(l.coats).fill({
      what: productName(l.product),
      filmMm: layerFilmMm(l),
    }),
  );
  return [...treatmentFilms(treated), ...ofScheme];
}

function closed(draft: PartDraft, z: ZonePlan, scene: PartScene): Finding[] {
  const narrowest = z.measure?.narrowest;
  if (!narrowest || !isSeen(z.zone)) return [];
  const widthMm = narrowest.width * draft.rescale.factor;
  const { closes } = grooveAfter(widthMm, filmsOn(draft, z, scene));
  if (!closes) return [];
  const text = zoneWords.grooveCloses(draft.part.name, z.zone.name, { widthMm, ...closes });
  return [partFinding(draft.part, "weakens", "surface", "groove-closes", text, [], String(z.zone.number))];
}

function flattened(draft: PartDraft, z: ZonePlan, scene: PartScene): Finding[] {
  const relief = z.measure?.relief;
  const sands = z.treatment?.steps.some((s) => s.action === "sand");
  const steps = visibleSteps(draft, scene.viewingDistanceMm, z.surface);
  if (!relief || !sands || !steps || z.treatCm2.value === 0) return [];
  const reliefMm = relief.depth * draft.rescale.factor;
  // What is lost breaks a rule of the order, which says so.
  if (reliefAfter(steps.depthMm, reliefMm) !== "flattened") return [];
  const text = zoneWords.reliefSanded(draft.part.name, z.zone.name, {
    sandedMm: steps.depthMm,
    reliefMm,
  });
  const zones = draft.part.zones.map((other) =>
    other.number === z.zone.number ? { ...other, school: "level in resin" as const } : other,
  );
  const mends = [partMend(draft.part, "Level it in resin instead", { zones })];
  return [partFinding(draft.part, "weakens", "surface", "relief-sanded", text, mends, String(z.zone.number))];
}
