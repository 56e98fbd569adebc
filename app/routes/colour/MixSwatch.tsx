import { useState } from "react";
import { useFetcher } from "react-router";
import type { Problem } from "#core/outcome";
import { hexOfLab } from "#core/paint/colour";
import type { Recipe } from "#core/paint/paint";
import { useScene } from "#app/routes/scenes/useScene";
import { Button } from "#ui/Button";
import { ColourField } from "#ui/ColourField";
import { Problems } from "#ui/Field";
import { swatchSaid } from "./view";

/** What a mix dried to, beside what was foreseen; mixed again, beside what it dried to the first time. */
export function MixSwatch({ recipe }: { readonly recipe: Recipe }) {
  const { plan } = useScene();
  const fetcher = useFetcher<{ problems: readonly Problem[] }>();
  const foreseen = plan.mixes.get(recipe.id)?.lab ?? null;
  const [hex, setHex] = useState(hexOfLab(recipe.swatch ?? foreseen ?? { l: 50, a: 0, b: 0 }));
  const { words, isOther } = swatchSaid(recipe, foreseen, hex);
  return (
    <fetcher.Form method="post" className="grid gap-2 border-t border-primer-3 pt-3" aria-label="As it dried">
      <h3>As it dried</h3>
      <Problems problems={fetcher.data?.problems} fields={["swatch"]} />
      <input type="hidden" name="id" value={recipe.id} />
      <ColourField
        label="Colour of a dry swatch"
        name="swatch"
        value={hex}
        onChange={setHex}
        problems={fetcher.data?.problems}
      />
      <p className="text-[14px]" aria-live="polite">
        {words}
      </p>
      <div className="flex flex-wrap gap-2">
        {isOther && (
          <Button kind="main" type="submit" name="intent" value="swatch-variant">
            Keep it as a variant
          </Button>
        )}
        <Button type="submit" name="intent" value="mix-swatch">
          {recipe.swatch ? "Put it in the place of the first" : "Keep the swatch"}
        </Button>
      </div>
    </fetcher.Form>
  );
}
