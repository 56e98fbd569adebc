import type { ZonePlan } from "#core/plan/parts/partPlan";
import { schemeFilmMm } from "#core/paint/schemeFilm";
import type { Finding } from "#core/plan/finding";
import { found, type PartDraft, partFinding, partMend } from "#core/plan/parts/partFinding";
import type { PartScene } from "#core/plan/parts/partSurroundings";
import { zoneContacts } from "#core/plan/parts/zoneContacts";
import { zoneWords } from "#core/plan/parts/zoneWords";
import { sightLimits } from "#core/scale/limits";
import { wishId } from "#core/scene/ledger";
import { printOf, schemeOf } from "#core/scene/part";
import { isSeen, staysBare, type Zone } from "#core/scene/zone";

/** What of a part's zones is left open, comes out too shallow, or is touched where it should not be. */
export const zoneFindings = (draft: PartDraft, scene: PartScene): Finding[] =>
  printOf(draft.part).pieceOf || draft.part.tool
    ? []
    : found(
        uncovered(draft),
        ...draft.zones.map((z) => tooShallow(draft, z, scene)),
        touchedFaces(draft),
        ...draft.part.zones.map((z) => handled(draft.part, z)),
      );

/** Zones that nobody paints and nobody leaves bare, beside others that are painted. */
function uncovered({ part }: PartDraft): Finding | null {
  if (part.zones.length < 2 || schemeOf(part).length === 0 || printOf(part).clear) return null;
  const open = part.zones.filter((z) => z.scheme.length === 0 && !staysBare(z));
  if (open.length === 0) return null;
  const bare = part.zones.map((z) => (open.includes(z) ? { ...z, meaning: "bare" as const } : z));
  return partFinding(
    part,
    "missing",
    "colour",
    "zone-unpainted",
    zoneWords.unpainted(
      part.name,
      open.map((z) => z.name),
    ),
    [partMend(part, "Leave them bare", { zones: bare })],
  );
}

/** A groove is one and a half layers deep to be one, what stands out one layer (common practice). */
const LAYERS = { sunken: 1.5, raised: 1 } as const;

/** How deep the relief of a zone has to be, mm: by its layers, the films that level it out, and the eye. */
export function reliefNeeded(
  layerMm: number,
  filmMm: number,
  sunken: boolean,
  viewingDistanceMm: number,
): number {
  const made = (sunken ? LAYERS.sunken : LAYERS.raised) * layerMm + filmMm;
  return Math.max(made, sightLimits(viewingDistanceMm).lineMm);
}

/** Wishes stand after the lines that were written by hand. */
const WISHES_LAST = 1e6;

/** Relief that layers and films swallow. */
function tooShallow({ part, finish, rescale }: PartDraft, z: ZonePlan, scene: PartScene): Finding | null {
  const relief = z.measure?.relief;
  if (!relief || !finish || !isSeen(z.zone)) return null;
  const depthMm = relief.depth * rescale.factor;
  const filmMm = schemeFilmMm(z.zone.scheme);
  const { layerMm } = finish.printer;
  const needed = reliefNeeded(layerMm, filmMm, relief.sunken, scene.viewingDistanceMm);
  if (depthMm >= needed * 0.99) return null;
  const text = zoneWords.shallow(part.name, z.zone.name, {
    depthMm,
    needed,
    layerMm,
    filmMm,
    sunken: relief.sunken,
  });
  const id = wishId(part.id, z.zone.number);
  const put = {
    ...{ id, sceneId: part.sceneId, along: "height" as const, position: WISHES_LAST },
    name: `${relief.sunken ? "grooves" : "raised marks"} of ${part.name}, ${z.zone.name}, deep`.slice(0, 120),
    realMm: needed * scene.denominator,
  };
  return scene.wishes?.includes(id)
    ? null
    : partFinding(
        part,
        "weakens",
        "parts",
        "relief-shallow",
        text,
        [{ label: "Keep it as a wish", edit: { table: "ledger", id, put } }],
        String(z.zone.number),
      );
}

/** Where hands go, powder comes off and what is not sealed wears through. */
function handled(part: PartDraft["part"], zone: Zone): Finding | null {
  if (zone.meaning !== "touched" || zone.scheme.length === 0) return null;
  const sealed = zone.scheme.findLastIndex((l) => l.kind === "varnish");
  const powder = zone.scheme.findLastIndex((l) => l.kind === "pigment");
  if (sealed >= 0 && powder < sealed) return null;
  const isDusted = powder > sealed;
  const zones = part.zones.map((z) =>
    z.number === zone.number ? { ...z, scheme: z.scheme.filter((l) => l.kind !== "pigment") } : z,
  );
  return partFinding(
    part,
    "weakens",
    "colour",
    "touched-unsealed",
    zoneWords.touched(part.name, zone.name, isDusted),
    isDusted && sealed >= 0 ? [partMend(part, "Leave the powder off there", { zones })] : [],
    String(zone.number),
  );
}

/** Supports on faces that mate: each is filed before it fits. */
function touchedFaces(draft: PartDraft): Finding | null {
  const mating = draft.zones.filter((z) => z.zone.meaning === "mating");
  if (mating.length === 0) return null;
  const contacts = zoneContacts(draft);
  const touched = mating.flatMap(({ zone }) => {
    const on = contacts.get(zone.number);
    return on && on.contacts > 0 ? [{ name: zone.name, ...on }] : [];
  });
  if (touched.length === 0) return null;
  const { part } = draft;
  return partFinding(
    part,
    "weakens",
    "plates",
    "mating-contacts",
    zoneWords.matingTouched(part.name, touched),
  );
}
