import type { ProductId } from "#core/materials/products";
import type { Method } from "#core/paint/amount";
import type { LabD65 } from "#core/paint/lab";
import { finishEffects, type SchemeLayer } from "#core/paint/scheme";
import { appDatabase } from "#data/db";
import { patchRow } from "#data/scenes";
import { type Part, printOf, schemeOf } from "#core/scene/part";
import { layersOf, withLayer, withLayerMoved, withoutLayer } from "#core/scene/zone";
import { localNow } from "#app/clock";
import { keep } from "#app/jobs/keep";
import { answer, fieldsOf, refuse, type SentForm, textOf } from "#app/readForm";
import { copiesSaid, handSaid, isUnfound, runsSaid } from "./layerAsks";
import { layLadder } from "./ladderAction";
import { colourOf, freshId, noPart, type Said, zoneIn, zonesBegun, zonesShown } from "./saidOfColour";
import {
  keepBatch,
  keepCup,
  keepMixSwatch,
  keepPictureMixes,
  keepRecipe,
  keepTones,
  removeBatch,
} from "./recipeAction";
import { keepSaid } from "./saidAction";
import { keepSpot, putBack } from "./spotAction";
import { keepSequence, laySequence, removeSequence } from "./sequenceAction";
import { layerForm } from "./forms";

/** What the forms of the colour stage send: a mix; a layer laid, changed, moved or taken off; a scheme copied. */
export async function colourAction(form: SentForm): Promise<Said> {
  switch (textOf(form, "intent")) {
    case "recipe":
      return keepRecipe(form);
    case "cup":
    case "variant":
      return keepCup(form);
    case "batch":
      return keepBatch(form);
    case "remove-batch":
      return removeBatch(form);
    case "mix-swatch":
    case "swatch-variant":
      return keepMixSwatch(form);
    case "spot":
    case "spot-done":
    case "spot-remove":
      return keepSpot(form);
    case "put-back":
      return putBack(form);
    case "tones":
      return keepTones(form);
    case "layer":
      return keepLayer(form);
    case "layer-share":
      return setShare(form);
    case "layer-coats":
      return setCoats(form);
    case "ladder":
      return layLadder(form);
    case "keep-sequence":
      return keepSequence(form);
    case "lay-sequence":
      return laySequence(form);
    case "remove-sequence":
      return removeSequence(form);
    case "move-layer":
      return moveLayer(form);
    case "copy-scheme":
      return copyScheme(form);
    case "remove-layer":
      return removeLayer(form);
    case "take-usual":
      return takeUsual(form);
    case "leave-bare":
      return leaveBare(form);
    case "picture-mixes":
      return keepPictureMixes(form);
    case "zone-wanted":
      return tieZone(form);
    case "accent":
      return nameAccent(form);
    case "masks":
    case "zone-sheen":
      return keepSaid(form);
    case "usual-paint":
      return setUsualPaint(form);
  }
  return { problems: [] };
}

/** A layer as it was typed: a new one on top, or in the place of the one that it changes. */
async function keepLayer(form: SentForm): Promise<Said> {
  const part = await appDatabase().parts.get(textOf(form, "partId"));
  if (!part) return noPart();
  const scene = await appDatabase().scenes.get(part.sceneId);
  const changes = textOf(form, "layerId");
  const fields = await fieldsOf(form, layerForm);
  if (!fields.ok) return refuse(fields.problems);
  const { coats, coverage, mostShare } = fields.value;
  if (isUnfound(form)) return refuse([unfound]);
  const kind = textOf(form, "kind") as SchemeLayer["kind"];
  const layer: SchemeLayer = {
    id: changes || freshId(),
    kind,
    product: textOf(form, "product") as ProductId,
    colour: colourOf(textOf(form, "what")),
    method: textOf(form, "method") as Method,
    coats,
    coverage: coverage / 100,
    sheen: textOf(form, "sheen") as SchemeLayer["sheen"],
    ...effectOf(textOf(form, "effect")),
    ...handSaid(form, kind, mostShare),
    ...copiesSaid(form, fields.value),
  };
  return answer(
    await patchRow(
      "parts",
      part.id,
      (now) => ({ zones: withLayer(zonesBegun(now, scene, form), layer, zoneIn(form), freshId()) }),
      changes === "" ? `Add a layer to ${part.name}` : `Change a layer of ${part.name}`,
      localNow().at,
    ),
  );
}

const unfound = {
  code: "layer/unfound",
  path: ["coverage"],
  message: "Its place is not found on the mesh yet: wait for its share, or type how much of it instead.",
};

const effectOf = (said: string): Pick<SchemeLayer, "effect"> => {
  const effect = finishEffects.find((e) => e === said);
  return effect ? { effect } : {};
};

/** How many coats a layer takes, in every zone that has it or in one. */
async function setCoats(form: SentForm): Promise<Said> {
  const coats = Number(textOf(form, "coats"));
  if (!(coats >= 1)) return { problems: [] };
  return changeLayer(form, { coats }, `Lay ${coats === 1 ? "one coat" : `${coats} coats`} on`);
}

/** How much of its zones a layer covers. */
async function setShare(form: SentForm): Promise<Said> {
  const percent = Number(textOf(form, "coverage"));
  if (!(percent > 0 && percent <= 100)) return { problems: [] };
  const runs = textOf(form, "runCount") === "" ? {} : { runs: runsSaid(form) };
  return changeLayer(form, { coverage: percent / 100, ...runs }, `Cover ${percent} % of`);
}

/** Some of a layer, in every zone that has it or in one. @param label what is done, before the name of the part */
async function changeLayer(form: SentForm, change: Partial<SchemeLayer>, label: string): Promise<Said> {
  const layerId = textOf(form, "layerId");
  const part = await appDatabase().parts.get(textOf(form, "partId"));
  if (!part) return noPart();
  const scene = await appDatabase().scenes.get(part.sceneId);
  const layer = zonesShown(part, scene)
    .filter((z) => zoneIn(form) === null || z.number === zoneIn(form))
    .flatMap((z) => z.scheme)
    .find((l) => l.id === layerId);
  if (!layer) return { problems: [] };
  return answer(
    await patchRow(
      "parts",
      part.id,
      (now) => ({
        zones: withLayer(zonesShown(now, scene), { ...layer, ...change }, zoneIn(form), freshId()),
      }),
      `${label} ${part.name}`,
      localNow().at,
    ),
  );
}

/** One layer goes over or under its neighbour. */
async function moveLayer(form: SentForm): Promise<Said> {
  const part = await appDatabase().parts.get(textOf(form, "partId"));
  if (!part) return { problems: [] };
  const scene = await appDatabase().scenes.get(part.sceneId);
  const layerId = textOf(form, "layerId");
  const by = textOf(form, "by") === "up" ? -1 : 1;
  return answer(
    await patchRow(
      "parts",
      part.id,
      (now) => ({ zones: withLayerMoved(zonesShown(now, scene), layerId, by) }),
      `Move a layer of ${part.name}`,
      localNow().at,
    ),
  );
}

/** The layers of one part on another, or on all that have none, in the place of what is there. */
async function copyScheme(form: SentForm): Promise<Said> {
  const { parts } = appDatabase();
  const part = await parts.get(textOf(form, "partId"));
  if (!part) return noPart();
  const layers = layersOf(zonesShown(part, await appDatabase().scenes.get(part.sceneId)));
  const to = textOf(form, "to");
  const others = (await parts.where("sceneId").equals(part.sceneId).toArray()).filter(
    (p) =>
      p.id !== part.id && (to === "bare" ? schemeOf(p).length === 0 && !printOf(p).pieceOf : p.id === to),
  );
  if (others.length === 0)
    return refuse([
      {
        code: "scheme/nowhere",
        path: ["to"],
        message: "Every other part has layers of its own. Choose one.",
      },
    ]);
  return answer(
    await keep(
      `Paint ${others.length === 1 ? others[0]!.name : `${others.length} parts`} like ${part.name}`,
      others.map((p) => ({
        table: "parts" as const,
        id: p.id,
        patch: () => ({ scheme: layers.map((l) => ({ ...l, id: freshId() })) }),
      })),
    ),
  );
}

/** Makes the usual paint of parts the builder's own. */
async function takeUsual(form: SentForm): Promise<Said> {
  const scene = await appDatabase().scenes.get(textOf(form, "sceneId"));
  const ids = textOf(form, "ids").split(" ").filter(Boolean);
  const label = ids.length === 1 ? "Take the usual paint" : `Take the usual paint for ${ids.length} parts`;
  const changes = ids.map((id) => ({
    table: "parts" as const,
    id,
    patch: (now: Part) => ({ zones: zonesShown(now, scene) }),
  }));
  return answer(await keep(label, changes));
}

async function leaveBare(form: SentForm): Promise<Said> {
  const part = await appDatabase().parts.get(textOf(form, "partId"));
  if (!part) return { problems: [] };
  const patch = { scheme: [], meaning: "bare" } as const;
  return answer(await patchRow("parts", part.id, patch, `Leave ${part.name} bare`, localNow().at));
}

async function setUsualPaint(form: SentForm): Promise<Said> {
  const usualPaint = textOf(form, "to") === "usual";
  const label = usualPaint ? "Plan what is unpainted the usual way" : "Leave what is unpainted bare";
  return answer(await patchRow("scenes", textOf(form, "sceneId"), { usualPaint }, label, localNow().at));
}

/** The colour of a picture that a zone is to have. */
async function tieZone(form: SentForm): Promise<Said> {
  const part = await appDatabase().parts.get(textOf(form, "partId"));
  if (!part) return { problems: [] };
  const on = zoneIn(form);
  const wanted = JSON.parse(textOf(form, "lab")) as LabD65;
  const patch = (now: Part) => ({ zones: now.zones.map((z) => (z.number === on ? { ...z, wanted } : z)) });
  return answer(await patchRow("parts", part.id, patch, `Tie a colour to ${part.name}`, localNow().at));
}

/** The one colour that may stand out, or none. */
async function nameAccent(form: SentForm): Promise<Said> {
  const accent = colourOf(textOf(form, "what"));
  const label = accent ? "Name the accent" : "No colour stands out";
  return answer(await patchRow("scenes", textOf(form, "sceneId"), { accent }, label, localNow().at));
}

async function removeLayer(form: SentForm): Promise<Said> {
  const part = await appDatabase().parts.get(textOf(form, "partId"));
  if (!part) return { problems: [] };
  const scene = await appDatabase().scenes.get(part.sceneId);
  const layerId = textOf(form, "layerId");
  return answer(
    await patchRow(
      "parts",
      part.id,
      (now) => ({ zones: withoutLayer(zonesShown(now, scene), layerId, zoneIn(form)) }),
      `Take a layer off ${part.name}`,
      localNow().at,
    ),
  );
}
