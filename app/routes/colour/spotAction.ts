import type { OrderChange } from "#core/order/change";
import { labOfHex } from "#core/paint/colour";
import type { ColourSpot, Part } from "#core/scene/part";
import type { Scene } from "#core/scene/scene";
import { appDatabase } from "#data/db";
import { patchRow } from "#data/scenes";
import { localNow } from "#app/clock";
import { answer, refuse, type SentForm, textOf } from "#app/readForm";
import { freshId, noPart, type Said } from "./saidOfColour";

/** A small place with a colour of its own, so that it is not lost; ticked; or taken off the list. */
export async function keepSpot(form: SentForm): Promise<Said> {
  const part = await appDatabase().parts.get(textOf(form, "partId"));
  if (!part) return noPart();
  const { at } = localNow();
  const spotId = textOf(form, "spotId");
  const set = (label: string, next: (spots: readonly ColourSpot[]) => readonly ColourSpot[]) =>
    patchRow("parts", part.id, (now: Part) => ({ spots: next(now.spots ?? []) }), label, at);
  switch (textOf(form, "intent")) {
    case "spot-done":
      return answer(
        await set(`Tick a spot of ${part.name}`, (spots) =>
          spots.map((s) => (s.id === spotId ? { ...s, done: !s.done } : s)),
        ),
      );
    case "spot-remove":
      return answer(
        await set(`Take a spot of ${part.name} off the list`, (spots) =>
          spots.filter((s) => s.id !== spotId),
        ),
      );
  }
  const lab = labOfHex(textOf(form, "spotHex"));
  if (!lab.ok) return refuse(lab.problems.map((p) => ({ ...p, path: ["spotHex"] })));
  const name = textOf(form, "spotName");
  if (name === "")
    return refuse([
      { code: "spot/name", path: ["spotName"], message: "Say what it is: a patch, a lining, a tear." },
    ]);
  const spot = { id: freshId(), name, lab: lab.value, done: false };
  return answer(await set(`A spot of ${part.name}`, (spots) => [...spots, spot]));
}

/** What takes a layer back where it came out too strong, put into the order. */
export async function putBack(form: SentForm): Promise<Said> {
  const change = JSON.parse(textOf(form, "change")) as OrderChange;
  const patch = ({ orderChanges }: Scene) => ({
    orderChanges: [...orderChanges, { ruleId: null, note: "Too strong on the photo", change }],
  });
  return answer(await patchRow("scenes", textOf(form, "sceneId"), patch, "Take a layer back", localNow().at));
}
