import { kindOf } from "#core/paint/layerKinds";
import type { PartPlan } from "#core/plan/parts/partPlan";
import type { SchemeLayer } from "#core/paint/scheme";
import { layerAmount } from "#app/routes/colour/layerAmount";
import { useScene } from "#app/routes/scenes/useScene";
import { Button } from "#ui/Button";
import { FigureView } from "#ui/FigureView";
import { useLayerShare } from "./useLayerShare";
import { mayBeMore, type Trial } from "./view";

/** How much of it the layer of this moment covers: tried by a slider, and kept by a tap. */
export function HowMuch({
  p,
  layer,
  trial,
  set,
}: {
  readonly p: PartPlan;
  readonly layer: SchemeLayer;
  readonly trial: Trial | null;
  readonly set: (trial: Trial | null) => void;
}) {
  const keep = useLayerShare(p);
  if (!mayBeMore(layer)) return null;
  const percent = Math.round(100 * (trial?.layerId === layer.id ? trial.coverage : layer.coverage));
  const own = Math.round(100 * layer.coverage);
  return (
    <div className="grid gap-1">
      <label className="grid gap-1 text-[14px]">
        <span>
          How much of it: <span className="figures">{percent} %</span>
          {percent !== own && <span className="text-ink-2">, planned {own} %</span>}
        </span>
        <input
          type="range"
          min={1}
          max={100}
          value={percent}
          aria-label={`How much the ${kindOf(layer.kind).says} covers`}
          aria-valuetext={`${percent} percent`}
          onChange={(e) => set({ layerId: layer.id, coverage: Number(e.target.value) / 100 })}
          className="h-9 accent-[var(--tape)]"
        />
      </label>
      {percent === own ? (
        <Takes p={p} layer={layer} />
      ) : (
        <p className="flex flex-wrap items-center gap-2 text-[14px]">
          <Button onClick={() => keep(layer.id, percent)}>Keep {percent} %</Button>
          <Button kind="quiet" onClick={() => set(null)}>
            As planned
          </Button>
        </p>
      )}
    </div>
  );
}

/** What all its coats take of its mix: the figure of the Colour page. */
function Takes({ p, layer }: { readonly p: PartPlan; readonly layer: SchemeLayer }) {
  const amount = layerAmount(useScene().plan.work, p.part.id, layer.id);
  if (!amount) return null;
  return (
    <p className="text-[14px]">
      It takes <FigureView figure={amount} label="Its mix" />
    </p>
  );
}
