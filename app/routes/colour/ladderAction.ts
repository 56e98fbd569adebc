import { climbed, type Climb, ladderLayers, RUNGS } from "#core/paint/ladder";
import type { SchemeLayer } from "#core/paint/scheme";
import { painted, withLayer, type Zone } from "#core/scene/zone";
import { appDatabase } from "#data/db";
import { patchRow } from "#data/scenes";
import { localNow } from "#app/clock";
import { answer, type SentForm, textOf } from "#app/readForm";
import { colourOf, freshId, noPart, type Said, zoneIn, zonesBegun } from "./saidOfColour";

/** Rungs from dark to light on top of what is there, in one; each zone from its own start where that is said. */
export async function layLadder(form: SentForm): Promise<Said> {
  const part = await appDatabase().parts.get(textOf(form, "partId"));
  if (!part) return noPart();
  const scene = await appDatabase().scenes.get(part.sceneId);
  const count = Math.max(RUNGS.least, Math.min(RUNGS.most, Number(textOf(form, "rungs")) || RUNGS.most));
  const colours = Array.from({ length: count }, (_, i) => colourOf(textOf(form, `rung${i}`)));
  const rungs = ladderLayers(colours, freshId);
  const isBase = textOf(form, "asBase") === "on";
  const on = zoneIn(form);
  const climbs = (on === null ? painted(part.zones) : part.zones.filter((z) => z.number === on)).map(
    ({ number }) => climbOf(form, number, count),
  );
  const laid = climbed(rungs, climbs, isBase, freshId);
  return answer(
    await patchRow(
      "parts",
      part.id,
      (now) => ({ zones: withClimbs(zonesBegun(now, scene, form), rungs, laid, climbs, isBase, on) }),
      `Lay a ladder of ${count} on ${part.name}`,
      localNow().at,
    ),
  );
}

/** Where a zone starts; at the first rung, and up to the last, where nothing is said. */
function climbOf(form: SentForm, zone: number, count: number): Climb {
  const said = (name: string, usual: number) => {
    const text = textOf(form, `${name}${zone}`);
    return text === "" ? usual : Number(text);
  };
  return { zone, start: said("start", 1), climbs: said("climbs", count - 1) };
}

/** All zones that are painted alike get the ladder as it is; zones with starts of their own get theirs. */
function withClimbs(
  zones: readonly Zone[],
  rungs: readonly SchemeLayer[],
  laid: ReadonlyMap<number, readonly SchemeLayer[]>,
  climbs: readonly Climb[],
  isBase: boolean,
  on: number | null,
): readonly Zone[] {
  const isPlain = !isBase && climbs.every((c) => c.start === 1 && c.climbs === rungs.length - 1);
  if (isPlain) return rungs.reduce((now, rung) => withLayer(now, rung, on, freshId()), zones);
  return zones.map((z) => ({ ...z, scheme: [...z.scheme, ...(laid.get(z.number) ?? [])] }));
}
