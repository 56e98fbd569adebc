import { useState } from "react";
import { Link, useFetcher } from "react-router";
import { ArrowDown, ArrowUp } from "lucide-react";
import type { Problem } from "#core/outcome";
import { whereWords } from "#core/paint/paintPlace";
import type { PaintSequence } from "#core/paint/paintSequence";
import type { SchemeLayer } from "#core/paint/scheme";
import type { PartPlan } from "#core/plan/parts/partPlan";
import { printOf, type Part } from "#core/scene/part";
import { Button } from "#ui/Button";
import { Choice } from "#ui/Field";
import { FigureView } from "#ui/FigureView";
import { useScene } from "#app/routes/scenes/useScene";
import { ClearTints } from "./ClearTints";
import { ChangedLayer, NewLayer } from "./LayerForm";
import { Masks } from "./Masks";
import { LadderForm } from "./LadderForm";
import { SchemeGrid } from "./SchemeGrid";
import { Spots } from "./Spots";
import { Sequences } from "./Sequences";
import { type LayerRow, layerRows } from "./view";
import { SheenChoice, Techniques } from "./ZoneSays";
import { buttons, figures, PlainTable } from "#ui/PlainTable";

/** The layers of one part from primer to seal, with what each takes. */
export function Scheme({
  planned,
  sequences,
}: {
  readonly planned: PartPlan;
  readonly sequences: readonly PaintSequence[];
}) {
  const { part, paintAssumed: isAssumed } = planned;
  const { input, plan } = useScene();
  const fetcher = useFetcher<{ problems: readonly Problem[] }>();
  const [zone, choose] = useState<number | null>(null);
  const on = part.zones.some((z) => z.number === zone) ? zone : null;
  const send = (what: Record<string, string>) =>
    void fetcher.submit({ partId: part.id, zone: String(on ?? ""), ...what }, { method: "post" });
  const rows = layerRows(part, input.workshop, plan, on);
  const [changing, change] = useState<string | null>(null);
  const changed = rows.find((r) => r.layer.id === changing)?.layer;
  return (
    <div className="mt-2 grid gap-3">
      {isAssumed && <AssumedLine part={part} />}
      <div className="flex flex-wrap items-end justify-between gap-3">
        <ZoneChoice part={part} zone={on} choose={choose} />
        <SheenChoice plan={planned} zone={on} />
        {rows.length > 0 && (
          <Link className="button" to={`/scenes/${part.sceneId}/painted/${part.id}`}>
            See it painted
          </Link>
        )}
      </div>
      <SchemeGrid part={part} shownZone={on} running={changing} onChoose={change} />
      <LayersTable rows={rows} isWhole={on === null} send={send} change={change} />
      <ClearTints
        part={part}
        onCoats={(layerId, coats) => send({ intent: "layer-coats", layerId, coats: String(coats) })}
      />
      {changed && (
        <ChangedLayer
          key={JSON.stringify(changed)}
          fetcher={fetcher}
          changed={changed}
          part={part}
          zone={on}
          change={change}
        />
      )}
      <NewLayer fetcher={fetcher} part={part} zone={on} changed={changed} isAssumed={isAssumed} />
      <LadderForm part={part} zone={on} isAssumed={isAssumed} />
      <Sequences key={part.id} plan={planned} zone={on} kept={sequences} />
      <Spots part={part} />
      <Techniques plan={planned} zone={on} />
      <Masks plan={planned} />
      {rows.length > 0 && <CopyScheme part={part} />}
    </div>
  );
}

/** Each layer with what it takes, changed, moved and taken off. */
const LayersTable = ({
  rows,
  isWhole,
  send,
  change,
}: {
  readonly rows: readonly LayerRow[];
  /** Of all zones, not of one. */
  readonly isWhole: boolean;
  readonly send: (what: Record<string, string>) => void;
  readonly change: (layerId: string) => void;
}) => (
  <PlainTable
    label="Layers"
    heads={[
      "layer",
      "with",
      "how",
      figures("coats"),
      figures("of the surface"),
      "takes",
      buttons("change, move, remove"),
    ]}
  >
    {rows.map((row, i) => (
      <LayerLine
        key={row.layer.id}
        row={row}
        first={i === 0}
        last={i === rows.length - 1}
        onChange={change}
        onMove={(layerId, by) => send({ intent: "move-layer", layerId, by })}
        onCoats={(layerId, coats) => send({ intent: "layer-coats", layerId, coats: String(coats) })}
        onRemove={(layerId) => send({ intent: "remove-layer", layerId })}
      />
    ))}
    {rows.length === 0 && (
      <tr>
        <td colSpan={7}>{isWhole ? "No layers yet: add the primer first." : "No layers on it."}</td>
      </tr>
    )}
  </PlainTable>
);

/** How much of it a layer covers, and where that was found. */
const CoverageCell = ({ layer }: { readonly layer: SchemeLayer }) => (
  <td data-figures>
    {Math.round(100 * layer.coverage)} %
    {whereWords(layer) !== "" && <span className="block text-[13px] text-ink-2">{whereWords(layer)}</span>}
  </td>
);

/** The layers are the usual ones: a change makes them this part's own. */
function AssumedLine({ part }: { readonly part: Part }) {
  const fetcher = useFetcher();
  return (
    <p className="flex flex-wrap items-center gap-3 text-[14px] text-ink-2">
      Assumed. Whatever is changed here makes them the layers of {part.name}.
      <Button
        kind="quiet"
        onClick={() => void fetcher.submit({ intent: "leave-bare", partId: part.id }, { method: "post" })}
      >
        Leave it bare
      </Button>
    </p>
  );
}

/** Whose layers are shown and changed: all zones' together, or one zone's. */
function ZoneChoice({
  part,
  zone,
  choose,
}: {
  readonly part: Part;
  readonly zone: number | null;
  readonly choose: (zone: number | null) => void;
}) {
  const { input } = useScene();
  const zones = (
    <Link
      to={`/scenes/${input.scene.id}/zones/${part.id}`}
      className="text-[14px] underline decoration-primer-3 underline-offset-4"
    >
      {part.zones.length === 1 ? "Paint it by zones" : "Its zones"}
    </Link>
  );
  if (part.zones.length === 1) return zones;
  return (
    <div className="flex flex-wrap items-center gap-2" role="group" aria-label="Layers of">
      {[null, ...part.zones].map((z) => (
        <Button
          key={z?.number ?? "all"}
          kind={(z?.number ?? null) === zone ? "main" : "plain"}
          aria-pressed={(z?.number ?? null) === zone}
          onClick={() => choose(z?.number ?? null)}
        >
          {z?.name ?? "all zones"}
        </Button>
      ))}
      {zones}
    </div>
  );
}

/** The same layers on other parts. */
function CopyScheme({ part }: { part: PartPlan["part"] }) {
  const { input } = useScene();
  const fetcher = useFetcher<{ problems: readonly Problem[] }>();
  const others = input.parts.filter((p) => p.id !== part.id && !printOf(p).pieceOf);
  if (others.length === 0) return null;
  return (
    <fetcher.Form method="post" className="flex flex-wrap items-end gap-3">
      <input type="hidden" name="partId" value={part.id} />
      <Choice
        label="The same layers on"
        name="to"
        problems={fetcher.data?.problems}
        options={[["bare", "all parts without layers"], ...others.map((p) => [p.id, p.name] as const)]}
      />
      <Button type="submit" name="intent" value="copy-scheme">
        Copy them
      </Button>
    </fetcher.Form>
  );
}

function LayerLine({
  row: { layer, on, with: name, hex, amount, instead, retyped, cover },
  first,
  last,
  onChange,
  onMove,
  onCoats,
  onRemove,
}: {
  row: LayerRow;
  first: boolean;
  last: boolean;
  onChange: (layerId: string) => void;
  onMove: (layerId: string, by: "up" | "down") => void;
  onCoats: (layerId: string, coats: number) => void;
  onRemove: (layerId: string) => void;
}) {
  return (
    <>
      <tr>
        <th scope="row">
          {layer.kind}
          {on && <span className="block text-[13px] font-normal text-ink-2">on {on}</span>}
        </th>
        <td>
          <span
            aria-hidden="true"
            className="mr-2 inline-block size-4 rounded-cut border border-primer-3 align-[-3px]"
            style={{ background: hex ?? "transparent" }}
          />
          {name}
        </td>
        <td>
          {layer.method}, {layer.effect ?? layer.sheen}
          {instead && <span className="block text-[13px] text-oxide">{instead}</span>}
        </td>
        <td data-figures>{layer.coats}</td>
        <CoverageCell layer={layer} />
        <td>{amount && <FigureView figure={amount} label={`${layer.kind}: amount`} />}</td>
        <LayerButtons
          onChange={onChange}
          layer={layer}
          first={first}
          onMove={onMove}
          last={last}
          onRemove={onRemove}
        />
      </tr>
      {cover && <CoverLine layer={layer} cover={cover} onCoats={onCoats} />}
      {retyped && (
        <tr>
          <td colSpan={7} className="text-[13px] text-ochre">
            {retyped}
          </td>
        </tr>
      )}
    </>
  );
}

/** Coats that would hide what lies below, laid at a tap. */
const CoverLine = ({
  layer,
  cover,
  onCoats,
}: {
  readonly layer: SchemeLayer;
  readonly cover: NonNullable<LayerRow["cover"]>;
  readonly onCoats: (layerId: string, coats: number) => void;
}) => (
  <tr>
    <td colSpan={7} className="text-[13px] text-ink-2">
      {cover.words}{" "}
      {cover.coats !== null && (
        <Button
          kind="quiet"
          aria-label={`Lay ${cover.coats} of the ${layer.kind}`}
          onClick={() => onCoats(layer.id, cover.coats!)}
        >
          Lay {cover.coats}
        </Button>
      )}
    </td>
  </tr>
);

function LayerButtons({
  onChange,
  layer,
  first,
  onMove,
  last,
  onRemove,
}: {
  readonly onChange: (layerId: string) => void;
  readonly layer: SchemeLayer;
  readonly first: boolean;
  readonly onMove: (layerId: string, by: "up" | "down") => void;
  readonly last: boolean;
  readonly onRemove: (layerId: string) => void;
}) {
  return (
    <td className="whitespace-nowrap">
      <Button kind="quiet" onClick={() => onChange(layer.id)} aria-label={`Change the ${layer.kind}`}>
        Change
      </Button>
      <Button
        kind="quiet"
        disabled={first}
        onClick={() => onMove(layer.id, "up")}
        aria-label={`Lay the ${layer.kind} sooner`}
      >
        <ArrowUp size={16} aria-hidden="true" />
      </Button>
      <Button
        kind="quiet"
        disabled={last}
        onClick={() => onMove(layer.id, "down")}
        aria-label={`Lay the ${layer.kind} later`}
      >
        <ArrowDown size={16} aria-hidden="true" />
      </Button>
      <Button kind="quiet" onClick={() => onRemove(layer.id)} aria-label={`Remove the ${layer.kind}`}>
        Remove
      </Button>
    </td>
  );
}
