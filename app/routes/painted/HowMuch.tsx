import { useFetcher } from "react-router";
import { kindOf } from "#core/paint/layerKinds";
import type { PartPlan } from "#core/plan/parts/partPlan";
import { partRef } from "#core/reference";
import type { SchemeLayer } from "#core/paint/scheme";
import { useScene } from "#app/routes/scenes/useScene";
import { Button } from "#ui/Button";
import { FigureView } from "#ui/FigureView";
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
  const { input } = useScene();
  const fetcher = useFetcher();
  if (!mayBeMore(layer)) return null;
  const percent = Math.round(100 * (trial?.layerId === layer.id ? trial.coverage : layer.coverage));
  const own = Math.round(100 * layer.coverage);
  const keep = () =>
    void fetcher.submit(
      { intent: "layer-share", partId: p.part.id, zone: "", layerId: layer.id, coverage: String(percent) },
      { method: "post", action: `/scenes/${input.scene.id}/colour` },
    );
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
          <Button onClick={keep}>Keep {percent} %</Button>
          <Button kind="quiet" onClick={() => set(null)}>
            As planned
          </Button>
        </p>
      )}
    </div>
  );
}

/** What the layer takes of its mix, as its step has it. */
function Takes({ p, layer }: { readonly p: PartPlan; readonly layer: SchemeLayer }) {
  const { steps } = useScene().plan.work;
  const step = steps.find(
    (s) =>
      typeof s.partOf === "object" &&
      s.partOf.layerId === layer.id &&
      s.insertedBy === null &&
      s.targets.includes(partRef(p.part.id)),
  );
  if (!step?.mixMl) return null;
  return (
    <p className="text-[14px]">
      It takes <FigureView figure={step.mixMl} label="Its mix" />
    </p>
  );
}
