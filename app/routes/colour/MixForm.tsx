import { useEffect, useRef, useState } from "react";
import { Form, Link } from "react-router";
import type { Problem } from "#core/outcome";
import type { FoundMix } from "#core/paint/bestMixes";
import { hexOfLab, labOfHex } from "#core/paint/colour";
import { mixMeasures, type MixPrediction, type Paint, type Recipe } from "#core/paint/paint";
import { Button } from "#ui/Button";
import { ColourField } from "#ui/ColourField";
import { Choice, Field, Problems, Tick } from "#ui/Field";
import { ProgressLine } from "#ui/States";
import { findMixes } from "#workers/paint";
import { useJob } from "#app/hooks/useJob";
import { useScene } from "#app/routes/scenes/useScene";
import { laidFields } from "./forms";
import { HalfCircles } from "./HalfCircles";
import { differenceWords, forgives, type MixRow, mixRows, typedMix } from "./view";

/** A colour to begin with: a middling brown. */
const FIRST_TARGET = "#6f4a33";

/** A mix as it is typed, with its predicted colour, and the nearest mixes of pots that are owned. */
export function MixForm({
  recipe,
  problems,
}: {
  recipe: Recipe | null;
  problems: readonly Problem[] | undefined;
}) {
  const { paints } = useScene().input.workshop;
  const [rows, setRows] = useState(() => mixRows(recipe?.parts ?? []));
  const [target, setTarget] = useState(recipe?.target ? hexOfLab(recipe.target) : FIRST_TARGET);
  const change = (i: number, next: Partial<MixRow>) =>
    setRows((all) => all.map((r, k) => (k === i ? { ...r, ...next } : r)));
  const form = useShown(recipe !== null);
  return (
    <Form ref={form} method="post" className="panel grid gap-4 lg:grid-cols-[1.3fr_auto_1fr]">
      <div className="grid content-start gap-3">
        <h2>{recipe ? `Change ${recipe.name}` : "A new mix"}</h2>
        <Problems problems={problems} fields={["name", "thinner", ...laidFields]} />
        <input type="hidden" name="id" value={recipe?.id ?? ""} />
        <div className="grid grid-cols-2 items-start gap-3">
          <Field label="Name" name="name" defaultValue={recipe?.name ?? ""} problems={problems} />
          <ThinnerFields recipe={recipe} problems={problems} />
        </div>
        <LaidFields recipe={recipe} problems={problems} />
        <ColourField label="Wanted colour" name="target" value={target} onChange={setTarget} />
        {recipe?.swatch && (
          <Button onClick={() => setTarget(hexOfLab(recipe.swatch!))}>Want what it dried to</Button>
        )}
        {rows.map((row, i) => (
          <PotRow key={i} at={i} row={row} paints={paints} onChange={(next) => change(i, next)} />
        ))}
        <div className="flex gap-2">
          <Button kind="main" type="submit" name="intent" value="recipe">
            Keep the mix
          </Button>
          {recipe && (
            <Link className="button" data-kind="quiet" to="?">
              A new one
            </Link>
          )}
        </div>
      </div>
      <Predicted mix={typedMix(rows, target, paints)} target={target} />
      <FoundMixes target={target} paints={paints} onTake={(parts) => setRows(mixRows(parts))} />
    </Form>
  );
}

/** How thin it is laid, which has to be said, and what it is counted in. */
function ThinnerFields({
  recipe,
  problems,
}: {
  readonly recipe: Recipe | null;
  readonly problems: readonly Problem[] | undefined;
}) {
  const [unthinned, setUnthinned] = useState(
    recipe !== null && recipe.thinnerShare === 0 && !recipe.thinnerOpen,
  );
  return (
    <>
      <Field
        label="Thinner, %"
        name="thinner"
        problems={problems}
        type="number"
        min={0}
        max={400}
        disabled={unthinned}
        defaultValue={!recipe || recipe.thinnerOpen ? "" : Math.round(recipe.thinnerShare * 100)}
      />
      <Tick
        label="Laid unthinned"
        name="unthinned"
        value="on"
        checked={unthinned}
        onChange={(e) => setUnthinned(e.target.checked)}
      />
      <Choice
        label="Counted in"
        name="measure"
        defaultValue={recipe?.measure ?? "parts"}
        options={mixMeasures.map((m) => [m, m] as const)}
      />
    </>
  );
}

const laidLabels = {
  nozzleMm: "Nozzle, mm",
  bar: "Pressure, bar",
  distanceCm: "From, cm",
  passes: "Passes",
} as const;

/** How it is sprayed, and in how many passes with blotting between: said where it matters. */
const LaidFields = ({
  recipe,
  problems,
}: {
  readonly recipe: Recipe | null;
  readonly problems: readonly Problem[] | undefined;
}) => (
  <details open={recipe?.laid !== undefined}>
    <summary className="text-[14px]">How it is sprayed</summary>
    <div className="mt-2 grid grid-cols-2 items-end gap-3">
      {laidFields.map((name) => (
        <Field
          key={name}
          label={laidLabels[name]}
          name={name}
          inputMode="decimal"
          defaultValue={recipe?.laid?.[name] ?? ""}
          problems={problems}
        />
      ))}
    </div>
  </details>
);

/** Brings a form into sight when it is opened on something. */
function useShown(isChosen: boolean) {
  const form = useRef<HTMLFormElement>(null);
  useEffect(() => {
    if (isChosen) form.current?.scrollIntoView({ block: "nearest" });
  }, [isChosen]);
  return form;
}

function PotRow({
  at,
  row,
  paints,
  onChange,
}: {
  at: number;
  row: MixRow;
  paints: readonly Paint[];
  onChange: (next: Partial<MixRow>) => void;
}) {
  return (
    <div className="grid grid-cols-[1fr_90px] gap-2">
      <select
        className="input"
        name={`paint${at}`}
        aria-label={`Paint ${at + 1}`}
        value={row.paintId}
        onChange={(e) => onChange({ paintId: e.target.value, parts: row.parts || 1 })}
      >
        <option value="">–</option>
        {paints.map((p) => (
          <option key={p.id} value={p.id}>
            {p.name}
          </option>
        ))}
      </select>
      <input
        className="input figures"
        name={`parts${at}`}
        aria-label={`Parts of paint ${at + 1}`}
        type="number"
        min={0}
        step="0.5"
        value={row.parts}
        onChange={(e) => onChange({ parts: Number(e.target.value) })}
      />
    </div>
  );
}

function Predicted({ mix, target }: { mix: MixPrediction | null; target: string }) {
  return (
    <div className="grid content-center justify-items-center gap-1">
      {mix && (
        <>
          <HalfCircles result={hexOfLab(mix.lab)} target={target} />
          {mix.difference !== null && (
            <p aria-live="polite">
              {differenceWords(mix.difference)}
              <br />
              <span className="figures text-[14px] text-ink-2">ΔE {mix.difference.toFixed(1)}</span>
            </p>
          )}
        </>
      )}
    </div>
  );
}

function FoundMixes({
  target,
  paints,
  onTake,
}: {
  target: string;
  paints: readonly Paint[];
  onTake: (parts: FoundMix["parts"]) => void;
}) {
  const { job: search, start, stop } = useJob<readonly FoundMix[]>();
  const nameOf = (id: string) => paints.find((p) => p.id === id)!.name;
  const find = () => {
    const lab = labOfHex(target);
    if (lab.ok) void start((tell, signal) => findMixes(lab.value, paints, tell, signal));
  };
  return (
    <div className="grid content-start gap-2">
      {search.state === "running" ? (
        <ProgressLine
          what="Trying pots by ones, twos, threes and fours"
          share={search.share}
          onCancel={stop}
        />
      ) : (
        <Button onClick={find} disabled={paints.length === 0}>
          Find it in my pots
        </Button>
      )}
      {search.said !== "" && <p role="alert">{search.said}</p>}
      <ul className="grid gap-2" aria-live="polite">
        {(search.value ?? []).map((m, i) => (
          <li key={i}>
            <button
              type="button"
              className="flex w-full items-center gap-2 text-left hover:bg-primer-3"
              onClick={() => onTake(m.parts)}
            >
              <span
                aria-hidden="true"
                className="size-6 shrink-0 rounded-cut"
                style={{ background: hexOfLab(m.lab) }}
              />
              <span className="text-[14px]">
                {m.parts.map((p) => `${p.parts} ${nameOf(p.paintId)}`).join(" + ")}
                <span className="block text-[13px] text-ink-2">{forgives(m.parts, paints)}</span>
              </span>
              <span className="figures ml-auto text-right text-[13px] text-ink-2">
                ΔE {m.difference.toFixed(1)}
                {!m.isBest && <span className="block font-sans">best found</span>}
              </span>
            </button>
          </li>
        ))}
      </ul>
    </div>
  );
}
