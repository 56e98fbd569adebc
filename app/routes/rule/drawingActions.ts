import { type Outcome, refused, success, under } from "#core/outcome";
import { parseLength } from "#core/scale/lengthText";
import { realText } from "#core/scale/lengthFormat";
import type { DrawnLine, OnPicture } from "#core/scale/drawnLine";
import type { Drawing } from "#core/scene/drawing";
import { appDatabase } from "#data/db";
import { putRow } from "#data/scenes";
import { keep } from "#app/jobs/keep";
import { smallPictureOf } from "#app/jobs/smallPicture";
import { answer, type SentForm, textOf, typedNumber } from "#app/readForm";

type Sent = { readonly form: SentForm; readonly sceneId: string; readonly at: string };

/** A picture of a drawing, made small. */
async function addDrawing({ form, sceneId, at }: Sent) {
  const file = form.drawing;
  if (!(file instanceof File) || file.size === 0)
    return answer(refused("drawing/none", "Choose a picture of the drawing first.", ["drawing"]));
  try {
    const small = await smallPictureOf(file);
    const name = file.name.replace(/\.[^.]*$/, "").slice(0, 120) || "Drawing";
    const row: Drawing = {
      ...{ id: crypto.randomUUID(), sceneId, name, at, ...small, partIds: [] },
      ...{ rulerId: null, lines: [], chains: [] },
    };
    return answer(await putRow("drawings", row, `Add the drawing ${name}`, at));
  } catch (error) {
    return answer(refused("drawing/unreadable", (error as Error).message, ["drawing"]));
  }
}

/** Changes the drawing that a form is about; what it is changed to is worked out on the row as it stands. */
const changed = async (form: SentForm, label: string, patch: (drawing: Drawing) => Partial<Drawing>) =>
  answer(await keep(label, [{ table: "drawings", id: textOf(form, "drawingId"), patch }]));

/** A dimension between two ends; the first one is the ruler. */
async function addLine({ form }: Sent) {
  const name = textOf(form, "lineName").trim();
  const real = under("lineReal", parseLength(textOf(form, "lineReal"), 1));
  const ends = endsOf(form);
  if (!real.ok) return answer(real);
  if (!ends.ok) return answer(ends);
  const line: DrawnLine = {
    id: crypto.randomUUID(),
    name: (name || realText(real.value.mm)).slice(0, 120),
    ...ends.value,
    realMm: real.value.mm,
  };
  return changed(form, `Add ${line.name} to a drawing`, ({ lines, rulerId }) => ({
    lines: [...lines, line],
    rulerId: rulerId ?? line.id,
  }));
}

/** Where a dimension begins and ends, per cent of the picture. */
function endsOf(form: SentForm): Outcome<Pick<DrawnLine, "from" | "to">> {
  const at = (name: string) => typedNumber(textOf(form, name)) / 100;
  const [x1, y1, x2, y2] = ["x1", "y1", "x2", "y2"].map(at) as [number, number, number, number];
  const inside = [x1, y1, x2, y2].every((v) => v >= 0 && v <= 1);
  if (!inside || Math.hypot(x2 - x1, y2 - y1) < 0.002)
    return refused(
      "drawing/ends",
      "Tap both ends of the dimension on the drawing first, apart from each other.",
      ["x1"],
    );
  const from: OnPicture = [x1, y1];
  return success({ from, to: [x2, y2] });
}

/** A dimension that was misread, typed again. */
async function retypeLine({ form }: Sent) {
  const id = textOf(form, "lineId");
  const real = under(`real-${id}`, parseLength(textOf(form, `real-${id}`), 1));
  if (!real.ok) return answer(real);
  return changed(form, `Correct a dimension to ${realText(real.value.mm)}`, ({ lines }) => ({
    lines: lines.map((l) => (l.id === id ? { ...l, realMm: real.value.mm } : l)),
  }));
}

/** The dimension that sets the scale of the picture. */
const takeRuler = ({ form }: Sent) =>
  changed(form, "Measure a drawing by another dimension", () => ({ rulerId: textOf(form, "lineId") }));

/** A dimension goes, and with it what leans on it. */
function removeLine({ form }: Sent) {
  const id = textOf(form, "lineId");
  return changed(form, "Take a dimension out of a drawing", ({ lines, chains, rulerId }) => {
    const left = lines.filter((l) => l.id !== id);
    return {
      lines: left,
      rulerId: rulerId === id ? (left[0]?.id ?? null) : rulerId,
      chains: chains
        .filter((c) => c.overallId !== id)
        .map((c) => ({ ...c, lineIds: c.lineIds.filter((l) => l !== id) }))
        .filter((c) => c.lineIds.length > 0),
    };
  });
}

/** Dimensions end to end under one that spans them. */
async function addChain({ form }: Sent) {
  const overallId = textOf(form, "overallId");
  const lineIds = textOf(form, "lineIds")
    .split(" ")
    .filter((id) => id !== "" && id !== overallId);
  if (overallId === "" || lineIds.length < 2)
    return answer(
      refused("drawing/chain", "Tick at least two dimensions besides the overall that they add up to.", [
        "overallId",
      ]),
    );
  const chain = { id: crypto.randomUUID(), lineIds, overallId };
  return changed(form, "Add up a chain of dimensions", ({ chains }) => ({ chains: [...chains, chain] }));
}

const removeChain = ({ form }: Sent) =>
  changed(form, "Forget a chain of dimensions", ({ chains }) => ({
    chains: chains.filter((c) => c.id !== textOf(form, "chainId")),
  }));

const removeDrawing = async ({ form }: Sent) =>
  answer(await keep("Take a drawing away", [{ table: "drawings", remove: textOf(form, "drawingId") }]));

/** A dimension of a drawing among those that things are drawn by. */
async function toLedger({ form, sceneId, at }: Sent) {
  const drawing = await appDatabase().drawings.get(textOf(form, "drawingId"));
  const line = drawing?.lines.find((l) => l.id === textOf(form, "lineId"));
  if (!line) return answer(refused("row/gone", "This dimension was taken out in the meantime."));
  const [dx, dy] = [line.to[0] - line.from[0], line.to[1] - line.from[1]];
  const along = Math.abs(dy) > Math.abs(dx) * drawing!.aspect ? "height" : "bed";
  const row = { id: crypto.randomUUID(), sceneId, name: line.name, realMm: line.realMm, along } as const;
  return answer(
    await putRow("ledger", { ...row, position: Date.now() }, `Add ${line.name} to the ledger`, at),
  );
}

export const drawingIntents = {
  "drawing-add": addDrawing,
  "drawing-remove": removeDrawing,
  "drawing-line": addLine,
  "drawing-real": retypeLine,
  "drawing-ruler": takeRuler,
  "drawing-line-remove": removeLine,
  "drawing-chain": addChain,
  "drawing-chain-remove": removeChain,
  "drawing-ledger": toLedger,
};
