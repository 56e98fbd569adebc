import type { SchemeLayer } from "#core/paint/scheme";
import { flatCoats, sheenLeft } from "#core/paint/sheenLeft";
import type { Finding } from "#core/plan/finding";
import { partFinding, partMend } from "#core/plan/parts/partFinding";
import type { PartPlan } from "#core/plan/parts/partPlan";
import { type Meaning, placeName, type SheenTarget, type Zone } from "#core/scene/zone";

/** How real things end that nobody said otherwise of (common practice). */
const usualTargets: Partial<Record<Meaning, SheenTarget>> = {
  plaster: "matte",
  stone: "matte",
  earth: "matte",
  cloth: "matte",
  timber: "matte",
};
/** Matte coats that make a face dead flat (common practice). */
export const FLAT_COATS = 2;

/** How a zone is to end, as it says or as its material does; null where nobody can tell. */
export const sheenTarget = ({ sheen, meaning }: Pick<Zone, "sheen" | "meaning">): SheenTarget | null =>
  sheen ?? (meaning ? (usualTargets[meaning] ?? null) : null);

const coat = (zone: Zone, sheen: SchemeLayer["sheen"], coats: number): SchemeLayer => ({
  ...{ id: `seal-${zone.number}-${sheen}-${zone.scheme.length}`, kind: "varnish", product: "varnish" },
  ...{ colour: null, method: "brush", coats, coverage: 1, sheen },
});

/** Zones that would not end as they should: what lies last on them shines where it should not, or the other way. */
export const sheenFindings = (parts: readonly PartPlan[]): Finding[] =>
  parts
    .filter((p) => !p.held && !p.paintAssumed)
    .flatMap((p) => p.part.zones.flatMap((zone) => wrongSheen(p.part, zone) ?? []));

function wrongSheen(part: PartPlan["part"], zone: Zone): Finding | null {
  const target = sheenTarget(zone);
  const left = sheenLeft(zone.scheme);
  if (!target || !left) return null;
  const wanted = target === "dead flat" ? "matte" : target;
  const what = placeName(part, zone);
  const withCoat = (coats: number, say: string) =>
    partMend(part, say, {
      zones: part.zones.map((z) =>
        z.number === zone.number ? { ...z, scheme: [...z.scheme, coat(zone, wanted, coats)] } : z,
      ),
    });
  if (left.sheen !== wanted) {
    // What its material is leaves room: only the plain opposite is told unless somebody said how it is to end.
    const isOpposite = left.sheen === "gloss" && wanted === "matte";
    if (!zone.sheen && !isOpposite) return null;
    const coats = target === "dead flat" ? FLAT_COATS : 1;
    return partFinding(
      part,
      "weakens",
      "colour",
      "wrong-sheen",
      `${what} is to end ${target}, and its ${left.by.kind} leaves it ${left.sheen}.`,
      [withCoat(coats, wanted === "matte" ? "A matte coat after it" : `A ${wanted} coat after it`)],
      String(zone.number),
    );
  }
  const coats = flatCoats(zone.scheme);
  if (target !== "dead flat" || coats >= FLAT_COATS) return null;
  const zones = part.zones.map((z) =>
    z.number === zone.number ? { ...z, scheme: z.scheme.map((l) => deadFlat(l, left.by)) } : z,
  );
  return partFinding(
    part,
    "weakens",
    "colour",
    "not-dead-flat",
    `${what} is to end dead flat: that takes ${FLAT_COATS} matte coats, and it has ${coats === 0 ? "none" : "one"}.`,
    [
      coats === 0
        ? withCoat(FLAT_COATS, "Two matte coats after it")
        : partMend(part, "Lay the matte coat twice", { zones }),
    ],
    String(zone.number),
  );
}

const deadFlat = (layer: SchemeLayer, last: SchemeLayer): SchemeLayer =>
  layer.id === last.id ? { ...layer, coats: FLAT_COATS } : layer;
