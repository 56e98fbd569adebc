import type { Plan } from "#core/plan/plan";
import { durationText } from "#ui/Duration";
import { loadRows, type LoadRow } from "./loadView";

const BAR_PX = 96;

/** Hands wanted in each evening, or in each week of a long plan, against how long somebody is there. */
export function EveningLoad({ plan, today }: { plan: Plan; today: string }) {
  const { by, rows } = loadRows(plan.load, plan.clock.startWeekday, today);
  if (rows.length === 0) return null;
  const shown = rows.filter((r) => r.emptyDays === 0);
  const most = Math.max(1, ...shown.map((r) => Math.max(r.presentMinutes, r.plateMinutes + r.stepMinutes)));
  return (
    <section className="panel grid content-start gap-2" aria-label="Load of each evening">
      <h2>Each {by === "day" ? "evening" : "week"}</h2>
      <p className="text-[14px] text-ink-2">Your hands, of the time you are there.</p>
      <div className="scroll-x" tabIndex={0} role="region" aria-label="Hands by evening">
        <table className="table">
          <caption className="sr-only">Hands wanted in each {by}</caption>
          <thead>
            <tr>
              <th scope="col">{by}</th>
              <th scope="col">plates, then steps</th>
              <th scope="col" data-figures>
                hands
              </th>
            </tr>
          </thead>
          <tbody>
            {rows.map((r) => (
              <LoadLine key={r.key} r={r} most={most} />
            ))}
          </tbody>
        </table>
      </div>
    </section>
  );
}

function LoadLine({ r, most }: { readonly r: LoadRow; readonly most: number }) {
  const hands = r.plateMinutes + r.stepMinutes;
  if (r.emptyDays > 0)
    return (
      <tr className="text-ink-2">
        <th scope="row" className="!font-normal whitespace-nowrap">
          {r.label}
        </th>
        <td>nothing is done</td>
        <td data-figures>/ {durationText(r.presentMinutes)}</td>
      </tr>
    );
  return (
    <tr>
      <th scope="row" className="!font-normal whitespace-nowrap">
        {r.label}
      </th>
      <td>
        <LoadBar px={(m: number) => (BAR_PX * m) / most} r={r} />
      </td>
      <td data-figures className={hands > r.presentMinutes - 1 ? "font-semibold" : ""}>
        {durationText(hands)} <span className="text-ink-2">/ {durationText(r.presentMinutes)}</span>
      </td>
    </tr>
  );
}

function LoadBar({ px, r }: { readonly px: (m: number) => number; readonly r: LoadRow }) {
  return (
    <svg width={BAR_PX + 2} height={14} aria-hidden>
      <rect x={0.5} y={1.5} width={px(r.presentMinutes)} height={11} fill="none" stroke="var(--ink-2)" />
      <rect x={0.5} y={1.5} width={px(r.plateMinutes)} height={11} fill="var(--mat)" />
      <rect
        x={0.5 + px(r.plateMinutes)}
        y={1.5}
        width={px(r.stepMinutes)}
        height={11}
        fill="var(--slate-blue)"
      />
    </svg>
  );
}
