import { useEffect, useRef } from "react";
import { plateRef } from "#core/reference";
import { Download } from "lucide-react";
import { Link, useNavigate, useSearchParams } from "react-router";
import { failureCauses, type FailureCause } from "#core/print/simulatedRun";
import { type PlatePlan } from "#core/plan/plates/planPlates";
import { Button } from "#ui/Button";
import { FindingList } from "#ui/FindingList";
import { EmptyState } from "#ui/States";
import { plateSvg } from "#app/jobs/exports";
import { saveFile } from "#app/jobs/saveFile";
import { holdPlates } from "#app/jobs/workOut";
import { stagePath } from "#app/stages";
import { useScene } from "#app/routes/scenes/useScene";
import { Gate } from "./Gate";
import { PlateByHand } from "./PlateByHand";
import { GcodePanel } from "./GcodePanel";
import { FreeBed } from "./FreeBed";
import { PlateFileButtons } from "./PlateFileButtons";
import { figures, PlainTable } from "#ui/PlainTable";
import { SparesWorth } from "./SparesWorth";
import { PlateSlip } from "./PlateSlip";
import { plateAfter } from "./plateAfter";
import { useToast } from "#ui/Toasts";
import type { Plan } from "#core/plan/plan";

/** One plate: its bed to lay by hand, what it takes, the list before it, and its start. */
export default function PlatePage() {
  const view = useScene();
  const { input, plan } = view;
  const { scene, now, workshop } = input;
  const [search] = useSearchParams();
  const navigate = useNavigate();
  const back = stagePath(scene.id, "plates");
  const plate = useFollowedPlate(plan.plates, search.get("plate"));
  useEffect(holdPlates, []);
  if (!plate)
    return (
      <div className="sheet">
        <NoPlate back={back} />
      </div>
    );
  const findings = plan.findings.filter((f) => f.about === plateRef(plate.id));
  const cut = cutParts(plan, plate);
  const run = plan.runs.find((r) => r.plateId === plate.id);
  return (
    <div className="grid content-start">
      <section className="on-mat grid gap-3 px-5 pt-4 pb-4">
        <PlateHead plate={plate} back={back} />
        <PlateByHand plate={plate} view={view} />
      </section>
      <div className="sheet grid items-start gap-5 xl:grid-cols-2">
        {findings.length > 0 && (
          <div className="xl:col-span-2">
            <FindingList findings={findings} />
          </div>
        )}
        {!plate.running && (
          <Gate key={plate.contents} plate={plate} cut={cut} onStarted={() => void navigate(back)} />
        )}
        <div className="grid content-start gap-5">
          <OnPlate plate={plate} back={back} odds={failureCauses[plate.printer.process]} />
          {!plate.running && <SparesWorth plate={plate} plan={plan} />}
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

/**
 * The plate that was opened. Where the plates were laid anew meanwhile, the page goes on to the one on which most
 * of it lies now.
 */
function useFollowedPlate(plates: readonly PlatePlan[], id: string | null): PlatePlan | undefined {
  const [, setSearch] = useSearchParams();
  const say = useToast();
  const last = useRef<PlatePlan | null>(null);
  const plate = plates.find((p) => p.id === id);
  useEffect(() => {
    if (plate) {
      last.current = plate;
      return;
    }
    const next = last.current && plateAfter(last.current, plates);
    last.current = null;
    if (!next) return;
    say(`The plates were laid anew: most of it lies on plate ${next.number} now.`);
    setSearch({ plate: next.id }, { replace: true, preventScrollReset: true });
  }, [plate, plates, say, setSearch]);
  return plate;
}

/** Names of the parts on a plate that are printed in pieces: their pieces are looked at before it starts. */
const cutParts = (plan: Plan, plate: PlatePlan): string[] => [
  ...new Set(
    plate.laid
      .filter((l) => plan.parts.find((p) => p.part.id === l.partId)?.chosen?.fit.kind === "cut")
      .map((l) => l.partName.replace(/, box .*/, "")),
  ),
];

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
