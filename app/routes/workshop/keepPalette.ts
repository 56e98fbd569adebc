import { readPalette } from "#core/formats/palette";
import type { ProductId } from "#core/materials/products";
import { labOfHex } from "#core/paint/colour";
import type { Paint } from "#core/paint/paint";
import { answer, refuse, type SentForm, textOf } from "#app/readForm";
import { appDatabase } from "#data/db";
import { write } from "#data/journal";

/** A pot as it is usually bought, ml (common practice). */
const USUAL_ML = 17;

/** The colours of a palette file as pots, in one act; those whose names are there already are left as they are. */
export async function keepPalette(form: SentForm, at: string) {
  const read = readPalette(textOf(form, "text"));
  if (!read.ok) return refuse(read.problems);
  const known = new Set((await appDatabase().paints.toArray()).map((p) => p.name));
  const fresh = read.value.filter(({ name }, i, all) => {
    const isFirst = all.findIndex((c) => c.name === name) === i;
    return isFirst && !known.has(name);
  });
  if (fresh.length === 0)
    return refuse([
      { code: "palette/known", path: ["text"], message: "You own pots of all its names already." },
    ]);
  const changes = fresh.flatMap(({ name, hex }) => {
    const lab = labOfHex(hex);
    if (!lab.ok) return [];
    const put: Paint = {
      ...{ id: crypto.randomUUID(), name, product: textOf(form, "product") as ProductId, thinner: null },
      ...{ hex, lab: lab.value, opacity: "opaque", sheen: "matte", millilitres: USUAL_ML, strength: null },
    };
    return [{ table: "paints" as const, put }];
  });
  return answer(await write(`Add ${changes.length} pots of a palette`, changes, at));
}
