import type { PartPlan } from "#core/plan/parts/partPlan";
import { useScene } from "#app/routes/scenes/useScene";
import { Button } from "#ui/Button";
import { PrintedAs } from "./PrintedAs";
import { ScreenForm } from "./ScreenForm";
import { lamps, type LookState, roundCount, roundWords } from "./view";

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
      <PrintedAs p={p} state={state} set={set} />
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
  const { viewingDistanceMm } = useScene().input.scene;
  const distances = [NEAR_MM, viewingDistanceMm, FAR_MM];
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
