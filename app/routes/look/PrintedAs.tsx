import { useState } from "react";
import type { PartPlan } from "#core/plan/parts/partPlan";
import { layerSweep } from "#core/plan/surface/layerSweep";
import { moneyText } from "#core/money";
import { FigureView } from "#ui/FigureView";
import { Button } from "#ui/Button";
import { useScene } from "#app/routes/scenes/useScene";
import { type LookState, settingOf } from "./view";

type Props = {
  readonly p: PartPlan;
  readonly state: LookState;
  readonly set: (patch: Partial<LookState>) => void;
};

/** Heights of a layer to try, mm. */
const LAYERS_MM = [0.025, 0.05, 0.08, 0.1, 0.12, 0.16, 0.2, 0.24, 0.28, 0.32];

/** Machine, layer and way up as they are looked at; the plan stays as it is. */
export function PrintedAs({ p, state, set }: Props) {
  const setting = settingOf(p, state.said);
  const { candidate, layerMm, isPlanned, ways, way } = setting;
  const now = { printerId: candidate.printer.id, layerMm, way };
  const layers = [...new Set([...LAYERS_MM, candidate.printer.layerMm, layerMm])].sort((a, b) => a - b);
  const machines = p.candidates.length > 0 ? p.candidates : [candidate];
  const toMachine = (id: string) => {
    const to = machines.find((c) => c.printer.id === id)!;
    set({ said: { printerId: to.printer.id, layerMm: to.printer.layerMm, way } });
  };
  return (
    <fieldset className="grid gap-2">
      <legend className="text-[13px] text-ink-2">Printed on</legend>
      <div className="flex flex-wrap gap-2">
        <Pick
          label="Printer to look at"
          value={candidate.printer.id}
          options={machines.map((c) => [c.printer.id, c.printer.name])}
          pick={toMachine}
        />
        <Pick
          label="Layer height to look at"
          value={String(layerMm)}
          options={layers.map((mm) => [String(mm), `${mm} mm`])}
          pick={(mm) => set({ said: { ...now, layerMm: Number(mm) } })}
        />
        <Pick
          label="Way up to look at"
          value={String(way)}
          options={ways.map(({ name }, i) => [String(i), name])}
          pick={(i) => set({ said: { ...now, way: Number(i) } })}
        />
      </div>
      <HoursAndMoney candidate={candidate} layerMm={layerMm} />
      {!isPlanned && (
        <Button kind="plain" onClick={() => set({ said: null })}>
          Back to what is planned
        </Button>
      )}
      <Sweep p={p} look={(mm) => set({ said: { ...now, layerMm: mm } })} />
    </fieldset>
  );
}

const Pick = ({
  label,
  value,
  options,
  pick,
}: {
  readonly label: string;
  readonly value: string;
  readonly options: readonly (readonly [value: string, text: string])[];
  readonly pick: (value: string) => void;
}) => (
  <select className="input !w-40" aria-label={label} value={value} onChange={(e) => pick(e.target.value)}>
    {options.map(([v, text]) => (
      <option key={v} value={v}>
        {text}
      </option>
    ))}
  </select>
);

function HoursAndMoney({ candidate, layerMm }: Pick<ReturnType<typeof settingOf>, "candidate" | "layerMm">) {
  const { printer, all } = candidate;
  if (layerMm !== printer.layerMm)
    return (
      <p className="text-[14px] text-ink-2">
        {printer.name} is set to {printer.layerMm} mm: this is only looked at.
      </p>
    );
  return (
    <div className="grid justify-items-start text-[14px]">
      <FigureView figure={all.minutes} label="Machine time, all copies" />
      <FigureView figure={all.cost} label="Cost, all copies" />
    </div>
  );
}

const WIDE = 280;
const HIGH = 96;

/** Layer height against minutes of hands, as one curve with its best point. */
function Sweep({ p, look }: { readonly p: PartPlan; readonly look: (layerMm: number) => void }) {
  const { input } = useScene();
  const [isOpen, setOpen] = useState(false);
  const sweep = isOpen ? layerSweep(p, input) : null;
  return (
    <details className="panel" onToggle={(e) => setOpen(e.currentTarget.open)}>
      <summary className="cursor-pointer text-[14px]">Layer height against minutes of sanding</summary>
      {sweep && <Curve sweep={sweep} currency={input.workshop.currency} look={look} />}
    </details>
  );
}

function Curve({
  sweep: { points, best },
  currency,
  look,
}: {
  readonly sweep: NonNullable<ReturnType<typeof layerSweep>>;
  readonly currency: string;
  readonly look: (layerMm: number) => void;
}) {
  const most = Math.max(1, ...points.map((q) => q.handsMinutes));
  const [first, last] = [points[0]!.layerMm, points.at(-1)!.layerMm];
  const x = (mm: number) => 14 + ((mm - first) / (last - first)) * (WIDE - 28);
  const y = (minutes: number) => HIGH - 20 - (minutes / most) * (HIGH - 34);
  const path = points.map((q) => `${x(q.layerMm).toFixed(1)},${y(q.handsMinutes).toFixed(1)}`).join(" ");
  return (
    <div className="mt-2 grid gap-1 text-[14px]">
      <svg
        viewBox={`0 0 ${WIDE} ${HIGH}`}
        role="img"
        aria-label="Minutes of hands by layer height"
        className="w-full"
      >
        <polyline points={path} fill="none" stroke="var(--ink)" strokeWidth={1.8} />
        {points.map((q) => (
          <g key={q.layerMm}>
            <circle cx={x(q.layerMm)} cy={y(q.handsMinutes)} r={q === best ? 5 : 2.5} fill="var(--ink)" />
            <text x={x(q.layerMm)} y={HIGH - 5} fontSize={10} textAnchor="middle" fill="var(--ink-2)">
              {q.layerMm}
            </text>
          </g>
        ))}
      </svg>
      <p>
        Least in all at <strong className="font-semibold">{best.layerMm} mm</strong>:{" "}
        {Math.round(best.handsMinutes)} min of hands, {Math.round(best.machineMinutes)} min of machine,{" "}
        {moneyText(best.minor, currency)} with your hours.
      </p>
      <Button onClick={() => look(best.layerMm)}>Look at {best.layerMm} mm</Button>
    </div>
  );
}
