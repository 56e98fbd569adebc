import { type Figure, sum } from "#core/figure";
import type { SchemeLayer } from "#core/paint/scheme";
import { type LaidWork, shareOf } from "#core/paint/coat";
import { panelDraw } from "#core/paint/panelDraw";
import { type CopyShare, sharesOfCopies } from "#core/paint/copies";
import { type AfterPrimer, laidLayers, type Meaning, wholeZone, type Zone } from "#core/scene/zone";
import type { SurfaceWork } from "#core/surface/surfaceSteps";

/** What has to be done to one zone of all copies of a part. Areas cm2. */
export type ZoneWork = Pick<Zone, "number" | "name" | "scheme"> &
  Omit<SurfaceWork, "key" | "of"> & {
    readonly areaCm2: Figure;
    readonly meaning?: Meaning | null;
    readonly after?: AfterPrimer | undefined;
    /** Grooves of one copy, and the length of those of all copies, mm on the bench. */
    readonly grooves?: { readonly count: number; readonly lengthMm: number } | null | undefined;
  };

/** Work on these splashes or crumbles; on those a splash shows. */
const messy: readonly Meaning[] = ["plaster", "stone", "earth"];
const neat: readonly Meaning[] = ["timber", "metal", "cloth"];

/** Which zones a step is on, in words; nothing where it is on all of which there is something to do. */
const ofZones = (some: readonly Pick<Zone, "name">[], all: readonly unknown[]): string | null =>
  some.length === all.length ? null : some.map((z) => z.name).join(", ");

/** Zones that are treated alike are treated in one go; the first of them keeps the names of its steps. */
export function treatedTogether(zones: readonly ZoneWork[]): readonly SurfaceWork[] {
  const bySchool = new Map<string, ZoneWork[]>();
  for (const z of zones) {
    if (!z.treatment || z.grade === "none") continue;
    // One grade is one go: what is left rough is not sanded with what is shown.
    const key = `${z.treatment.school} ${z.grade ?? "show"} ${z.resin ?? ""}`;
    (bySchool.get(key) ?? bySchool.set(key, []).get(key)!).push(z);
  }
  return [...bySchool.values()].map((together, i): SurfaceWork => {
    const deepest = [...together].sort((a, b) => (b.depthMm ?? 0) - (a.depthMm ?? 0))[0]!;
    const thin = together.flatMap((z) => z.thinnestMm ?? []);
    const narrow = together.flatMap((z) => z.narrowestMm ?? []);
    return {
      ...deepest,
      thinnestMm: thin.length > 0 ? Math.min(...thin) : null,
      narrowestMm: narrow.length > 0 ? Math.min(...narrow) : null,
      hasRidges: together.some((z) => z.hasRidges),
      zones: together.map((z) => z.number),
      faces: together.reduce((sum, z) => sum + (z.faces ?? 0), 0),
      key: i === 0 ? "treat" : `treat-${together[0]!.number}`,
      of: ofZones(
        together,
        zones.filter((z) => z.treatment !== null && z.grade !== "none"),
      ),
      treatCm2: together.length === 1 ? together[0]!.treatCm2 : sumOf(together.map((z) => z.treatCm2)),
      reliefMm: shallowest(together),
      treatment: together[0]!.treatment,
    };
  });
}

/** The shallowest relief of any of them, mm; null where none has any. */
function shallowest(zones: readonly ZoneWork[]): number | null {
  const depths = zones.flatMap((z) => z.reliefMm ?? []);
  return depths.length > 0 ? Math.min(...depths) : null;
}

/**
 * The layers of all zones as they are laid, each with its area and its zones; one whose copies take several colours
 * comes once for each of them.
 * @param count copies of the part
 */
export function laidWork(zones: readonly ZoneWork[], count: number): readonly LaidWork[] {
  const laid = laidOnAll(zones);
  const shares = sharesOfCopies(
    laid.map((l) => l.layer),
    count,
  );
  return laid.flatMap((work) =>
    work.layer.panels ? byPanels(work, count) : byCopies(work, shares.get(work.layer.id), count),
  );
}

/** A layer once for each of its colours, on the panels that have it. */
function byPanels(work: LaidWork, count: number): readonly LaidWork[] {
  const draw = panelDraw(work.layer, count);
  if (!draw) return [work];
  const all = draw.colours.reduce((sum, c) => sum + c.count, 0);
  return draw.colours.flatMap((own, i): readonly LaidWork[] =>
    own.count === 0
      ? []
      : [
          {
            ...work,
            layer: { ...work.layer, colour: own.colour },
            key: i === 0 ? work.key : `${work.key}~${i + 1}`,
            areaCm2: shareOf(work.areaCm2, own.count / all),
            panels: { count: own.count, letter: own.letter, maps: draw.maps },
          },
        ],
  );
}

/** A layer once for each of its colours, on the copies that take it. */
function byCopies(
  work: LaidWork,
  shares: readonly CopyShare[] | undefined,
  count: number,
): readonly LaidWork[] {
  if (!shares || count < 2) return [work];
  return shares.map(({ colour, copies }, i): LaidWork => {
    const share = copies.length / count;
    return {
      ...work,
      layer: { ...work.layer, colour },
      key: i === 0 ? work.key : `${work.key}~${i + 1}`,
      areaCm2: shareOf(work.areaCm2, share),
      ...(work.grooves ? { grooves: work.grooves.map((g) => ({ ...g, lengthMm: g.lengthMm * share })) } : {}),
      ...(copies.length === count ? {} : { copies }),
    };
  });
}

function laidOnAll(zones: readonly ZoneWork[]): readonly LaidWork[] {
  const byNumber = new Map(zones.map((z) => [z.number, z]));
  const painted = zones.filter((z) => z.scheme.length > 0);
  const asZones = zones.map(({ number, name, scheme }) => ({ ...wholeZone, number, name, scheme }));
  const seen = new Map<string, number>();
  return laidLayers(asZones).map(({ layer, zones: on }): LaidWork => {
    const works = on.map((z) => byNumber.get(z.number)!);
    const times = (seen.get(layer.id) ?? 0) + 1;
    seen.set(layer.id, times);
    return {
      layer,
      key: times === 1 ? layer.id : `${layer.id}-${on[0]!.number}`,
      zones: on.map((z) => z.number),
      of: ofZones(on, painted),
      offClear: zones.some((z) => z.meaning === "clear") && works.every((z) => z.meaning !== "clear"),
      messy: isAll(works, messy),
      neat: isAll(works, neat),
      grooves: works.flatMap(({ number, name, grooves }) =>
        grooves ? [{ zone: number, name, ...grooves }] : [],
      ),
      again: againOn(works),
      areaCm2: works.length === 1 ? works[0]!.areaCm2 : sumOf(works.map((z) => z.areaCm2)),
    };
  });
}

/** What is filled once more: zones on which layers were still seen after the primer. */
function againOn(zones: readonly ZoneWork[]): NonNullable<LaidWork["again"]> | null {
  const seen = zones.filter((z) => z.after === "faint" || z.after === "still plain");
  if (seen.length === 0) return null;
  const areas = seen.map((z) => (z.treatCm2.value > 0 ? z.treatCm2 : z.areaCm2));
  return { of: seen.map((z) => z.name).join(", "), areaCm2: sumOf(areas) };
}

const isAll = (zones: readonly ZoneWork[], of: readonly Meaning[]): boolean =>
  zones.every((z) => z.meaning !== null && z.meaning !== undefined && of.includes(z.meaning));

const sumOf = (all: readonly Figure[]): Figure =>
  sum(
    all,
    "cm2",
    "shared",
    all.flatMap((f) => f.working),
  );

/** Every layer of a part's zones once. */
export const layersOfWork = (zones: readonly Pick<ZoneWork, "scheme">[]): readonly SchemeLayer[] => {
  const once = new Map(zones.flatMap((z) => z.scheme.map((l) => [l.id, l] as const)));
  return [...once.values()];
};
