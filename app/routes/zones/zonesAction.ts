import { failure, type Problem, refused } from "#core/outcome";
import {
  afterPrimer,
  freeNumber,
  meanings,
  type Meaning,
  MOST_ZONES,
  wholeZone,
  type Zone,
} from "#core/scene/zone";
import type { Part } from "#core/scene/part";
import { grades, resinColours } from "#core/surface/grades";
import type { SurfaceSchool } from "#core/surface/treatments";
import { appDatabase } from "#data/db";
import { patchRow } from "#data/scenes";
import { localNow } from "#app/clock";
import { answer, readForm, refuse, textOf } from "#app/readForm";

type Said = { readonly problems: readonly Problem[] } | ReturnType<typeof refuse>;

/** What the table of zones sends: a name, a meaning, a way of finishing, an area; a zone by name, or one taken away. */
export async function zonesAction({
  request,
  params,
}: {
  readonly request: Request;
  readonly params: { readonly partId?: string };
}): Promise<Said> {
  const form = await readForm(request);
  const part = await appDatabase().parts.get(params.partId ?? "");
  if (!part) return refuse([{ code: "row/gone", path: [], message: "This part was deleted meanwhile." }]);
  const number = Number(textOf(form, "zone"));
  const zone = part.zones.find((z) => z.number === number);
  const intent = textOf(form, "intent");
  const change = changeOf(intent, part, zone, (name) => textOf(form, name).trim());
  if (!change.ok) return refuse(change.problems);
  const zones = change.value;
  return answer(
    await patchRow("parts", part.id, { zones }, labelOf(intent, part, zone?.name), localNow().at),
  );
}

const labelOf = (intent: string, part: Part, zone = "a zone"): string =>
  intent === "add"
    ? `Add a zone to ${part.name}`
    : `${intent === "drop" ? "Take away" : "Change"} ${zone} of ${part.name}`;

/** The zones of a part after what was sent. */
export function changeOf(
  intent: string,
  { zones }: Pick<Part, "zones">,
  zone: Zone | undefined,
  field: (name: string) => string,
) {
  const ok = (value: readonly Zone[]) => ({ ok: true as const, value });
  const withZone = (patch: Partial<Zone>) =>
    ok(zones.map((z) => (z.number === zone!.number ? { ...z, ...patch } : z)));
  if (intent === "add") {
    if (zones.length >= MOST_ZONES)
      return refused("zone/many", `A part has at most ${MOST_ZONES} zones.`, ["name"]);
    const area = areaOf(field("area"));
    if (field("name") === "") return refused("zone/no-name", "Give the zone a name.", ["name"]);
    if (area === null) return refused("zone/no-area", "Say how large it is, in cm² on the bench.", ["area"]);
    const from = zones[0] ?? wholeZone;
    const number = freeNumber(zones.map((z) => z.number));
    return ok([...zones, { ...from, number, name: field("name").slice(0, 120), areaCm2: area }]);
  }
  if (!zone) return failure({ code: "zone/gone", path: [], message: "This zone was taken away meanwhile." });
  switch (intent) {
    case "name":
      return field("name") === ""
        ? refused("zone/no-name", "Give the zone a name.", ["name"])
        : withZone({ name: field("name").slice(0, 120) });
    case "meaning":
      return withZone({
        meaning: (meanings as readonly string[]).includes(field("meaning"))
          ? (field("meaning") as Meaning)
          : null,
      });
    case "after":
      return ok(zones.map((z) => (z.number === zone.number ? seenAfter(z, field("after")) : z)));
    case "school":
      return withZone({ school: field("school") === "" ? null : (field("school") as SurfaceSchool) });
    case "grade":
      return ok(zones.map((z) => (z.number === zone.number ? graded(z, field("grade")) : z)));
    case "resin": {
      const resin = resinColours.find((c) => c === field("resin"));
      return withZone(resin ? { resin } : {});
    }
    case "area": {
      const area = areaOf(field("area"));
      return area === null
        ? refused("zone/no-area", "Say how large it is, in cm² on the bench.", ["area"])
        : withZone({ areaCm2: area });
    }
    case "drop":
      return ok(zones.length > 1 ? zones.filter((z) => z.number !== zone.number) : zones);
  }
  return ok(zones);
}

/** A zone with what was seen after its primer; forgotten where nothing is said. */
function seenAfter({ after: _, ...zone }: Zone, said: string): Zone {
  const after = afterPrimer.find((a) => a === said);
  return after ? { ...zone, after } : zone;
}

/** A zone with how well it is finished; left to what covers it where nothing is said. */
function graded({ grade: _, ...zone }: Zone, said: string): Zone {
  const grade = grades.find((g) => g === said);
  return grade ? { ...zone, grade } : zone;
}

function areaOf(text: string): number | null {
  const cm2 = Number(text.replace(",", "."));
  return text !== "" && Number.isFinite(cm2) && cm2 >= 0 && cm2 <= 1e6 ? cm2 : null;
}
