import { Link, useSearchParams } from "react-router";
import type { Route } from "./+types/order";
import { moveTo } from "#core/order/moveCheck";
import { handsTotal } from "#core/order/schedule";
import { EmptyState } from "#ui/States";
import { durationText } from "#ui/Duration";
import { dayText } from "#app/clock";
import { readForm } from "#app/readForm";
import { stagePath } from "#app/stages";
import { Exposure } from "./Exposure";
import { ExportButtons } from "#route/plates/ExportButtons";
import { FigureView } from "#ui/FigureView";
import { Slip, SlipLines } from "#route/scenes/Slip";
import { useScene } from "#app/routes/scenes/useScene";
import { BrokenRules } from "./BrokenRules";
import { ComparePanel } from "./ComparePanel";
import { Decided } from "./Decided";
import { LostEvenings } from "./LostEvenings";
import { OrderLanes } from "./OrderLanes";
import { OrderTable } from "./OrderTable";
import { orderAction } from "./orderAction";
import { Retyped } from "./Retyped";
import { OwnStepButton } from "./OwnStepDialog";
import { RuleTable } from "./RuleTable";
import { Schools } from "./Schools";
import { StepSlip } from "./StepSlip";
import { StopPanel } from "./StopPanel";
import { TriagePanel } from "./TriagePanel";
import { useOrderMove } from "./useOrderChange";
import {
  emptyOrder,
  filterOf,
  isNarrow,
  namesOf,
  orderRows,
  type OrderRow,
  type OrderFilter,
  type NameOf,
} from "./view";
import type { SceneView } from "#app/jobs/sceneView";
import type { Scene } from "#core/scene/scene";

export const clientAction = async ({ request, params }: Route.ClientActionArgs) =>
  orderAction(await readForm(request), params.sceneId);

export default function Order() {
  const view = useScene();
  const { scene, now } = view.input;
  const { work } = view.plan;
  const [search, setSearch] = useSearchParams();
  const moveStep = useOrderMove(scene);
  const empty = emptyOrder(work);
  if (empty) return <NothingToOrder title={empty.title} to={empty.to} />;
  const set = (key: string, value: string) =>
    setSearch(
      (s) => {
        if (value === "") s.delete(key);
        else s.set(key, value);
        return s;
      },
      { replace: true, preventScrollReset: true },
    );
  const select = (stepId: string) => set("step", stepId);
  const selected = search.get("step");
  const step = work.steps.find((s) => s.id === selected);
  const name = namesOf(work.steps);
  const filter = filterOf(search);
  const rows = orderRows(work, filter);
  const move = (stepId: string, startsAt: number) => {
    const wanted = moveTo(stepId, startsAt, work.times, work.sequence.constraints);
    if (!wanted) return;
    select(stepId);
    void moveStep(wanted, `${work.steps.find((s) => s.id === stepId)!.title}: moved`);
  };
  return (
    <div className="grid content-start">
      <section className="on-mat px-5 pt-4 pb-3">
        <OrderHead />
        <OrderLanes
          plan={view.plan}
          today={now.today}
          selected={selected}
          shown={isNarrow(filter) ? new Set(rows.map((r) => r.step.id)) : null}
          onSelect={select}
          onMove={move}
        />
      </section>
      <OrderPanels
        view={view}
        name={name}
        select={select}
        filter={filter}
        rows={rows}
        selected={selected}
        set={set}
        scene={scene}
      />
      {step ? (
        <StepSlip step={step} name={name} onMove={move} />
      ) : (
        <OrderSlip view={view} today={now.today} />
      )}
    </div>
  );
}

function OrderPanels({
  view,
  name,
  select,
  filter,
  rows,
  selected,
  set,
  scene,
}: {
  readonly view: SceneView;
  readonly name: NameOf;
  readonly select: (stepId: string) => void;
  readonly filter: OrderFilter;
  readonly rows: readonly OrderRow[];
  readonly selected: string | null;
  readonly set: (key: string, value: string) => void;
  readonly scene: Scene;
}) {
  return (
    <div className="sheet grid gap-5">
      <BrokenRules view={view} name={name} onSelect={select} />
      <Retyped />
      <Decided name={name} />
      <OrderTable filter={filter} rows={rows} selected={selected} onNarrow={set} onSelect={select} />
      <ComparePanel view={view} name={name} />
      <TriagePanel view={view} />
      <StopPanel view={view} />
      <Schools />
      <LostEvenings />
      <Exposure />
      <div className="flex flex-wrap gap-2">
        <ExportButtons />
        <Link className="button" to={`/scenes/${scene.id}/sheet`}>
          Bench sheet for paper
        </Link>
      </div>
      <RuleTable />
    </div>
  );
}

function OrderSlip({ view, today }: { readonly view: SceneView; readonly today: string }) {
  return (
    <Slip title="Order">
      <SlipLines
        title="Together"
        lines={[
          [
            "hands",
            <FigureView key="h" figure={view.plan.totals.handsMinutes} label="Hands-on time in all" />,
          ],
          ["ready", dayText(today, view.plan.totals.finishAt)],
        ]}
      />
      <p className="text-[14px] text-ink-2">
        Select a step to see what it waits for, what waits for it, and the films on its part.
      </p>
    </Slip>
  );
}

/** How long it is, when it is ready, and how far that is from the best that any order could do. */
function OrderHead() {
  const { input, plan } = useScene();
  const { work } = plan;
  const { today } = input.now;
  const others = handsTotal(work.otherSlots);
  const gap = work.schedule.finishAt - work.schedule.boundAt;
  return (
    <div className="mb-2 flex flex-wrap items-baseline gap-4">
      <h1>Order of work</h1>
      <p className="text-[14px] opacity-90">
        {work.steps.length} steps, ready {dayText(today, plan.totals.finishAt)}; no order could be before{" "}
        {dayText(today, work.schedule.boundAt)}
        {gap > 60 && ` (${durationText(gap)} apart)`}; {work.schedule.setups} times getting things out
        {others > 0 && (
          <>
            ; other open scenes take {durationText(others)} of the same hours:{" "}
            <Link to="/scenes" className="underline">
              set one aside
            </Link>
          </>
        )}
      </p>
    </div>
  );
}

function NothingToOrder({ title, to }: { title: string; to: "hours" | "parts" }) {
  const { input } = useScene();
  const { scene } = input;
  return (
    <div className="sheet">
      <h1>Order</h1>
      <EmptyState
        title={title}
        action={
          <Link
            className="button"
            data-kind="main"
            to={to === "hours" ? "/workshop/hours" : stagePath(scene.id, "parts")}
          >
            {to === "hours" ? "To the hours" : "To the parts"}
          </Link>
        }
      >
        Every step of every stage comes together here: in an order that breaks no rule, in your own hours,
        with the waits. It needs parts with a scheme or a joint, and hours at the bench.
      </EmptyState>
      {input.parts.length > 0 && <OwnStepButton anchor={null} />}
    </div>
  );
}
