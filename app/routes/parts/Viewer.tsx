import { counted } from "#core/words";
import { lazy, Suspense, useEffect, useMemo, useRef, useState } from "react";
import { useFetcher } from "react-router";
import type { Problem } from "#core/outcome";
import type { PartPlan } from "#core/plan/parts/partPlan";
import { type Picked, pickedLength } from "#core/mesh/pick";
import type { TriangleSoup } from "#core/mesh/triangleMesh";
import { type DetailLimit, smallestPrinted } from "#core/scale/limits";
import type { ReferenceFeature } from "#core/scale/features";
import { Button } from "#ui/Button";
import { Choice, Field, Problems } from "#ui/Field";
import { Length } from "#ui/Length";
import type { Section, Sight } from "#ui/PartViewer";
import { ProgressLine } from "#ui/States";
import { openInspection, type Reading, type ReadingResult } from "#workers/inspect";
import { WorkerStopped } from "#workers/openWorker";

const PartViewer = lazy(() => import("#ui/PartViewer").then((m) => ({ default: m.PartViewer })));

const readings = [
  ["none", "nothing"],
  ["thin walls", "walls too thin"],
  ["narrow gaps", "gaps that close"],
  ["overhangs", "overhangs over 45°"],
  ["recesses", "recesses"],
  ["open edges", "open edges"],
  ["heights", "lines of height"],
] as const;
type ReadingName = (typeof readings)[number][0];

/** Recesses are felt this far, and height lines stand this far apart, model mm. */
const RECESS_REACH_MM = 5;
const HEIGHT_MM = 5;

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
      <div className="flex flex-wrap items-end gap-3 text-[14px]">
        <Choice
          label="Hatch"
          name="reading"
          value={reading}
          options={readings}
          onChange={(e) => void read(e.target.value as ReadingName)}
        />
        <Choice
          label="Cut"
          name="cut-axis"
          value={axis}
          options={[
            ["none", "whole"],
            ["0", "from the right"],
            ["1", "from behind"],
            ["2", "from above"],
          ]}
          onChange={(e) => setAxis(e.target.value)}
        />
        {axis !== "none" && (
          <label className="grid gap-1">
            <span>How far</span>
            <input
              type="range"
              min={1}
              max={99}
              value={cut}
              onChange={(e) => setCut(Number(e.target.value))}
              className="h-9 w-40 accent-[var(--tape)]"
            />
          </label>
        )}
        <Button
          kind={picking ? "main" : "plain"}
          aria-pressed={picking}
          onClick={() => {
            setPicking(!picking);
            setPicks([]);
          }}
        >
          {picking ? "Stop measuring" : "Measure a length"}
        </Button>
      </div>
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
      <div aria-live="polite" className="min-h-6 pb-2 text-[14px]">
        {share !== null && (
          <ProgressLine
            what={`Reading ${reading}`}
            share={share}
            onCancel={() => {
              cancel.current?.abort();
              setReading("none");
            }}
          />
        )}
        {result && <ReadingWords name={reading} result={result} factor={factor} least={least} />}
        {reading === "heights" && <p>A line at every {HEIGHT_MM} mm of height on the bench.</p>}
        {lines && (
          <p>{lines.length === 0 ? "No edge is open." : `${lines.length / 6} open edges, drawn in red.`}</p>
        )}
        {picking && picks.length < 2 && (
          <p>
            {picks.length === 0
              ? "Pick a point: tap it, or turn the part and press Enter. It goes to a corner or an edge that is near."
              : `First point on ${picks[0]!.on === "face" ? "a face" : `a${picks[0]!.on === "edge" ? "n edge" : " corner"}`}. Pick the second.`}
          </p>
        )}
        {length && (
          <PickedLength
            length={length.length}
            square={length.square}
            modelMm={length.length * factor}
            features={features}
            denominator={denominator}
          />
        )}
      </div>
    </div>
  );
}

function ReadingWords({
  name,
  result,
  factor,
  least,
}: {
  name: ReadingName;
  result: ReadingResult;
  factor: number;
  least: number;
}) {
  const cm2 = (result.area * factor ** 2) / 100;
  const what =
    name === "thin walls"
      ? `thinner than ${least.toFixed(2)} mm, the least this printer makes`
      : name === "narrow gaps"
        ? `before a gap under ${least.toFixed(2)} mm, which will close or hold resin`
        : name === "overhangs"
          ? "hanging over by more than 45°"
          : `in recesses, felt ${RECESS_REACH_MM} mm far`;
  if (result.places.length === 0) return <p>Nothing on it is {what}.</p>;
  return (
    <div className="grid gap-1">
      <p>
        <b className="figures">{cm2 < 10 ? cm2.toFixed(2) : cm2.toFixed(0)} cm²</b> {what}, in{" "}
        {result.places.length === 12
          ? "12 places and more"
          : `${counted(result.places.length, "place", "places")}`}
        . The largest:
      </p>
      <ul className="flex flex-wrap gap-x-5">
        {result.places.slice(0, 4).map((place, i) => (
          <li key={i} className="figures">
            {((place.area * factor ** 2) / 100).toFixed(2)} cm² at{" "}
            {place.at.map((v) => (v * factor).toFixed(1)).join(", ")} mm
            {(name === "thin walls" || name === "narrow gaps") &&
              `, down to ${(place.least * factor).toFixed(2)} mm`}
          </li>
        ))}
      </ul>
    </div>
  );
}

/** The length that was picked, both readings, and a way to say what it is. */
function PickedLength({
  length,
  square,
  modelMm,
  features,
  denominator,
}: {
  length: number;
  square: boolean;
  modelMm: number;
  features: readonly ReferenceFeature[];
  denominator: number;
}) {
  const fetcher = useFetcher<{ problems: readonly Problem[] }>();
  const real = modelMm * denominator;
  const near = [...features].sort((a, b) => off(a, real) - off(b, real)).slice(0, 3);
  return (
    <div className="grid gap-2">
      <p>
        {square ? "Between the two faces, square to them: " : "From point to point: "}
        <Length modelMm={modelMm} />{" "}
        <span className="figures opacity-80">({Number(length.toPrecision(5))} in the file)</span>.{" "}
        {near.length > 0 && off(near[0]!, real) === 0 && `As large as a ${near[0]!.name}.`}
      </p>
      <fetcher.Form method="post" className="flex flex-wrap items-end gap-3">
        <Problems problems={fetcher.data?.problems} fields={["realSize"]} />
        <input type="hidden" name="fileSize" value={length} />
        <Choice
          label="It is a"
          name="featureId"
          key={near[0]?.id}
          defaultValue={near[0]?.id}
          options={features.map((f) => [f.id, f.name] as const)}
        />
        <Field
          label="really as long as"
          name="realSize"
          placeholder="usual size"
          problems={fetcher.data?.problems}
        />
        <Button type="submit" name="intent" value="feature">
          Scale by it
        </Button>
        <Button type="submit" name="intent" value="known" kind="quiet">
          Only keep it as evidence
        </Button>
      </fetcher.Form>
    </div>
  );
}

/** How far a real size lies outside a feature's usual range, as a share; 0 inside. */
const off = (f: ReferenceFeature, realMm: number) =>
  realMm < f.lowMm ? f.lowMm / realMm - 1 : realMm > f.highMm ? realMm / f.highMm - 1 : 0;
