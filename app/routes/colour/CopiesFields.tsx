import { useState } from "react";
import type { Problem } from "#core/outcome";
import type { SchemeLayer } from "#core/paint/scheme";
import type { Part } from "#core/scene/part";
import { Choice, Field } from "#ui/Field";
import { useScene } from "#app/routes/scenes/useScene";
import { colourOptions, copyLines, panelsTyped } from "./copyLines";
import { colourOf } from "./saidOfColour";

/** Copies whose panels are drawn in the form; the bench has them all. */
const MAPS_SHOWN = 8;
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
  const [across, setAcross] = useState(String(layer?.panels?.across ?? ""));
  const [down, setDown] = useState(String(layer?.panels?.down ?? ""));
  const colours = among.map(colourOf).filter((c) => c !== null);
  const lines = copyLines(
    part,
    {
      ...{ layer, colours, onSome: Number(onSome) / 100, seed: Number(seed) },
      panels: panelsTyped(across, down),
    },
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
      <PanelFields {...{ across, setAcross, down, setDown, problems }} />
      <ul className="mt-2 text-[14px]" aria-live="polite" aria-label="Which copy takes what">
        {lines.map(({ name, copies }) => (
          <li key={name}>
            {name}: <span className="figures">{copies}</span>
          </li>
        ))}
      </ul>
      {lines[0]?.maps && <PanelMaps maps={lines[0].maps} />}
    </details>
  );
}

/** How the panels of the first copies are drawn, each as its grid of letters. */
const PanelMaps = ({ maps }: { readonly maps: readonly string[] }) => (
  <div className="mt-2 flex flex-wrap gap-4 text-[13px]">
    {maps.slice(0, MAPS_SHOWN).map((map, i) => (
      <figure key={i}>
        <figcaption className="text-ink-2">copy {i + 1}</figcaption>
        <pre className="figures leading-tight">{map.replaceAll(" / ", "\n")}</pre>
      </figure>
    ))}
    {maps.length > MAPS_SHOWN && <p className="self-end text-ink-2">and {maps.length - MAPS_SHOWN} more</p>}
  </div>
);

/** Panels, bricks or boards of one copy that take the colours one by one; empty where a copy has one colour. */
const PanelFields = ({
  across,
  setAcross,
  down,
  setDown,
  problems,
}: {
  readonly across: string;
  readonly setAcross: (value: string) => void;
  readonly down: string;
  readonly setDown: (value: string) => void;
  readonly problems: readonly Problem[] | undefined;
}) => (
  <div className="mt-2 grid items-end gap-3 sm:grid-cols-5">
    <Field
      label="Or by panels: across"
      name="panelsAcross"
      type="number"
      min={1}
      value={across}
      onChange={(e) => setAcross(e.target.value)}
      problems={problems}
    />
    <Field
      label="Panels down"
      name="panelsDown"
      type="number"
      min={1}
      value={down}
      onChange={(e) => setDown(e.target.value)}
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
