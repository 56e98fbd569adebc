import { lazy, type PointerEvent, type RefObject, Suspense, useMemo, useRef, useState } from "react";
import type { TriangleSoup } from "#core/mesh/triangleMesh";
import type { PartPlan } from "#core/plan/parts/partPlan";
import type { ZoneMap } from "#core/scene/zoneMap";
import { useScreenSize } from "#app/hooks/useScreenSize";
import { useScene } from "#app/routes/scenes/useScene";
import { shapeOf, sightAt, type Turn } from "#app/ui/partShape";
import { usePartTurn } from "#app/ui/usePartTurn";
import { useZoneFaces } from "./useZoneFaces";
import { FaultMarks } from "#ui/FaultMarks";
import { LampArc } from "./LampArc";
import { LookControls } from "./LookControls";
import { LookSlip } from "./LookSlip";
import { type PinPlace, Pins } from "./Pins";
import { SeenForm } from "./SeenForm";
import {
  apparentPxPerMm,
  buildOf,
  drawnBy,
  faultsOf,
  lamps,
  lampToward,
  madeAs,
  leftOnFaces,
  type LookState,
  roundCount,
  roundsByZone,
  settingOf,
  tooFine,
} from "./view";

const LookView = lazy(() => import("#ui/LookView").then((m) => ({ default: m.LookView })));
const Loupe = lazy(() => import("#ui/Loupe").then((m) => ({ default: m.Loupe })));

type Props = {
  readonly p: PartPlan;
  readonly soup: TriangleSoup;
  readonly map: ZoneMap | null;
  readonly fill: number;
};

/** The part on grey card under a paper lamp, as from where it is seen, before and after what hides its layers. */
export function LookBench({ p, soup, map, fill }: Props) {
  const { input } = useScene();
  const [said, setState] = useState<LookState>({
    lamp: lamps["a room"],
    distanceMm: input.scene.viewingDistanceMm,
    round: Infinity,
    divide: 0.5,
    said: null,
    marks: true,
  });
  const asSaid = said.said;
  const rounds = useMemo(() => roundsByZone(madeAs(p, asSaid, input), input), [p, asSaid, input]);
  // The plan may come to other rounds while it is looked at.
  const state = { ...said, round: Math.min(said.round, roundCount(rounds)) };
  const [isArmed, setArmed] = useState(false);
  const [place, setPlace] = useState<PinPlace | null>(null);
  const card = useRef<HTMLDivElement>(null);
  const arm = (armed: boolean) => {
    setArmed(armed);
    setPlace(null);
    // The place is tapped on the part: it has to be in sight.
    if (armed) card.current?.scrollIntoView({ block: "start" });
  };
  const set = (patch: Partial<LookState>) => setState((s) => ({ ...s, ...patch }));
  return (
    <div className="grid content-start lg:grid-cols-[minmax(0,1fr)_22rem]">
      <div ref={card} className="lg:sticky lg:top-0 lg:self-start">
        <Card {...{ p, soup, map, fill, state, set, rounds }} onPin={isArmed ? setPlace : null} />
      </div>
      <section className="grid content-start gap-4 px-4 py-3" aria-label="How it is looked at">
        <LookControls p={p} state={state} set={set} rounds={rounds} />
        <Pins p={p} place={place} isArmed={isArmed} arm={arm} />
        <SeenForm p={p} />
      </section>
      <LookSlip p={p} distanceMm={state.distanceMm} />
    </div>
  );
}

type CardProps = Props & {
  readonly state: LookState;
  readonly set: (patch: Partial<LookState>) => void;
  readonly rounds: ReadonlyMap<number, readonly number[]>;
  /** Told of the place that is tapped while a pin is to be set. */
  readonly onPin: ((place: PinPlace) => void) | null;
};

function Card({ p, soup, map, fill, state, set, rounds, onPin }: CardProps) {
  const [screen] = useScreenSize();
  const area = useRef<HTMLDivElement>(null);
  const { turn: own, by, byKey } = usePartTurn(area);
  const zoned = useZoneFaces(p.part.meshId!, soup, map, fill);
  const shape = useMemo(() => shapeOf({ corners: zoned.corners }), [zoned.corners]);
  const { factor } = p.rescale;
  const pxPerMm = apparentPxPerMm(screen, state.distanceMm);
  const turn: Turn = { ...own, near: shape.reach * factor * pxPerMm };
  const { candidate, layerMm, lying } = useMemo(() => settingOf(p, state.said), [p, state.said]);
  const printed = useMemo(() => drawnBy(candidate, layerMm), [candidate, layerMm]);
  const left = useMemo(
    () => (zoned.of ? leftOnFaces(zoned.of, rounds, state.round) : null),
    [zoned.of, rounds, state.round],
  );
  const build = useMemo(() => buildOf(lying), [lying]);
  const light = useMemo(
    () => ({ toward: lampToward(state.lamp), ambient: state.lamp.ambient }),
    [state.lamp],
  );
  const faults = useMemo(() => faultsOf(p), [p]);
  const { missed, pinAt } = usePinning({ zoned, shape, turn, onPin });
  const turning = useTurning(by, area, pinAt);
  const seen = { shape, left, build, light, by: printed, mmPerUnit: factor };
  const divide = state.round > 0 ? state.divide : 0;
  return (
    <section className="bg-[#7d8380] text-[#101413]" aria-label="The part on grey card">
      <div
        ref={area}
        role="application"
        aria-label={`${p.part.name} as it will look, turn it by drag or with the arrow keys`}
        tabIndex={0}
        className="relative h-[34vh] min-h-72 lg:h-[52vh] cursor-grab touch-none overflow-hidden"
        onKeyDown={(e) => {
          if (e.key === "Enter" && onPin) pinAt(0, 0);
          else if (!byKey(e.key)) return;
          e.preventDefault();
          e.stopPropagation();
        }}
        {...turning}
      >
        <Suspense fallback={<p className="py-28 text-center">Opening the card…</p>}>
          <LookView {...seen} turn={turn} divide={divide} />
        </Suspense>
        {state.marks && <FaultMarks shape={shape} turn={turn} faults={faults} />}
        {state.round > 0 && <Divider at={state.divide} set={(at) => set({ divide: at })} />}
        <LampArc lamp={state.lamp} set={(lamp) => set({ lamp })} />
        {onPin && <PinCross />}
      </div>
      <div className="flex flex-wrap items-center gap-4 px-4 pb-4">
        <Suspense fallback={null}>
          <Loupe {...seen} turn={turn} area={area} divide={divide} />
        </Suspense>
        <CardSays missed={missed} fine={tooFine(layerMm, pxPerMm)} />
      </div>
    </section>
  );
}

type Pinning = {
  readonly zoned: ReturnType<typeof useZoneFaces>;
  readonly shape: ReturnType<typeof shapeOf>;
  readonly turn: Turn;
  readonly onPin: CardProps["onPin"];
};

/** Sets a pin where it is tapped, px from the middle to the right and up, or knows that nothing is there. */
function usePinning({ zoned, shape, turn, onPin }: Pinning) {
  const [missed, setMissed] = useState(false);
  const pinAt = (x: number, y: number) => {
    if (!onPin) return;
    const sight = sightAt(shape, turn, x, y);
    void zoned.tap(sight.origin, sight.direction).then((at) => {
      setMissed(at === null);
      if (at) onPin(at);
    });
  };
  return { missed, pinAt };
}

/** How true what is drawn is, or that a tap met nothing. */
function CardSays({ missed, fine }: { readonly missed: boolean; readonly fine: string | null }) {
  return (
    <p aria-live="polite" className="min-w-48 flex-1 py-2 text-[14px]">
      {missed
        ? "Nothing of the part is there. Turn it, or tap elsewhere."
        : (fine ?? "Drawn at true spacing and contrast.")}
    </p>
  );
}

/** Where Enter sets a pin. */
const PinCross = () => (
  <span
    aria-hidden
    className="pointer-events-none absolute top-1/2 left-1/2 -translate-x-1/2 -translate-y-1/2 text-[28px] leading-none text-[#101413]"
  >
    +
  </span>
);

/** A press that moves by less is a tap, px. */
const TAP_PX = 4;

/** Turned by drag; a tap is told where it was, px from the middle to the right and up. */
function useTurning(
  by: (around: number, up: number) => void,
  area: RefObject<HTMLDivElement | null>,
  onTap: (x: number, y: number) => void,
) {
  const from = useRef<{ x: number; y: number; moved: number } | null>(null);
  return {
    onPointerDown: (e: PointerEvent<HTMLDivElement>) => {
      from.current = { x: e.clientX, y: e.clientY, moved: 0 };
      e.currentTarget.setPointerCapture(e.pointerId);
    },
    onPointerMove: (e: PointerEvent<HTMLDivElement>) => {
      const f = from.current;
      if (!f) return;
      const [dx, dy] = [e.clientX - f.x, e.clientY - f.y];
      by(dx * 0.01, dy * 0.01);
      from.current = { x: e.clientX, y: e.clientY, moved: f.moved + Math.abs(dx) + Math.abs(dy) };
    },
    onPointerUp: (e: PointerEvent<HTMLDivElement>) => {
      const box = area.current!.getBoundingClientRect();
      if (from.current && from.current.moved < TAP_PX)
        onTap(e.clientX - box.left - box.width / 2, box.top + box.height / 2 - e.clientY);
      from.current = null;
    },
  };
}

/** A strip of tape across the card: treated on its left, as printed on its right. */
function Divider({ at, set }: { readonly at: number; readonly set: (at: number) => void }) {
  return (
    <>
      <span
        aria-hidden
        className="pointer-events-none absolute inset-y-0 w-1.5 bg-tape"
        style={{ left: `calc(${100 * at}% - 3px)` }}
      />
      <span aria-hidden className="pointer-events-none absolute top-2 left-3 text-[13px] font-semibold">
        after
      </span>
      <span aria-hidden className="pointer-events-none absolute top-2 right-3 text-[13px] font-semibold">
        as printed
      </span>
      <input
        type="range"
        min={0}
        max={100}
        value={Math.round(100 * at)}
        aria-label="Where after and as printed meet"
        aria-valuetext={`${Math.round(100 * at)} percent from the left`}
        onPointerDown={(e) => e.stopPropagation()}
        onChange={(e) => set(Number(e.target.value) / 100)}
        className="absolute inset-x-0 bottom-1 h-9 w-full accent-[var(--tape)]"
      />
    </>
  );
}
