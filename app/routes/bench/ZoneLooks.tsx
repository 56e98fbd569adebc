import { tonedText } from "#core/order/mishaps";
import { zoneLooks } from "#core/plan/bench/zoneLooks";
import type { Step } from "#core/steps/step";
import { useScene } from "#app/routes/scenes/useScene";

/** More zones than these are not read at the bench. */
const MOST = 4;

/** How each zone looks now, and how it should look once the layer is on it. */
export function ZoneLooks({ step }: { readonly step: Step }) {
  const { input, plan } = useScene();
  const parts = plan.parts.map((p) => p.part);
  const looks = zoneLooks(step, parts, input.workshop);
  if (looks.length === 0) return null;
  return (
    <section aria-label="How it should look">
      <h2 className="text-[20px]">How it should look</h2>
      <ul className="mt-1 grid gap-2">
        {looks.slice(0, MOST).map((z) => (
          <li key={z.name} className="flex items-center gap-3 text-[18px]">
            <Patch hex={z.before} />
            <span aria-hidden>to</span>
            <Patch hex={z.lies} />
            <span>
              {z.name}: {z.share < 1 ? `${Math.round(100 * z.share)} % of it in this` : "all of it in this"};
              from afar L {z.beforeL.toFixed(0)} before, {z.afterL.toFixed(0)} after
            </span>
            {step.tonedBy && (
              <span className="flex items-center gap-2 text-ink-2">
                <Patch hex={z.finished} /> in the end
              </span>
            )}
          </li>
        ))}
      </ul>
      {step.tonedBy && <p className="mt-2 text-[18px]">{tonedText(step.tonedBy)}</p>}
    </section>
  );
}

const Patch = ({ hex }: { readonly hex: string }) => (
  <span
    aria-hidden
    className="size-9 shrink-0 rounded-cut border border-primer-3"
    style={{ background: hex }}
  />
);
