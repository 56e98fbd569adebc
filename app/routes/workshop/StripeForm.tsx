import { useState } from "react";
import type { Problem } from "#core/outcome";
import type { Paint } from "#core/paint/paint";
import { Button } from "#ui/Button";
import { ColourField } from "#ui/ColourField";
import { Choice } from "#ui/Field";
import { KeptForm } from "#route/KeptForm";

/** How well a pot covers, from one coat over black: coats to cover go by it from then on. */
export function StripeForm({
  paints,
  problems,
}: {
  readonly paints: readonly Paint[];
  readonly problems: readonly Problem[] | undefined;
}) {
  const [stripe, setStripe] = useState("#5c4a3c");
  if (paints.length === 0) return null;
  const known = paints.map((p) => p.power ?? "").join();
  return (
    <KeptForm className="panel grid items-end gap-3 sm:grid-cols-2 lg:grid-cols-4" version={known}>
      <h2 className="col-span-full">How well a pot covers, from one stripe</h2>
      <p className="col-span-full text-[14px] text-ink-2">
        Brush one coat over a black stripe, let it dry, and give its colour there from a photo with a white
        card beside it. Without a stripe a pot covers as it is said to: opaque, semi or translucent.
      </p>
      <Choice
        label="Pot over black"
        name="striped"
        options={paints.map((p) => [p.id, p.name] as const)}
        problems={problems}
      />
      <ColourField
        label="The stripe when dry"
        name="stripe"
        value={stripe}
        onChange={setStripe}
        problems={problems}
      />
      <Button type="submit" name="intent" value="stripe">
        Keep the stripe
      </Button>
    </KeptForm>
  );
}
