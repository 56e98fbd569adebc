import { Check, X } from "lucide-react";
import { useState } from "react";
import { useNavigate } from "react-router";
import { isPart } from "#core/reference";
import type { Checked } from "#core/steps/facts";
import { inspectionList } from "#core/order/inspections";
import type { Step } from "#core/steps/step";
import { Button } from "#ui/Button";
import { Choice } from "#ui/Field";
import { useToast } from "#ui/Toasts";
import { failedPins } from "#app/jobs/failedPins";
import { undoAction } from "#app/jobs/keep";
import { useScene } from "#app/routes/scenes/useScene";

/**
 * A look, point by point: each passes or fails, and what fails goes back into the order for that spot only.
 */
export function Points({
  checks,
  steps,
  onFailed,
}: {
  checks: readonly Checked[];
  steps: readonly Step[];
  onFailed: (points: readonly string[], of: Step) => void;
}) {
  const [on, setOn] = useState(steps[0]!.id);
  const of = steps.find((s) => s.id === on) ?? steps[0]!;
  const points = checks.flatMap((c) => inspectionList[c] ?? []);
  const [said, setSaid] = useState<Readonly<Record<string, boolean>>>({});
  if (points.length === 0) return null;
  const failed = points.filter((p) => said[p] === false);
  return (
    <section aria-label="What to look at" className="grid gap-2">
      <ul className="grid gap-1.5 text-[22px]">
        {points.map((p) => (
          <PointLine key={p} p={p} said={said} setSaid={setSaid} />
        ))}
      </ul>
      {failed.length > 0 && (
        <div className="flex flex-wrap items-end gap-3">
          {steps.length > 1 && (
            <Choice
              label="On which of them"
              name="on"
              value={of.id}
              onChange={(e) => setOn(e.target.value)}
              options={steps.map((s) => [s.id, s.onWhat] as const)}
            />
          )}
          <Button kind="main" onClick={() => onFailed(failed, of)}>
            Put {failed.length === 1 ? "it" : `these ${failed.length}`} back into the order
          </Button>
          <MakePins points={failed} of={of} />
        </div>
      )}
    </section>
  );
}

/** Pins on the part for what failed, each with what mends it; nothing of a look at no one part. */
function MakePins({ points, of }: { readonly points: readonly string[]; readonly of: Step }) {
  const { input } = useScene();
  const say = useToast();
  const navigate = useNavigate();
  if (!of.targets.some(isPart)) return null;
  const set = async () => {
    const partId = await failedPins(points, of, input.scene.id);
    if (partId === null) return;
    say(
      `${points.length === 1 ? "A pin is" : `${points.length} pins are`} set: say how wide each is.`,
      undoAction,
    );
    void navigate(`/scenes/${input.scene.id}/look/${partId}`);
  };
  return <Button onClick={() => void set()}>Set {points.length === 1 ? "a pin" : "pins"} on the part</Button>;
}

function PointLine({
  p,
  said,
  setSaid,
}: {
  readonly p: string;
  readonly said: Readonly<Record<string, boolean>>;
  readonly setSaid: (value: Readonly<Record<string, boolean>>) => void;
}) {
  return (
    <li className="flex items-center gap-3">
      <button
        type="button"
        className={`button !min-h-11 ${said[p] === true ? "!bg-verdigris !text-primer-1" : ""}`}
        aria-pressed={said[p] === true}
        aria-label={`${p}: good`}
        onClick={() => setSaid({ ...said, [p]: true })}
      >
        <Check size={18} strokeWidth={2} aria-hidden />
        good
      </button>
      <button
        type="button"
        className={`button !min-h-11 ${said[p] === false ? "!bg-oxide !text-primer-1" : ""}`}
        aria-pressed={said[p] === false}
        aria-label={`${p}: not good`}
        onClick={() => setSaid({ ...said, [p]: false })}
      >
        <X size={18} strokeWidth={2} aria-hidden />
        not good
      </button>
      {p}
    </li>
  );
}
