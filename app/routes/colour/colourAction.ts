import type { Problem } from "#core/outcome";
import type { ProductId } from "#core/materials/products";
import type { Method } from "#core/paint/amount";
import { labOfHex } from "#core/paint/colour";
import type { Recipe } from "#core/paint/paint";
import type { SchemeLayer } from "#core/paint/scheme";
import { appDatabase } from "#data/db";
import { patchRow, putRow } from "#data/scenes";
import { withUsualPaint } from "#core/plan/parts/assumed";
import { type Part, printOf } from "#core/scene/part";
import type { Scene } from "#core/scene/scene";
import { localNow } from "#app/clock";
import { keep } from "#app/jobs/keep";
import { answer, fieldsOf, refuse, type SentForm, textOf } from "#app/readForm";
import { layerForm, mixForm, partFields } from "./forms";

/** The layers of a part as its table shows them: its own, or the usual ones where nobody said. */
const layersShown = (part: Part, scene: Scene | undefined): readonly SchemeLayer[] =>
  scene ? withUsualPaint(part, scene).scheme : part.scheme;

type Said = { readonly problems: readonly Problem[] } | ReturnType<typeof refuse>;

/** What the forms of the colour stage send: a mix; a layer laid, changed, moved or taken off; a scheme copied. */
export async function colourAction(form: SentForm): Promise<Said> {
  switch (textOf(form, "intent")) {
    case "recipe":
      return keepRecipe(form);
    case "layer":
      return keepLayer(form);
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
    case "usual-paint":
      return setUsualPaint(form);
  }
  return { problems: [] };
}

async function keepRecipe(form: SentForm): Promise<Said> {
  const fields = await fieldsOf(form, mixForm);
  if (!fields.ok) return refuse(fields.problems);
  const parts = partFields
    .map((name, i) => ({ paintId: textOf(form, `paint${i}`), parts: fields.value[name] }))
    .filter((p) => p.paintId !== "" && p.parts > 0);
  if (parts.length === 0)
    return refuse([
      { code: "recipe/empty", path: ["paint0"], message: "Choose at least one paint and give it parts." },
    ]);
  const target = textOf(form, "target") === "" ? null : labOfHex(textOf(form, "target"));
  const recipe: Recipe = {
    id: textOf(form, "id") || crypto.randomUUID(),
    name: textOf(form, "name"),
    parts,
    thinnerShare: fields.value.thinner / 100,
    target: target?.ok ? target.value : null,
  };
  return answer(await putRow("recipes", recipe, `Mix ${recipe.name}`, localNow().at));
}

/** `recipe:` or `paint:` and its id, as the choice sends it; null for the product alone. */
function colourOf(what: string): SchemeLayer["colour"] {
  const [, kind, id] = /^(recipe|paint):(.+)$/.exec(what) ?? [];
  return id === undefined ? null : { kind: kind as "recipe" | "paint", id };
}

/** A layer as it was typed: a new one on top, or in the place of the one that it changes. */
async function keepLayer(form: SentForm): Promise<Said> {
  const part = await appDatabase().parts.get(textOf(form, "partId"));
  if (!part) return refuse([{ code: "row/gone", path: [], message: "Choose a part first." }]);
  const scene = await appDatabase().scenes.get(part.sceneId);
  const changes = textOf(form, "layerId");
  const fields = await fieldsOf(form, layerForm);
  if (!fields.ok) return refuse(fields.problems);
  const { coats, coverage } = fields.value;
  const layer: SchemeLayer = {
    id: changes || crypto.randomUUID().slice(0, 8),
    kind: textOf(form, "kind") as SchemeLayer["kind"],
    product: textOf(form, "product") as ProductId,
    colour: colourOf(textOf(form, "what")),
    method: textOf(form, "method") as Method,
    coats,
    coverage: coverage / 100,
    sheen: textOf(form, "sheen") as SchemeLayer["sheen"],
  };
  return answer(
    await patchRow(
      "parts",
      part.id,
      (now) => {
        const scheme = layersShown(now, scene);
        return {
          scheme: scheme.some((l) => l.id === layer.id)
            ? scheme.map((l) => (l.id === layer.id ? layer : l))
            : [...scheme, layer],
        };
      },
      changes === "" ? `Add a layer to ${part.name}` : `Change a layer of ${part.name}`,
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
      (now) => ({ scheme: swapped(layersShown(now, scene), layerId, by) }),
      `Move a layer of ${part.name}`,
      localNow().at,
    ),
  );
}

function swapped(scheme: readonly SchemeLayer[], layerId: string, by: number): readonly SchemeLayer[] {
  const from = scheme.findIndex((l) => l.id === layerId);
  const to = from + by;
  if (from < 0 || to < 0 || to >= scheme.length) return scheme;
  return scheme.map((l, i) => (i === from ? scheme[to]! : i === to ? scheme[from]! : l));
}

/** The layers of one part on another, or on all that have none, in the place of what is there. */
async function copyScheme(form: SentForm): Promise<Said> {
  const { parts } = appDatabase();
  const part = await parts.get(textOf(form, "partId"));
  if (!part) return refuse([{ code: "row/gone", path: [], message: "Choose a part first." }]);
  const layers = layersShown(part, await appDatabase().scenes.get(part.sceneId));
  const to = textOf(form, "to");
  const others = (await parts.where("sceneId").equals(part.sceneId).toArray()).filter(
    (p) => p.id !== part.id && (to === "bare" ? p.scheme.length === 0 && !printOf(p).pieceOf : p.id === to),
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
        patch: () => ({
          scheme: layers.map((l) => ({ ...l, id: crypto.randomUUID().slice(0, 8) })),
        }),
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
    patch: (now: Part) => ({ scheme: layersShown(now, scene) }),
  }));
  return answer(await keep(label, changes));
}

async function leaveBare(form: SentForm): Promise<Said> {
  const part = await appDatabase().parts.get(textOf(form, "partId"));
  if (!part) return { problems: [] };
  const patch = { scheme: [], finish: { bare: true } };
  return answer(await patchRow("parts", part.id, patch, `Leave ${part.name} bare`, localNow().at));
}

async function setUsualPaint(form: SentForm): Promise<Said> {
  const usualPaint = textOf(form, "to") === "usual";
  const label = usualPaint ? "Plan what is unpainted the usual way" : "Leave what is unpainted bare";
  return answer(await patchRow("scenes", textOf(form, "sceneId"), { usualPaint }, label, localNow().at));
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
      (now) => {
        const scheme = layersShown(now, scene).filter((l) => l.id !== layerId);
        return { scheme, ...(scheme.length === 0 ? { finish: { bare: true } } : {}) };
      },
      `Take a layer off ${part.name}`,
      localNow().at,
    ),
  );
}
