import type { PartPlan } from "#core/plan/parts/partPlan";
import { FigureView } from "#ui/FigureView";
import { Button } from "#ui/Button";
import { ScreenForm } from "./ScreenForm";
import type { LookState } from "./LookBench";
import { lamps, roundCount, roundWords, settingOf } from "./view";

type Props = {
  readonly p: PartPlan;
  readonly state: LookState;
  readonly set: (patch: Partial<LookState>) => void;
  readonly rounds: ReadonlyMap<number, readonly number[]>;
};

/** From where, under which lamp, after which round, and how it would be printed. */
export function LookControls({ p, state, set, rounds }: Props) {
  const most = roundCount(rounds);
  return (
    <>
      <From state={state} set={set} />
      <fieldset className="grid gap-1">
        <legend className="text-[13px] text-ink-2">Under</legend>
        <div className="flex flex-wrap gap-1">
          {Object.entries(lamps).map(([name, lamp]) => (
            <Button
              key={name}
              kind={state.lamp === lamp ? "main" : "plain"}
              aria-pressed={state.lamp === lamp}
              onClick={() => set({ lamp })}
            >
              {name}
            </Button>
          ))}
        </div>
      </fieldset>
      {most > 0 ? (
        <label className="grid gap-1">
          <span className="text-[14px]">{roundWords(rounds, state.round)}</span>
          <input
            type="range"
            min={0}
            max={most}
            value={state.round}
            aria-label="Rounds that are done"
            aria-valuetext={roundWords(rounds, state.round)}
            onChange={(e) => set({ round: Number(e.target.value) })}
            className="h-9 accent-[var(--tape)]"
          />
        </label>
      ) : (
        <p className="text-[14px] text-ink-2">
          Nothing is planned that hides its layers: it looks as printed.
        </p>
      )}
      <Printed p={p} state={state} set={set} />
      <label className="flex items-center gap-2 text-[14px]">
        <input type="checkbox" checked={state.marks} onChange={(e) => set({ marks: e.target.checked })} />
        mark the faults that are foreseen
      </label>
      <ScreenForm />
    </>
  );
}

/** Distances to look from beside the scene's own, mm. */
const NEAR_MM = 300;
const FAR_MM = 2000;

function From({ state, set }: Pick<Props, "state" | "set">) {
  const distances = [NEAR_MM, state.distanceMm, FAR_MM];
  const shown = [...new Set(distances)].sort((a, b) => a - b);
  return (
    <fieldset className="grid gap-1">
      <legend className="text-[13px] text-ink-2">From</legend>
      <div className="flex flex-wrap items-end gap-1">
        {shown.map((mm) => (
          <Button
            key={mm}
            kind={mm === state.distanceMm ? "main" : "plain"}
            aria-pressed={mm === state.distanceMm}
            onClick={() => set({ distanceMm: mm })}
          >
            {mm >= 1000 ? `${mm / 1000} m` : `${mm / 10} cm`}
          </Button>
        ))}
        <label className="flex items-center gap-1 text-[14px]">
          cm
          <input
            type="number"
            className="input !w-24"
            aria-label="Distance to look from, cm"
            min={5}
            max={10_000}
            value={state.distanceMm / 10}
            onChange={(e) => {
              const mm = 10 * Number(e.target.value);
              if (mm >= 50 && mm <= 100_000) set({ distanceMm: mm });
            }}
          />
        </label>
      </div>
    </fieldset>
  );
}

/** Heights of a layer to try, mm. */
const LAYERS_MM = [0.025, 0.05, 0.08, 0.1, 0.12, 0.16, 0.2, 0.24, 0.28, 0.32];

function Printed({ p, state, set }: Pick<Props, "p" | "state" | "set">) {
  const { candidate, layerMm, isPlanned, ways, way } = settingOf(p, state.said);
  const now = { printerId: candidate.printer.id, layerMm, way };
  const layers = [...new Set([...LAYERS_MM, candidate.printer.layerMm, layerMm])].sort((a, b) => a - b);
  const machines = p.candidates.length > 0 ? p.candidates : [candidate];
  return (
    <fieldset className="grid gap-2">
      <legend className="text-[13px] text-ink-2">Printed on</legend>
      <div className="flex flex-wrap gap-2">
        <select
          className="input !w-44"
          aria-label="Printer to look at"
          value={candidate.printer.id}
          onChange={(e) => {
            const to = machines.find((c) => c.printer.id === e.target.value)!;
            set({ said: { printerId: to.printer.id, layerMm: to.printer.layerMm, way } });
          }}
        >
          {machines.map((c) => (
            <option key={c.printer.id} value={c.printer.id}>
              {c.printer.name}
            </option>
          ))}
        </select>
        <select
          className="input !w-32"
          aria-label="Layer height to look at"
          value={layerMm}
          onChange={(e) => set({ said: { ...now, layerMm: Number(e.target.value) } })}
        >
          {layers.map((mm) => (
            <option key={mm} value={mm}>
              {mm} mm
            </option>
          ))}
        </select>
        <select
          className="input !w-44"
          aria-label="Way up to look at"
          value={way}
          onChange={(e) => set({ said: { ...now, way: Number(e.target.value) } })}
        >
          {ways.map(({ name }, i) => (
            <option key={name} value={i}>
              {name}
            </option>
          ))}
        </select>
      </div>
      {layerMm === candidate.printer.layerMm ? (
        <div className="grid justify-items-start text-[14px]">
          <FigureView figure={candidate.all.minutes} label="Machine time, all copies" />
          <FigureView figure={candidate.all.cost} label="Cost, all copies" />
        </div>
      ) : (
        <p className="text-[14px] text-ink-2">
          {candidate.printer.name} is set to {candidate.printer.layerMm} mm: this is only looked at.
        </p>
      )}
      {!isPlanned && (
        <Button kind="plain" onClick={() => set({ said: null })}>
          Back to what is planned
        </Button>
      )}
    </fieldset>
  );
}
