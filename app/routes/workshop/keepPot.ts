import { thinners } from "#core/materials/thinner";
import type { ProductId } from "#core/materials/products";
import { under } from "#core/outcome";
import { labOfHex } from "#core/paint/colour";
import { type Paint, potBodies, potKinds } from "#core/paint/paint";
import { answer, fieldsOf, refuse, type SentForm, textOf } from "#app/readForm";
import { appDatabase } from "#data/db";
import { putRow } from "#data/scenes";
import { potForm } from "./forms";

/** A pot as it was typed: a new one, or one that is changed. */
export async function keepPot(form: SentForm, at: string) {
  const lab = under("hex", labOfHex(textOf(form, "hex")));
  if (!lab.ok) return refuse(lab.problems);
  const fields = await fieldsOf(form, potForm);
  if (!fields.ok) return refuse(fields.problems);
  const { millilitres, sizeMl, solids, price } = fields.value;
  const known = await appDatabase().paints.get(textOf(form, "id"));
  const hex = textOf(form, "hex").toLowerCase();
  const kind = potKinds.find((k) => k === textOf(form, "kind") && k !== "paint");
  const body = potBodies.find((b) => b === textOf(form, "body"));
  const openedOn = textOf(form, "openedOn");
  // Swatch and stripe tell of what is in the pot: another colour is another pigment.
  const isSame = known?.hex === hex;
  const paint: Paint = {
    id: known?.id ?? crypto.randomUUID(),
    name: textOf(form, "name"),
    product: textOf(form, "product") as ProductId,
    thinner: thinners.find((t) => t.id === textOf(form, "thinner"))?.id ?? null,
    hex,
    lab: lab.value,
    opacity: textOf(form, "opacity") as Paint["opacity"],
    sheen: textOf(form, "sheen") as Paint["sheen"],
    millilitres,
    strength: isSame ? known.strength : null,
    ...(isSame && known.power !== undefined ? { power: known.power } : {}),
    ...(kind ? { kind } : {}),
    ...(body ? { body } : {}),
    ...(solids === null ? {} : { solids: solids / 100 }),
    ...(sizeMl === null ? {} : { sizeMl }),
    ...(price === null ? {} : { priceMinor: Math.round(100 * price) }),
    ...(openedOn === "" ? {} : { openedOn }),
  };
  return answer(await putRow("paints", paint, known ? `Change ${paint.name}` : `Pot ${paint.name}`, at));
}
