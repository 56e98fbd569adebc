import { lazy, Suspense, useEffect, useMemo, useRef, useState } from "react";
import type { PartPlan } from "#core/plan/parts/partPlan";
import { type Picked, pickedLength } from "#core/mesh/pick";
import type { TriangleSoup } from "#core/mesh/triangleMesh";
import { type DetailLimit, smallestPrinted } from "#core/scale/limits";
import type { ReferenceFeature } from "#core/scale/features";
import type { Section, Sight } from "#ui/PartViewer";
import { openInspection, type Reading, type ReadingResult } from "#workers/inspect";
import { WorkerStopped } from "#workers/openWorker";
import { type ReadingName, ViewerTools } from "./ViewerTools";
import { HEIGHT_MM, RECESS_REACH_MM, ViewerReading } from "./ViewerReading";

const PartViewer = lazy(() => import("#ui/PartViewer").then((m) => ({ default: m.PartViewer })));

/** A part on the mat with what can be read off it, a cut through it, and lengths picked on it. */
export function Viewer({
  p,
  soup,
  limit,
  denominator,
  features,
}: {
  p: PartPlan;
  soup: TriangleSoup;
  limit: DetailLimit | null;
  denominator: number;
  features: readonly ReferenceFeature[];
}) {
  const {
    part,
    rescale: { factor },
  } = p;
  const inspection = useMemo(() => openInspection(part.meshId!, soup.corners), [part.meshId, soup]);
  const [reading, setReading] = useState<ReadingName>("none");
  const [share, setShare] = useState<number | null>(null);
  const [result, setResult] = useState<ReadingResult | null>(null);
  const [lines, setLines] = useState<Float32Array | null>(null);
  const [axis, setAxis] = useState("none");
  const [cut, setCut] = useState(50);
  const [picking, setPicking] = useState(false);
  const [picks, setPicks] = useState<readonly Picked[]>([]);
  const cancel = useRef<AbortController | null>(null);
  const least = limit ? smallestPrinted(limit).value : 0.4;
  useEffect(() => () => cancel.current?.abort(), []);

  const read = async (name: ReadingName) => {
    cancel.current?.abort();
    setReading(name);
    setResult(null);
    setLines(null);
    setShare(null);
    if (name === "none" || name === "heights") return;
    if (name === "open edges") {
      setLines(await inspection.openEdges());
      return;
    }
    const asked: Reading =
      name === "overhangs"
        ? { kind: name, limitDeg: 45 }
        : name === "recesses"
          ? { kind: name, reach: RECESS_REACH_MM / factor }
          : { kind: name, limit: least / factor };
    const mine = (cancel.current = new AbortController());
    setShare(0);
    try {
      const found = await inspection.read(asked, setShare, mine.signal);
      if (!mine.signal.aborted) setResult(found);
    } catch (error) {
      if (!(error instanceof WorkerStopped)) throw error;
    } finally {
      if (cancel.current === mine) setShare(null);
    }
  };
  const pick = async (sight: Sight) => {
    const found = await inspection.pick(sight.origin, sight.direction, sight.within);
    if (found) setPicks((before) => (before.length === 2 ? [found] : [...before, found]));
  };
  const length = picks.length === 2 ? pickedLength(picks[0]!, picks[1]!) : null;
  const section: Section | null =
    axis === "none" ? null : { axis: Number(axis) as 0 | 1 | 2, share: cut / 100 };
  return (
    <div className="grid gap-2">
      <ViewerTools
        reading={reading}
        read={read}
        axis={axis}
        setAxis={setAxis}
        cut={cut}
        setCut={setCut}
        picking={picking}
        setPicking={setPicking}
        setPicks={setPicks}
      />
      <Suspense fallback={<p className="py-28 text-center">Opening the viewer…</p>}>
        <PartViewer
          soup={soup}
          mmPerUnit={factor}
          label={`${part.name}, turn it by drag or with the arrow keys${picking ? "; Enter picks what is under the cross" : ""}`}
          marked={result?.marked ?? null}
          lines={lines}
          section={section}
          heightEvery={reading === "heights" ? HEIGHT_MM / factor : 0}
          picks={picks.map((x) => x.at)}
          {...(picking ? { onPick: (sight: Sight) => void pick(sight) } : {})}
        />
      </Suspense>
      <ViewerReading
        share={share}
        reading={reading}
        cancel={cancel}
        setReading={setReading}
        result={result}
        factor={factor}
        least={least}
        lines={lines}
        picking={picking}
        picks={picks}
        length={length}
        features={features}
        denominator={denominator}
      />
    </div>
  );
}
