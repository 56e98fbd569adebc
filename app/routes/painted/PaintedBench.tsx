import { lazy, Suspense, useRef, useState } from "react";
import type { PartPlan } from "#core/plan/parts/partPlan";
import { kindOf } from "#core/paint/layerKinds";
import { useScreenSize } from "#app/hooks/useScreenSize";
import { apparentPxPerMm, type Lamp, lamps, lampToward } from "#app/routes/look/view";
import { useScene } from "#app/routes/scenes/useScene";
import { usePartTurn } from "#app/ui/usePartTurn";
import { LampArc } from "#route/look/LampArc";
import { Slip } from "#route/scenes/Slip";
import { Button } from "#ui/Button";
import { figures, PlainTable } from "#ui/PlainTable";
import { ProgressLine } from "#ui/States";
import { HowMuch } from "./HowMuch";
import { Moments } from "./Moments";
import { Stale } from "./Stale";
import { turnedByDrag } from "./turnedByDrag";
import { usePainted, type ZonedPart } from "./usePainted";
import { layerAt, momentWords, promises, type ShareLine, shareLines, staleShares, type Trial } from "./view";

const PaintedView = lazy(() => import("#ui/PaintedView").then((m) => ({ default: m.PaintedView })));

type Seen = {
  readonly lamp: Lamp;
  readonly isFlat: boolean;
  readonly isWet: boolean;
  /** As large as it looks from the scene's distance; as large as the page has room for otherwise. */
  readonly isTrue: boolean;
};

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
  const [seen, setSeen] = useState<Seen>({
    lamp: lamps["a room"],
    isFlat: false,
    isWet: false,
    isTrue: false,
  });
  const [trial, setTrial] = useState<Trial | null>(null);
  const painted = usePainted(p, of, moment, trial);
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

function Card({
  p,
  painted: { job, stop, surface, faces },
  seen,
  set,
}: {
  readonly p: PartPlan;
  readonly painted: ReturnType<typeof usePainted>;
  readonly seen: Seen;
  readonly set: (patch: Partial<Seen>) => void;
}) {
  const { viewingDistanceMm } = useScene().input.scene;
  const [screen] = useScreenSize();
  const area = useRef<HTMLDivElement>(null);
  const { turn: own, by, byKey } = usePartTurn(area);
  const near = (surface?.shape.reachMm ?? 1) * apparentPxPerMm(screen, viewingDistanceMm);
  const turn = seen.isTrue ? { ...own, near } : own;
  return (
    <>
      <section className="bg-[#7d8380] text-[#101413]" aria-label="The part on grey card">
        <div
          ref={area}
          role="application"
          aria-label={`${p.part.name} as it is painted, turn it by drag or with the arrow keys`}
          aria-busy={faces === null}
          tabIndex={0}
          className="relative h-[40vh] min-h-80 cursor-grab touch-none overflow-hidden lg:h-[60vh]"
          onKeyDown={(e) => {
            if (!byKey(e.key)) return;
            e.preventDefault();
            e.stopPropagation();
          }}
          {...turnedByDrag(by)}
        >
          {surface && faces && (
            <Suspense fallback={<p className="py-28 text-center">Opening the card…</p>}>
              <PaintedView
                {...{ shape: surface.shape, turn, faces, isFlat: seen.isFlat, isWet: seen.isWet }}
                toward={lampToward(seen.lamp)}
                ambient={seen.lamp.ambient}
              />
            </Suspense>
          )}
          {!seen.isFlat && <LampArc lamp={seen.lamp} set={(lamp) => set({ lamp })} />}
        </div>
      </section>
      {job.state === "running" && (
        <div className="px-4 py-3">
          <ProgressLine what="Finding where paint lies on it" share={job.share} onCancel={stop} />
        </div>
      )}
      {job.state === "failed" && (
        <p role="alert" className="px-4 py-3">
          {job.said}
        </p>
      )}
    </>
  );
}

/** Under which light, wet or dry, and how large. */
const SeenControls = ({
  seen,
  set,
}: {
  readonly seen: Seen;
  readonly set: (patch: Partial<Seen>) => void;
}) => (
  <>
    <fieldset className="grid gap-1">
      <legend className="text-[13px] text-ink-2">Under</legend>
      <div className="flex flex-wrap gap-1">
        {Object.entries(lamps).map(([name, lamp]) => {
          const isOn = !seen.isFlat && seen.lamp === lamp;
          return (
            <Button
              key={name}
              kind={isOn ? "main" : "plain"}
              aria-pressed={isOn}
              onClick={() => set({ lamp, isFlat: false })}
            >
              {name}
            </Button>
          );
        })}
        <Button
          kind={seen.isFlat ? "main" : "plain"}
          aria-pressed={seen.isFlat}
          onClick={() => set({ isFlat: !seen.isFlat })}
        >
          no light, flat swatch
        </Button>
      </div>
    </fieldset>
    <label className="flex items-center gap-2 text-[14px]">
      <input type="checkbox" checked={seen.isWet} onChange={(e) => set({ isWet: e.target.checked })} />
      while it is wet: darker, as it dries it comes back
    </label>
    <label className="flex items-center gap-2 text-[14px]">
      <input type="checkbox" checked={seen.isTrue} onChange={(e) => set({ isTrue: e.target.checked })} />
      as small as it looks from where the scene is seen
    </label>
  </>
);

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
