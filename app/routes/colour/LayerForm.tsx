import { type ReactNode, useState } from "react";
import type { FetcherWithComponents } from "react-router";
import type { Problem } from "#core/outcome";
import { productName } from "#core/materials/products";
import { methods } from "#core/paint/amount";
import { coatProducts } from "#core/paint/coatProducts";
import { kindOf, layerKindNames, type LayerKind } from "#core/paint/layerKinds";
import { loads } from "#core/paint/load";
import { finishEffects, isTakenBack, metals, type SchemeLayer, strokes } from "#core/paint/scheme";
import { schemeOf, type Part } from "#core/scene/part";
import { Button } from "#ui/Button";
import { Choice, Field, Problems, Tick } from "#ui/Field";
import { useScene } from "#app/routes/scenes/useScene";
import { CopiesFields } from "./CopiesFields";
import { asksOf } from "./layerAsks";
import { WhereFields } from "./WhereFields";

type Fetcher = FetcherWithComponents<{ problems: readonly Problem[] }>;
const sheens: readonly SchemeLayer["sheen"][] = ["matte", "satin", "gloss"];
const asOptions = (names: readonly string[]) => names.map((name) => [name, name] as const);

export function NewLayer({
  fetcher,
  part,
  zone,
  changed,
  isAssumed,
}: {
  readonly zone: number | null;
  readonly fetcher: Fetcher;
  readonly part: Part;
  readonly changed: SchemeLayer | undefined;
  readonly isAssumed: boolean;
}) {
  return (
    <details className="panel">
      <summary className="font-head font-semibold">Add a layer</summary>
      <fetcher.Form
        key={schemeOf(part).length}
        method="post"
        className="mt-2 grid items-end gap-3 sm:grid-cols-4"
      >
        {isAssumed && <Afresh />}
        <LayerFields part={part} zone={zone} problems={changed ? undefined : fetcher.data?.problems} />
      </fetcher.Form>
    </details>
  );
}

export function ChangedLayer({
  fetcher,
  changed,
  part,
  zone,
  change,
}: {
  readonly zone: number | null;
  readonly fetcher: Fetcher;
  readonly changed: SchemeLayer;
  readonly part: Part;
  readonly change: (value: string | null) => void;
}) {
  return (
    <fetcher.Form
      method="post"
      className="panel grid items-end gap-3 sm:grid-cols-4"
      aria-label={`Change the ${changed.kind}`}
    >
      <h3 className="sm:col-span-4">Change the {changed.kind}</h3>
      <LayerFields part={part} zone={zone} layer={changed} problems={fetcher.data?.problems} />
      <Button onClick={() => change(null)}>Leave it</Button>
    </fetcher.Form>
  );
}

/** Whether the layers that were assumed go when the first own one comes. */
export const Afresh = () => (
  <div className="sm:col-span-4">
    <Tick label="Without the layers that are assumed" name="afresh" value="on" />
  </div>
);

type Fields = {
  readonly part: Part;
  readonly zone: number | null;
  readonly layer?: SchemeLayer;
  readonly problems: readonly Problem[] | undefined;
};

/** All that can be said of a layer; what its kind never needs is not asked. */
function LayerFields({ part, zone, layer, problems }: Fields) {
  const [kind, setKind] = useState<LayerKind>(layer?.kind ?? "primer");
  const [method, setMethod] = useState<string>(layer?.method ?? "brush");
  return (
    <>
      <Problems
        problems={problems}
        fields={["coats", "coverage", "mostShare", "onSome", "seed", "panelsAcross", "panelsDown"]}
      />
      <input type="hidden" name="partId" value={part.id} />
      <input type="hidden" name="zone" value={zone ?? ""} />
      {layer && <input type="hidden" name="layerId" value={layer.id} />}
      <Choice
        label="Layer"
        name="kind"
        value={kind}
        onChange={(e) => setKind(e.target.value as LayerKind)}
        options={layerKindNames.map((k) => [k, kindOf(k).says] as const)}
      />
      <LaidWith layer={layer} method={method} setMethod={setMethod} />
      <AmountFields {...{ part, zone, kind, method, layer, problems }} />
      <details className="sm:col-span-4">
        <summary className="text-[14px]">Brush, strokes, and what it must bear</summary>
        <div className="mt-2 grid items-end gap-3 sm:grid-cols-4">
          <HandFields key={kind} kind={kind} layer={layer} problems={problems} />
        </div>
      </details>
      <CopiesFields part={part} layer={layer} problems={problems} />
      <Button kind="main" type="submit" name="intent" value="layer">
        {layer ? "Set" : "Add it"}
      </Button>
    </>
  );
}

function LaidWith({
  layer,
  method,
  setMethod,
}: {
  readonly layer: SchemeLayer | undefined;
  readonly method: string;
  readonly setMethod: (method: string) => void;
}) {
  const { recipes, paints } = useScene().input.workshop;
  return (
    <>
      <Choice
        label="With"
        name="what"
        defaultValue={layer?.colour ? `${layer.colour.kind}:${layer.colour.id}` : ""}
        options={[
          ["", "the product alone"],
          ...recipes.map((r) => [`recipe:${r.id}`, r.name] as const),
          ...paints.map((p) => [`paint:${p.id}`, p.name] as const),
        ]}
      />
      <Choice
        label="Family"
        name="product"
        defaultValue={layer?.product ?? "acrylic"}
        options={coatProducts.map((id) => [id, productName(id)] as const)}
      />
      <Choice
        label="How"
        name="method"
        value={method}
        onChange={(e) => setMethod(e.target.value)}
        options={asOptions(Object.keys(methods))}
      />
      <Choice label="Sheen" name="sheen" defaultValue={layer?.sheen} options={asOptions(sheens)} />
      <Choice
        label="Metal or texture"
        name="effect"
        defaultValue={layer?.effect ?? ""}
        options={[["", "neither"], ...asOptions(finishEffects)]}
      />
    </>
  );
}

function AmountFields({
  part,
  zone,
  kind,
  method,
  layer,
  problems,
}: {
  readonly part: Part;
  readonly zone: number | null;
  readonly kind: LayerKind;
  readonly method: string;
  readonly layer: SchemeLayer | undefined;
  readonly problems: readonly Problem[] | undefined;
}) {
  return (
    <>
      <Field
        label="Coats"
        name="coats"
        type="number"
        min={1}
        max={20}
        defaultValue={layer?.coats ?? 1}
        problems={problems}
      />
      <WhereFields key={kind} {...{ part, zone, kind, method, layer, problems }} />
    </>
  );
}

/** What the hand does, and what the layer must bear or give back: only what its kind may need. */
function HandFields({
  kind,
  layer,
  problems,
}: {
  readonly kind: LayerKind;
  readonly layer: SchemeLayer | undefined;
  readonly problems: readonly Problem[] | undefined;
}) {
  const asks = asksOf(kind);
  const tick = (name: keyof typeof asks, label: string, on: boolean | undefined): ReactNode =>
    asks[name] ? <Tick label={label} name={name} value="on" defaultChecked={on === true} /> : null;
  return (
    <>
      {asks.metal && (
        <Choice
          label="Metal"
          name="metal"
          defaultValue={layer?.metal ?? "iron"}
          options={asOptions(metals)}
        />
      )}
      <BrushFields layer={layer} />
      {asks.mostShare && (
        <Field
          label="At most, %"
          name="mostShare"
          type="number"
          min={1}
          max={100}
          defaultValue={layer?.mostShare ? Math.round(100 * layer.mostShare) : ""}
          problems={problems}
        />
      )}
      {tick("pinOnly", "Only in lines and round rivets", layer?.pinOnly)}
      {tick("intoWet", "Into the wet of the one before", layer?.intoWet)}
      {tick("mustStay", "Free-hand, must stay as it is", layer?.mustStay)}
      {tick("takeBack", "I may want to take this back", layer ? isTakenBack(layer) : kindOf(kind).takenBack)}
      {tick("trialFirst", "Try it on one field first", layer?.trialFirst)}
      <Choice
        label="Where it slips, lay again"
        name="backTo"
        defaultValue={String(layer?.backTo ?? "")}
        options={backWords}
      />
    </>
  );
}

/** How far a slip goes back. */
const backWords = [
  ["", "nothing but it"],
  ["1", "the layer below it first"],
  ["2", "two layers below it first"],
  ["3", "three layers below it first"],
] as const;

/** How the brush goes over it. */
const BrushFields = ({ layer }: { readonly layer: SchemeLayer | undefined }) => (
  <>
    <Choice
      label="Brush loaded"
      name="load"
      defaultValue={layer?.load ?? ""}
      options={[["", "as usual"], ...asOptions(loads)]}
    />
    <Choice
      label="Brush"
      name="brush"
      defaultValue={layer?.brush ?? ""}
      options={[
        ["", "as usual"],
        ["wide", "wide"],
        ["small", "small"],
      ]}
    />
    <Choice
      label="Strokes"
      name="stroke"
      defaultValue={layer?.stroke ?? ""}
      options={[["", "any way"], ...asOptions(strokes)]}
    />
  </>
);
