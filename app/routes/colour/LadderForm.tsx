import { useState } from "react";
import { useFetcher } from "react-router";
import type { Problem } from "#core/outcome";
import { RUNGS, rungShares } from "#core/paint/ladder";
import type { Part } from "#core/scene/part";
import { painted } from "#core/scene/zone";
import { useScene } from "#app/routes/scenes/useScene";
import { Button } from "#ui/Button";
import { Choice, Problems, Tick } from "#ui/Field";
import { Afresh } from "./LayerForm";
import { byLightness } from "./rungs";

/** Drybrushed layers from dark to light, laid in one. */
export function LadderForm({
  part,
  zone,
  isAssumed,
}: {
  readonly part: Part;
  readonly zone: number | null;
  readonly isAssumed: boolean;
}) {
  const { workshop } = useScene().input;
  const fetcher = useFetcher<{ problems: readonly Problem[] }>();
  const [rungs, setRungs] = useState(RUNGS.most as number);
  const options = [["", "not chosen yet"], ...byLightness(workshop)] as const;
  return (
    <details className="panel">
      <summary className="font-head font-semibold">Lay a ladder from dark to light</summary>
      <fetcher.Form method="post" className="mt-2 grid items-end gap-3 sm:grid-cols-4">
        <div className="sm:col-span-4">
          <Problems problems={fetcher.data?.problems} />
          <p className="text-[14px] text-ink-2">
            Each rung is drier and covers less than the one below: {shareWords(rungs)} of the surface, the
            first two with a wide brush.
          </p>
        </div>
        {isAssumed && <Afresh />}
        <input type="hidden" name="partId" value={part.id} />
        <input type="hidden" name="zone" value={zone ?? ""} />
        <Choice
          label="Rungs"
          name="rungs"
          value={String(rungs)}
          onChange={(e) => setRungs(Number(e.target.value))}
          options={["2", "3", "4"].map((n) => [n, n] as const)}
        />
        {Array.from({ length: rungs }, (_, i) => (
          <Choice
            key={i}
            label={`Rung ${i + 1}${i === 0 ? ", darkest" : i === rungs - 1 ? ", lightest" : ""}`}
            name={`rung${i}`}
            options={options}
          />
        ))}
        <div className="sm:col-span-4">
          <Tick label="Its first tone is the base: it covers all, in two coats" name="asBase" value="on" />
        </div>
        {zone === null && part.zones.length > 1 && <ZoneStarts part={part} rungs={rungs} />}
        <Button kind="main" type="submit" name="intent" value="ladder">
          Lay the ladder
        </Button>
      </fetcher.Form>
    </details>
  );
}

/** From which rung each zone begins, and how many it climbs: nothing below its start comes onto it. */
const ZoneStarts = ({ part, rungs }: { readonly part: Part; readonly rungs: number }) => (
  <fieldset className="grid gap-2 sm:col-span-4">
    <legend className="text-[14px]">Where each zone begins</legend>
    {painted(part.zones).map(({ number, name }) => (
      <div key={number} className="grid items-end gap-3 sm:grid-cols-4">
        <Choice
          label={`${name} begins with`}
          name={`start${number}`}
          options={Array.from({ length: rungs }, (_, i) => [String(i + 1), `rung ${i + 1}`] as const)}
        />
        <Choice
          label={`${name} climbs`}
          name={`climbs${number}`}
          options={[
            ["", "to the last"],
            ...Array.from({ length: rungs }, (_, i) => [String(i), `${i}`] as const),
          ]}
        />
      </div>
    ))}
  </fieldset>
);

const shareWords = (rungs: number): string =>
  `${rungShares(rungs)
    .map((share) => Math.round(100 * share))
    .join(", ")} %`;
