import { useState } from "react";
import { useSearchParams } from "react-router";
import { ChevronRight } from "lucide-react";
import { asOneStep } from "#core/order/sessions";
import { partRef } from "#core/reference";
import { Button } from "#ui/Button";
import { Duration, durationText } from "#ui/Duration";
import { Choice } from "#ui/Field";
import { dayText, momentText } from "#app/clock";
import { useScene } from "#app/routes/scenes/useScene";
import {
  filterChoices,
  isNarrow,
  namesOf,
  type OrderFilter,
  type OrderRow,
  placedText,
  type SessionRow,
  sessionRows,
} from "./view";
import { OwnStepButton } from "./OwnStepDialog";
import type { Plan } from "#core/plan/plan";
import type { Step } from "#core/steps/step";
import type { Session } from "#core/order/sessions";
import { useGrown } from "#ui/Grown";

type Narrow = (name: keyof OrderFilter, value: string) => void;

const FIRST_SESSIONS = 30;

/** Every step in the order of its time, and what the list is narrowed to. */
export function OrderTable({
  filter,
  rows,
  selected,
  onNarrow,
  onSelect,
}: {
  filter: OrderFilter;
  rows: readonly OrderRow[];
  selected: string | null;
  onNarrow: Narrow;
  onSelect: (stepId: string) => void;
}) {
  const { input, plan } = useScene();
  const name = namesOf(plan.work.steps);
  const sessions = sessionRows(rows, plan.work);
  const at = sessions.findIndex((s) => s.rows.some((r) => r.step.id === selected));
  const { drawn, below } = useGrown(sessions, FIRST_SESSIONS, at + 1);
  const becauseOf = ({ step, because }: OrderRow) => because || placedText(step, plan.work, name);
  return (
    <section aria-label="In order" className="grid gap-2">
      <OrderFilter filter={filter} onNarrow={onNarrow} selected={selected} rows={rows} plan={plan} />
      <div className="overflow-x-auto">
        <table className="table [&_td]:align-top [&_th]:align-top">
          <OrderHead />
          <tbody>
            {drawn.map((s) =>
              s.rows.length === 1 ? (
                <Row
                  key={s.session.id}
                  row={s.rows[0]!}
                  because={becauseOf(s.rows[0]!)}
                  today={input.now.today}
                  isSelected={s.session.id === selected}
                  onSelect={onSelect}
                />
              ) : (
                <SessionLines
                  key={s.session.id}
                  of={s}
                  becauseOf={becauseOf}
                  today={input.now.today}
                  selected={selected}
                  onSelect={onSelect}
                />
              ),
            )}
          </tbody>
        </table>
      </div>
      {below}
    </section>
  );
}

const OrderHead = () => (
  <thead>
    <tr>
      <th scope="col">when</th>
      <th scope="col" className="w-[30%] min-w-40">
        step
      </th>
      <th scope="col" className="w-[18%]">
        on
      </th>
      <th scope="col">at</th>
      <th scope="col">hands, then waiting</th>
      <th scope="col">there because</th>
    </tr>
  </thead>
);

function OrderFilter({
  filter,
  onNarrow,
  selected,
  rows,
  plan,
}: {
  readonly filter: OrderFilter;
  readonly onNarrow: Narrow;
  readonly selected: string | null;
  readonly rows: readonly OrderRow[];
  readonly plan: Plan;
}) {
  return (
    <div className="flex flex-wrap items-end gap-3">
      <h2>In order</h2>
      <Filters filter={filter} onNarrow={onNarrow} />
      {isNarrow(filter) && <ShowAll selected={selected} />}
      <p className="text-[14px] text-ink-2" role="status">
        {rows.length} of {plan.work.schedule.slots.length}
      </p>
      <div className="ml-auto">
        <OwnStepButton anchor={null} />
      </div>
    </div>
  );
}

/** What goes in one session: a line for all of it, opening to its steps. */
function SessionLines({
  of: { session, rows },
  becauseOf,
  today,
  selected,
  onSelect,
}: {
  of: SessionRow;
  becauseOf: (row: OrderRow) => string;
  today: string;
  selected: string | null;
  onSelect: (stepId: string) => void;
}) {
  const [isOpen, open] = useState(false);
  const shown = isOpen || rows.some((r) => r.step.id === selected);
  const whole = asOneStep(session);
  return (
    <>
      <tr>
        <td className="whitespace-nowrap">{momentText(today, session.startsAt)}</td>
        <th scope="row">
          <SessionToggle
            shown={shown}
            open={open}
            isOpen={isOpen}
            whole={whole}
            rows={rows}
            session={session}
          />
        </th>
        <td>{whole.onWhat}</td>
        <td>{whole.place}</td>
        <td>
          <Duration handsMinutes={session.handsMinutes} waitMinutes={session.waitMinutes} scale={16} />
        </td>
        <td className="text-[13px] text-ink-2">{becauseOf(rows[0]!)}</td>
      </tr>
      {shown &&
        rows.map((row) => (
          <Row
            key={row.step.id}
            row={row}
            because={becauseOf(row)}
            today={today}
            isSelected={row.step.id === selected}
            isInside
            onSelect={onSelect}
          />
        ))}
    </>
  );
}

function SessionToggle({
  shown,
  open,
  isOpen,
  whole,
  rows,
  session,
}: {
  readonly shown: boolean;
  readonly open: (value: boolean) => void;
  readonly isOpen: boolean;
  readonly whole: Step;
  readonly rows: readonly OrderRow[];
  readonly session: Session;
}) {
  return (
    <button type="button" className="text-left" aria-expanded={shown} onClick={() => open(!isOpen)}>
      <ChevronRight
        size={16}
        aria-hidden="true"
        className={`mr-1 inline align-[-3px] ${shown ? "rotate-90" : ""}`}
      />
      {whole.title}
      <span className="block pl-5 text-[13px] font-normal text-ink-2">
        {rows.length} in one go
        {session.setupMinutes > 0 && `, ${durationText(session.setupMinutes)} to get it out`}
      </span>
    </button>
  );
}

function Row({
  row: { step, slot },
  because,
  today,
  isSelected,
  isInside = false,
  onSelect,
}: {
  row: OrderRow;
  because: string;
  isInside?: boolean;
  today: string;
  isSelected: boolean;
  onSelect: (stepId: string) => void;
}) {
  return (
    <tr data-selected={isSelected ? true : undefined}>
      <td className="whitespace-nowrap">{isInside ? "" : momentText(today, slot.startsAt)}</td>
      <th scope="row" className={isInside ? "pl-5" : ""}>
        <button
          type="button"
          className="text-left underline decoration-primer-3 underline-offset-2"
          onClick={() => onSelect(step.id)}
        >
          {step.title}
        </button>
      </th>
      <td>{step.onWhat}</td>
      <td>{step.place}</td>
      <td>
        <Duration handsMinutes={step.handsMinutes.value} waitMinutes={step.waitMinutes} scale={16} />
      </td>
      <td className="text-[13px] text-ink-2">{because}</td>
    </tr>
  );
}

function Filters({ filter, onNarrow }: { filter: OrderFilter; onNarrow: Narrow }) {
  const { input, plan } = useScene();
  const { days, products } = filterChoices(plan.work);
  return (
    <>
      <Choice
        label="part"
        name="on"
        value={filter.on}
        onChange={(e) => onNarrow("on", e.target.value)}
        options={[
          ["", "all parts"],
          ...plan.parts.map((p) => [partRef(p.part.id), p.part.name] as const),
          ["board", "the board"],
        ]}
      />
      <Choice
        label="evening"
        name="day"
        value={filter.day}
        onChange={(e) => onNarrow("day", e.target.value)}
        options={[
          ["", "all evenings"],
          ...days.map((d) => [String(d), dayText(input.now.today, d * 1440)] as const),
        ]}
      />
      <Choice
        label="product or tool"
        name="product"
        value={filter.product}
        onChange={(e) => onNarrow("product", e.target.value)}
        options={[["", "all products"], ...products]}
      />
    </>
  );
}

function ShowAll({ selected }: { selected: string | null }) {
  const [, setSearch] = useSearchParams();
  const all = () =>
    setSearch(selected ? { step: selected } : {}, { replace: true, preventScrollReset: true });
  return (
    <Button kind="quiet" onClick={all}>
      Show all
    </Button>
  );
}
