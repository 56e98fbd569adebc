import { refused } from "#core/outcome";
import type { PartSet } from "#core/scene/part";
import type { Scene } from "#core/scene/scene";
import type { Change } from "#data/journal";
import { keep } from "#app/jobs/keep";
import { answer, type SentForm, textOf } from "#app/readForm";

type Sent = { readonly form: SentForm; readonly id: string; readonly sceneId: string };
type Told = { readonly id: string; readonly set: PartSet };

const wayChosen = (sceneId: string, name: string, way: string): Change => ({
  table: "scenes",
  id: sceneId,
  patch: ({ setWays }: Scene) => ({ setWays: { ...setWays, [name]: way } }),
});
const partOf = (id: string, set: PartSet | null): Change => ({
  table: "parts",
  id,
  patch: { set },
  ifThere: true,
});

/** Files that were taken for one thing in several ways, and the way that is printed. */
async function makeSet({ form, sceneId }: Sent) {
  const name = textOf(form, "name");
  const told = toldSets(textOf(form, "sets"));
  if (told === null)
    return answer(
      refused("set/unreadable", "Which files belong together could not be read; reload the page."),
    );
  return answer(
    await keep(`Make a set of ${name}`, [
      ...told.map(({ id, set }) => partOf(id, set)),
      wayChosen(sceneId, name, textOf(form, "way")),
    ]),
  );
}

function toldSets(text: string): readonly Told[] | null {
  try {
    const read: unknown = JSON.parse(text);
    // What a set may be is checked with the rows.
    return Array.isArray(read) ? (read as readonly Told[]) : null;
  } catch {
    return null;
  }
}

/** They only sound alike, and all of them are wanted. */
const noSet = async ({ form }: Sent) =>
  answer(
    await keep(
      "They are no set",
      textOf(form, "ids")
        .split(" ")
        .filter(Boolean)
        .map((id) => partOf(id, null)),
    ),
  );

const setWay = async ({ form, sceneId }: Sent) => {
  const name = textOf(form, "name");
  const way = textOf(form, "way");
  return answer(await keep(`Print ${name} as ${way}`, [wayChosen(sceneId, name, way)]));
};

/** Its bodies are parts like any others again. */
async function dissolveSet({ form, sceneId }: Sent) {
  const name = textOf(form, "name");
  return answer(
    await keep(`Take the set ${name} apart`, async (db) => {
      const all = await db.parts.where("sceneId").equals(sceneId).toArray();
      return [
        ...all.filter((p) => p.set?.name === name).map((p) => partOf(p.id, null)),
        {
          table: "scenes" as const,
          id: sceneId,
          patch: ({ setWays }: Scene) => ({
            setWays: Object.fromEntries(Object.entries(setWays ?? {}).filter(([key]) => key !== name)),
          }),
        },
      ];
    }),
  );
}

/** One body told by hand: which thing it is of, and the ways that have it; empty takes it out of its set. */
async function tellSet({ form, id, sceneId }: Sent) {
  const name = textOf(form, "setName").trim();
  const ways = textOf(form, "setWays")
    .split(/[,;]/)
    .map((w) => w.trim())
    .filter(Boolean);
  if (name === "") return answer(await keep("Take a part out of its set", [partOf(id, null)]));
  if (ways.length === 0)
    return answer(
      refused("set/no-way", "Name the ways that have it, for instance kit, or whole, halves.", ["setWays"]),
    );
  const first: Change = {
    table: "scenes",
    id: sceneId,
    // The way that is printed was said before, or it is the first that anybody told.
    patch: ({ setWays }: Scene) => ({ setWays: { [name]: ways[0]!, ...setWays } }),
  };
  return answer(await keep(`Tell the set of a part`, [partOf(id, { name, ways }), first]));
}

export const setIntents = {
  "make-set": makeSet,
  "no-set": noSet,
  "set-way": setWay,
  "dissolve-set": dissolveSet,
  "tell-set": tellSet,
};
