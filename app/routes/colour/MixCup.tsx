import { useState } from "react";
import { useFetcher } from "react-router";
import type { Problem } from "#core/outcome";
import { hexOfLab } from "#core/paint/colour";
import { cupOf, partsOf, withDrop, withoutLast } from "#core/paint/cup";
import { predictMix, type Recipe } from "#core/paint/paint";
import { useScene } from "#app/routes/scenes/useScene";
import { Button } from "#ui/Button";
import { Problems } from "#ui/Field";
import { HalfCircles } from "./HalfCircles";
import { differenceWords } from "./view";

/** A mix as it comes about: every drop is a tap, with the running ratio, its colour and how far that is off. */
export function MixCup({ recipe }: { readonly recipe: Recipe }) {
  const { paints } = useScene().input.workshop;
  const fetcher = useFetcher<{ problems: readonly Problem[] }>();
  const [cup, setCup] = useState(() => cupOf(recipe));
  const [other, setOther] = useState("");
  const parts = partsOf(cup);
  const mix = predictMix({ ...recipe, parts }, new Map(paints.map((p) => [p.id, p])));
  const nameOf = (id: string) => paints.find((p) => p.id === id)?.name ?? "a pot that is gone";
  const send = (intent: "cup" | "variant") =>
    void fetcher.submit(
      { intent, id: recipe.id, parts: JSON.stringify(parts), additions: JSON.stringify(cup.additions) },
      { method: "post" },
    );
  const add = (id: string) => setCup((c) => withDrop(c, id));
  return (
    <section aria-label="At the cup" className="grid gap-2 border-t border-primer-3 pt-3">
      <h3>At the cup</h3>
      <Problems problems={fetcher.data?.problems} />
      <div className="flex items-center gap-3">
        {mix && (
          <HalfCircles result={hexOfLab(mix.lab)} target={recipe.target ? hexOfLab(recipe.target) : null} />
        )}
        <p aria-live="polite" className="text-[14px]">
          <b className="figures">{parts.map((p) => p.parts).join(" : ")}</b>
          {mix && mix.difference !== null && (
            <>
              <br />
              {differenceWords(mix.difference)},{" "}
              <span className="figures">ΔE {mix.difference.toFixed(1)}</span>
            </>
          )}
        </p>
      </div>
      <ul className="grid gap-2">
        {[...cup.drops].map(([id, drops]) => (
          <li key={id} className="flex items-center justify-between gap-2 text-[14px]">
            <span>
              {nameOf(id)} <span className="figures text-ink-2">{drops}</span>
            </span>
            <Button aria-label={`+ 1 drop of ${nameOf(id)}`} onClick={() => add(id)}>
              + 1 drop
            </Button>
          </li>
        ))}
      </ul>
      <OtherPot chosen={other} choose={setOther} onAdd={() => add(other)} />
      <div className="flex flex-wrap gap-2">
        <Button kind="main" disabled={cup.additions.length === 0} onClick={() => send("cup")}>
          Accepted
        </Button>
        <Button disabled={cup.additions.length === 0} onClick={() => send("variant")}>
          Keep as a variant
        </Button>
        <Button kind="quiet" disabled={cup.additions.length === 0} onClick={() => setCup(withoutLast)}>
          Not that drop
        </Button>
      </div>
    </section>
  );
}

/** A pot that is not in the mix yet. */
function OtherPot({
  chosen,
  choose,
  onAdd,
}: {
  readonly chosen: string;
  readonly choose: (id: string) => void;
  readonly onAdd: () => void;
}) {
  const { paints } = useScene().input.workshop;
  return (
    <div className="flex gap-2">
      <select
        className="input min-w-0"
        aria-label="Another pot"
        value={chosen}
        onChange={(e) => choose(e.target.value)}
      >
        <option value="">another pot</option>
        {paints.map((p) => (
          <option key={p.id} value={p.id}>
            {p.name}
          </option>
        ))}
      </select>
      <Button disabled={chosen === ""} aria-label="+ 1 drop of the other pot" onClick={onAdd}>
        + 1 drop
      </Button>
    </div>
  );
}
