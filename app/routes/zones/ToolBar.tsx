import type { Zone } from "#core/scene/zone";
import { Button } from "#ui/Button";
import type { Taps } from "./useTaps";
import { tools } from "./view";

/** What a tap takes, and where it goes. */
export function ToolBar({ taps, zones }: { readonly taps: Taps; readonly zones: readonly Zone[] }) {
  const { tool, setTool, into, setInto, creaseDeg, setCrease, radiusMm, setRadius } = taps;
  return (
    <div className="flex flex-wrap items-end gap-x-4 gap-y-2 pb-2 text-[14px]">
      <div role="group" aria-label="A tap takes" className="flex flex-wrap gap-1">
        {tools.map((t) => (
          <Button
            key={t}
            kind={t === tool ? "main" : "plain"}
            aria-pressed={t === tool}
            onClick={() => setTool(t)}
          >
            {t}
          </Button>
        ))}
      </div>
      <label className="grid gap-1">
        <span className="text-[13px]">into</span>
        <select
          className="input !w-40"
          value={into ?? ""}
          onChange={(e) => setInto(e.currentTarget.value === "" ? null : Number(e.currentTarget.value))}
        >
          <option value="">a new zone</option>
          {zones.map((z) => (
            <option key={z.number} value={z.number}>
              {z.name}
            </option>
          ))}
        </select>
      </label>
      {(tool === "side" || tool === "alike") && (
        <Slider
          text={`a crease is ${creaseDeg}° and more`}
          valueText={`${creaseDeg} degrees`}
          range={[5, 60, 5]}
          value={creaseDeg}
          set={setCrease}
        />
      )}
      {tool === "brush" && (
        <Slider
          text={`brush of ${radiusMm} mm`}
          valueText={`${radiusMm} millimetres`}
          range={[0.5, 20, 0.5]}
          value={radiusMm}
          set={setRadius}
        />
      )}
    </div>
  );
}

function Slider({
  text,
  valueText,
  range: [min, max, step],
  value,
  set,
}: {
  readonly text: string;
  readonly valueText: string;
  readonly range: readonly [min: number, max: number, step: number];
  readonly value: number;
  readonly set: (value: number) => void;
}) {
  return (
    <label className="grid gap-1">
      <span className="text-[13px]">{text}</span>
      <input
        type="range"
        {...{ min, max, step, value }}
        aria-valuetext={valueText}
        onChange={(e) => set(Number(e.target.value))}
        className="h-9 w-36 accent-[var(--tape)]"
      />
    </label>
  );
}
