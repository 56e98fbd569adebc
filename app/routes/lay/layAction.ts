import { isIsoDate } from "#core/plan/calendarDay";
import { type LaySchool, laySchools } from "#core/print/wayUp";
import { type Outcome, refused, success, under } from "#core/outcome";
import { parseLength } from "#core/scale/lengthText";
import { type Theme, themes, type Tier, tiers } from "#core/scene/scene";
import { type Leaf, leafHinges, leafStands, leafWays } from "#core/scene/leaf";
import { patchRow } from "#data/scenes";
import { localNow } from "#app/clock";
import { answer, refuse, type SentForm, textOf } from "#app/readForm";

type Placement = { readonly xMm: number; readonly yMm: number; readonly turnDeg: number };

/** What the lay sends: copies moved on the board, or the board and its dates. */
export async function layAction(form: SentForm, sceneId: string) {
  const intent = textOf(form, "intent");
  if (intent === "place") return placed(form);
  return intent === "leaf" ? leafSet(form) : boardSet(form, sceneId);
}

async function placed(form: SentForm) {
  const placements = JSON.parse(textOf(form, "placements")) as Placement[];
  const label = `Move ${textOf(form, "name")}`;
  return answer(
    await patchRow("parts", textOf(form, "partId"), { place: { placements } }, label, localNow().at),
  );
}

/** How a part opens, or that it does not. */
async function leafSet(form: SentForm) {
  const hinge = one(leafHinges, textOf(form, "hinge"));
  const leaf: Leaf | null = hinge && {
    hinge,
    way: one(leafWays, textOf(form, "way")) ?? "front",
    stand: one(leafStands, textOf(form, "stand")) ?? "closed",
    seed: Math.max(0, Math.trunc(Number(textOf(form, "seed"))) || 0),
  };
  const label = leaf ? "Set how it opens" : "It does not open";
  return answer(await patchRow("parts", textOf(form, "partId"), { place: { leaf } }, label, localNow().at));
}

function dateOf(form: SentForm, name: string): Outcome<string | null> {
  const text = textOf(form, name).trim();
  if (text === "") return success(null);
  return isIsoDate(text)
    ? success(text)
    : refused("length/not-understood", "Give a date like 2026-03-14.", [name]);
}

function gridOf(form: SentForm): Outcome<number | null> {
  const text = textOf(form, "grid").trim();
  if (text === "" || text.toLowerCase() === "none") return success(null);
  const length = under("grid", parseLength(text, 1));
  return length.ok ? success(length.value.mm) : length;
}

async function boardSet(form: SentForm, sceneId: string) {
  const width = under("width", parseLength(textOf(form, "width"), 1));
  const depth = under("depth", parseLength(textOf(form, "depth"), 1));
  const viewing = under("viewing", parseLength(textOf(form, "viewing"), 10));
  const grid = gridOf(form);
  const startOn = dateOf(form, "startOn");
  const finishBy = dateOf(form, "finishBy");
  const problems = [width, depth, viewing, grid, startOn, finishBy].flatMap((o) => (o.ok ? [] : o.problems));
  if (!width.ok || !depth.ok || !viewing.ok || !grid.ok || !startOn.ok || !finishBy.ok)
    return refuse(problems);
  const [begins, ready] = [startOn.value, finishBy.value];
  if (begins !== null && ready !== null && ready < begins)
    return refuse([
      { code: "date/before", path: ["finishBy"], message: "It cannot be ready before its work begins." },
    ]);
  const { at } = localNow();
  return answer(
    await patchRow(
      "scenes",
      sceneId,
      {
        boardWidthMm: width.value.mm,
        boardDepthMm: depth.value.mm,
        viewingDistanceMm: viewing.value.mm,
        gridMm: grid.value,
        tier: one(tiers, textOf(form, "tier")) ?? ("display" satisfies Tier),
        theme: one(themes, textOf(form, "theme")) ?? ("clean" satisfies Theme),
        laySchool: one<LaySchool>(laySchools, textOf(form, "laySchool")),
        ...(begins === null ? {} : { startOn: begins }),
        finishBy: ready,
        changedAt: at,
      },
      "Change the board and the date",
      at,
    ),
  );
}

const one = <T extends string>(among: readonly T[], text: string): T | null =>
  among.find((v) => v === text) ?? null;
