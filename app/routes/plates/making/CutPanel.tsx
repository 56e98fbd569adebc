import { printOf, type Part } from "#core/scene/part";
import { lazy, Suspense, useEffect, useMemo, useState } from "react";
import { Link } from "react-router";
import type { Outcome } from "#core/outcome";
import { boundingBox, type Box3, type TriangleSoup } from "#core/mesh/triangleMesh";
import type { Candidate, PartPlan } from "#core/plan/parts/partPlan";
import type { Plan } from "#core/plan/plan";
import type { Workshop } from "#core/scene/workshop";
import { pegStress, wholeOrCut, type WholeOrCutLine } from "#core/plan/plates/wholeOrCut";
import type { CutPlace, CutProposal, PlacedCut } from "#core/print/cutting";
import { pegStyleOf } from "#core/print/pegPlaces";
import { plasticOf } from "#core/materials/printMaterials";
import { undoAction } from "#app/jobs/keep";
import { Button } from "#ui/Button";
import { Choice, Field, Tick } from "#ui/Field";
import { durationText } from "#ui/Duration";
import { ProgressLine } from "#ui/States";
import { useToast } from "#ui/Toasts";
import { useJob } from "#app/hooks/useJob";
import { cutPart, uncutPart } from "#app/jobs/shaping";
import { stagePath } from "#app/stages";
import { typedNumber } from "#app/readForm";
import { findCuts, placeCuts } from "#workers/print";
import { figures, PlainTable } from "#ui/PlainTable";
import type { RunningJob } from "#app/hooks/useJob";

const PartViewer = lazy(() => import("#ui/PartViewer").then((m) => ({ default: m.PartViewer })));
const axisWords = ["across its width", "across its depth", "level, at a height"] as const;
/** When nothing is told of the plastic, MPa (common practice). */
const USUAL_MPA = 10;

/**
 * Where to cut a part that fits no bed, or is better made in pieces: proposed, moved by hand, pinned or flat.
 */
export function CutPanel({
  p,
  soup,
  plan,
  workshop,
}: {
  p: PartPlan;
  soup: TriangleSoup;
  plan: Plan;
  workshop: Workshop;
}) {
  const {
    part,
    finish,
    sizeMm,
    rescale: { factor },
  } = p;
  const c = finish!;
  const size = sizeMm ?? [1, 1, 1];
  const [places, setPlaces] = useState<readonly CutPlace[]>([]);
  const [pegged, setPegged] = useState(true);
  const [axis, setAxis] = useState("0");
  const proposal = useJob<Outcome<CutProposal>>();
  const cutting = useJob<Outcome<{ pieces: number; pegs: number }>>();
  const looked = useJob<readonly PlacedCut[]>();
  const say = useToast();
  const { start: lookAt, clear } = looked;
  useEffect(() => {
    if (places.length === 0) return clear();
    return void lookAt((_, signal) =>
      placeCuts(soup.corners, places, factor, pegged ? pegStyleOf(c.printer.process) : null, signal),
    );
  }, [places, pegged, soup, factor, c.printer.process, lookAt, clear]);
  const propose = async () => {
    const found = await proposal.start((_, signal) => findCuts(soup.corners, factor, c.printer, signal));
    if (found?.ok) setPlaces(found.value.cuts.map(({ axis: a, share }) => ({ axis: a, share })));
  };
  const cuts = looked.job.value ?? [];
  const cut = async () => {
    const made = await cutting.start((tell, signal) =>
      cutPart(
        p,
        cuts.map((k) => k.plane),
        pegged,
        tell,
        signal,
      ),
    );
    if (!made?.ok) return;
    setPlaces([]);
    say(
      `${part.name} is ${made.value.pieces} pieces now${made.value.pegs > 0 ? `, held by ${made.value.pegs} pegs` : ", to be glued flat"}.`,
      undoAction,
    );
  };
  const lines = useMemo(() => planeLines(boundingBox(soup.corners), places), [soup, places]);
  const move = (i: number, mm: number) =>
    setPlaces(
      places.map((k, j) =>
        j === i ? { ...k, share: Math.min(0.999, Math.max(0.001, mm / size[k.axis]!)) } : k,
      ),
    );
  const reasons = proposal.job.value?.ok ? proposal.job.value.value.cuts : [];
  const said = [proposal.job, cutting.job].flatMap((j) =>
    j.value && !j.value.ok ? [j.value.problems[0]!.message] : j.said ? [j.said] : [],
  );
  if (part.made === "from pieces") return <Pieces p={p} plan={plan} />;
  const pieces = piecesOf(places);
  const compared = cuts.length > 0 && c ? wholeOrCut(p, c, cuts, pieces, workshop.log) : [];
  const allowable = plasticOf(c.material?.plastic ?? null)?.print.allowableMPa ?? USUAL_MPA;
  return (
    <section className="panel grid gap-3" aria-label="In pieces">
      <CutHead c={c} />
      <CutTools
        proposal={proposal}
        propose={propose}
        axis={axis}
        setAxis={setAxis}
        setPlaces={setPlaces}
        places={places}
        pegged={pegged}
        setPegged={setPegged}
      />
      {said.map((s) => (
        <p key={s} role="alert" className="text-oxide">
          {s}
        </p>
      ))}
      {places.length > 0 && (
        <div className="grid items-start gap-4 2xl:grid-cols-2">
          <CutView soup={soup} part={part} places={places} factor={factor} lines={lines} />
          <div className="grid gap-3 overflow-x-auto">
            <table className="table">
              <caption className="sr-only">Planes to cut along</caption>
              <thead>
                <tr>
                  <th scope="col">cut</th>
                  <th scope="col">at, mm</th>
                  <th scope="col" data-figures>
                    section
                  </th>
                  <th scope="col" data-figures>
                    seam
                  </th>
                  <th scope="col">pins</th>
                  <th scope="col">
                    <span className="sr-only">remove</span>
                  </th>
                </tr>
              </thead>
              <tbody>
                {places.map((k, i) => {
                  const at = cuts[i];
                  const stress =
                    at && at.pegs > 0
                      ? pegStress(
                          c.one.grams.value * Math.max(k.share, 1 - k.share),
                          at.pegs,
                          at.pegRadiusMm,
                          allowable,
                        )
                      : null;
                  const why = reasons.find(
                    (r) => r.axis === k.axis && Math.abs(r.share - k.share) < 1e-9,
                  )?.reason;
                  return (
                    <tr key={i}>
                      <th scope="row">
                        {i + 1} <span className="font-normal">{axisWords[k.axis]}.</span>
                        {why && (
                          <span className="block max-w-[40ch] text-[13px] font-normal text-ink-2">{why}</span>
                        )}
                      </th>
                      <CutPlaceCell i={i} size={size} k={k} move={move} />
                      <td data-figures>{at ? `${at.sectionMm2.toFixed(0)} mm²` : "…"}</td>
                      <td data-figures>{at ? `${at.seamMm.toFixed(0)} mm` : ""}</td>
                      <PegCell at={at} pegged={pegged} stress={stress} allowable={allowable} />
                      <td>
                        <Button
                          kind="quiet"
                          aria-label={`Remove cut ${i + 1}`}
                          onClick={() => setPlaces(places.filter((_, j) => j !== i))}
                        >
                          Remove
                        </Button>
                      </td>
                    </tr>
                  );
                })}
              </tbody>
            </table>
            {compared.length > 0 && <WholeOrCut compared={compared} />}
            {cutting.job.state === "running" ? (
              <ProgressLine
                what="Cutting and closing the pieces"
                share={cutting.job.share}
                onCancel={cutting.stop}
              />
            ) : (
              <div>
                <Button kind="main" disabled={cuts.length !== places.length} onClick={() => void cut()}>
                  Cut into {pieces} pieces
                </Button>
              </div>
            )}
            <p className="text-[13px] text-ink-2">
              Pins go in with {pegStyleOf(c.printer.process).clearanceMm} mm a side (common practice); a trial
              of this machine says more. Weight on the pins is what their plastic may bear with room to spare.
            </p>
          </div>
        </div>
      )}
    </section>
  );
}

function CutHead({ c }: { readonly c: Candidate }) {
  return (
    <div className="flex flex-wrap items-baseline gap-x-4">
      <h2>In one piece or several</h2>
      <p className="text-[14px] text-ink-2">
        {c.fit.kind === "fits"
          ? `It fits ${c.printer.name} whole.`
          : `It fits ${c.printer.name} only in ${c.fit.pieces.join(" × ")} pieces.`}
      </p>
    </div>
  );
}

function WholeOrCut({ compared }: { readonly compared: readonly WholeOrCutLine[] }) {
  return (
    <div className="scroll-x" tabIndex={0} role="region" aria-label="Compared cuts">
      <table className="table">
        <caption className="sr-only">Whole or in pieces</caption>
        <thead>
          <tr>
            <th scope="col"> </th>
            <th scope="col" data-figures>
              machine
            </th>
            <th scope="col" data-figures>
              longest run
            </th>
            <th scope="col" data-figures>
              fails
            </th>
            <th scope="col" data-figures>
              with failures
            </th>
            <th scope="col" data-figures>
              gluing
            </th>
          </tr>
        </thead>
        <tbody>
          {compared.map((l) => (
            <tr key={l.what}>
              <th scope="row">
                {l.what}
                {!l.possible && (
                  <span className="block text-[13px] font-normal text-oxide">does not fit</span>
                )}
              </th>
              <td data-figures>{durationText(l.minutes)}</td>
              <td data-figures>{durationText(l.longestMinutes)}</td>
              <td data-figures>{Math.round(100 * l.failsShare)} %</td>
              <td data-figures>{durationText(l.withFailures)}</td>
              <td data-figures>{l.gluingMinutes > 0 ? durationText(l.gluingMinutes) : "none"}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}

function PegCell({
  at,
  pegged,
  stress,
  allowable,
}: {
  readonly at: PlacedCut | undefined;
  readonly pegged: boolean;
  readonly stress: { readonly mpa: number; readonly holds: boolean } | null;
  readonly allowable: number;
}) {
  return (
    <td>
      {at &&
        (at.pegs === 0 ? (
          pegged ? (
            "no room: glue flat"
          ) : (
            "flat"
          )
        ) : (
          <>
            {at.pegs} of {(2 * at.pegRadiusMm).toFixed(1)} mm
            {stress && (
              <span className={`block text-[13px] ${stress.holds ? "text-ink-2" : "text-oxide"}`}>
                {stress.mpa < 0.1 ? "under 0.1" : stress.mpa.toFixed(1)} of {allowable} MPa
              </span>
            )}
          </>
        ))}
    </td>
  );
}

function CutPlaceCell({
  i,
  size,
  k,
  move,
}: {
  readonly i: number;
  readonly size: readonly [number, number, number];
  readonly k: CutPlace;
  readonly move: (i: number, mm: number) => void;
}) {
  return (
    <td className="w-24">
      <Field
        label={`Cut ${i + 1} at`}
        name={`at${i}`}
        type="number"
        step="0.5"
        min={0}
        max={size[k.axis]}
        value={Number((k.share * size[k.axis]!).toFixed(2))}
        onChange={(e) => {
          const mm = typedNumber(e.target.value);
          if (mm > 0) move(i, mm);
        }}
      />
    </td>
  );
}

function CutView({
  soup,
  part,
  places,
  factor,
  lines,
}: {
  readonly soup: TriangleSoup;
  readonly part: Part;
  readonly places: readonly CutPlace[];
  readonly factor: number;
  readonly lines: Float32Array;
}) {
  return (
    <div className="on-mat">
      <Suspense fallback={<p className="p-8">Drawing…</p>}>
        <PartViewer
          soup={soup}
          label={`${part.name} with ${places.length} planes`}
          mmPerUnit={factor}
          lines={lines}
        />
      </Suspense>
    </div>
  );
}

function CutTools({
  proposal,
  propose,
  axis,
  setAxis,
  setPlaces,
  places,
  pegged,
  setPegged,
}: {
  readonly proposal: RunningJob<Outcome<CutProposal>>;
  readonly propose: () => Promise<void>;
  readonly axis: string;
  readonly setAxis: (value: string) => void;
  readonly setPlaces: (value: readonly CutPlace[]) => void;
  readonly places: readonly CutPlace[];
  readonly pegged: boolean;
  readonly setPegged: (value: boolean) => void;
}) {
  return (
    <div className="flex flex-wrap items-end gap-3">
      <Button kind="main" disabled={proposal.job.state === "running"} onClick={() => void propose()}>
        Propose cuts
      </Button>
      <div className="w-48">
        <Choice
          label="or a plane of your own"
          name="axis"
          value={axis}
          onChange={(e) => setAxis(e.target.value)}
          options={axisWords.map((w, i) => [String(i), w] as const)}
        />
      </div>
      <Button onClick={() => setPlaces([...places, { axis: Number(axis) as 0 | 1 | 2, share: 0.5 }])}>
        Add a plane
      </Button>
      <Tick label="pin the pieces together" checked={pegged} onChange={(e) => setPegged(e.target.checked)} />
    </div>
  );
}

/** Pieces that planes square to the axes make of a full block. */
const piecesOf = (places: readonly CutPlace[]) =>
  [0, 1, 2].reduce(
    (n, axis) => n * (1 + new Set(places.filter((k) => k.axis === axis).map((k) => k.share)).size),
    1,
  );

/** Planes as frames a little larger than the part, with their diagonals, in the file's units. */
function planeLines({ min, max }: Box3, places: readonly CutPlace[]): Float32Array {
  const over = 0.04 * Math.hypot(...[0, 1, 2].map((k) => max[k]! - min[k]!));
  return Float32Array.from(
    places.flatMap(({ axis, share }) => {
      const [u, v] = [0, 1, 2].filter((k) => k !== axis) as [number, number];
      const at = min[axis]! + share * (max[axis]! - min[axis]!);
      const corner = (a: number, b: number) => {
        const point = [0, 0, 0];
        point[axis] = at;
        point[u] = a ? max[u]! + over : min[u]! - over;
        point[v] = b ? max[v]! + over : min[v]! - over;
        return point;
      };
      const [p, q, r, s] = [corner(0, 0), corner(1, 0), corner(1, 1), corner(0, 1)];
      return [p, q, q, r, r, s, s, p, p, r].flatMap((x) => x!);
    }),
  );
}

/** Pieces keep their place in the file: those whose boxes meet in a face were one there. */
function touching(a: PartPlan, b: PartPlan): boolean {
  const p = a.measurement?.box;
  const q = b.measurement?.box;
  if (!p || !q) return false;
  const near = 1e-4 * Math.hypot(...[0, 1, 2].map((k) => p.max[k]! - p.min[k]!));
  const overlaps = [0, 1, 2].map((k) => Math.min(p.max[k]!, q.max[k]!) - Math.max(p.min[k]!, q.min[k]!));
  return overlaps.every((o) => o > -near) && overlaps.filter((o) => o > near).length >= 2;
}

/** The pieces a part was cut into, numbered from the low end, and the way back. */
function Pieces({ p, plan }: { p: PartPlan; plan: Plan }) {
  const say = useToast();
  const pieces = plan.parts
    .filter((x) => printOf(x.part).pieceOf?.partId === p.part.id)
    .sort((a, b) => printOf(a.part).pieceOf!.number - printOf(b.part).pieceOf!.number);
  const whole = async () => {
    const kept = await uncutPart(p);
    if (kept.ok) say(`${p.part.name} is one part again.`, undoAction);
  };
  return (
    <section className="panel grid gap-3" aria-label="In pieces">
      <div className="flex flex-wrap items-baseline gap-4">
        <h2>In {pieces.length} pieces</h2>
        <Button onClick={() => void whole()}>Make it whole again</Button>
      </div>
      <PlainTable label="Pieces" heads={["piece", "goes on", figures("size"), "joins"]}>
        {pieces.map((x) => (
          <tr key={x.part.id}>
            <th scope="row">
              <Link to={`${stagePath(p.part.sceneId, "plates")}/part/${x.part.id}`}>{x.part.name}</Link>
            </th>
            <td>{x.chosen?.printer.name ?? x.reason}</td>
            <td data-figures>{x.sizeMm ? x.sizeMm.map((v) => v.toFixed(0)).join(" × ") : ""} mm</td>
            <td>
              {pieces
                .filter((o) => o !== x && touching(o, x))
                .map((o) => `piece ${printOf(o.part).pieceOf!.number}`)
                .join(", ")}
            </td>
          </tr>
        ))}
      </PlainTable>
    </section>
  );
}
