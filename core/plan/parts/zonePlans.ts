import { exact, type Figure, spread, sum, times } from "#core/figure";
import type { MeshMeasurement } from "#core/mesh/measure";
import { AS_DRAWN, unit } from "#core/mesh/pose";
import type { SlopePatch } from "#core/mesh/slopes";
import { boxSize } from "#core/mesh/triangleMesh";
import { treatmentInRooms } from "#core/plan/inRooms";
import type { Candidate, ZonePlan } from "#core/plan/parts/partPlan";
import type { PartScene } from "#core/plan/parts/partSurroundings";
import { schoolInSpace } from "#core/plan/space";
import { type Part, printOf } from "#core/scene/part";
import type { Rooms } from "#core/scene/rooms";
import { isSeen, type Zone } from "#core/scene/zone";
import { OPEN_ZONE } from "#core/scene/zoneMap";
import { printedBy } from "#core/surface/printedBy";
import { finishOver } from "#core/surface/finishOver";
import { type SurfaceAreas, surfaceAreas } from "#core/surface/surfaceAreas";
import { defaultSchool, isTexture, type Treatment, treatmentOf } from "#core/surface/treatments";
import { zoneSlopes } from "#core/surface/zoneSlopes";
import { counted } from "#core/words";
import type { ZoneMeasure } from "#core/zones/zoneMeasure";

/** What the zones of a part are reckoned from. `areaCm2`: of the whole part, all copies. */
type ZonedPart = {
  readonly part: Part;
  readonly measures: readonly ZoneMeasure[];
  readonly measurement: MeshMeasurement | null;
  readonly asItLies: MeshMeasurement | null;
  readonly factor: number;
  readonly areaCm2: Figure;
  readonly finish: Candidate | null;
};

/** A filled face goes on under the texture beside it by so much, mm (common practice). */
const OVERLAP_MM = 5;

/** Every zone of a part with its area, its look and its treatment; together they are the part. */
export function zonePlans(of: ZonedPart, scene: PartScene, rooms: Rooms): readonly ZonePlan[] {
  const { part, finish, areaCm2 } = of;
  const treatments = part.zones.map((zone) => treatmentFor(part, zone, finish, scene, rooms));
  const schoolBeside = new Map(part.zones.map((z, i) => [z.number, treatments[i]?.school ?? null]));
  const areas = zoneAreas(of);
  return part.zones.map((zone, i): ZonePlan => {
    const measure = measureOf(of, zone);
    const surface = finish && zoneSurface(of, zone, measure, finish, scene);
    const treatment = treatments[i]!;
    const shown =
      surface && !printOf(part).pieceOf && isSeen(zone) ? surface.visible : exact(0, "cm2", "computed");
    const overlapMm =
      treatment && measure && !isTexture(treatment.school)
        ? measure.borders
            .filter((b) => isTexture(schoolBeside.get(b.beside) ?? null))
            .reduce((mm, b) => mm + b.length * of.factor, 0)
        : 0;
    return {
      zone,
      areaCm2: areas[i] ?? areaCm2,
      surface,
      treatment,
      treatCm2: withOverlap(times(shown, part.count), overlapMm * part.count),
      measure,
    };
  });
}

const measureOf = ({ part, measures }: ZonedPart, zone: Zone): ZoneMeasure | null =>
  part.zones.length === 1 ? null : (measures.find((m) => m.number === zone.number) ?? null);

function withOverlap(shown: Figure, overlapMm: number): Figure {
  if (overlapMm === 0) return shown;
  const line = {
    text: `${OVERLAP_MM} mm on under the texture beside it, along ${Math.round(overlapMm)} mm of border`,
    basis: "practice" as const,
  };
  const overlap = exact((overlapMm * OVERLAP_MM) / 100, "cm2", "practice", [line]);
  return sum([shown, overlap], "cm2", "independent", [...shown.working, line]);
}

/** How its surface is treated; a piece is finished when it is part of the whole again. */
function treatmentFor(
  part: Part,
  zone: Zone,
  finish: Candidate | null,
  scene: PartScene,
  rooms: Rooms,
): Treatment | null {
  const { clear, pieceOf } = printOf(part);
  if (!finish || clear || zone.meaning === "clear" || pieceOf || part.tool || !isSeen(zone)) return null;
  const { process } = finish.printer;
  const usual = defaultSchool(part.tier ?? scene.tier, process);
  const school = zone.school ?? scene.surfaceSchool ?? schoolInSpace(usual, rooms);
  const treatment = treatmentOf(school);
  return treatment.notOn.includes(process) ? null : treatmentInRooms(treatment, rooms);
}

/** How the steps of a zone look; of a part that nobody parted as it was reckoned for its machine. */
const zoneSurface = (
  of: ZonedPart,
  zone: Zone,
  measure: ZoneMeasure | null,
  finish: Candidate,
  scene: PartScene,
): SurfaceAreas =>
  of.part.zones.length === 1
    ? finish.surface
    : surfaceAreas(
        slopesOf(of, measure),
        of.factor,
        printedBy(finish.printer, finishOver(zone.scheme, finish.seenTimes)),
        scene.viewingDistanceMm,
      );

type Lying = Pick<ZonedPart, "part" | "asItLies" | "measurement">;

/** The slopes of a zone as its part lies; none where it was not measured. */
export function slopesOf(
  { part, asItLies, measurement }: Lying,
  measure: ZoneMeasure | null,
): readonly SlopePatch[] {
  if (!measure || !asItLies || !measurement) return [];
  const { down } = printOf(part).pose ?? AS_DRAWN;
  const size = Math.max(...boxSize(measurement.box));
  return zoneSlopes(measure.directions, unit(down), -asItLies.box.min[2], size);
}

/** The slopes of all zones that are seen, as a machine is weighed by; null of a part that nobody parted. */
export function seenSlopes(of: Lying, measures: readonly ZoneMeasure[]): readonly SlopePatch[] | null {
  const { zones } = of.part;
  if (zones.length === 1 || measures.length === 0) return null;
  const hidden = new Set(zones.filter((z) => !isSeen(z)).map((z) => z.number));
  return measures.filter((m) => !hidden.has(m.number)).flatMap((m) => slopesOf(of, m));
}

/**
 * Area of every zone, all copies: of the map, as it was typed, or what the other zones leave. What the part stands on
 * is no part of any; what no zone has yet is with the first.
 */
function zoneAreas({ part, measures, factor, areaCm2 }: ZonedPart): readonly Figure[] {
  const { zones, count } = part;
  if (zones.length === 1) return [areaCm2];
  const foot = (m: ZoneMeasure) =>
    zoneSlopes(m.directions, AS_DRAWN.down, Math.max(...measures.map((o) => -o.low)), heightOf(measures))
      .filter((p) => p.onBed)
      .reduce((mm2, p) => mm2 + p.area, 0);
  const cm2Of = ({ number, areaCm2: typed }: Zone): number | null => {
    const m = measures.find((o) => o.number === number);
    return m ? ((m.area - foot(m)) * factor ** 2 * count) / 100 : typed === null ? null : typed * count;
  };
  const known = zones.map(cm2Of);
  const rest = Math.max(0, areaCm2.value - known.reduce<number>((all, cm2) => all + (cm2 ?? 0), 0));
  const open = known.findIndex((cm2) => cm2 === null);
  const unmapped = measures.some((m) => m.number === OPEN_ZONE) ? 0 : -1;
  const takesRest = open >= 0 ? open : unmapped;
  return known.map((cm2, i) =>
    spread((cm2 ?? 0) + (i === takesRest ? rest : 0), shareOf(areaCm2), "cm2", areaCm2.basis, [
      {
        text:
          cm2 === null
            ? `what the other zones leave, ${counted(count, "copy", "copies")}`
            : `${zones[i]!.name}: ${measures.length > 0 ? "its faces, less what it stands on" : "as it was typed"}, ${counted(count, "copy", "copies")}`,
        basis: cm2 !== null && measures.length === 0 ? "yours" : areaCm2.basis,
      },
    ]),
  );
}

const heightOf = (measures: readonly ZoneMeasure[]): number =>
  Math.max(...measures.map((m) => m.high)) - Math.min(...measures.map((m) => m.low));

const shareOf = ({ value, high }: Figure): number => (value > 0 ? high / value - 1 : 0);
