import { lazy, Suspense, useMemo, useState } from "react";
import type { TriangleSoup } from "#core/mesh/triangleMesh";
import type { PartPlan } from "#core/plan/parts/partPlan";
import { zoneMinutes } from "#core/plan/parts/zoneMinutes";
import type { Zone } from "#core/scene/zone";
import type { ZoneMap } from "#core/scene/zoneMap";
import { undoAction } from "#app/jobs/keep";
import { useScene } from "#app/routes/scenes/useScene";
import { useToast } from "#ui/Toasts";
import { MeetsAndHands } from "./MeetsAndHands";
import { Proposal } from "./Proposal";
import { ToolBar } from "./ToolBar";
import { BandForm } from "./BandForm";
import { SideList } from "./SideList";
import { type Taps, useTaps } from "./useTaps";
import { areasOf, useZoneSession, type ZoneSession } from "./useZoneSession";
import { cm2Words, isPrimed, leadersOf, toolWords, zoneRows } from "./view";
import { ZoneSlip } from "./ZoneSlip";
import { ZoneTable } from "./ZoneTable";

const PartViewer = lazy(() => import("#ui/PartViewer").then((m) => ({ default: m.PartViewer })));

type Props = {
  readonly p: PartPlan;
  readonly soup: TriangleSoup;
  readonly map: ZoneMap | null;
  /** The zone of all faces where there is no map. */
  readonly fill: number;
};

/** The turning part beside the table of its zones: taps take faces, and every act is one step back. */
export function ZoneBench({ p, soup, map, fill }: Props) {
  const { part } = p;
  const { factor } = p.rescale;
  const session = useZoneSession({ part, soup, map, fill, factor });
  const taps = useTaps(session, part, factor);
  const [chosen, choose] = useState<number | null>(null);
  const [side, showSide] = useState<Uint8Array | null>(null);
  return (
    <div className="grid content-start gap-0 lg:grid-cols-[minmax(0,1fr)_25rem]">
      <section className="on-mat px-5 py-3" aria-label="The part">
        <ToolBar taps={taps} zones={part.zones} />
        <Picture p={p} session={session} taps={taps} chosen={chosen} side={side} />
        <p aria-live="polite" className="min-h-6 text-[14px]">
          {session.trouble ?? taps.said ?? toolWords[taps.tool]}
        </p>
      </section>
      <section className="grid content-start gap-3 px-4 py-4" aria-label="Its zones">
        <Proposal session={session} part={part} factor={factor} />
        <Rows p={p} session={session} chosen={chosen} choose={choose} />
        <BandForm
          session={session}
          part={part}
          factor={factor}
          into={taps.into}
          foot={p.measurement?.box.min[2] ?? 0}
        />
        <MeetsAndHands p={p} session={session} />
        <SideList session={session} taps={taps} creaseDeg={taps.creaseDeg} factor={factor} show={showSide} />
        <ZoneSlip p={p} chosen={chosen} />
      </section>
    </div>
  );
}

/** The part in the tints of its zones, with what is hatched on it. */
function Picture({
  p,
  session: { drawn, corners },
  taps,
  chosen,
  side,
}: {
  readonly p: PartPlan;
  readonly session: ZoneSession;
  readonly taps: Taps;
  readonly chosen: number | null;
  readonly side: Uint8Array | null;
}) {
  const soup = useMemo(() => ({ corners }), [corners]);
  const marked = useMemo(
    () =>
      side ?? (drawn && chosen !== null ? Uint8Array.from(drawn.of, (z) => (z === chosen ? 1 : 0)) : null),
    [drawn, chosen, side],
  );
  const leaders = useMemo(() => leadersOf(p), [p]);
  return (
    <Suspense fallback={<p className="py-28 text-center">Opening the viewer…</p>}>
      <PartViewer
        soup={soup}
        mmPerUnit={p.rescale.factor}
        label={`${p.part.name}, turn it by drag or with the arrow keys; Enter takes what is under the cross`}
        tints={drawn?.of ?? null}
        borders={drawn?.borders ?? null}
        marked={marked}
        leaders={leaders}
        picks={taps.points}
        onPick={(sight) => void taps.tap(sight)}
        {...(taps.tool === "brush" ? { onStroke: taps.stroke } : {})}
      />
    </Suspense>
  );
}

/** The table, at the areas that are drawn now. */
function Rows({
  p,
  session: { drawn, act },
  chosen,
  choose,
}: {
  readonly p: PartPlan;
  readonly session: ZoneSession;
  readonly chosen: number | null;
  readonly choose: (number: number | null) => void;
}) {
  const { input, plan } = useScene();
  const say = useToast();
  const minutes = useMemo(() => zoneMinutes(p, plan), [p, plan]);
  const { rows, open, fresh } = zoneRows(p, minutes, drawn && areasOf(drawn));
  const merge = (zone: Zone) => {
    const into = p.zones.find((z) => z.zone.number !== zone.number)!.zone;
    void act({
      label: `Take ${zone.name} into ${into.name}`,
      run: (api) => api.merge(zone.number, into.number),
    }).then(() => say(`${zone.name} is part of ${into.name} now.`, undoAction));
  };
  return (
    <>
      {open > 0 && (
        <p role="status" className="border-l-4 border-ochre pl-2 text-[14px]">
          {cm2Words(open)} belong to no zone: they were not found again on this mesh. Tap them into one.
        </p>
      )}
      <ZoneTable
        rows={rows}
        denominator={input.scene.denominator}
        chosen={chosen}
        choose={choose}
        drop={merge}
        isPrimed={isPrimed(p, plan)}
      />
      {fresh.map(({ number, cm2 }) => (
        <p key={number} className="figures px-2 text-[14px]">
          new: {cm2Words(cm2)}
        </p>
      ))}
    </>
  );
}
