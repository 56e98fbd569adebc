import { printOf } from "#core/scene/part";
import { useMemo, useState } from "react";
import { Link, useSearchParams } from "react-router";
import type { PartPlan } from "#core/plan/parts/partPlan";
import { FigureView } from "#ui/FigureView";
import { FindingList } from "#ui/FindingList";
import { Length } from "#ui/Length";
import { type Column, Table } from "#ui/Table";
import { EmptyState } from "#ui/States";
import { Slip, SlipLines } from "#route/scenes/Slip";
import { useMend } from "#app/routes/scenes/useMend";
import { useScene } from "#app/routes/scenes/useScene";
import { saidOf } from "#core/plan/parts/held";
import { scaleAudit } from "#core/plan/rule/scaleAudit";
import { Field } from "#ui/Field";
import { Audit } from "./Audit";
import { BulkBar } from "./BulkBar";
import { HeldTray } from "./HeldTray";
import { Intake } from "./Intake";
import { Listings } from "./Listings";
import { ScaleChooser } from "./ScaleChooser";
import { SetsPanel } from "./SetsPanel";
import { Shelf } from "./Shelf";
import { SoFarSlip } from "./SoFarSlip";
import { UpQuestions } from "./UpQuestions";
import { TakeAway } from "./TakeAway";
import { ByHandForm } from "./ByHandForm";
import type { Finding, Mend } from "#core/plan/finding";
import type { Plan } from "#core/plan/plan";
import type { Scene } from "#core/scene/scene";
import { partColumns } from "./partColumns";
import { cameAs, goesOn, partsWith, shelfText } from "./view";

export { partsAction as clientAction } from "./partsAction";

export default function Parts() {
  const { input, plan } = useScene();
  const { scene } = input;
  const [search, setSearch] = useSearchParams();
  const mend = useMend();
  const selected = search.get("part");
  const p = plan.parts.find((x) => x.part.id === selected) ?? null;
  const select = (id: string) => setSearch({ part: id }, { replace: true, preventScrollReset: true });
  const audit = useMemo(
    () =>
      scaleAudit(
        plan.parts.filter((x) => !printOf(x.part).pieceOf && !x.held && !x.part.tool),
        scene.denominator,
      ),
    [plan, scene.denominator],
  );
  const odd = useMemo(() => new Set(audit.odd.map((l) => l.partId)), [audit]);
  const [filter, setFilter] = useState("");
  const [ticked, setTicked] = useState<ReadonlySet<string>>(new Set());
  const rows = partsWith(plan.parts, filter);
  const columns = useMemo(() => partColumns(scene.id), [scene.id]);
  return (
    <div className="grid content-start">
      <ShelfOfParts plan={plan} scene={scene} odd={odd} selected={selected} select={select} />
      <div className="sheet grid gap-5">
        <ScaleChooser />
        <HeldTray />
        <UpQuestions />
        <SetsPanel />
        <Intake sceneId={scene.id} />
        <Listings />
        {plan.parts.length > 0 && (
          <AllParts
            filter={filter}
            setFilter={setFilter}
            rows={rows}
            plan={plan}
            scene={scene}
            ticked={ticked}
            setTicked={setTicked}
            columns={columns}
            selected={selected}
            select={select}
          />
        )}
        {audit.lines.length > 0 && <Audit audit={audit} denominator={scene.denominator} sceneId={scene.id} />}
        <ByHandForm />
      </div>
      {p ? <ChosenPart p={p} mend={mend} scene={scene} /> : <SoFarSlip input={input} plan={plan} />}
    </div>
  );
}

function ChosenPart({
  p,
  mend,
  scene,
}: {
  readonly p: PartPlan;
  readonly mend: (finding: Finding, mend: Mend) => Promise<void>;
  readonly scene: Scene;
}) {
  return (
    <Slip title={p.part.name} subtitle={`${cameAs(p)} · ${p.part.count} of it · ${goesOn(p)}`}>
      {p.sizeMm && !p.held && (
        <SlipLines
          title="Size"
          lines={[
            ["width", <Length key="w" modelMm={p.sizeMm[0]} />],
            ["depth", <Length key="d" modelMm={p.sizeMm[1]} />],
            ["height", <Length key="h" modelMm={p.sizeMm[2]} />],
            ...(p.thinnestMm
              ? [["thinnest", <FigureView key="t" figure={p.thinnestMm} label="Thinnest wall" />] as const]
              : []),
          ]}
        />
      )}
      {p.chosen && (
        <SlipLines
          title={`On ${p.chosen.printer.name}, ${p.chosen.printer.layerMm} mm layers`}
          lines={[
            ["time", <FigureView key="t" figure={p.chosen.all.minutes} label="Printing time" />],
            ["material", <FigureView key="g" figure={p.chosen.all.grams} label="Material" />],
            ["money", <FigureView key="c" figure={p.chosen.all.cost} label="Material cost" />],
          ]}
        />
      )}
      <FindingList findings={saidOf(p)} onMend={(f, m) => void mend(f, m)} empty="Nothing wrong with it." />
      <Link
        to={`/scenes/${scene.id}/parts/${p.part.id}`}
        className="button justify-self-start"
        data-kind="main"
      >
        Open it
      </Link>
    </Slip>
  );
}

function AllParts({
  filter,
  setFilter,
  rows,
  plan,
  scene,
  ticked,
  setTicked,
  columns,
  selected,
  select,
}: {
  readonly filter: string;
  readonly setFilter: (value: string) => void;
  readonly rows: PartPlan[];
  readonly plan: Plan;
  readonly scene: Scene;
  readonly ticked: ReadonlySet<string>;
  readonly setTicked: (value: ReadonlySet<string>) => void;
  readonly columns: Column<PartPlan>[];
  readonly selected: string | null;
  readonly select: (id: string) => void;
}) {
  return (
    <section className="grid gap-3" aria-label="All parts">
      <div className="flex flex-wrap items-end gap-3">
        <div className="w-72">
          <Field
            label="Only parts with"
            name="filter"
            value={filter}
            onChange={(e) => setFilter(e.target.value)}
            placeholder="name, file, source, printer"
          />
        </div>
        {rows.length < plan.parts.length && (
          <p className="pb-2 text-[14px] text-ink-2">
            {rows.length} of {plan.parts.length}
          </p>
        )}
      </div>
      <TakeAway plan={plan} sceneName={scene.name} {...(ticked.size > 0 ? { partIds: [...ticked] } : {})} />
      {ticked.size > 0 && <BulkBar ids={[...ticked]} onClear={() => setTicked(new Set())} />}
      <Table
        rows={rows}
        columns={columns}
        idOf={(r) => r.part.id}
        nameOf={(r) => r.part.name}
        caption="Parts and where their scale comes from"
        selected={selected}
        onSelect={select}
        ticked={ticked}
        onTick={setTicked}
      />
    </section>
  );
}

function ShelfOfParts({
  plan,
  scene,
  odd,
  selected,
  select,
}: {
  readonly plan: Plan;
  readonly scene: Scene;
  readonly odd: Set<string>;
  readonly selected: string | null;
  readonly select: (id: string) => void;
}) {
  return (
    <section className="on-mat px-5 pt-4 pb-2">
      <div className="mb-1 flex items-baseline gap-4">
        <h1>The shelf</h1>
        <p className="text-[14px] opacity-85">{shelfText(plan.parts, scene.denominator)}</p>
      </div>
      {plan.parts.length > 0 ? (
        <Shelf plan={plan} denominator={scene.denominator} odd={odd} selected={selected} onSelect={select} />
      ) : (
        <EmptyState title="The shelf is empty">
          Add the models of this scene. Each is measured, brought to one scale, and set beside the others, so
          that the one that is wrong is seen at once.
        </EmptyState>
      )}
    </section>
  );
}
