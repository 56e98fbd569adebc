import { type Picked } from "#core/mesh/pick";
import { Button } from "#ui/Button";
import { Choice } from "#ui/Field";
import { type ReadingName, readings } from "./readings";

/** What the viewer looks for, where it cuts, whether it measures. */
export function ViewerTools({
  reading,
  read,
  axis,
  setAxis,
  cut,
  setCut,
  picking,
  setPicking,
  setPicks,
}: {
  readonly reading: ReadingName;
  readonly read: (name: ReadingName) => Promise<void>;
  readonly axis: string;
  readonly setAxis: (value: string) => void;
  readonly cut: number;
  readonly setCut: (value: number) => void;
  readonly picking: boolean;
  readonly setPicking: (value: boolean) => void;
  readonly setPicks: (value: readonly Picked[]) => void;
}) {
  return (
    <div className="flex flex-wrap items-end gap-3 text-[14px]">
      <Choice
        label="Hatch"
        name="reading"
        value={reading}
        options={readings}
        onChange={(e) => void read(e.target.value as ReadingName)}
      />
      <CutTools axis={axis} setAxis={setAxis} cut={cut} setCut={setCut} />
      <Button
        kind={picking ? "main" : "plain"}
        aria-pressed={picking}
        onClick={() => {
          setPicking(!picking);
          setPicks([]);
        }}
      >
        {picking ? "Stop measuring" : "Measure a length"}
      </Button>
    </div>
  );
}

function CutTools({
  axis,
  setAxis,
  cut,
  setCut,
}: {
  readonly axis: string;
  readonly setAxis: (value: string) => void;
  readonly cut: number;
  readonly setCut: (value: number) => void;
}) {
  return (
    <>
      <Choice
        label="Cut"
        name="cut-axis"
        value={axis}
        options={[
          ["none", "whole"],
          ["0", "from the right"],
          ["1", "from behind"],
          ["2", "from above"],
        ]}
        onChange={(e) => setAxis(e.target.value)}
      />
      {axis !== "none" && (
        <label className="grid gap-1">
          <span>How far</span>
          <input
            type="range"
            min={1}
            max={99}
            value={cut}
            onChange={(e) => setCut(Number(e.target.value))}
            className="h-9 w-40 accent-[var(--tape)]"
          />
        </label>
      )}
    </>
  );
}
