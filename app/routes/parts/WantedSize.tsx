import { useState } from "react";
import { useFetcher } from "react-router";
import type { Problem } from "#core/outcome";
import type { PartPlan } from "#core/plan/parts/partPlan";
import { parseLength } from "#core/scale/lengthText";
import { type Side, sides, wantedSize } from "#core/scale/wantedSize";
import { Button } from "#ui/Button";
import { Choice, Field, Problems } from "#ui/Field";
import { wantedText } from "./view";

/** A part made to a wanted size: what it comes to, then made so, kept beside the true one, or put off. */
export function WantedSize({ p, denominator }: { readonly p: PartPlan; readonly denominator: number }) {
  const { part, sizeMm, thinnestMm, finish } = p;
  const fetcher = useFetcher<{ problems: readonly Problem[] }>();
  const [side, setSide] = useState<Side>("width");
  const [typed, type] = useState("");
  if (!sizeMm) return null;
  const isReal = /\breal\s*$/i.test(typed);
  const length = parseLength(typed.replace(/\breal\s*$/i, ""), 1);
  const wantedMm = length.ok ? length.value.mm / (isReal ? denominator : 1) : Number.NaN;
  const wanted = wantedSize(sizeMm, thinnestMm?.value ?? null, part.size.ownFactor, side, wantedMm);
  const percent = wanted === null ? "" : String(Number((100 * wanted.ownFactor).toPrecision(6)));
  return (
    <fetcher.Form
      method="post"
      className="grid gap-2 border-t border-primer-3 pt-3"
      aria-label="To a wanted size"
    >
      <Problems problems={fetcher.data?.problems} />
      <input type="hidden" name="ownFactor" value={percent} />
      <div className="grid grid-cols-3 items-start gap-3">
        <Choice
          label="Or a wanted"
          name="side"
          value={side}
          onChange={(e) => setSide(e.target.value as Side)}
          options={sides.map((s) => [s, s] as const)}
        />
        <Field
          label="To be"
          name="wanted"
          value={typed}
          onChange={(e) => type(e.target.value)}
          placeholder="90 mm"
          hint="90 mm on the bench, or 6.5 m real"
        />
        <Field label="Why, if put off" name="reason" placeholder="not for this scene" />
      </div>
      {wanted && (
        <p className="text-[14px]" aria-live="polite">
          {wantedText(wanted, thinnestMm?.value ?? null, finish?.printer.process ?? null)}
        </p>
      )}
      <div className="flex flex-wrap gap-2">
        <Button type="submit" name="intent" value="wanted" disabled={!wanted}>
          Make it so
        </Button>
        <Button type="submit" name="intent" value="variant" disabled={!wanted}>
          Keep both
        </Button>
        <Button kind="quiet" type="submit" name="intent" value="put-off" disabled={!wanted}>
          Put it off
        </Button>
      </div>
    </fetcher.Form>
  );
}
