import { useMemo, useState } from "react";
import { isLive, type RuleState, ruleStates } from "#core/order/ruleScope";
import { orderRules } from "#core/order/rules";
import type { WorkPlan } from "#core/plan/order/planWork";
import { SeverityMark } from "#ui/FindingList";
import { useScene } from "#app/routes/scenes/useScene";
import { ruleStateText, ruleSummary } from "./view";
import { PlainTable } from "#ui/PlainTable";

/** Every rule of the order, with its reason and how it stands in this plan. */
export function RuleTable() {
  const { work } = useScene().plan;
  const [open, setOpen] = useState(false);
  return (
    <details className="panel" onToggle={(e) => setOpen(e.currentTarget.open)}>
      <summary className="font-head font-semibold">
        The {orderRules.filter(isLive).length} rules of the order
      </summary>
      {open && <Rules work={work} />}
    </details>
  );
}

function Rules({ work }: { readonly work: WorkPlan }) {
  const states = useMemo(
    () => ruleStates(work.steps, work.sequence.constraints, work.conflicts),
    [work.steps, work.sequence.constraints, work.conflicts],
  );
  return (
    <>
      <p className="mt-1 text-[14px]">{ruleSummary(states)}</p>
      <PlainTable heads={["rule", "says", "because", "breaking it", "here"]} table="table mt-2">
        {orderRules.map((r) => (
          <tr key={r.id}>
            <th scope="row">{r.id}</th>
            <td>{r.says}</td>
            <td>{r.because}</td>
            <td>{r.kind === "advice" ? "advice" : <SeverityMark severity={r.severity} />}</td>
            <td>
              <Here state={states.get(r.id)!} />
            </td>
          </tr>
        ))}
      </PlainTable>
      <p className="mt-1 text-[13px] text-ink-2">Common practice of the trade.</p>
    </>
  );
}

const Here = ({ state }: { state: RuleState }) => (
  <span className={state.is === "broken" ? "text-oxide" : state.is === "nothing here" ? "text-ink-2" : ""}>
    {ruleStateText(state)}
  </span>
);
