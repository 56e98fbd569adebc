import { lazy, Suspense, useMemo, useState } from "react";
import type { PartPlan } from "#core/plan/parts/partPlan";
import { type Picked } from "#core/mesh/pick";
import type { TriangleSoup } from "#core/mesh/triangleMesh";
import { type DetailLimit, smallestPrinted } from "#core/scale/limits";
import type { ReferenceFeature } from "#core/scale/features";
import type { Section, Sight } from "#ui/PartViewer";
import { type Inspection, openInspection } from "#workers/inspect";
import { ViewerTools } from "./ViewerTools";
import { HEIGHT_MM } from "./readings";
import { ViewerReading } from "./ViewerReading";
import { useReading } from "./useReading";

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
  const leastMm = limit ? smallestPrinted(limit).value : 0.4;
  const reading = useReading(inspection, factor, leastMm);
  const { section, ...cutting } = useSection();
  const { picking, setPicking, picks, setPicks, pick } = usePicks(inspection);
  return (
    <div className="grid gap-2">
      <ViewerTools
        reading={reading.reading}
        read={reading.read}
        {...cutting}
        picking={picking}
        setPicking={setPicking}
        setPicks={setPicks}
      />
      <Suspense fallback={<p className="py-28 text-center">Opening the viewer…</p>}>
        <PartViewer
          soup={soup}
          mmPerUnit={factor}
          label={`${part.name}, turn it by drag or with the arrow keys${picking ? "; Enter picks what is under the cross" : ""}`}
          marked={reading.result?.marked ?? null}
          lines={reading.lines}
          section={section}
          heightEvery={reading.reading === "heights" ? HEIGHT_MM / factor : 0}
          picks={picks.map((x) => x.at)}
          {...(picking ? { onPick: (sight: Sight) => void pick(sight) } : {})}
        />
      </Suspense>
      <ViewerReading
        reading={reading}
        factor={factor}
        leastMm={leastMm}
        picks={picking ? picks : null}
        features={features}
        denominator={denominator}
      />
    </div>
  );
}

/** Two points picked on the mesh; a third begins anew. */
function usePicks(inspection: Inspection) {
  const [picking, setPicking] = useState(false);
  const [picks, setPicks] = useState<readonly Picked[]>([]);
  const pick = async (sight: Sight) => {
    const found = await inspection.pick(sight.origin, sight.direction, sight.within);
    if (found) setPicks((before) => (before.length === 2 ? [found] : [...before, found]));
  };
  return { picking, setPicking, picks, setPicks, pick };
}

/** A cut through the part; percent of its size along the axis. */
function useSection() {
  const [axis, setAxis] = useState("none");
  const [cut, setCut] = useState(50);
  const section: Section | null =
    axis === "none" ? null : { axis: Number(axis) as 0 | 1 | 2, share: cut / 100 };
  return { axis, setAxis, cut, setCut, section };
}
