import { useState } from "react";
import type { PartPlan } from "#core/plan/parts/partPlan";
import { kindOf } from "#core/paint/layerKinds";
import { useScene } from "#app/routes/scenes/useScene";
import { Slip } from "#route/scenes/Slip";
import { figures, PlainTable } from "#ui/PlainTable";
import type { Beside } from "./beside";
import { BesideChoice } from "./BesideChoice";
import { Card } from "./Card";
import { HowMuch } from "./HowMuch";
import { Moments } from "./Moments";
import { plainly, type Seen, SeenControls } from "./SeenControls";
import { Stale } from "./Stale";
import { usePainted, type ZonedPart } from "./usePainted";
import { layerAt, momentWords, promises, type ShareLine, shareLines, staleShares, type Trial } from "./view";

/** The part under a paper lamp after each of its layers, with what each covers. */
export function PaintedBench({
  p,
  of,
  from,
}: {
  readonly p: PartPlan;
  readonly of: ZonedPart;
  /** The moment that is asked for, from 0; null for the last. */
  readonly from: number | null;
}) {
  const { workshop } = useScene().input;
  const [moment, setMoment] = useState(from === null ? Infinity : from + 1);
  const [seen, setSeen] = useState(plainly);
  const [trial, setTrial] = useState<Trial | null>(null);
  const [beside, setBeside] = useState<Beside | null>(null);
  const painted = usePainted(p, of, moment, trial, beside);
  const { planned, course, surface, shelf, shares } = painted;
  const at = Math.min(moment, course.moments.length);
  const layer = layerAt(planned, at);
  const set = (patch: Partial<Seen>) => setSeen((s) => ({ ...s, ...patch }));
  const go = (next: number) => {
    setMoment(next);
    setTrial(null);
  };
  return (
    <div className="grid content-start lg:grid-cols-[minmax(0,1fr)_22rem]">
      <div className="lg:sticky lg:top-0 lg:self-start">
        <Card {...{ p, painted, seen, set }} />
      </div>
      <section className="grid content-start gap-4 px-4 py-3" aria-label="How far it is painted">
        <Moments course={course} part={p.part} at={at} set={go} />
        {layer && <HowMuch key={layer.id} p={p} layer={layer} trial={trial} set={setTrial} />}
        <BesideChoice p={p} beside={beside} set={setBeside} />
        <SeenControls seen={seen} set={set} />
      </section>
      <section className="grid gap-3 px-5 py-4 lg:col-span-2">
        {shares && <Shares lines={shareLines(course, shares, p)} />}
        {shares && !trial && <Stale p={p} stale={staleShares(planned, shares, p)} />}
      </section>
      <Slip title={p.part.name} subtitle={momentWords(course, at, p.part, workshop)}>
        <p className="text-[14px]">
          Colours, shares and films are those that its amounts, its minutes and its steps go by.
        </p>
        <section className="grid gap-1 text-[14px]">
          <h3>What the picture cannot promise</h3>
          <ul className="grid gap-1">
            {promises(course, shelf, {
              isCoarse: surface?.isCoarse ?? false,
              near: painted.near,
            }).map((line) => (
              <li key={line}>{line}</li>
            ))}
          </ul>
        </section>
      </Slip>
    </div>
  );
}

const percent = (share: number) => `${(100 * share).toFixed(share < 0.1 ? 1 : 0)} %`;

/** Every layer with what it covers in the picture, and what its amounts go by. */
const Shares = ({ lines }: { readonly lines: readonly ShareLine[] }) => (
  <PlainTable
    label="What each layer covers"
    heads={["on", "layer", figures("told"), figures("in the picture"), figures("cm², one copy")]}
  >
    {lines.map((l) => (
      <tr key={l.id}>
        <th scope="row" className="!font-normal">
          {l.place}
        </th>
        <td>{kindOf(l.layer.kind).says}</td>
        <td data-figures>{percent(l.told)}</td>
        <td data-figures>{percent(l.drawn)}</td>
        <td data-figures>{l.cm2.toFixed(1)}</td>
      </tr>
    ))}
  </PlainTable>
);
