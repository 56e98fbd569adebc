import { scaleLinear } from "d3-scale";
import { linkHorizontal } from "d3-shape";
import type { Plan } from "#core/plan/plan";
import { dayText } from "#app/clock";

const PX_PER_MIN = 1.9, PX_PER_GAP_MIN = 0.018;
const LABEL = 112;
const link = linkHorizontal();

/** Time to the right with nights and working days drawn short: hours at the bench get the room. */
function timeScale(plan: Plan, from: number, to: number) {
  const marks: { at: number; x: number }[] = [{ at: from, x: LABEL }];
  const days: { day: number; x: number }[] = [];
  let x = LABEL, t = from;
  for (let day = Math.floor(from / 1440); day * 1440 < to; day++) {
    for (const w of plan.clock.hours[(plan.clock.startWeekday + day) % 7] ?? []) {
      const a = Math.max(from, day * 1440 + w.from), b = Math.min(to, day * 1440 + w.to);
      if (b <= a) continue;
      x += Math.max(0, a - t) * PX_PER_GAP_MIN;
      marks.push({ at: a, x });
      days.push({ day, x });
      x += (b - a) * PX_PER_MIN;
      marks.push({ at: b, x });
      t = b;
    }
  }
  x += Math.max(0, to - t) * PX_PER_GAP_MIN;
  marks.push({ at: to, x });
  const of = scaleLinear(marks.map((m) => m.at), marks.map((m) => m.x)).clamp(true);
  return { of, width: x + 30, days };
}

/** Lanes are the places; hands-on work solid, waiting hatched; a printer's runs in lanes of their own. */
export function Lanes({ plan, today, selected, onSelect }: { plan: Plan; today: string; selected: string | null; onSelect: (id: string) => void }) {
  const { slots } = plan.work.schedule;
  const steps = new Map(plan.work.steps.map((s) => [s.id, s]));
  const places = [...new Set(slots.map((s) => steps.get(s.stepId)!.place))].sort();
  const printers = [...new Map(plan.plates.map((p) => [p.printer.id, p.printer.name]))];
  const from = Math.min(...slots.map((s) => s.startsAt), ...plan.runs.map((r) => r.setupAt)), to = Math.max(plan.totals.finishAt, from + 60);
  const scale = timeScale(plan, from, to);
  const laneHeight = 34;
  const lanes = [...printers.map(([id, name]) => ({ key: id, name })), ...places.map((p) => ({ key: p, name: p }))];
  const chain = new Set(plan.work.schedule.critical);
  const slotOf = new Map(slots.map((s) => [s.stepId, s]));
  const y = (key: string) => 26 + lanes.findIndex((l) => l.key === key) * laneHeight;
  const links = selected ? plan.work.sequence.constraints.filter((c) => (c.after === selected || c.before === selected) && slotOf.has(c.before) && slotOf.has(c.after)) : [];
  return (
    <div className="overflow-x-auto" tabIndex={0} role="region" aria-label="The order of work by place and time">
      <svg width={scale.width} height={30 + lanes.length * laneHeight} role="group" aria-label="Steps by place">
        <defs><pattern id="waits" width="6" height="6" patternUnits="userSpaceOnUse" patternTransform="rotate(-45)"><line x1="0" x2="0" y1="0" y2="6" stroke="var(--chalk)" strokeWidth="1.4" opacity="0.6" /></pattern></defs>
        {scale.days.map((d) => <g key={d.day}><line x1={d.x} x2={d.x} y1="18" y2={26 + lanes.length * laneHeight} stroke="var(--mat-line)" /><text x={d.x + 3} y="14" fontSize="13" fill="var(--chalk)">{dayText(today, d.day * 1440)}</text></g>)}
        {lanes.map((l, i) => <g key={l.key}><line x1="0" x2={scale.width} y1={26 + (i + 1) * laneHeight - 4} y2={26 + (i + 1) * laneHeight - 4} stroke="var(--mat-line)" /><text x="4" y={26 + i * laneHeight + 19} fontSize="14" fill="var(--chalk)" fontWeight="600">{l.name}</text></g>)}
        {plan.runs.map((r) => <rect key={r.plateId} x={scale.of(r.setupAt)} y={y(r.printerId)} width={Math.max(5, scale.of(r.endsAt) - scale.of(r.setupAt))} height={24} fill="url(#waits)" stroke="var(--chalk)"><title>{`Plate ${plan.plates.find((p) => p.id === r.plateId)!.number}`}</title></rect>)}
        {slots.map((s) => {
          const step = steps.get(s.stepId)!;
          const x = scale.of(s.startsAt), end = scale.of(s.endsAt), wait = step.waitMinutes > 0 ? scale.of(s.endsAt + step.waitMinutes) : end;
          const chosen = s.stepId === selected;
          return (
            <g key={s.stepId} role="button" tabIndex={0} aria-pressed={chosen} aria-label={`${step.title}, ${step.onWhat}`} className="cursor-pointer focus:outline-none [&:focus-visible_.body]:stroke-tape"
              onClick={() => onSelect(s.stepId)} onKeyDown={(e) => { if (e.key === "Enter" || e.key === " ") { e.preventDefault(); onSelect(s.stepId); } }}>
              {wait > end && <rect x={end} y={y(step.place) + 6} width={wait - end} height={12} fill="url(#waits)" />}
              <rect className="body" x={x} y={y(step.place)} width={Math.max(4, end - x)} height={24} fill={chosen ? "var(--tape)" : "var(--chalk)"} fillOpacity={chosen ? 1 : chain.has(s.stepId) ? 0.95 : 0.6} stroke="var(--mat)" strokeWidth="1.5" rx="1" />
              <title>{`${step.title}, ${step.onWhat}`}</title>
            </g>
          );
        })}
        {links.map((c) => {
          const a = slotOf.get(c.before)!, b = slotOf.get(c.after)!;
          const x1 = scale.of(a.endsAt), y1 = y(steps.get(c.before)!.place) + 12, x2 = scale.of(b.startsAt), y2 = y(steps.get(c.after)!.place) + 12;
          return <path key={`${c.before}${c.after}${c.ruleId}`} d={link({ source: [x1, y1], target: [x2, y2] }) ?? ""} fill="none" stroke="var(--tape)" strokeWidth="1.8" />;
        })}
      </svg>
    </div>
  );
}
