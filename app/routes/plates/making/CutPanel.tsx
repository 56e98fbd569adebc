import { printOf, type Part } from "#core/scene/part";
import { lazy, Suspense, useMemo, useState } from "react";
import { Link } from "react-router";
import { boundingBox, type Box3, type TriangleSoup } from "#core/mesh/triangleMesh";
import type { Candidate, PartPlan } from "#core/plan/parts/partPlan";
import type { Plan } from "#core/plan/plan";
import type { Workshop } from "#core/scene/workshop";
import { pegStress, wholeOrCut, type WholeOrCutLine } from "#core/plan/plates/wholeOrCut";
import type { CutPlace, PlacedCut } from "#core/print/cutting";
import type { Process } from "#core/print/printer";
import { pegStyleOf } from "#core/print/pegPlaces";
import { plasticOf } from "#core/materials/printMaterials";
import { undoAction } from "#app/jobs/keep";
import { Button } from "#ui/Button";
import { Choice, Field, Tick } from "#ui/Field";
import { durationText } from "#ui/Duration";
import { ProgressLine } from "#ui/States";
import { useToast } from "#ui/Toasts";
import { uncutPart } from "#app/jobs/shaping";
import { stagePath } from "#app/stages";
import { typedNumber } from "#app/readForm";
import { buttons, figures, PlainTable } from "#ui/PlainTable";
import { CutReasons } from "./CutReasons";
import { type Cuts, useCuts } from "./useCuts";

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
  const cuts = useCuts(p, soup);
  const { places, placed, cutting } = cuts;
  const lines = useMemo(() => planeLines(boundingBox(soup.corners), places), [soup, places]);
  if (p.part.made === "from pieces") return <Pieces p={p} plan={plan} />;
  const c = p.finish!;
  const pieces = piecesOf(places);
  const compared = placed.length > 0 ? wholeOrCut(p, c, placed, pieces, workshop.log) : [];
  return (
    <section className="panel grid gap-3" aria-label="In pieces">
      <CutHead c={c} />
      <CutReasons p={p} take={cuts.take} />
      <CutTools cuts={cuts} />
      {cuts.said.map((s) => (
        <p key={s} role="alert" className="text-oxide">
          {s}
        </p>
      ))}
      {places.length > 0 && (
        <div className="grid items-start gap-4 2xl:grid-cols-2">
          <CutView soup={soup} part={p.part} places={places} factor={p.rescale.factor} lines={lines} />
          <div className="grid gap-3 overflow-x-auto">
            <CutTable cuts={cuts} c={c} />
            {compared.length > 0 && <WholeOrCut compared={compared} />}
            {cutting.job.state === "running" ? (
              <ProgressLine
                what="Cutting and closing the pieces"
                share={cutting.job.share}
                onCancel={cutting.stop}
              />
            ) : (
              <div>
                <Button
                  kind="main"
                  disabled={placed.length !== places.length}
                  onClick={() => void cuts.cut()}
                >
                  Cut into {pieces} pieces
                </Button>
              </div>
            )}
            <AboutPins process={c.printer.process} />
          </div>
        </div>
      )}
    </section>
  );
}

const AboutPins = ({ process }: { readonly process: Process }) => (
  <p className="text-[13px] text-ink-2">
    Pins go in with {pegStyleOf(process).clearanceMm} mm a side (common practice); a trial of this machine
    says more. Weight on the pins is what their plastic may bear with room to spare.
  </p>
);

/** Every plane with where it cuts, what it cuts through, and whether its pins hold. */
function CutTable({ cuts, c }: { readonly cuts: Cuts; readonly c: Candidate }) {
  return (
    <PlainTable
      label="Planes to cut along"
      heads={["cut", "at, mm", figures("section"), figures("seam"), "pins", buttons("remove")]}
    >
      {cuts.places.map((k, i) => (
        <CutLine key={i} cuts={cuts} c={c} k={k} i={i} />
      ))}
    </PlainTable>
  );
}

function CutLine({
  cuts,
  c,
  k,
  i,
}: {
  readonly cuts: Cuts;
  readonly c: Candidate;
  readonly k: CutPlace;
  readonly i: number;
}) {
  const at = cuts.placed[i];
  const allowable = plasticOf(c.material?.plastic ?? null)?.print.allowableMPa ?? USUAL_MPA;
  const heavier = c.one.grams.value * Math.max(k.share, 1 - k.share);
  const stress = at && at.pegs > 0 ? pegStress(heavier, at.pegs, at.pegRadiusMm, allowable) : null;
  const why = cuts.reasons.find((r) => r.axis === k.axis && Math.abs(r.share - k.share) < 1e-9)?.reason;
  return (
    <tr>
      <th scope="row">
        {i + 1} <span className="font-normal">{axisWords[k.axis]}.</span>
        {why && <span className="block max-w-[40ch] text-[13px] font-normal text-ink-2">{why}</span>}
      </th>
      <CutPlaceCell i={i} size={cuts.size} k={k} move={cuts.move} />
      <td data-figures>{at ? `${at.sectionMm2.toFixed(0)} mm²` : "…"}</td>
      <td data-figures>{at ? `${at.seamMm.toFixed(0)} mm` : ""}</td>
      <PegCell at={at} pegged={cuts.pegged} stress={stress} allowable={allowable} />
      <td>
        <Button kind="quiet" aria-label={`Remove cut ${i + 1}`} onClick={() => cuts.remove(i)}>
          Remove
        </Button>
      </td>
    </tr>
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

function CutTools({ cuts: { proposal, propose, add, pegged, setPegged } }: { readonly cuts: Cuts }) {
  const [axis, setAxis] = useState("0");
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
      <Button onClick={() => add(Number(axis) as 0 | 1 | 2)}>Add a plane</Button>
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
