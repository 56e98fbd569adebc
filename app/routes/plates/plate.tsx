import { plateRef } from "#core/reference";
import { Download } from "lucide-react";
import { useState } from "react";
import { Link, useNavigate, useSearchParams } from "react-router";
import type { NestPiece } from "#core/print/nest";
import { usableBed } from "#core/print/printer";
import { failureCauses, type FailureCause } from "#core/print/simulatedRun";
import { type LaidPiece, outlineOf, type PlatePlan, SPACING_MM } from "#core/plan/plates/planPlates";
import { Button } from "#ui/Button";
import { Choice } from "#ui/Field";
import { FindingList } from "#ui/FindingList";
import { EmptyState } from "#ui/States";
import { useToast } from "#ui/Toasts";
import { undoAction } from "#app/jobs/keep";
import { layByHand, layByPlan, unlockPiece } from "#app/jobs/plateLayouts";
import { plateSvg } from "#app/jobs/exports";
import { saveFile } from "#app/jobs/saveFile";
import { stagePath } from "#app/stages";
import { placeOnPlate } from "#workers/plan";
import { useScene } from "#app/routes/scenes/useScene";
import { BedMat, refusal } from "./BedMat";
import { Gate } from "./Gate";
import { GcodePanel } from "./GcodePanel";
import { FreeBed } from "./FreeBed";
import { PlateFileButtons } from "./PlateFileButtons";
import { figures, PlainTable } from "#ui/PlainTable";
import { TurnButtons, NudgeButtons } from "./PieceTools";
import { PlateSlip } from "./PlateSlip";
import type { Plan } from "#core/plan/plan";

/** One plate: its bed to lay by hand, what it takes, the list before it, and its start. */
export default function PlatePage() {
  const view = useScene();
  const { input, plan } = view;
  const { scene, now, workshop } = input;
  const [search] = useSearchParams();
  const navigate = useNavigate();
  const say = useToast();
  const [selected, setSelected] = useState<string | null>(null);
  const [refused, setRefused] = useState("");
  const back = stagePath(scene.id, "plates");
  const plate = plan.plates.find((p) => p.id === search.get("plate"));
  if (!plate)
    return (
      <div className="sheet">
        <NoPlate back={back} />
      </div>
    );
  const layout = input.layouts.find((l) => l.id === plate.layoutId) ?? null;
  const locked = new Set(layout?.laid.map((l) => l.id));
  const piece = plate.laid.find((l) => l.id === selected) ?? null;
  const run = plan.runs.find((r) => r.plateId === plate.id);
  const cut = [
    ...new Set(
      plate.laid
        .filter((l) => plan.parts.find((p) => p.part.id === l.partId)?.chosen?.fit.kind === "cut")
        .map((l) => l.partName.replace(/, box .*/, "")),
    ),
  ];
  const settle = (next: LaidPiece) => {
    const why = refusal(
      next,
      plate.laid,
      [usableBed(plate.printer)[0], usableBed(plate.printer)[1]],
      SPACING_MM[plate.printer.process],
    );
    if (why) return setRefused(why);
    setRefused("");
    return void layByHand(
      plate,
      plate.laid.map((l) => (l.id === next.id ? next : l)),
      input.layouts,
      `Move ${next.partName}`,
    );
  };
  const siblings = plan.plates.filter(
    (p) =>
      p.id !== plate.id &&
      p.printer.id === plate.printer.id &&
      p.material?.id === plate.material?.id &&
      !p.running,
  );
  const moveTo = async (target: PlatePlan) => {
    if (!piece) return;
    const bed = usableBed(target.printer);
    const others = target.laid.map((l): NestPiece => ({ id: l.id, shape: l.id, outline: l.lines }));
    const place = await placeOnPlate(
      { id: piece.id, shape: "moved", outline: unturned(piece) },
      others,
      target.laid.map((l) => ({ id: l.id, xMm: 0, yMm: 0, turnDeg: 0 })),
      bed[0],
      bed[1],
      SPACING_MM[target.printer.process],
    );
    if (!place)
      return setRefused(
        `There is no room for ${piece.partName} on plate ${target.number}. Take something off it first.`,
      );
    setRefused("");
    const laid = [...target.laid, { ...piece, xMm: place.xMm, yMm: place.yMm, turnDeg: place.turnDeg }];
    const kept = await layByHand(
      target,
      laid,
      input.layouts,
      `Move ${piece.partName} to plate ${target.number}`,
      plate,
    );
    if (kept.ok) say(`${piece.partName} lies on plate ${target.number} now.`, undoAction);
  };
  /** A piece's outline as its part has it, before it was turned. */
  function unturned(l: LaidPiece) {
    const p = plan.parts.find((x) => x.part.id === l.partId);
    return p?.asItLies ? outlineOf(p) : l.lines;
  }
  const odds = failureCauses[plate.printer.process];
  return (
    <div className="grid content-start">
      <section className="on-mat grid gap-3 px-5 pt-4 pb-4">
        <PlateHead plate={plate} back={back} />
        <div className="grid gap-4 lg:grid-cols-[minmax(0,1fr)_230px]">
          <div className="mx-auto w-full max-w-[620px]">
            <BedMat
              plate={plate}
              locked={locked}
              selected={selected}
              onSelect={setSelected}
              onMove={settle}
              onRefused={setRefused}
            />
          </div>
          <div className="grid content-start gap-3">
            {refused && (
              <p role="alert" className="border-l-4 border-tape bg-mat-line px-3 py-2">
                {refused}
              </p>
            )}
            {plate.running ? (
              <p>It is running; what lies on it stays.</p>
            ) : piece ? (
              <>
                <h2>
                  {piece.partName}
                  {piece.spare ? ", spare" : ""}
                </h2>
                <p className="figures text-[14px]">
                  {piece.xMm.toFixed(1)}, {piece.yMm.toFixed(1)} mm, turned {piece.turnDeg.toFixed(0)}°,{" "}
                  {piece.heightMm.toFixed(1)} mm high
                </p>
                <TurnButtons settle={settle} piece={piece} />
                <NudgeButtons settle={settle} piece={piece} />
                {locked.has(piece.id) && (
                  <Button kind="quiet" onClick={() => void unlockPiece(layout!, piece)}>
                    Let the plan move this one
                  </Button>
                )}
                {siblings.length > 0 && (
                  <Choice
                    label="Put it on"
                    name="other"
                    value=""
                    onChange={(e) => {
                      const to = siblings.find((s) => s.id === e.target.value);
                      if (to) void moveTo(to);
                    }}
                    options={[
                      ["", "this plate"],
                      ...siblings.map((s) => [s.id, `plate ${s.number}`] as const),
                    ]}
                  />
                )}
              </>
            ) : (
              <p className="text-[14px]">
                Drag a piece, or select it and use the arrow keys (with shift 10 mm);{" "}
                <span className="kbd">q</span> and <span className="kbd">e</span> turn it. What you move
                stays; other pieces are laid round it.
              </p>
            )}
            {layout && <Button onClick={() => void layByPlan(layout)}>Lay the whole plate again</Button>}
          </div>
        </div>
      </section>
      <div className="sheet grid items-start gap-5 xl:grid-cols-2">
        {plan.findings.some((f) => f.about === plateRef(plate.id)) && (
          <div className="xl:col-span-2">
            <FindingList findings={plan.findings.filter((f) => f.about === plateRef(plate.id))} />
          </div>
        )}
        {!plate.running && (
          <Gate key={plate.contents} plate={plate} cut={cut} onStarted={() => void navigate(back)} />
        )}
        <div className="grid content-start gap-5">
          <OnPlate plate={plate} back={back} odds={odds} />
          {!plate.running && <FreeBed plate={plate} view={view} />}
          {plate.printer.process === "filament" && !plate.running && (
            <GcodePanel plate={plate} gcodes={input.gcodes} />
          )}
          <TakePlateAway plate={plate} plan={plan} />
        </div>
      </div>
      <PlateSlip plate={plate} run={run} today={now.today} workshop={workshop} />
    </div>
  );
}

function TakePlateAway({ plate, plan }: { readonly plate: PlatePlan; readonly plan: Plan }) {
  return (
    <section className="flex flex-wrap gap-2" aria-label="Take this plate away">
      <PlateFileButtons plate={plate} />
      <Button
        icon={<Download size={15} aria-hidden />}
        onClick={() => saveFile(plateSvg(plan, plate.id), `plate-${plate.number}.svg`, "image/svg+xml")}
      >
        Drawing, SVG
      </Button>
    </section>
  );
}

function OnPlate({
  plate,
  back,
  odds,
}: {
  readonly plate: PlatePlan;
  readonly back: string;
  readonly odds: readonly FailureCause[];
}) {
  return (
    <section>
      <h2 className="mb-2">On it</h2>
      <PlainTable
        label="On the plate"
        heads={["part", figures("pieces"), figures("height"), figures("fails"), "likeliest"]}
      >
        {[...new Map(plate.laid.map((l) => [l.partId, l])).values()].map((l) => {
          const own = plate.odds.byPiece.find((o) => o.pieceId === l.id);
          return (
            <tr key={l.partId}>
              <th scope="row">
                <Link to={`${back}/part/${l.partId}`}>{l.partName}</Link>
              </th>
              <td data-figures>{plate.laid.filter((x) => x.partId === l.partId).length}</td>
              <td data-figures>{l.heightMm.toFixed(1)} mm</td>
              <td data-figures>{own ? `${Math.round(100 * own.odds)} %` : ""}</td>
              <td>{own ? odds.find((o) => o.code === own.likeliest)?.looks : ""}</td>
            </tr>
          );
        })}
      </PlainTable>
    </section>
  );
}

function PlateHead({ plate, back }: { readonly plate: PlatePlan; readonly back: string }) {
  return (
    <div className="flex flex-wrap items-baseline gap-x-4">
      <h1>
        Plate {plate.number} on {plate.printer.name}
      </h1>
      <Link to={`${back}?plate=${encodeURIComponent(plate.id)}`} className="text-[14px]">
        all plates
      </Link>
      <p className="text-[14px] opacity-85">
        {plate.laid.length} {plate.laid.length === 1 ? "piece" : "pieces"} of{" "}
        {plate.material?.name ?? "no told material"}
        {plate.bound > 1 ? `; no way of laying takes fewer than ${plate.bound} plates` : ""}
      </p>
    </div>
  );
}

function NoPlate({ back }: { readonly back: string }) {
  return (
    <EmptyState
      title="This plate is no more"
      action={
        <Link className="button" data-kind="main" to={back}>
          All plates
        </Link>
      }
    >
      The plan was made again and what lay on it lies elsewhere now.
    </EmptyState>
  );
}
