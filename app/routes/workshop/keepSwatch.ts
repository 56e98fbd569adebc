import { under } from "#core/outcome";
import { labOfHex } from "#core/paint/colour";
import { powerFromStripe, strengthFromSwatch, STRIPE_FITS, SWATCH_FITS } from "#core/paint/swatch";
import { answer, refuse, type SentForm, textOf } from "#app/readForm";
import { appDatabase } from "#data/db";
import { patchRow } from "#data/scenes";

/** The strength of a pot, from one swatch of it in equal parts with a white. */
export async function keepSwatch(form: SentForm, at: string) {
  const { paints } = appDatabase();
  const white = await paints.get(textOf(form, "white"));
  const pot = await paints.get(textOf(form, "pot"));
  const measured = under("swatch", labOfHex(textOf(form, "swatch")));
  if (!measured.ok) return refuse(measured.problems);
  if (!white || !pot || white.id === pot.id)
    return refuse([
      {
        code: "swatch/pots",
        path: ["pot"],
        message: "Choose a white and another pot that it was mixed with.",
      },
    ]);
  const { strength, residual } = strengthFromSwatch(
    white.lab,
    pot.lab,
    measured.value,
    white.strength ?? undefined,
  );
  if (residual > SWATCH_FITS)
    return refuse([
      {
        code: "swatch/off",
        path: ["swatch"],
        message: `No strength of ${pot.name} gives that colour with ${white.name}: it stays ${residual.toFixed(1)} away. The white, the photo or the opacity is off; mix 1 to 4 and look again.`,
      },
    ]);
  return answer(
    await patchRow("paints", pot.id, { strength }, `Strength of ${pot.name} from its swatch`, at),
  );
}

/** How well a pot covers, from one brushed coat of it over a black stripe. */
export async function keepStripe(form: SentForm, at: string) {
  const pot = await appDatabase().paints.get(textOf(form, "striped"));
  const measured = under("stripe", labOfHex(textOf(form, "stripe")));
  if (!measured.ok) return refuse(measured.problems);
  const no = (message: string) => refuse([{ code: "stripe/off", path: ["stripe"], message }]);
  if (!pot)
    return refuse([
      { code: "stripe/pot", path: ["striped"], message: "Choose the pot that was brushed out." },
    ]);
  const { power, residual } = powerFromStripe(pot.lab, measured.value);
  if (residual > STRIPE_FITS)
    return no(
      `No film of ${pot.name} over black looks like that: it stays ${residual.toFixed(1)} away. Its own colour, or ` +
        "that of the stripe, is off: take both from one photo with a card.",
    );
  return answer(await patchRow("paints", pot.id, { power }, `How ${pot.name} covers, from its stripe`, at));
}
