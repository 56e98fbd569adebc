import { counted } from "#core/words";
import { findingLink } from "#app/referenceLink";
import { Link, useSearchParams } from "react-router";
import type { MaterialId } from "#core/materials/materials";
import { cautionById, CAUTIONS_END, runCautions } from "#core/safety/cautions";
import { FigureView } from "#ui/FigureView";
import { FindingList } from "#ui/FindingList";
import { EmptyState } from "#ui/States";
import { dayText, momentText } from "#app/clock";
import { useWorkingOut } from "#app/hooks/useWorkingOut";
import { stagePath } from "#app/stages";
import { Slip, SlipLines } from "#route/scenes/Slip";
import { useMend } from "#app/routes/scenes/useMend";
import { useScene } from "#app/routes/scenes/useScene";
import { DatePanel } from "./DatePanel";
import { EveningLoad } from "./EveningLoad";
import { ExportButtons } from "./ExportButtons";
import { PlateLanes } from "./PlateLanes";
import { MachineTable } from "./MachineTable";
import { RunsPanel } from "./RunsPanel";
import { SpoiltPanel } from "./SpoiltPanel";
import { WhatIfPanel } from "./WhatIfPanel";

/** Which machine, on which plate, on which evening: the mats in time, what runs, and what follows from it. */
export default function Plates() {
  const view = useScene();
  const { input, plan } = view;
  const { scene, now, workshop } = input;
  const [search, setSearch] = useSearchParams();
  const mend = useMend();
  const meanwhile = useWorkingOut();
  const chosen = plan.plates.find((p) => p.id === search.get("plate")) ?? null;
  const findings = plan.findings.filter((f) => f.stage === "plates");
  if (plan.plates.length === 0) {
    return (
      <div className="sheet grid gap-5">
        <h1>Plates</h1>
        <EmptyState
          title="No plates yet"
          action={
            <Link
              className="button"
              data-kind="main"
              to={workshop.printers.length === 0 ? "/workshop/printers" : stagePath(scene.id, "parts")}
            >
              {workshop.printers.length === 0 ? "Add a printer" : "Add models"}
            </Link>
          }
        >
          Here every printed part gets a machine, a place on a bed, and an evening. It needs parts with a
          model that are still to be made, and at least one printer in the workshop.
        </EmptyState>
        <SpoiltPanel plan={plan} input={input} />
        <FindingList findings={findings} />
      </div>
    );
  }
  const machines = new Set(plan.plates.map((p) => p.printer.id)).size;
  const path = (id: string) => `${stagePath(scene.id, "plates")}/plate?plate=${encodeURIComponent(id)}`;
  return (
    <div className="grid content-start">
      <section className="on-mat px-5 pt-4 pb-4">
        <div className="mb-3 flex flex-wrap items-baseline gap-x-4">
          <h1>Plates</h1>
          <p className="text-[14px] opacity-85">
            {plan.plates.length} {plan.plates.length === 1 ? "plate" : "plates"} on {machines}{" "}
            {machines === 1 ? "printer" : "printers"}, all printed{" "}
            {momentText(now.today, plan.printing.finishAt)}, and in no order before{" "}
            {momentText(now.today, plan.printing.boundAt)}
          </p>
        </div>
        <PlateLanes
          plan={plan}
          printers={workshop.printers}
          today={now.today}
          nowMinute={now.minute}
          chosen={chosen?.id ?? null}
          onChoose={(id) => setSearch({ plate: id }, { replace: true, preventScrollReset: true })}
        />
        <p className="text-[13px] opacity-85">
          ◆ the finish hangs on it · dashed outlines are spares, dashed bars other scenes · strokes under the
          days: you are there
          {meanwhile.left > 0 && (
            <>
              {" "}
              ·{" "}
              <span role="status">
                following the walls of {meanwhile.name}, {meanwhile.left} left
              </span>
            </>
          )}
        </p>
      </section>
      <div className="sheet grid gap-6">
        <FindingList
          findings={findings}
          onMend={(f, m) => void mend(f, m)}
          link={(f) => (
            <Link to={findingLink(scene.id, f)} className="text-[14px] text-slate-blue underline">
              {f.name}
            </Link>
          )}
        />
        <RunsPanel runs={input.runs.filter((r) => r.state === "running")} />
        <SpoiltPanel plan={plan} input={input} />
        <div className="grid items-start gap-6 xl:grid-cols-2">
          <DatePanel view={view} />
          <EveningLoad plan={plan} today={now.today} />
        </div>
        <WhatIfPanel view={view} />
        <MachineTable plan={plan} sceneId={scene.id} />
        <ExportButtons />
      </div>
      {chosen ? (
        <Slip
          title={`Plate ${chosen.number}`}
          subtitle={`${chosen.printer.name}, ${counted(chosen.laid.length, "piece", "pieces")}`}
        >
          <Link className="button justify-center" data-kind="main" to={path(chosen.id)}>
            {chosen.running ? "Open this plate" : "Open and start this plate"}
          </Link>
          <SlipLines
            title="It takes"
            lines={[
              ["time", <FigureView key="t" figure={chosen.minutes} label="Time of this plate" />],
              ["material", <FigureView key="g" figure={chosen.grams} label="Material" />],
              ["runs to expect", <FigureView key="r" figure={chosen.runs} label="Runs for one good plate" />],
            ]}
          />
          <SlipLines
            title="When"
            lines={plan.runs
              .filter((r) => r.plateId === chosen.id)
              .flatMap(
                (r) =>
                  [
                    ["set up", momentText(now.today, r.setupAt)],
                    ["runs until", momentText(now.today, r.endsAt)],
                    ["cleared", momentText(now.today, r.clearedAt)],
                  ] as const,
              )}
          />
          <SlipLines
            title="On it"
            lines={[...new Map(chosen.laid.map((l) => [l.partId, l])).values()].map((l) => [
              <Link key={l.partId} to={`${stagePath(scene.id, "plates")}/part/${l.partId}`}>
                {l.partName}
              </Link>,
              `× ${chosen.laid.filter((k) => k.partId === l.partId).length}`,
            ])}
          />
          <RunCautions process={chosen.printer.process} plastic={chosen.material?.plastic ?? null} />
        </Slip>
      ) : (
        <Slip title="Plates" subtitle={`done printing ${dayText(now.today, plan.printing.finishAt)}`}>
          <SlipLines
            title="Together"
            lines={[
              [
                "machine time",
                <FigureView
                  key="m"
                  figure={plan.totals.machineMinutes}
                  label="Machine time, failures counted in"
                />,
              ],
              [
                "material",
                <FigureView
                  key="c"
                  figure={plan.totals.material}
                  label="Print material, reprints counted in"
                />,
              ],
              [
                "power and wear",
                <FigureView key="w" figure={plan.totals.machineCost} label="Power and wear" />,
              ],
            ]}
          />
          <p>Select a plate to see what is on it.</p>
        </Slip>
      )}
    </div>
  );
}

/** What to mind while a plate runs and when it is taken off. */
const RunCautions = ({ process, plastic }: { process: "filament" | "resin"; plastic: MaterialId | null }) => (
  <section aria-label="Cautions" className="grid gap-1 text-[13px] text-ink-2">
    {runCautions(process, plastic)
      .map(cautionById)
      .map((c) => (
        <p key={c.id}>
          <b>{c.title}.</b> {c.text}
        </p>
      ))}
    <p>{CAUTIONS_END}</p>
  </section>
);
