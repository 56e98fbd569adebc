import type { Problem } from "#core/outcome";
import type { Look } from "#core/scene/look";
import type { Part } from "#core/scene/part";
import { type Pin, pinCauses, pinFinds, pinStates } from "#core/scene/pin";
import { afterPrimer } from "#core/scene/zone";
import { pinAnswers } from "#core/surface/pinAnswers";
import { appDatabase } from "#data/db";
import { type Change, write } from "#data/journal";
import { patchRow } from "#data/scenes";
import { localNow } from "#app/clock";
import { answer, numberOf, readForm, refuse, type SentForm, textOf } from "#app/readForm";

type Said = { readonly problems: readonly Problem[] } | ReturnType<typeof refuse>;
type Sent = { readonly request: Request; readonly params: { readonly partId?: string } };

/** What the look sends: a pin that is set, changed or taken out; what was seen of a zone; a look that is forgotten. */
export async function lookAction({ request, params }: Sent): Promise<Said> {
  const form = await readForm(request);
  const part = await appDatabase().parts.get(params.partId ?? "");
  if (!part) return refuse([{ code: "row/gone", path: [], message: "This part was deleted meanwhile." }]);
  const { at } = localNow();
  const id = textOf(form, "id");
  switch (textOf(form, "intent")) {
    case "pin":
      return setPin(form, part, at);
    case "pin-change":
      return answer(await patchRow("pins", id, pinPatch(form), `Change a pin on ${part.name}`, at));
    case "pin-remove":
      return answer(await write(`Take a pin out of ${part.name}`, [{ table: "pins", remove: id }], at));
    case "seen":
      return seen(form, part, at);
    case "forget":
      return answer(await write("Forget what was seen", [{ table: "looks", remove: id }], at));
  }
  return { problems: [] };
}

const oneOf = <T extends string>(all: readonly T[], text: string, usual: T): T =>
  all.find((v) => v === text) ?? usual;

async function setPin(form: SentForm, part: Part, at: string): Promise<Said> {
  const sizes = {
    widthMm: numberOf(form, "widthMm"),
    depthMm: numberOf(form, "depthMm"),
    lengthMm: numberOf(form, "lengthMm"),
    areaCm2: numberOf(form, "areaCm2"),
  };
  const wrong = Object.values(sizes).flatMap((s) => (s.ok ? [] : s.problems));
  if (wrong.length > 0) return refuse(wrong);
  const value = (key: keyof typeof sizes) => (sizes[key].ok ? sizes[key].value : null);
  const place = textOf(form, "at").split(",").map(Number);
  const pin: Pin = {
    ...{ id: crypto.randomUUID(), sceneId: part.sceneId, partId: part.id, setAt: at },
    zone: textOf(form, "zone") === "" ? null : Number(textOf(form, "zone")),
    at: place.length === 3 && place.every(Number.isFinite) ? [place[0]!, place[1]!, place[2]!] : null,
    cause: oneOf(pinCauses, textOf(form, "cause"), "gap"),
    find: oneOf(pinFinds, textOf(form, "find"), "by eye"),
    ...{ widthMm: value("widthMm"), depthMm: value("depthMm"), lengthMm: value("lengthMm") },
    areaCm2: value("areaCm2"),
    textured: textOf(form, "textured") === "on",
    sandable: textOf(form, "sandable") === "on",
    wanted: textOf(form, "wanted") === "on",
    ...{ answer: null, state: "open", note: textOf(form, "note").slice(0, 400) },
  };
  return answer(await write(`Set a pin on ${part.name}`, [{ table: "pins", put: pin }], at));
}

/** What of a pin is changed: its state, its answer, whether it is wanted. */
function pinPatch(form: SentForm): Partial<Pin> {
  const talc = numberOf(form, "talcParts");
  const [state, repair, wanted] = [textOf(form, "state"), textOf(form, "answer"), textOf(form, "wanted")];
  return {
    ...(state === "" ? {} : { state: oneOf(pinStates, state, "open") }),
    ...(repair === "" ? {} : { answer: pinAnswers.find((a) => a === repair) ?? null }),
    ...(talc.ok && talc.value ? { talcParts: talc.value } : {}),
    ...(wanted === "" ? {} : { wanted: wanted === "yes" }),
  };
}

function stripesOf(form: SentForm): Pick<Look, "stripes"> {
  const typed = numberOf(form, "stripes");
  return typed.ok && typed.value !== null ? { stripes: Math.min(1, typed.value) } : {};
}

/** What was seen of a zone's layers: kept for what comes after, and beside what had been foreseen. */
async function seen(form: SentForm, part: Part, at: string): Promise<Said> {
  const number = Number(textOf(form, "zone"));
  const said = afterPrimer.find((a) => a === textOf(form, "seen"));
  if (!said) return { problems: [] };
  const foreseen = JSON.parse(textOf(form, "foreseen")) as Omit<Look, "id" | "at" | "seen" | "picture">;
  const picture = textOf(form, "picture");
  const look: Look = {
    ...foreseen,
    ...{ id: crypto.randomUUID(), at, seen: said, picture: picture === "" ? null : picture },
    ...stripesOf(form),
  };
  const changes: readonly Change[] = [
    { table: "looks", put: look },
    {
      table: "parts",
      id: part.id,
      patch: ({ zones }: Part) => ({
        zones: zones.map((z) => (z.number === number ? { ...z, after: said } : z)),
      }),
    },
  ];
  return answer(await write(`What was seen of ${part.name}`, changes, at));
}
