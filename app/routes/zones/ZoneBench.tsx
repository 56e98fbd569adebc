import { lazy, Suspense, useEffect, useMemo, useState } from "react";
import type { TriangleSoup } from "#core/mesh/triangleMesh";
import type { PartPlan } from "#core/plan/parts/partPlan";
import { zoneMinutes } from "#core/plan/parts/zoneMinutes";
import type { Zone } from "#core/scene/zone";
import { OPEN_ZONE, type ZoneMap } from "#core/scene/zoneMap";
import { undoAction } from "#app/jobs/keep";
import { useScene } from "#app/routes/scenes/useScene";
import { Button } from "#ui/Button";
import { useToast } from "#ui/Toasts";
import { BandForm } from "./BandForm";
import { SideList } from "./SideList";
import { useTaps } from "./useTaps";
import { areasOf, useZoneSession } from "./useZoneSession";
import { benchCm2, carvedWords, minutesAt, toolWords, tools } from "./view";
import { ZoneSlip } from "./ZoneSlip";
import { ZoneTable } from "./ZoneTable";

const PartViewer = lazy(() => import("#ui/PartViewer").then((m) => ({ default: m.PartViewer })));

/** The turning part beside the table of its zones: taps take faces, and every act is one step back. */
export function ZoneBench({
  p,
  soup,
  map,
}: {
  readonly p: PartPlan;
  readonly soup: TriangleSoup;
  readonly map: ZoneMap | null;
}) {
  const { input, plan } = useScene();
  const { part } = p;
  const { factor } = p.rescale;
  const session = useZoneSession({ part, soup, map, factor });
  const { drawn, corners, act, trouble } = session;
  const say = useToast();
  const [chosen, choose] = useState<number | null>(null);
  const [side, showSide] = useState<Uint8Array | null>(null);
  const taps = useTaps(session, part, factor);
  const shown = useMemo(() => ({ corners }), [corners]);
  const areas = areasOf(drawn);
  const minutes = useMemo(() => zoneMinutes(p, plan), [p, plan]);
  const rows = p.zones.map((z) => {
    const { number } = z.zone;
    const planned = z.areaCm2.value / part.count;
    const cm2 = drawn ? benchCm2(areas.get(number) ?? 0, factor) : planned;
    return {
      plan: z,
      cm2,
      minutes: minutesAt(minutes.get(number) ?? null, planned, cm2),
      carved: carvedWords(z.measure, factor),
    };
  });
  const open = benchCm2(areas.get(OPEN_ZONE) ?? 0, factor);
  const marked = useMemo(
    () =>
      side ?? (drawn && chosen !== null ? Uint8Array.from(drawn.of, (z) => (z === chosen ? 1 : 0)) : null),
    [drawn, chosen, side],
  );
  const leaders = useMemo(
    () =>
      p.zones.flatMap(({ zone, measure }) => {
        const normal = [...(measure?.directions ?? [])].sort((a, b) => b.area - a.area)[0]?.normal;
        return measure && normal ? [{ text: zone.name, at: measure.at, normal }] : [];
      }),
    [p.zones],
  );
  const merge = (zone: Zone) => {
    const into = p.zones.find((z) => z.zone.number !== zone.number)!.zone;
    void act({
      label: `Take ${zone.name} into ${into.name}`,
      run: (api) => api.merge(zone.number, into.number),
    }).then(() => say(`${zone.name} is part of ${into.name} now.`, undoAction));
  };
  return (
    <div className="grid content-start gap-0 lg:grid-cols-[minmax(0,1fr)_25rem]">
      <section className="on-mat px-5 py-3" aria-label="The part">
        <ToolBar taps={taps} part={part.zones} />
        <Suspense fallback={<p className="py-28 text-center">Opening the viewer…</p>}>
          <PartViewer
            soup={shown}
            mmPerUnit={factor}
            label={`${part.name}, turn it by drag or with the arrow keys; Enter takes what is under the cross`}
            tints={drawn?.of ?? null}
            borders={drawn?.borders ?? null}
            marked={marked}
            leaders={leaders}
            picks={taps.points}
            onPick={(sight) => void taps.tap(sight)}
            {...(taps.tool === "brush" ? { onStroke: taps.stroke } : {})}
          />
        </Suspense>
        <p aria-live="polite" className="min-h-6 text-[14px]">
          {trouble ?? taps.said ?? toolWords[taps.tool]}
        </p>
      </section>
      <section className="grid content-start gap-3 px-4 py-4" aria-label="Its zones">
        <Proposal session={session} part={part} factor={factor} />
        {open > 0 && (
          <p role="status" className="border-l-4 border-ochre pl-2 text-[14px]">
            {open.toFixed(1)} cm² belong to no zone: they were not found again on this mesh. Tap them into
            one.
          </p>
        )}
        <ZoneTable
          rows={rows}
          denominator={input.scene.denominator}
          chosen={chosen}
          choose={choose}
          drop={merge}
        />
        <BandForm
          session={session}
          part={part}
          factor={factor}
          into={taps.into}
          foot={p.measurement?.box.min[2] ?? 0}
        />
        <ZoneSlip p={p} chosen={chosen} />
        <SideList session={session} taps={taps} creaseDeg={taps.creaseDeg} factor={factor} show={showSide} />
      </section>
    </div>
  );
}

/** What a tap takes, and where it goes. */
function ToolBar({
  taps,
  part,
}: {
  readonly taps: ReturnType<typeof useTaps>;
  readonly part: readonly Zone[];
}) {
  const { tool, setTool, into, setInto, creaseDeg, setCrease, radiusMm, setRadius } = taps;
  return (
    <div className="flex flex-wrap items-end gap-x-4 gap-y-2 pb-2 text-[14px]">
      <div role="group" aria-label="A tap takes" className="flex flex-wrap gap-1">
        {tools.map((t) => (
          <Button
            key={t}
            kind={t === tool ? "main" : "plain"}
            aria-pressed={t === tool}
            onClick={() => setTool(t)}
          >
            {t}
          </Button>
        ))}
      </div>
      <label className="grid gap-1">
        <span className="text-[13px]">into</span>
        <select
          className="input !w-40"
          value={into ?? ""}
          onChange={(e) => setInto(e.currentTarget.value === "" ? null : Number(e.currentTarget.value))}
        >
          <option value="">a new zone</option>
          {part.map((z) => (
            <option key={z.number} value={z.number}>
              {z.name}
            </option>
          ))}
        </select>
      </label>
      {(tool === "side" || tool === "alike") && (
        <label className="grid gap-1">
          <span className="text-[13px]">a crease is {creaseDeg}° and more</span>
          <input
            type="range"
            min={5}
            max={60}
            step={5}
            value={creaseDeg}
            aria-valuetext={`${creaseDeg} degrees`}
            onChange={(e) => setCrease(Number(e.target.value))}
            className="h-9 w-36 accent-[var(--tape)]"
          />
        </label>
      )}
      {tool === "brush" && (
        <label className="grid gap-1">
          <span className="text-[13px]">brush of {radiusMm} mm</span>
          <input
            type="range"
            min={0.5}
            max={20}
            step={0.5}
            value={radiusMm}
            aria-valuetext={`${radiusMm} millimetres`}
            onChange={(e) => setRadius(Number(e.target.value))}
            className="h-9 w-36 accent-[var(--tape)]"
          />
        </label>
      )}
    </div>
  );
}

/** The zones that its shape proposes, taken at one tap. */
function Proposal({
  session: { act },
  part,
  factor,
}: {
  readonly session: ReturnType<typeof useZoneSession>;
  readonly part: PartPlan["part"];
  readonly factor: number;
}) {
  const [busy, setBusy] = useState(false);
  const say = useToast();
  const isOne = part.zones.length === 1;
  useEffect(() => setBusy(false), [part.zones.length]);
  const take = async () => {
    setBusy(true);
    const born = new Map<number, { name: string; from: number }>();
    await act({
      label: `Zones of ${part.name} by its shape`,
      born,
      run: async (api) => {
        const { drawing, zones } = await api.propose(factor, CREASE_DEG, MOST_PROPOSED);
        const from = part.zones[0]!.number;
        zones.forEach(({ name }, number) => born.set(number, { name, from }));
        return drawing;
      },
    });
    setBusy(false);
    say("Every zone begins with what was decided for the part.", undoAction);
  };
  return (
    <div className="flex flex-wrap items-center gap-3">
      <Button kind={isOne ? "main" : "plain"} disabled={busy} onClick={() => void take()}>
        {isOne ? "Take the zones of its shape" : "Begin again with the zones of its shape"}
      </Button>
      {isOne && (
        <p className="text-[14px] text-ink-2">
          Or tap a side of it. Untouched it stays one zone, and nothing asks.
        </p>
      )}
    </div>
  );
}

/** Faces turn by more than this at the border of two zones. */
const CREASE_DEG = 25;
/** As many zones as a list of places is read with. */
const MOST_PROPOSED = 40;
