import { labOfHex } from "#core/paint/colour";
import { variantName } from "#core/paint/cup";
import { mixMeasures, type Recipe } from "#core/paint/paint";
import { mixDraws } from "#core/plan/stores/stepNeeds";
import { appDatabase } from "#data/db";
import { write } from "#data/journal";
import { putRow } from "#data/scenes";
import { getWorkshop } from "#data/workshop";
import { localNow } from "#app/clock";
import { drawChanges } from "#app/jobs/drawShelf";
import { keep } from "#app/jobs/keep";
import { answer, fieldsOf, refuse, type SentForm, textOf } from "#app/readForm";
import { batchForm, laidFields, mixForm, partFields, tonesForm } from "./forms";
import type { Said } from "./saidOfColour";
import { MOST_POTS, toneRecipes } from "./toneLadder";

/** Of a mix that nobody typed: how thin it goes is asked for before it is laid. */
const unsaidThinner = { thinnerShare: 0, thinnerOpen: true } as const;

const noMix = () => refuse([{ code: "row/gone", path: [], message: "That mix is gone. Begin another." }]);

/** A mix as it was typed. */
export async function keepRecipe(form: SentForm): Promise<Said> {
  const fields = await fieldsOf(form, mixForm);
  if (!fields.ok) return refuse(fields.problems);
  const parts = partFields
    .map((name, i) => ({ paintId: textOf(form, `paint${i}`), parts: fields.value[name] }))
    .filter((p) => p.paintId !== "" && p.parts > 0);
  if (parts.length === 0)
    return refuse([
      { code: "recipe/empty", path: ["paint0"], message: "Choose at least one paint and give it parts." },
    ]);
  const isUnthinned = textOf(form, "unthinned") === "on";
  if (fields.value.thinner === null && !isUnthinned)
    return refuse([
      {
        code: "recipe/thinner",
        path: ["thinner"],
        message: "Say how much thinner goes in, in per cent of the paint, or tick that it is laid unthinned.",
      },
    ]);
  const known = await appDatabase().recipes.get(textOf(form, "id"));
  const measure = mixMeasures.find((m) => m === textOf(form, "measure") && m !== "parts");
  const target = textOf(form, "target") === "" ? null : labOfHex(textOf(form, "target"));
  const recipe: Recipe = {
    id: textOf(form, "id") || crypto.randomUUID(),
    name: textOf(form, "name"),
    parts,
    thinnerShare: isUnthinned ? 0 : (fields.value.thinner ?? 0) / 100,
    target: target?.ok ? target.value : null,
    ...(measure ? { measure } : {}),
    ...laidSaid(fields.value),
    // What it dried to is of what was in it.
    ...(known?.swatch && sameParts(known.parts, parts) ? { swatch: known.swatch } : {}),
  };
  return answer(await putRow("recipes", recipe, `Mix ${recipe.name}`, localNow().at));
}

/** What was said of spraying it; nothing where nothing was. */
function laidSaid(said: Readonly<Record<(typeof laidFields)[number], number | null>>): Pick<Recipe, "laid"> {
  const told = laidFields.flatMap((name) => (said[name] === null ? [] : [[name, said[name]] as const]));
  return told.length > 0 ? { laid: Object.fromEntries(told) } : {};
}

const sameParts = (a: Recipe["parts"], b: Recipe["parts"]): boolean =>
  a.length === b.length && a.every((p, i) => p.paintId === b[i]!.paintId && p.parts === b[i]!.parts);

/** What was mixed at the cup: the mix as it is from now on, or a variant of it beside it. */
export async function keepCup(form: SentForm): Promise<Said> {
  const { recipes } = appDatabase();
  const known = await recipes.get(textOf(form, "id"));
  if (!known) return noMix();
  const { swatch: _, ...begun } = known;
  const mixed = {
    parts: JSON.parse(textOf(form, "parts")) as Recipe["parts"],
    additions: JSON.parse(textOf(form, "additions")) as NonNullable<Recipe["additions"]>,
  };
  if (textOf(form, "intent") === "cup")
    return answer(await putRow("recipes", { ...begun, ...mixed }, `Accept ${known.name}`, localNow().at));
  const names = (await recipes.toArray()).map((r) => r.name);
  const name = variantName(known.name, names);
  const variant: Recipe = { ...begun, ...mixed, id: crypto.randomUUID(), name };
  return answer(await putRow("recipes", variant, `Mix ${name}`, localNow().at));
}

/** The tones of a ladder, all in one, each as a mix of its own. */
export async function keepTones(form: SentForm): Promise<Said> {
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

/** What was found for the colours of a picture, all in one, each as a mix with its target. */
export async function keepPictureMixes(form: SentForm): Promise<Said> {
  const mixes = JSON.parse(textOf(form, "mixes")) as readonly Pick<Recipe, "parts" | "target">[];
  const had = await appDatabase().recipes.count();
  const changes = mixes.map(({ parts, target }, i) => ({
    table: "recipes" as const,
    put: {
      id: crypto.randomUUID(),
      name: `From the picture ${had + i + 1}`,
      parts,
      target,
      ...unsaidThinner,
    },
  }));
  return answer(await write(`Keep ${changes.length} mixes of a picture`, changes, localNow().at));
}

/** A batch that stands ready: a new one, with what it takes out of its pots, or what is left of one. */
export async function keepBatch(form: SentForm): Promise<Said> {
  const fields = await fieldsOf(form, batchForm);
  if (!fields.ok) return refuse(fields.problems);
  const workshop = await getWorkshop();
  const recipe = workshop.recipes.find((r) => r.id === textOf(form, "id"));
  if (!recipe) return noMix();
  const { made } = fields.value;
  const left = fields.value.left ?? made;
  if (left > made)
    return refuse([
      {
        code: "batch/left",
        path: ["left"],
        message: `No more is left of it than the ${made} ml that were mixed.`,
      },
    ]);
  const { at } = localNow();
  const known = workshop.stock.find((s) => s.id === textOf(form, "stockId"));
  const batch = {
    madeOn: textOf(form, "madeOn") || (known?.batch?.madeOn ?? at.slice(0, 10)),
    madeMl: made,
    forWhat: textOf(form, "forWhat"),
  };
  const row = {
    id: known?.id ?? crypto.randomUUID(),
    needKey: `recipe:${recipe.id}`,
    name: recipe.name,
    unit: "ml" as const,
    left,
    pricePerUnit: 0,
    batch,
  };
  // What was laid of it already was drawn with its step.
  const takesPots = !known && textOf(form, "fromPots") === "on";
  return answer(
    await keep(`${known ? "Change a batch" : "A batch"} of ${recipe.name}`, [
      { table: "stock", put: row },
      ...(takesPots ? drawChanges(mixDraws(recipe, left, workshop.paints), workshop) : []),
    ]),
  );
}

export async function removeBatch(form: SentForm): Promise<Said> {
  return answer(await keep("Throw a batch away", [{ table: "stock", remove: textOf(form, "stockId") }]));
}

/** What a mix dried to: kept with it, or with a variant of it where it came out otherwise on purpose. */
export async function keepMixSwatch(form: SentForm): Promise<Said> {
  const { recipes } = appDatabase();
  const known = await recipes.get(textOf(form, "id"));
  if (!known) return noMix();
  const measured = labOfHex(textOf(form, "swatch"));
  if (!measured.ok) return refuse(measured.problems.map((p) => ({ ...p, path: ["swatch"] })));
  const { at } = localNow();
  if (textOf(form, "intent") === "mix-swatch") {
    const put = { ...known, swatch: measured.value };
    return answer(await putRow("recipes", put, `What ${known.name} dried to`, at));
  }
  const name = variantName(
    known.name,
    (await recipes.toArray()).map((r) => r.name),
  );
  const variant = { ...known, id: crypto.randomUUID(), name, swatch: measured.value };
  return answer(await putRow("recipes", variant, `Keep ${name}`, at));
}
