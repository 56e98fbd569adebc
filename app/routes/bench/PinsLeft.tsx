import { useFetcher } from "react-router";
import { plannedAnswer, pinsToCheck } from "#core/plan/surface/pins";
import { partRef } from "#core/reference";
import { type Pin, pinSize } from "#core/scene/pin";
import type { Step } from "#core/steps/step";
import { useScene } from "#app/routes/scenes/useScene";
import { Button } from "#ui/Button";

/** Pins on the parts in hand that still have to be mended or looked at again, each ticked where it is done. */
export function PinsLeft({ steps }: { readonly steps: readonly Step[] }) {
  const { input } = useScene();
  const inHand = new Set(steps.flatMap((s) => s.targets));
  const pins = pinsToCheck(input.pins).filter((pin) => inHand.has(partRef(pin.partId)));
  if (pins.length === 0) return null;
  return (
    <section aria-label="Pins on it" className="grid gap-2">
      <h2 className="font-head text-[20px] font-semibold">Pins on it</h2>
      <ul className="grid gap-1.5 text-[19px]">
        {pins.map((pin) => (
          <PinToTick key={pin.id} pin={pin} />
        ))}
      </ul>
    </section>
  );
}

function PinToTick({ pin }: { readonly pin: Pin }) {
  const { input, plan } = useScene();
  const fetcher = useFetcher();
  const p = plan.parts.find(({ part }) => part.id === pin.partId);
  if (!p) return null;
  const isOpen = pin.state === "open";
  const size = pinSize(pin);
  const words = isOpen ? plannedAnswer(pin, p, input.grounds)?.words : "mended, to be looked at again";
  const tick = () =>
    void fetcher.submit(
      { intent: "pin-change", id: pin.id, state: isOpen ? "done" : "checked" },
      { method: "post", action: `/scenes/${input.scene.id}/look/${pin.partId}` },
    );
  return (
    <li className="flex flex-wrap items-center gap-3">
      <Button onClick={tick} aria-label={`${pin.cause}${size}: ${isOpen ? "done" : "checked again"}`}>
        {isOpen ? "Done" : "Checked again"}
      </Button>
      <span>
        {p.part.name}: {pin.cause}
        {size}
        {words && `, ${words}`}
        {pin.note && ` (${pin.note})`}
      </span>
    </li>
  );
}
