import type { PartPlan } from "#core/plan/parts/partPlan";
import { partRef } from "#core/reference";
import { FigureView } from "#ui/FigureView";
import { FindingList } from "#ui/FindingList";
import { Slip, SlipLines } from "#route/scenes/Slip";
import { useMend } from "#app/routes/scenes/useMend";
import { useScene } from "#app/routes/scenes/useScene";
import { faultsOf } from "./view";

/** What is foreseen of a part: its layers by class, its other faults with what takes them away. */
export function LookSlip({ p, distanceMm }: { readonly p: PartPlan; readonly distanceMm: number }) {
  const { plan, input } = useScene();
  const mend = useMend();
  const { surface } = p.finish!;
  const planned = input.scene.viewingDistanceMm;
  const findings = plan.findings.filter((f) => f.about === partRef(p.part.id) && f.stage === "surface");
  return (
    <Slip title={p.part.name} subtitle={`${p.finish!.printer.name}, ${p.finish!.printer.layerMm} mm`}>
      <SlipLines
        title={`Its layers from ${planned / 10} cm, one copy`}
        lines={[
          ["plain", <FigureView key="p" figure={surface.visible} label="Plain" />],
          ["raking light only", <FigureView key="r" figure={surface.raking} label="Raking only" />],
          ["unseen", <FigureView key="u" figure={surface.unseen} label="Unseen" />],
        ]}
      />
      {distanceMm !== planned && (
        <p className="text-[13px] text-ink-2">Areas are as from the scene's own distance.</p>
      )}
      <section>
        <h3 className="border-b border-primer-3 pb-1 text-[14px] text-ink-2">What else it will show</h3>
        <ul className="mt-2 grid gap-2 text-[14px]">
          {faultsOf(p).map((f) => (
            <li key={f.kind}>
              <strong className="font-semibold">{f.kind}</strong>: {f.what}
              <br />
              <span className="text-ink-2">{f.remedy}</span>
            </li>
          ))}
        </ul>
      </section>
      <FindingList findings={findings} onMend={(f, m) => void mend(f, m)} />
    </Slip>
  );
}
