import { findingLink } from "#app/referenceLink";
import { Link, useSearchParams, type SetURLSearchParams } from "react-router";
import { FindingList } from "#ui/FindingList";
import { EmptyState } from "#ui/States";
import { momentText } from "#app/clock";
import { useWorkingOut } from "#app/hooks/useWorkingOut";
import { stagePath } from "#app/stages";
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
import { ChosenPlate, PlatesTotals } from "./PlatesSlip";
import type { Workshop } from "#core/scene/workshop";
import type { Scene } from "#core/scene/scene";
import type { Meanwhile } from "#app/jobs/workOut";
import type { Plan } from "#core/plan/plan";
import type { PlatePlan } from "#core/plan/plates/planPlates";

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
        <NoPlates workshop={workshop} scene={scene} />
        <SpoiltPanel plan={plan} input={input} />
        <FindingList findings={findings} />
      </div>
    );
  }
  const machines = new Set(plan.plates.map((p) => p.printer.id)).size;
  const path = (id: string) => `${stagePath(scene.id, "plates")}/plate?plate=${encodeURIComponent(id)}`;
  return (
    <div className="grid content-start">
      <PlatesMat
        plan={plan}
        machines={machines}
        now={now}
        workshop={workshop}
        chosen={chosen}
        setSearch={setSearch}
        meanwhile={meanwhile}
      />
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
        <ChosenPlate chosen={chosen} path={path} plan={plan} today={now.today} scene={scene} />
      ) : (
        <PlatesTotals today={now.today} plan={plan} />
      )}
    </div>
  );
}

function PlatesMat({
  plan,
  machines,
  now,
  workshop,
  chosen,
  setSearch,
  meanwhile,
}: {
  readonly plan: Plan;
  readonly machines: number;
  readonly now: { readonly today: string; readonly minute: number; readonly ms: number };
  readonly workshop: Workshop;
  readonly chosen: PlatePlan | null;
  readonly setSearch: SetURLSearchParams;
  readonly meanwhile: Meanwhile;
}) {
  return (
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
      <MeanwhileLine meanwhile={meanwhile} />
    </section>
  );
}

function MeanwhileLine({ meanwhile }: { readonly meanwhile: Meanwhile }) {
  return (
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
  );
}

function NoPlates({ workshop, scene }: { readonly workshop: Workshop; readonly scene: Scene }) {
  return (
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
      Here every printed part gets a machine, a place on a bed, and an evening. It needs parts with a model
      that are still to be made, and at least one printer in the workshop.
    </EmptyState>
  );
}
