import { useState } from "react";
import { type FetcherWithComponents, useFetcher } from "react-router";
import type { Problem } from "#core/outcome";
import { realText } from "#core/scale/lengthFormat";
import {
  type CheckedChain,
  type CheckedDrawing,
  type CheckedLine,
  checkDrawing,
} from "#core/scale/drawingCheck";
import type { OnPicture } from "#core/scale/drawnLine";
import type { Drawing } from "#core/scene/drawing";
import { useRowsOfScene } from "#app/hooks/useRowsOfScene";
import { Button } from "#ui/Button";
import { Choice, Field, Problems } from "#ui/Field";
import { buttons, figures, PlainTable } from "#ui/PlainTable";
import { DrawingPicture } from "./DrawingPicture";

type Kept = FetcherWithComponents<{ problems: readonly Problem[] } | undefined>;

/** Pictures of drawings under a ruler: what a dimension says against what it measures, and chains added up. */
export function Drawings({ sceneId }: { readonly sceneId: string }) {
  const drawings = useRowsOfScene("drawings", sceneId);
  const kept: Kept = useFetcher();
  return (
    <section aria-label="Drawings" className="grid gap-4">
      <h2>Drawings</h2>
      {drawings.map((d) => (
        <OneDrawing key={d.id} drawing={d} />
      ))}
      <kept.Form method="post" encType="multipart/form-data" className="flex flex-wrap items-end gap-3">
        <Field
          label="A picture of a drawing"
          name="drawing"
          type="file"
          accept="image/jpeg,image/png,image/webp"
          hint="one typed dimension sets its scale; every other one is compared with its length"
          problems={kept.data?.problems}
        />
        <Button type="submit" name="intent" value="drawing-add">
          Put it under the ruler
        </Button>
      </kept.Form>
    </section>
  );
}

function OneDrawing({ drawing }: { readonly drawing: Drawing }) {
  const kept: Kept = useFetcher();
  const [tapped, setTapped] = useState({ ends: [] as readonly OnPicture[], lines: 0 });
  // Ends are of the next dimension: when one was added they have done their work.
  const ends = tapped.lines === drawing.lines.length ? tapped.ends : [];
  const checked = checkDrawing(drawing);
  const problems = kept.data?.problems;
  const send = (fields: Readonly<Record<string, string>>) =>
    void kept.submit({ drawingId: drawing.id, ...fields }, { method: "post" });
  const tap = (at: OnPicture) =>
    setTapped({ ends: ends.length === 1 ? [ends[0]!, at] : [at], lines: drawing.lines.length });
  return (
    <article className="panel grid gap-3" aria-label={drawing.name}>
      <div className="flex flex-wrap items-baseline gap-3">
        <h3>{drawing.name}</h3>
        <p className="text-[14px] text-ink-2">{scaleText(checked, drawing)}</p>
        <Button
          kind="quiet"
          className="ml-auto text-oxide"
          onClick={() => send({ intent: "drawing-remove" })}
        >
          Take the drawing away
        </Button>
      </div>
      <Problems problems={problems} fields={["x1", "lineReal", "overallId", ...realFields(drawing)]} />
      <div className="grid gap-4">
        <DrawingPicture drawing={drawing} checked={checked} ends={ends} onTap={tap} />
        <div className="grid min-w-0 content-start gap-4">
          <LineForm kept={kept} drawing={drawing} ends={ends} problems={problems} />
          {checked.lines.length > 0 && (
            <LinesTable kept={kept} checked={checked} drawing={drawing} send={send} />
          )}
        </div>
      </div>
      {checked.lines.length > 2 && <Chains kept={kept} checked={checked} drawing={drawing} send={send} />}
    </article>
  );
}

const realFields = ({ lines }: Drawing) => lines.map((l) => `real-${l.id}`);

function scaleText({ mmPerWidth }: CheckedDrawing, { lines, rulerId }: Drawing): string {
  const ruler = lines.find((l) => l.id === rulerId);
  if (!ruler) return "Tap both ends of one dimension and type what it says: that is the ruler.";
  if (mmPerWidth === null) return `${ruler.name} has no length in the picture; measure by another.`;
  return `measured by ${ruler.name}, ${realText(ruler.realMm)}: the picture is ${realText(mmPerWidth)} wide`;
}

const percent = (v: number | undefined) => (v === undefined ? "" : (100 * v).toFixed(2));

/** A dimension: its two ends, tapped or typed, and what it says. */
function LineForm({
  kept,
  drawing,
  ends,
  problems,
}: {
  readonly kept: Kept;
  readonly drawing: Drawing;
  readonly ends: readonly OnPicture[];
  readonly problems: readonly Problem[] | undefined;
}) {
  const [from, to] = ends;
  return (
    <kept.Form
      method="post"
      className="grid grid-cols-2 items-start gap-3"
      aria-label="A dimension"
      key={drawing.lines.length}
    >
      <input type="hidden" name="drawingId" value={drawing.id} />
      <Field label="It says" name="lineReal" placeholder="1.20 m" problems={problems} />
      <Field label="Called" name="lineName" placeholder="gate" />
      <details className="col-span-2 text-[14px]" open={problems?.some((p) => p.path[0] === "x1")}>
        <summary>
          Its ends {to ? "are tapped" : from ? "– one is tapped" : "– tap them on the drawing"}
        </summary>
        <div className="mt-2 grid grid-cols-4 gap-2" key={JSON.stringify(ends)}>
          <Field label="from left, %" name="x1" defaultValue={percent(from?.[0])} problems={problems} />
          <Field label="from top, %" name="y1" defaultValue={percent(from?.[1])} />
          <Field label="to left, %" name="x2" defaultValue={percent(to?.[0])} />
          <Field label="to top, %" name="y2" defaultValue={percent(to?.[1])} />
        </div>
      </details>
      <Button type="submit" name="intent" value="drawing-line" className="justify-self-start">
        Add the dimension
      </Button>
    </kept.Form>
  );
}

type Send = (fields: Readonly<Record<string, string>>) => void;

function LinesTable({
  kept,
  checked,
  drawing,
  send,
}: {
  readonly kept: Kept;
  readonly checked: CheckedDrawing;
  readonly drawing: Drawing;
  readonly send: Send;
}) {
  return (
    <PlainTable
      label={`Dimensions of ${drawing.name}`}
      heads={["dimension", figures("says"), figures("measures"), figures("off"), buttons("what else")]}
    >
      {checked.lines.map((c, i) => (
        <LineRow
          key={c.line.id}
          number={i + 1}
          of={c}
          isRuler={c.line.id === drawing.rulerId}
          kept={kept}
          drawing={drawing}
          send={send}
        />
      ))}
    </PlainTable>
  );
}

type RowGiven = {
  readonly of: CheckedLine;
  readonly drawing: Drawing;
  readonly kept: Kept;
  readonly send: Send;
};

function LineRow({
  number,
  isRuler,
  ...given
}: RowGiven & { readonly number: number; readonly isRuler: boolean }) {
  const { line, measuredMm, off, isOff } = given.of;
  return (
    <tr className={isOff ? "text-oxide" : undefined}>
      <th scope="row" className="!font-normal">
        {number} {line.name}
      </th>
      <td data-figures>
        <Says {...given} />
      </td>
      <td data-figures>{measuredMm === null ? "–" : realText(measuredMm)}</td>
      <td data-figures>{isRuler ? "ruler" : off === null ? "–" : `${Math.round(100 * off) + 0} %`}</td>
      <td className="whitespace-nowrap">
        <LineButtons {...given} isRuler={isRuler} />
      </td>
    </tr>
  );
}

/** What a dimension says, to be typed again where it was misread. */
function Says({ of: { line }, drawing, kept }: RowGiven) {
  const field = `real-${line.id}`;
  const problem = kept.data?.problems.find((p) => p.path[0] === field);
  return (
    <>
      <kept.Form method="post" className="flex items-center justify-end gap-1">
        <input type="hidden" name="drawingId" value={drawing.id} />
        <input type="hidden" name="lineId" value={line.id} />
        <input
          className="input w-24 text-right"
          name={field}
          aria-label={`${line.name} says`}
          aria-invalid={problem ? true : undefined}
          defaultValue={realText(line.realMm)}
          key={line.realMm}
          autoComplete="off"
        />
        <Button
          kind="quiet"
          type="submit"
          name="intent"
          value="drawing-real"
          aria-label={`Correct ${line.name}`}
        >
          Set
        </Button>
      </kept.Form>
      {problem && <p className="text-[13px]">{problem.message}</p>}
    </>
  );
}

function LineButtons({ of: { line }, isRuler, send }: RowGiven & { readonly isRuler: boolean }) {
  const button = (words: string, label: string, intent: string) => (
    <Button kind="quiet" aria-label={label} onClick={() => send({ intent, lineId: line.id })}>
      {words}
    </Button>
  );
  return (
    <>
      {!isRuler && button("Measure by it", `Measure by ${line.name}`, "drawing-ruler")}
      {button("To the ledger", `${line.name} to the ledger`, "drawing-ledger")}
      {button("Out", `Take ${line.name} out`, "drawing-line-remove")}
    </>
  );
}

/** Chains: which dimensions lie end to end, and under which one. */
function Chains({
  kept,
  checked,
  drawing,
  send,
}: {
  readonly kept: Kept;
  readonly checked: CheckedDrawing;
  readonly drawing: Drawing;
  readonly send: Send;
}) {
  const [ticked, setTicked] = useState<ReadonlySet<string>>(new Set());
  const toggle = (id: string) =>
    setTicked((before) => {
      const next = new Set(before);
      if (!next.delete(id)) next.add(id);
      return next;
    });
  return (
    <div className="grid gap-2">
      <h4>Chains</h4>
      {checked.chains.map((c) => (
        <ChainLine
          key={c.chain.id}
          of={c}
          remove={() => send({ intent: "drawing-chain-remove", chainId: c.chain.id })}
        />
      ))}
      <kept.Form
        method="post"
        className="flex flex-wrap items-end gap-3"
        aria-label="A chain"
        onSubmit={() => setTicked(new Set())}
      >
        <input type="hidden" name="drawingId" value={drawing.id} />
        <input type="hidden" name="lineIds" value={[...ticked].join(" ")} />
        <fieldset className="flex flex-wrap gap-x-4">
          <legend className="text-[13px] text-ink-2">These lie end to end</legend>
          {drawing.lines.map((l) => (
            <label key={l.id} className="flex items-center gap-2 py-1">
              <input type="checkbox" checked={ticked.has(l.id)} onChange={() => toggle(l.id)} />
              {l.name}
            </label>
          ))}
        </fieldset>
        <Choice
          label="under the overall"
          name="overallId"
          options={drawing.lines.map((l) => [l.id, `${l.name}, ${realText(l.realMm)}`] as const)}
          problems={kept.data?.problems}
        />
        <Button type="submit" name="intent" value="drawing-chain">
          Add it up
        </Button>
      </kept.Form>
    </div>
  );
}

const ChainLine = ({ of, remove }: { readonly of: CheckedChain; readonly remove: () => void }) => (
  <p className={`flex flex-wrap items-baseline gap-3 ${of.closes ? "" : "text-oxide"}`}>
    <span>
      {of.sum}. {of.sentence}
    </span>
    <Button kind="quiet" onClick={remove}>
      Forget it
    </Button>
  </p>
);
