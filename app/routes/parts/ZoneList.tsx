import { counted } from "#core/words";
import { areaText, zoneLine } from "./view";
import type { Zones } from "./useZones";

/** Zones by shape: the largest first, each hatched on the part when it is tapped. */
export function ZoneList({
  zones: { zones, creaseDeg, setCrease, chosen, choose },
  factor,
}: {
  readonly zones: Zones;
  readonly factor: number;
}) {
  if (!zones) return <p>Looking where its sides part…</p>;
  const whole = zones.reduce((sum, z) => sum + z.area, 0);
  return (
    <div className="grid gap-2 pb-2 text-[14px]">
      <p>
        {counted(zones.length, "zone", "zones")} by its shape,{" "}
        <b className="figures">{areaText(whole, factor)}</b> in all; tap one to see it.
      </p>
      <label className="flex flex-wrap items-center gap-3">
        Sides part where they turn by more than
        <input
          type="range"
          min={5}
          max={60}
          step={5}
          value={creaseDeg}
          aria-valuetext={`${creaseDeg} degrees`}
          onChange={(e) => setCrease(Number(e.target.value))}
          className="h-9 w-40 accent-[var(--tape)]"
        />
        <span className="figures">{creaseDeg}°</span>
      </label>
      <ul className="flex flex-wrap gap-2" aria-label="Zones">
        {zones.slice(0, MOST_SHOWN).map((z, i) => (
          <li key={i}>
            <button
              type="button"
              className="button !min-h-8 !text-[14px]"
              data-kind={i === chosen ? "main" : "plain"}
              aria-pressed={i === chosen}
              onClick={() => choose(i === chosen ? null : i)}
            >
              {zoneLine(z, factor)}
            </button>
          </li>
        ))}
        {zones.length > MOST_SHOWN && <li>and {zones.length - MOST_SHOWN} smaller ones</li>}
      </ul>
    </div>
  );
}

const MOST_SHOWN = 24;
