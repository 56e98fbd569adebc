import { useState } from "react";
import type { PartPlan, ZonePlan } from "#core/plan/parts/partPlan";
import { waysCompared, type Weight, weights } from "#core/plan/surface/waysCompared";
import { isWorthTreating } from "#core/surface/surfaceSteps";
import { moneyText } from "#core/money";
import { useScene } from "#app/routes/scenes/useScene";

/** Every way of finishing one zone beside the others, by what the builder weighs most. Nothing is chosen by it. */
export function WaysBeside({ p, zone }: { readonly p: PartPlan; readonly zone: ZonePlan }) {
  const { input } = useScene();
  const [weight, setWeight] = useState<Weight>(weights[0]);
  const [isOpen, setOpen] = useState(false);
  const of = p.zones.length === 1 ? p.part.name : zone.zone.name;
  return (
    <details className="panel" onToggle={(e) => setOpen(e.currentTarget.open)}>
      <summary className="cursor-pointer">Ways compared: {of}</summary>
      {isOpen && !isWorthTreating(zone.treatCm2) && (
        <p className="mt-2 text-[14px]">
          Next to nothing of it shows its layers plainly: there is nothing to hide.
        </p>
      )}
      {isOpen && isWorthTreating(zone.treatCm2) && (
        <>
          <label className="mt-2 grid gap-1 text-[13px]">
            what counts most
            <select className="input" value={weight} onChange={(e) => setWeight(e.target.value as Weight)}>
              {weights.map((w) => (
                <option key={w}>{w}</option>
              ))}
            </select>
          </label>
          <ul className="mt-2 grid gap-2 text-[14px]" aria-label={`Ways for ${of}`}>
            {waysCompared(p, zone, input, weight).map((way) => (
              <li key={way.name} className="border-l-2 border-primer-3 pl-2">
                <strong className="font-semibold">{way.name}</strong>
                {way.barred ? (
                  <span className="block text-oxide">not here: {way.barred}</span>
                ) : (
                  <>
                    <span className="figures block">
                      {Math.round(way.minutes)} min, {way.ml > 0 && `${way.ml.toFixed(1)} ml, `}
                      {way.minor === null ? "price not told" : moneyText(way.minor, input.workshop.currency)},
                      waits {way.waitHours.toFixed(1)} h
                    </span>
                    <span className="block text-ink-2">
                      then {way.still ?? "not known"}
                      {way.air.length > 0 && ` · ${way.air.join(", ")}`}
                      {way.lost.length > 0 && ` · loses ${way.lost.join(", ")}`}
                      {` · taken back: ${way.undo}`}
                    </span>
                  </>
                )}
              </li>
            ))}
          </ul>
        </>
      )}
    </details>
  );
}
