import type { Plan } from "#core/plan/plan";
import { durationText } from "#ui/Duration";
import { axisDay } from "#app/clock";
import type { DayLoad } from "#core/plan/plates/printing";

const MOST_DAYS = 28;
const BAR_PX = 96;

/** Hands wanted in each evening, by plates and by steps, against how long somebody is there. */
export function EveningLoad({ plan, today }: { plan: Plan; today: string }) {
  const days = plan.load.filter((d) => d.presentMinutes > 0 || d.plateMinutes + d.stepMinutes > 0);
  const shown = days.slice(0, MOST_DAYS);
  if (shown.length === 0) return null;
  const most = Math.max(...shown.map((d) => Math.max(d.presentMinutes, d.plateMinutes + d.stepMinutes)));
  return (
    <section className="panel grid content-start gap-2" aria-label="Load of each evening">
      <h2>Each evening</h2>
      <p className="text-[14px] text-ink-2">Your hands, of the time you are there.</p>
      <div className="scroll-x" tabIndex={0} role="region" aria-label="Hands by evening">
        <table className="table">
          <caption className="sr-only">Hands wanted on each day</caption>
          <thead>
            <tr>
              <th scope="col">day</th>
              <th scope="col">plates, then steps</th>
              <th scope="col" data-figures>
                hands
              </th>
            </tr>
          </thead>
          <tbody>
            {shown.map((d) => {
              const px = (m: number) => (BAR_PX * m) / most;
              const full = d.plateMinutes + d.stepMinutes > d.presentMinutes - 1;
              return (
                <tr key={d.day}>
                  <th scope="row" className="!font-normal whitespace-nowrap">
                    {axisDay(today, d.day * 1440)}
                  </th>
                  <td>
                    <LoadBar px={px} d={d} />
                  </td>
                  <td data-figures className={full ? "font-semibold" : ""}>
                    {durationText(d.plateMinutes + d.stepMinutes)}{" "}
                    <span className="text-ink-2">/ {durationText(d.presentMinutes)}</span>
                  </td>
                </tr>
              );
            })}
          </tbody>
        </table>
      </div>
      {days.length > MOST_DAYS && (
        <p className="text-[13px] text-ink-2">and {days.length - MOST_DAYS} days after these.</p>
      )}
    </section>
  );
}

function LoadBar({ px, d }: { readonly px: (m: number) => number; readonly d: DayLoad }) {
  return (
    <svg width={BAR_PX + 2} height={14} aria-hidden>
      <rect x={0.5} y={1.5} width={px(d.presentMinutes)} height={11} fill="none" stroke="var(--ink-2)" />
      <rect x={0.5} y={1.5} width={px(d.plateMinutes)} height={11} fill="var(--mat)" />
      <rect
        x={0.5 + px(d.plateMinutes)}
        y={1.5}
        width={px(d.stepMinutes)}
        height={11}
        fill="var(--slate-blue)"
      />
    </svg>
  );
}
