import { standsAside } from "#core/plan/parts/held";
import { counted } from "#core/words";
import { findingLink } from "#app/referenceLink";
import { Link, useSearchParams } from "react-router";
import type { Route } from "./+types/lay";
import { FindingList } from "#ui/FindingList";
import { readForm } from "#app/readForm";
import { stageList, stagePath } from "#app/stages";
import { useMend, useMendAll } from "#app/routes/scenes/useMend";
import { useScene } from "#app/routes/scenes/useScene";
import { Board } from "./Board";
import { BoardForm } from "./BoardForm";
import { layAction } from "./layAction";
import { PlacedSlip, TotalsSlip } from "./LaySlip";
import { boardShare, readinessText } from "./view";
import type { Finding, Mend } from "#core/plan/finding";
import type { Plan } from "#core/plan/plan";
import type { Scene } from "#core/scene/scene";

export const clientAction = async ({ request, params }: Route.ClientActionArgs) =>
  layAction(await readForm(request), params.sceneId);

export default function Lay({ actionData }: Route.ComponentProps) {
  const {
    input: { scene, now },
    plan,
  } = useScene();
  const [search, setSearch] = useSearchParams();
  const mend = useMend();
  const selected = search.get("part");
  const part = plan.parts.find((p) => p.part.id === selected);
  const select = (id: string | null) =>
    setSearch(id ? { part: id } : {}, { replace: true, preventScrollReset: true });
  const share = boardShare(plan.parts, scene);
  return (
    <div className="grid content-start">
      <section className="on-mat px-5 pt-4 pb-5" aria-label="The board">
        <div className="mb-2 flex items-baseline gap-4">
          <h1>The lay</h1>
          <p className="text-[14px] opacity-85">
            {plan.parts.length} parts, about {Math.round(100 * share)} % of the board taken; drag a part, or
            select it and use the arrow keys
          </p>
          <Link
            className="ml-auto whitespace-nowrap underline underline-offset-4"
            to={`/scenes/${scene.id}/painted`}
          >
            See it painted
          </Link>
        </div>
        <Board plan={plan} scene={scene} selected={selected} onSelect={select} />
      </section>
      <section className="sheet grid gap-5 xl:grid-cols-[minmax(0,3fr)_minmax(0,2fr)]">
        <WorstFirst plan={plan} mend={mend} scene={scene} />
        <div className="grid content-start gap-5">
          <Ledger plan={plan} scene={scene} />
          <section>
            <h2 className="mb-2">Board and date</h2>
            <BoardForm scene={scene} problems={actionData?.problems} />
          </section>
        </div>
      </section>
      {part ? (
        <PlacedSlip part={part} mend={mend} scene={scene} />
      ) : (
        <TotalsSlip scene={scene} plan={plan} today={now.today} />
      )}
    </div>
  );
}

/** How far each stage is. */
function Ledger({ plan, scene }: { readonly plan: Plan; readonly scene: Scene }) {
  return (
    <section>
      <h2 className="mb-2">Ledger</h2>
      <div className="scroll-x" tabIndex={0} role="region" aria-label="Ledger">
        <table className="table">
          <tbody>
            {stageList.map((s) => {
              const r = plan.readiness[s.stage];
              return (
                <tr key={s.stage}>
                  <th scope="row">
                    <Link to={stagePath(scene.id, s.stage)}>{s.name}</Link>
                  </th>
                  <td data-figures>{r.of === 0 ? "–" : `${r.settled} of ${r.of}`}</td>
                  <td>{readinessText(r)}</td>
                </tr>
              );
            })}
          </tbody>
        </table>
      </div>
    </section>
  );
}

function WorstFirst({
  plan,
  mend,
  scene,
}: {
  readonly plan: Plan;
  readonly mend: (finding: Finding, mend: Mend) => Promise<void>;
  readonly scene: Scene;
}) {
  const mendAll = useMendAll();
  const aside = plan.parts.filter(standsAside);
  return (
    <div>
      <h2 className="mb-2">Problems, worst first</h2>
      {aside.length > 0 && (
        <p className="mb-2">
          <Link to={stagePath(scene.id, "parts")} className="font-semibold">
            {counted(aside.length, "part stands", "parts stand")} aside
          </Link>
          : nothing is planned for {aside.length === 1 ? "it" : "them"} until that is settled.
        </p>
      )}
      <FindingList
        findings={plan.findings}
        onMend={(f, m) => void mend(f, m)}
        onMendAll={(group) => void mendAll(group)}
        empty={
          plan.parts.length === aside.length ? "" : "Nothing found that would spoil what is planned so far."
        }
        link={(f) => (
          <Link to={findingLink(scene.id, f)} className="text-[14px] text-slate-blue underline">
            {stageList.find((s) => s.stage === f.stage)!.name}: {f.name}
          </Link>
        )}
      />
    </div>
  );
}
