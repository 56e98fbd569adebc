import { useState } from "react";
import type { Problem } from "#core/outcome";
import type { SchemeLayer } from "#core/paint/scheme";
import type { Part } from "#core/scene/part";
import { Choice, Field } from "#ui/Field";
import { useScene } from "#app/routes/scenes/useScene";
import { colourOptions, copyLines } from "./copyLines";
import { colourOf } from "./saidOfColour";

/** Other colours that a form asks for at once: three beside its own are usual. */
const ASKED = 3;

const saidOf = (layer: SchemeLayer | undefined) =>
  Array.from({ length: ASKED }, (_, i) => {
    const colour = layer?.among?.[i];
    return colour ? `${colour.kind}:${colour.id}` : "";
  });

/** What makes the copies of a part differ in one layer, and which copy takes what. */
export function CopiesFields({
  part,
  layer,
  problems,
}: {
  readonly part: Part;
  readonly layer: SchemeLayer | undefined;
  readonly problems: readonly Problem[] | undefined;
}) {
  const { workshop } = useScene().input;
  const [among, setAmong] = useState(() => saidOf(layer));
  const [onSome, setOnSome] = useState(layer?.onSome ? String(Math.round(100 * layer.onSome)) : "");
  const [seed, setSeed] = useState(String(layer?.seed ?? 1));
  const colours = among.map(colourOf).filter((c) => c !== null);
  const lines = copyLines(
    part,
    { layer, colours, onSome: Number(onSome) / 100, seed: Number(seed) },
    workshop,
  );
  return (
    <details className="sm:col-span-4" open={layer?.among !== undefined || layer?.onSome !== undefined}>
      <summary className="text-[14px]">Copies and panels that differ</summary>
      <div className="mt-2 grid items-end gap-3 sm:grid-cols-5">
        {among.map((value, i) => (
          <Choice
            key={i}
            label={`Or with, ${i + 1}`}
            name={`among${i}`}
            value={value}
            onChange={(e) => setAmong(among.map((v, k) => (k === i ? e.target.value : v)))}
            options={[["", "no other"], ...colourOptions(workshop)]}
          />
        ))}
        <SomeAndDraw {...{ onSome, setOnSome, seed, setSeed, problems }} />
      </div>
      <PanelFields layer={layer} problems={problems} />
      <ul className="mt-2 text-[14px]" aria-live="polite" aria-label="Which copy takes what">
        {lines.map(({ name, copies }) => (
          <li key={name}>
            {name}: <span className="figures">{copies}</span>
          </li>
        ))}
      </ul>
    </details>
  );
}

/** Panels, bricks or boards of one copy that take the colours one by one; empty where a copy has one colour. */
const PanelFields = ({
  layer,
  problems,
}: {
  readonly layer: SchemeLayer | undefined;
  readonly problems: readonly Problem[] | undefined;
}) => (
  <div className="mt-2 grid items-end gap-3 sm:grid-cols-5">
    <Field
      label="Or by panels: across"
      name="panelsAcross"
      type="number"
      min={1}
      defaultValue={layer?.panels?.across ?? ""}
      problems={problems}
    />
    <Field
      label="Panels down"
      name="panelsDown"
      type="number"
      min={1}
      defaultValue={layer?.panels?.down ?? ""}
      problems={problems}
    />
  </div>
);

/** On how many of the copies, and which draw of them. */
const SomeAndDraw = ({
  onSome,
  setOnSome,
  seed,
  setSeed,
  problems,
}: {
  readonly onSome: string;
  readonly setOnSome: (value: string) => void;
  readonly seed: string;
  readonly setSeed: (value: string) => void;
  readonly problems: readonly Problem[] | undefined;
}) => (
  <>
    <Field
      label="On so many of the copies, %"
      name="onSome"
      type="number"
      min={1}
      max={100}
      value={onSome}
      onChange={(e) => setOnSome(e.target.value)}
      problems={problems}
    />
    <Field
      label="Draw"
      name="seed"
      type="number"
      min={0}
      value={seed}
      onChange={(e) => setSeed(e.target.value)}
      problems={problems}
    />
  </>
);
