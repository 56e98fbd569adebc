import { withChange, withMove, withTold } from "#core/plan/order/mendOrder";
import type { StepFacts } from "#core/steps/facts";
import type { Action } from "#core/steps/step";
import { factsTold } from "#core/steps/tellable";
import type { SchoolTopic } from "#core/steps/orderSchools";
import type { AcceptedPlan } from "#core/scene/acceptedPlan";
import type { Scene } from "#core/scene/scene";
import { appDatabase } from "#data/db";
import { patchRow, putRow } from "#data/scenes";
import { getRooms } from "#data/workshop";
import { localNow } from "#app/clock";
import { refuse, textOf } from "#app/readForm";
import { typedFacts } from "./forms";
import { ownStepOf } from "./ownStepAction";

type Fields = Record<string, FormDataEntryValue>;
const done = { problems: [] };

type Patch = (change: Partial<Scene>, label: string) => Promise<unknown>;
type Act = (form: Fields, scene: Scene, patch: Patch) => Promise<unknown>;

/** What a form of the order page can ask for, by its intent. */
const acts: Readonly<Record<string, Act | undefined>> = {
  forget,
  "undo-change": (form, scene, patch) =>
    patch(
      { orderChanges: scene.orderChanges.filter((_, i) => i !== Number(textOf(form, "at"))) },
      "Take a change of the order back",
    ),
  "keep-rule": (form, scene, patch) =>
    patch(
      { setAside: scene.setAside.filter((_, i) => i !== Number(textOf(form, "at"))) },
      "Keep a rule again",
    ),
  school: chooseSchool,
  move: (form, scene, patch) =>
    patch(
      withMove(scene, { kind: "move", before: textOf(form, "before"), after: textOf(form, "after") }),
      textOf(form, "label") || "Move a step",
    ),
  "keep-typed": keepTyped,
  own: putIn,
  tell,
  aside: setAside,
  accept,
  away,
  back: away,
};

/**
 * What is decided on the order: a wish, a rule set aside, a change taken back, the plan kept, an evening
 * lost.
 */
export async function orderAction(form: Fields, sceneId: string) {
  const { at } = localNow();
  const scene = await appDatabase().scenes.get(sceneId);
  if (!scene)
    return refuse([{ code: "row/gone", path: [], message: "This scene was deleted in the meantime." }]);
  const patch = async (change: Partial<Scene>, label: string) => {
    const outcome = await patchRow("scenes", scene.id, change, label, at);
    return outcome.ok ? done : refuse(outcome.problems);
  };
  const act = acts[textOf(form, "intent")];
  if (!act)
    return refuse([{ code: "order/unknown", path: [], message: "That cannot be done with an order." }]);
  return act(form, scene, patch);
}

/** A wish is taken back. */
function forget(form: Fields, scene: Scene, patch: Patch) {
  const [before, after] = [textOf(form, "before"), textOf(form, "after")];
  const orderWishes = scene.orderWishes.filter((w) => !(w.before === before && w.after === after));
  return patch({ orderWishes }, "Take a wish back");
}

/** Which of the schools about the order holds in this scene; none said: the usual one. */
function chooseSchool(form: Fields, scene: Scene, patch: Patch) {
  const topic = textOf(form, "topic") as SchoolTopic;
  const { [topic]: _, ...others } = scene.orderSchools;
  const choice = textOf(form, "choice");
  const orderSchools = { ...others, ...(choice === "" ? {} : { [topic]: choice }) };
  return patch({ orderSchools }, "Choose a school");
}

/** Two layers stay as they were typed, though a rule says otherwise. */
function keepTyped(form: Fields, scene: Scene, patch: Patch) {
  const wish = {
    before: textOf(form, "before"),
    after: textOf(form, "after"),
    override: textOf(form, "rule"),
    note: "as it was typed",
  };
  return patch({ orderWishes: [...scene.orderWishes, wish] }, "Keep the order as typed");
}

/** A step of the builder's own, new or changed. */
async function putIn(form: Fields, scene: Scene, patch: Patch) {
  const own = await ownStepOf(form);
  if (!own.ok) return refuse(own.problems);
  return patch(
    withChange(scene, { ruleId: null, note: textOf(form, "note").trim(), change: own.value }),
    `Put in: ${own.value.title}`,
  );
}

/** What is told of a step beyond what the stages know of it. */
async function tell(form: Fields, scene: Scene, patch: Patch) {
  const action = textOf(form, "action") as Action;
  const typed = await typedFacts(form, action);
  if (!typed.ok) return refuse(typed.problems);
  const known = JSON.parse(textOf(form, "known") || "{}") as StepFacts;
  const facts = factsTold(action, known, typed.value);
  if (Object.keys(facts).length === 0)
    return refuse([
      {
        code: "order/nothing-told",
        path: [],
        message: "Nothing here is other than it was: change something first.",
      },
    ]);
  return patch(withTold(scene, textOf(form, "stepId"), facts), "Tell more of a step");
}

async function setAside(form: Fields, scene: Scene, patch: Patch) {
  const note = textOf(form, "note").trim();
  const ruleId = textOf(form, "override");
  const before = textOf(form, "before");
  const after = textOf(form, "after");
  if (note === "")
    return refuse([
      {
        code: "order/no-note",
        path: ["note"],
        message: "Say why in a few words: a rule that is set aside keeps its note.",
      },
    ]);
  // Where a wish of the builder stands against the rule, the wish carries it; elsewhere the step does.
  const wish = scene.orderWishes.find((w) => w.before === after && w.after === before);
  const move = scene.orderChanges.findIndex(
    (c) => c.change.kind === "move" && c.change.before === after && c.change.after === before,
  );
  if (wish || move >= 0) {
    return patch(
      {
        orderWishes: [
          ...scene.orderWishes.filter((w) => w !== wish),
          { before: after, after: before, override: ruleId, note },
        ],
        orderChanges: scene.orderChanges.filter((_, i) => i !== move),
      },
      `Set ${ruleId} aside`,
    );
  }
  return patch(
    { setAside: [...scene.setAside, { ruleId, stepId: after, other: before === "" ? null : before, note }] },
    `Set ${ruleId} aside`,
  );
}

/** The plan as it stands is kept: its dates are promised from now on. */
async function accept(form: Fields, scene: Scene) {
  const { at, today } = localNow();
  const slots = JSON.parse(textOf(form, "slots")) as AcceptedPlan["slots"];
  const last = await appDatabase().plans.get(scene.id);
  const outcome = await putRow(
    "plans",
    { id: scene.id, acceptedAt: at, day: today, slots, sequenceNumber: (last?.sequenceNumber ?? 0) + 1 },
    "Keep this plan",
    at,
  );
  return outcome.ok ? done : refuse(outcome.problems);
}

/** An evening is lost, or won back. */
async function away(form: Fields) {
  const { at, today } = localNow();
  const rooms = await getRooms();
  const day = textOf(form, "day");
  const back = textOf(form, "intent") === "back";
  if (!back && day < today)
    return refuse([
      {
        code: "order/past",
        path: ["day"],
        message:
          day === "" ? "Choose the evening that is lost." : `${day} is over. Choose today or a day to come.`,
      },
    ]);
  const outcome = await putRow(
    "settings",
    {
      id: "rooms",
      rooms: {
        ...rooms,
        away: back ? rooms.away.filter((d) => d !== day) : [...new Set([...rooms.away, day])].sort(),
      },
    },
    back ? `At the bench on ${day} after all` : `No bench on ${day}`,
    at,
  );
  return outcome.ok ? done : refuse(outcome.problems);
}
