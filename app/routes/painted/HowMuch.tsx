import { kindOf } from "#core/paint/layerKinds";
import { Button } from "#ui/Button";
import { Takes } from "./Takes";
import { HowManyRuns } from "./HowManyRuns";
import { useLayerShare } from "./useLayerShare";
import { mayBeMore, type TriedLayer } from "./view";

/** How much of it the layer of this moment covers: tried by a slider, and kept by a tap. */
export function HowMuch({ p, layer, trial, set }: TriedLayer) {
  const keep = useLayerShare(p);
  if (layer.place === "runs") return <HowManyRuns p={p} layer={layer} trial={trial} set={set} />;
  if (!mayBeMore(layer)) return null;
  const percent = Math.round(
    100 * ((trial?.layerId === layer.id ? trial.coverage : undefined) ?? layer.coverage),
  );
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
