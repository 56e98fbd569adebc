import { useState } from "react";
import { useFetcher } from "react-router";
import type { Problem } from "#core/outcome";
import { TONES } from "#core/paint/tones";
import { useScene } from "#app/routes/scenes/useScene";
import { Button } from "#ui/Button";
import { Choice, Field, Problems } from "#ui/Field";
import { BATCH_ML, baseOf, bases, ladderOf, type LadderSaid, lightest, toneRow } from "./toneLadder";

/** Tones from one base at even steps of lightness, each in parts of the base and of one other pot; kept as mixes. */
export function Tones() {
  const { recipes, paints } = useScene().input.workshop;
  const fetcher = useFetcher<{ problems: readonly Problem[] }>();
  const all = bases({ recipes, paints });
  const [said, setSaid] = useState<LadderSaid>({
    ...{ base: all[0]?.[0] ?? "", toward: lightest(paints) },
    ...{ count: TONES.usual, topParts: 3 },
  });
  const set = (patch: Partial<LadderSaid>) => setSaid((s) => ({ ...s, ...patch }));
  if (paints.length < 2) return null;
  return (
    <fetcher.Form id="tones" method="post" className="panel grid gap-3" aria-label="Tones from one base">
      <h2>Tones from one base</h2>
      <Problems problems={fetcher.data?.problems} />
      <div className="grid items-end gap-3 sm:grid-cols-4">
        <Choice
          label="Base"
          name="base"
          value={said.base}
          options={all}
          onChange={(e) => set({ base: e.target.value })}
        />
        <Choice
          label="Lighter or darker with"
          name="toward"
          value={said.toward}
          options={paints.map((p) => [p.id, p.name] as const)}
          onChange={(e) => set({ toward: e.target.value })}
        />
        <Field
          label="Tones"
          name="count"
          type="number"
          min={TONES.least}
          max={TONES.most}
          value={said.count}
          onChange={(e) => set({ count: Number(e.target.value) })}
        />
        <Field
          label="Its parts to one of the base at the end"
          name="topParts"
          type="number"
          min={0.25}
          max={12}
          step={0.25}
          value={said.topParts}
          onChange={(e) => set({ topParts: Number(e.target.value) })}
        />
      </div>
      <Ladder said={said} />
      <Button kind="main" type="submit" name="intent" value="tones" className="justify-self-start">
        Keep them as mixes
      </Button>
    </fetcher.Form>
  );
}

/** The tones beside each other as a strip, each with what it is mixed of. */
function Ladder({ said }: { readonly said: LadderSaid }) {
  const { recipes, paints } = useScene().input.workshop;
  const tones = said.topParts > 0 ? ladderOf(said, { recipes, paints }) : [];
  const base = baseOf(said.base, { recipes, paints })?.name ?? "";
  const toward = paints.find((p) => p.id === said.toward)?.name ?? "";
  return (
    <ol className="grid auto-cols-fr grid-flow-col" aria-label="The tones">
      {tones.map((tone, i) => {
        const { hex, words, lightness, drops } = toneRow(tone, base, toward);
        return (
          <li key={i} className="grid content-start gap-1 text-[13px]">
            <span aria-hidden className="h-16" style={{ background: hex }} />
            <strong className="pr-2 font-semibold">{words}</strong>
            <span className="figures pr-2 text-ink-2">{lightness}</span>
            <span className="figures pr-2 text-ink-2">
              {drops.join(" + ")} drops for {BATCH_ML} ml
            </span>
          </li>
        );
      })}
    </ol>
  );
}
