import { productName } from "#core/materials/products";
import { laidFilmMm } from "#core/paint/laidFilm";
import type { Shelf } from "#core/paint/layerBody";
import type { SchemeLayer } from "#core/paint/scheme";
import type { Finding } from "#core/plan/finding";
import { partFinding } from "#core/plan/parts/partFinding";
import type { PartPlan, ZonePlan } from "#core/plan/parts/partPlan";
import { placeName } from "#core/scene/zone";

/** So much film softens fine relief (default). */
const FINE_LIMIT_MM = 0.12;
/** Relief up to this is fine (default). */
const FINE_MM = 0.5;
/** Of the narrowest groove a film may take so much of each side (default). */
const OF_GROOVE = 1 / 4;

/** How much film a zone bears, mm, and why; null where its relief is not known or none is fine. */
export function filmLimit(
  { measure }: Pick<ZonePlan, "measure">,
  factor: number,
): { readonly mm: number; readonly because: string } | null {
  const reliefMm = measure?.relief ? measure.relief.depth * factor : null;
  const grooveMm = measure?.narrowest ? measure.narrowest.width * factor : null;
  const fine =
    reliefMm !== null && reliefMm <= FINE_MM ? [{ mm: FINE_LIMIT_MM, because: "on fine relief" }] : [];
  const groove =
    grooveMm === null
      ? []
      : [{ mm: grooveMm * OF_GROOVE, because: `beside a groove of ${grooveMm.toFixed(2)} mm` }];
  return [...fine, ...groove].sort((a, b) => a.mm - b.mm)[0] ?? null;
}

/** The coat that passes a limit of film, which coat of its layer it is, and the film with it, mm. */
export function coatOver(
  scheme: readonly SchemeLayer[],
  limitMm: number,
  shelf: Shelf,
): { readonly layer: SchemeLayer; readonly number: number; readonly filmMm: number } | null {
  let filmMm = 0;
  for (const layer of scheme)
    for (let number = 1; number <= layer.coats; number++) {
      filmMm += laidFilmMm(layer, shelf) * layer.coverage;
      if (filmMm > limitMm + 1e-9) return { layer, number, filmMm };
    }
  return null;
}

/** Schemes that lay more film than their zone bears: the coat that does it is named before it is laid. */
export const filmFindings = (parts: readonly PartPlan[], shelf: Shelf): Finding[] =>
  parts
    .filter((p) => !p.held && !p.paintAssumed)
    .flatMap((p) => p.zones.flatMap((z) => tooMuch(p, z, shelf) ?? []));

function tooMuch({ part, rescale }: PartPlan, z: ZonePlan, shelf: Shelf): Finding | null {
  const limit = filmLimit(z, rescale.factor);
  const over = limit && coatOver(z.zone.scheme, limit.mm, shelf);
  if (!over) return null;
  const um = (mm: number) => `${Math.round(mm * 1000)} µm`;
  const which =
    over.layer.coats > 1 ? `coat ${over.number} of the ${over.layer.kind}` : `the ${over.layer.kind}`;
  return partFinding(
    part,
    "weakens",
    "colour",
    "film-thick",
    `${placeName(part, z.zone)}: ${which} (${productName(over.layer.product)}) brings the films to ${um(over.filmMm)}; ` +
      `${um(limit.mm)} is what it bears ${limit.because}. Let it cure, take a thinner product, or leave it.`,
    [],
    String(z.zone.number),
  );
}
