import { maskKinds, maskOrders, usualMasking } from "#core/materials/masking";
import type { Part } from "#core/scene/part";
import { sheenTargets, type Zone } from "#core/scene/zone";
import { localNow } from "#app/clock";
import { answer, type SentForm, textOf } from "#app/readForm";
import { appDatabase } from "#data/db";
import { patchRow } from "#data/scenes";
import { type Said, zoneIn } from "./saidOfColour";

/** What is said of a part's colours as a whole: how it is to end, how they are kept apart. */
export const keepSaid = (form: SentForm): Promise<Said> =>
  textOf(form, "intent") === "masks" ? setMasks(form) : setSheen(form);

/** In which order the zones of a part are painted, and with what they are masked. */
async function setMasks(form: SentForm): Promise<Said> {
  const masks = {
    order: maskOrders.find((o) => o === textOf(form, "order")) ?? usualMasking.order,
    kind: maskKinds.find((k) => k === textOf(form, "kind")) ?? usualMasking.kind,
  };
  const label = "Say how its colours are kept apart";
  return answer(await patchRow("parts", textOf(form, "partId"), { finish: { masks } }, label, localNow().at));
}

/** How a zone is to end; as its material does where nothing is said. */
async function setSheen(form: SentForm): Promise<Said> {
  const part = await appDatabase().parts.get(textOf(form, "partId"));
  if (!part) return { problems: [] };
  const on = zoneIn(form);
  const sheen = sheenTargets.find((t) => t === textOf(form, "sheen"));
  const ending = (zone: Zone): Zone => {
    const { sheen: _, ...others } = zone;
    return sheen ? { ...others, sheen } : others;
  };
  const patch = (now: Part) => ({
    zones: now.zones.map((z) => (on === null || z.number === on ? ending(z) : z)),
  });
  return answer(await patchRow("parts", part.id, patch, `Say how ${part.name} ends`, localNow().at));
}
