import type { Problem } from "#core/outcome";
import type { ProductId } from "#core/materials/products";
import type { Method } from "#core/paint/amount";
import { labOfHex } from "#core/paint/colour";
import { variantName } from "#core/paint/cup";
import { ladderLayers, RUNGS } from "#core/paint/ladder";
import type { LabD65 } from "#core/paint/lab";
import type { Recipe } from "#core/paint/paint";
import { finishEffects, type SchemeLayer } from "#core/paint/scheme";
import { appDatabase } from "#data/db";
import { write } from "#data/journal";
import { patchRow, putRow } from "#data/scenes";
import { withUsualPaint } from "#core/plan/parts/assumed";
import { type Part, printOf, schemeOf } from "#core/scene/part";
import { layersOf, sheenTargets, withLayer, withLayerMoved, withoutLayer, type Zone } from "#core/scene/zone";
import type { Scene } from "#core/scene/scene";
import { localNow } from "#app/clock";
import { keep } from "#app/jobs/keep";
import { answer, fieldsOf, refuse, type SentForm, textOf } from "#app/readForm";
import { handSaid } from "./layerAsks";
import { layerForm, mixForm, partFields, tonesForm } from "./forms";
import { MOST_POTS, toneRecipes } from "./toneLadder";

/** The zones of a part as its table shows them: with its own layers, or the usual ones where nobody said. */
const zonesShown = (part: Part, scene: Scene | undefined): readonly Zone[] =>
  scene ? withUsualPaint(part, scene).zones : part.zones;

/** The same, or bare where the form begins without the layers that were assumed. */
const zonesBegun = (part: Part, scene: Scene | undefined, form: SentForm): readonly Zone[] =>
  textOf(form, "afresh") === "on" && schemeOf(part).length === 0 ? part.zones : zonesShown(part, scene);

const freshId = () => crypto.randomUUID().slice(0, 8);
/** The zone that a form is about; null for all of the part. */
const zoneIn = (form: SentForm): number | null =>
  textOf(form, "zone") === "" ? null : Number(textOf(form, "zone"));

type Said = { readonly problems: readonly Problem[] } | ReturnType<typeof refuse>;

/** What the forms of the colour stage send: a mix; a layer laid, changed, moved or taken off; a scheme copied. */
export async function colourAction(form: SentForm): Promise<Said> {
  switch (textOf(form, "intent")) {
    case "recipe":
      return keepRecipe(form);
    case "cup":
    case "variant":
      return keepCup(form);
    case "tones":
      return keepTones(form);
    case "layer":
      return keepLayer(form);
    case "layer-coats":
      return setCoats(form);
    case "ladder":
      return layLadder(form);
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
    case "zone-sheen":
      return setSheen(form);
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

/** What was mixed at the cup: the mix as it is from now on, or a variant of it beside it. */
async function keepCup(form: SentForm): Promise<Said> {
  const { recipes } = appDatabase();
  const known = await recipes.get(textOf(form, "id"));
  if (!known) return refuse([{ code: "row/gone", path: [], message: "That mix is gone. Begin another." }]);
  const mixed = {
    parts: JSON.parse(textOf(form, "parts")) as Recipe["parts"],
    additions: JSON.parse(textOf(form, "additions")) as NonNullable<Recipe["additions"]>,
  };
  if (textOf(form, "intent") === "cup")
    return answer(await putRow("recipes", { ...known, ...mixed }, `Accept ${known.name}`, localNow().at));
  const names = (await recipes.toArray()).map((r) => r.name);
  const name = variantName(known.name, names);
  const variant: Recipe = { ...known, ...mixed, id: crypto.randomUUID(), name };
  return answer(await putRow("recipes", variant, `Mix ${name}`, localNow().at));
}

/** The tones of a ladder, all in one, each as a mix of its own. */
async function keepTones(form: SentForm): Promise<Said> {
  const fields = await fieldsOf(form, tonesForm);
  if (!fields.ok) return refuse(fields.problems);
  const db = appDatabase();
  const shelf = { recipes: await db.recipes.toArray(), paints: await db.paints.toArray() };
  const said = { base: textOf(form, "base"), toward: textOf(form, "toward"), ...fields.value };
  const recipes = toneRecipes(said, shelf, () => crypto.randomUUID());
  const no = (path: string, message: string) => refuse([{ code: "tones/none", path: [path], message }]);
  if (recipes.length === 0) return no("base", "The base or the other pot is gone. Choose them again.");
  if (recipes.some((r) => r.parts.length > MOST_POTS))
    return no(
      "toward",
      `The base has ${MOST_POTS} pots already. Choose one of them to lighten or darken it, or another base.`,
    );
  const changes = recipes.map((put) => ({ table: "recipes" as const, put }));
  return answer(await write(`Keep ${recipes.length} tones`, changes, localNow().at));
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
  const { coats, coverage, mostShare } = fields.value;
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

const effectOf = (said: string): Pick<SchemeLayer, "effect"> => {
  const effect = finishEffects.find((e) => e === said);
  return effect ? { effect } : {};
};

/** Rungs from dark to light on top of what is there, in one. */
async function layLadder(form: SentForm): Promise<Said> {
  const part = await appDatabase().parts.get(textOf(form, "partId"));
  if (!part) return refuse([{ code: "row/gone", path: [], message: "Choose a part first." }]);
  const scene = await appDatabase().scenes.get(part.sceneId);
  const count = Math.max(RUNGS.least, Math.min(RUNGS.most, Number(textOf(form, "rungs")) || RUNGS.most));
  const colours = Array.from({ length: count }, (_, i) => colourOf(textOf(form, `rung${i}`)));
  const rungs = ladderLayers(colours, freshId);
  const on = zoneIn(form);
  return answer(
    await patchRow(
      "parts",
      part.id,
      (now) => ({
        zones: rungs.reduce(
          (zones, rung) => withLayer(zones, rung, on, freshId()),
          zonesBegun(now, scene, form),
        ),
      }),
      `Lay a ladder of ${count} on ${part.name}`,
      localNow().at,
    ),
  );
}

/** How many coats a layer takes, in every zone that has it or in one. */
async function setCoats(form: SentForm): Promise<Said> {
  const coats = Number(textOf(form, "coats"));
  const layerId = textOf(form, "layerId");
  const part = await appDatabase().parts.get(textOf(form, "partId"));
  if (!part) return refuse([{ code: "row/gone", path: [], message: "Choose a part first." }]);
  const scene = await appDatabase().scenes.get(part.sceneId);
  const layer = zonesShown(part, scene)
    .filter((z) => zoneIn(form) === null || z.number === zoneIn(form))
    .flatMap((z) => z.scheme)
    .find((l) => l.id === layerId);
  if (!layer || !(coats >= 1)) return { problems: [] };
  return answer(
    await patchRow(
      "parts",
      part.id,
      (now) => ({
        zones: withLayer(zonesShown(now, scene), { ...layer, coats }, zoneIn(form), freshId()),
      }),
      `Lay ${coats === 1 ? "one coat" : `${coats} coats`} on ${part.name}`,
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
  if (!part) return refuse([{ code: "row/gone", path: [], message: "Choose a part first." }]);
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

/** What was found for the colours of a picture, all in one, each as a mix with its target. */
async function keepPictureMixes(form: SentForm): Promise<Said> {
  const mixes = JSON.parse(textOf(form, "mixes")) as readonly Pick<Recipe, "parts" | "target">[];
  const had = await appDatabase().recipes.count();
  const changes = mixes.map(({ parts, target }, i) => ({
    table: "recipes" as const,
    put: { id: crypto.randomUUID(), name: `From the picture ${had + i + 1}`, parts, thinnerShare: 0, target },
  }));
  return answer(await write(`Keep ${changes.length} mixes of a picture`, changes, localNow().at));
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
