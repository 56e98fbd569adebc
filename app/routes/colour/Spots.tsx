import { useState } from "react";
import { useFetcher } from "react-router";
import type { Problem } from "#core/outcome";
import { hexOfLab } from "#core/paint/colour";
import type { Part } from "#core/scene/part";
import { Button } from "#ui/Button";
import { ColourField } from "#ui/ColourField";
import { Field, Tick } from "#ui/Field";

/** Every colour spot of the reference that must not be lost, to be ticked once it is painted. */
export function Spots({ part }: { readonly part: Part }) {
  const fetcher = useFetcher<{ problems: readonly Problem[] }>();
  const spots = part.spots ?? [];
  const left = spots.filter((s) => !s.done).length;
  const send = (intent: "spot-done" | "spot-remove", spotId: string) =>
    void fetcher.submit({ intent, partId: part.id, spotId }, { method: "post" });
  return (
    <details className="panel" open={left > 0}>
      <summary className="font-head font-semibold">
        Colour spots not to forget{spots.length > 0 && `: ${left} of ${spots.length} left`}
      </summary>
      <ul className="mt-2 grid gap-1" aria-label="Colour spots">
        {spots.map(({ id, name, lab, done }) => (
          <li key={id} className="flex items-center gap-3">
            <span
              aria-hidden
              className="size-6 shrink-0 rounded-cut border border-primer-3"
              style={{ background: hexOfLab(lab) }}
            />
            <Tick label={name} checked={done} onChange={() => send("spot-done", id)} />
            <Button kind="quiet" aria-label={`Remove ${name}`} onClick={() => send("spot-remove", id)}>
              Remove
            </Button>
          </li>
        ))}
      </ul>
      <NewSpot key={spots.length} part={part} />
    </details>
  );
}

function NewSpot({ part }: { readonly part: Part }) {
  const fetcher = useFetcher<{ problems: readonly Problem[] }>();
  const [hex, setHex] = useState("#9a3b2e");
  return (
    <fetcher.Form
      method="post"
      className="mt-2 grid items-end gap-3 sm:grid-cols-3"
      aria-label="A colour spot"
    >
      <input type="hidden" name="partId" value={part.id} />
      <Field label="What it is" name="spotName" problems={fetcher.data?.problems} />
      <ColourField
        label="Its colour"
        name="spotHex"
        value={hex}
        onChange={setHex}
        problems={fetcher.data?.problems}
      />
      <Button type="submit" name="intent" value="spot" className="justify-self-start">
        Put it on the list
      </Button>
    </fetcher.Form>
  );
}
