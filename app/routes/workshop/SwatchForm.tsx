import { useState } from "react";
import type { Problem } from "#core/outcome";
import type { Paint } from "#core/paint/paint";
import { Button } from "#ui/Button";
import { ColourField } from "#ui/ColourField";
import { Choice } from "#ui/Field";
import { KeptForm } from "#route/KeptForm";

/** From here a pot may be the white of a swatch, L*. */
const WHITE_L = 85;

/** One swatch makes every mix with a pot surer: without it its strength is guessed from its lightness. */
export function SwatchForm({
  paints,
  problems,
}: {
  paints: readonly Paint[];
  problems: readonly Problem[] | undefined;
}) {
  const [swatch, setSwatch] = useState("#b0a698");
  const whites = paints.filter((p) => p.lab.l >= WHITE_L);
  const others = paints.filter((p) => p.lab.l < WHITE_L);
  if (whites.length === 0 || others.length === 0) return null;
  const known = paints.filter((p) => p.strength !== null).length;
  return (
    <KeptForm className="panel grid items-end gap-3 sm:grid-cols-2 lg:grid-cols-4" version={known}>
      <h2 className="col-span-full">How strong a pot is, from one swatch</h2>
      <p className="col-span-full text-[14px] text-ink-2">
        Stir equal parts by volume with a white, lay it on until it covers, let it dry, and give its colour
        from a photo with a white card beside it. Mixes with that pot are surer from then on.
      </p>
      <Choice label="White" name="white" options={whites.map((p) => [p.id, p.name] as const)} />
      <Choice
        label="And as much of"
        name="pot"
        options={others.map((p) => [p.id, p.name] as const)}
        problems={problems}
      />
      <ColourField
        label="The swatch when dry"
        name="swatch"
        value={swatch}
        onChange={setSwatch}
        problems={problems}
      />
      <Button type="submit" name="intent" value="swatch">
        Keep the swatch
      </Button>
    </KeptForm>
  );
}
