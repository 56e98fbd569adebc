import { flocks } from "#core/scene/ground";
import { under } from "#core/outcome";
import { groundMaterial, type GroundMaterialId } from "#core/ground/groundLayer";
import { parseLength } from "#core/scale/lengthText";
import { appDatabase } from "#data/db";
import { patchRow, putRow } from "#data/scenes";
import { localNow } from "#app/clock";
import { keep } from "#app/jobs/keep";
import { answer, fieldsOf, refuse, type SentForm, textOf } from "#app/readForm";
import { layerForm } from "./forms";
import { lampOf } from "./readLamp";

/** What the forms of the ground send: a layer laid, changed, moved or taken off; a lamp put in or taken out. */
export async function groundAction(form: SentForm, sceneId: string) {
  const { at } = localNow();
  const id = textOf(form, "id");
  if (textOf(form, "intent") === "remove") {
    return answer(await keep("Take a ground layer off", [{ table: "grounds", remove: id }]));
  }
  if (textOf(form, "intent") === "lamp") {
    const lamp = lampOf(form);
    if (!lamp.ok) return refuse(lamp.problems);
    return answer(
      await patchRow("parts", textOf(form, "partId"), { place: { lamp: lamp.value } }, "Put a lamp in", at),
    );
  }
  if (textOf(form, "intent") === "lamp-out")
    return answer(await patchRow("parts", id, { place: { lamp: null } }, "Take a lamp out", at));
  if (textOf(form, "intent") === "move") return moveLayer(id, textOf(form, "by") === "up" ? -1 : 1, sceneId);
  const fields = await fieldsOf(form, layerForm);
  if (!fields.ok) return refuse(fields.problems);
  const depth = under("depth", parseLength(textOf(form, "depth"), 1));
  if (!depth.ok) return refuse(depth.problems);
  const { grounds } = appDatabase();
  const old = id === "" ? undefined : await grounds.get(id);
  const position = old?.position ?? (await grounds.where("sceneId").equals(sceneId).count());
  const outcome = await putRow(
    "grounds",
    {
      id: old?.id ?? crypto.randomUUID(),
      sceneId: sceneId,
      name: textOf(form, "name") || groundMaterial(textOf(form, "material") as GroundMaterialId).name,
      material: textOf(form, "material") as GroundMaterialId,
      areaShare: fields.value.share / 100,
      depthMm: depth.value.mm,
      loose: textOf(form, "loose") === "on",
      wetWith: textOf(form, "wetWith") as "alcohol" | "water" | "none",
      flock: flocks.find((f) => f === textOf(form, "flock")) ?? "none",
      position,
    },
    `${old ? "Change" : "Add"} ground ${textOf(form, "name")}`,
    at,
  );
  return answer(outcome);
}

/** A layer changes places with the one under it or over it. */
async function moveLayer(id: string, by: number, sceneId: string) {
  const layers = await appDatabase().grounds.where("sceneId").equals(sceneId).sortBy("position");
  const from = layers.findIndex((g) => g.id === id);
  const other = layers[from + by];
  if (from < 0 || !other) return { problems: [] };
  const order = layers.map((g, i) => (i === from ? other : i === from + by ? layers[from]! : g));
  return answer(
    await keep(
      "Move a ground layer",
      order.map((g, position) => ({ table: "grounds" as const, id: g.id, patch: () => ({ position }) })),
    ),
  );
}
