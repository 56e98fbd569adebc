import { layersOfSequence, type PaintSequence, sequenceOf } from "#core/paint/paintSequence";
import { shippedSequences } from "#core/paint/shippedSequences";
import type { Colour } from "#core/paint/scheme";
import { withSequence } from "#core/plan/colour/withSequence";
import type { Part } from "#core/scene/part";
import { layersOf } from "#core/scene/zone";
import { appDatabase } from "#data/db";
import { putRow } from "#data/scenes";
import { localNow } from "#app/clock";
import { keep } from "#app/jobs/keep";
import { answer, refuse, type SentForm, textOf } from "#app/readForm";
import { colourOf, freshId, noPart, type Said, zoneIn, zonesShown } from "./saidOfColour";

const gone = () =>
  refuse([{ code: "sequence/gone", path: ["sequence"], message: "That sequence is gone. Choose another." }]);

/** The layers of a part, or of one of its zones, under a name. */
export async function keepSequence(form: SentForm): Promise<Said> {
  const db = appDatabase();
  const part = await db.parts.get(textOf(form, "partId"));
  if (!part) return noPart();
  const scene = await db.scenes.get(part.sceneId);
  const zones = zonesShown(part, scene);
  const on = zoneIn(form);
  const layers = layersOf(on === null ? zones : zones.filter((z) => z.number === on));
  const name = textOf(form, "sequenceName");
  const no = (path: string, message: string) => refuse([{ code: "sequence/none", path: [path], message }]);
  if (name === "") return no("sequenceName", "Give the sequence a name, so that it is found again.");
  if (layers.length === 0) return no("sequenceName", "There are no layers here yet. Lay one first.");
  const same = (await db.sequences.toArray()).find((s) => s.name === name);
  const sequence = sequenceOf(same?.id ?? crypto.randomUUID(), name, layers, await namesOfColours());
  return answer(await putRow("sequences", sequence, `Keep the sequence ${name}`, localNow().at));
}

async function namesOfColours(): Promise<(colour: Colour) => string> {
  const db = appDatabase();
  const [recipes, paints] = await Promise.all([db.recipes.toArray(), db.paints.toArray()]);
  return ({ kind, id }) =>
    (kind === "recipe" ? recipes : paints).find((row) => row.id === id)?.name ?? "a colour that is gone";
}

export async function removeSequence(form: SentForm): Promise<Said> {
  return answer(await keep("Forget a sequence", [{ table: "sequences", remove: textOf(form, "sequence") }]));
}

/** A sequence by its id, kept or shipped. */
export const sequenceById = (id: string, kept: readonly PaintSequence[]): PaintSequence | undefined =>
  [...kept, ...shippedSequences].find((s) => s.id === id);

/** A sequence on a part or a zone of it, and on others, in the colours that were chosen. */
export async function laySequence(form: SentForm): Promise<Said> {
  const db = appDatabase();
  const sequence = sequenceById(textOf(form, "sequence"), await db.sequences.toArray());
  if (!sequence) return gone();
  const part = await db.parts.get(textOf(form, "partId"));
  if (!part) return noPart();
  const colours = sequence.slots.map((_, i) => colourOf(textOf(form, `slot${i}`)));
  const others = textOf(form, "alsoOn").split(" ").filter(Boolean);
  const isInstead = textOf(form, "instead") === "on";
  const laidOn = (id: string, zone: number | null) => ({
    table: "parts" as const,
    id,
    patch: (now: Part) => ({
      zones: withSequence(
        now.zones,
        layersOfSequence(sequence, colours, freshId),
        { zone, isInstead },
        freshId,
      ),
    }),
  });
  return answer(
    await keep(`Lay ${sequence.name} on ${others.length === 0 ? part.name : `${others.length + 1} parts`}`, [
      laidOn(part.id, zoneIn(form)),
      ...others.map((id) => laidOn(id, null)),
    ]),
  );
}
