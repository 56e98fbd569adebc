import type { ReactNode } from "react";
import { Link } from "react-router";
import { stepCautions } from "#core/plan/bench/stepCautions";
import { CAUTIONS_END, cautionById, type Caution } from "#core/safety/cautions";
import { inHand } from "#core/steps/inHand";
import type { Step } from "#core/steps/step";
import { stagePath } from "#app/stages";
import { useScene } from "#app/routes/scenes/useScene";
import { DayCautions } from "./DayCautions";
import { hindrances, toConfirm } from "./view";
import { WetWindow } from "./WetWindow";
import type { CautionId } from "#core/safety/cautions";

const edges = { stop: "border-oxide", mind: "border-ochre", plain: "border-primer-3" } as const;

/** One thing to know before the hands move: what stops the work, what to mind, or how it is done. */
export const Notice = ({ kind, children }: { kind: keyof typeof edges; children: ReactNode }) => (
  <div className={`border-l-8 bg-primer-2 px-4 py-2.5 text-[20px] ${edges[kind]}`}>{children}</div>
);

/** What stands in the way of a step or of any in its session, then what to mind at it. */
export function Notices({
  step,
  steps,
  day,
  confirmed,
  onConfirm,
}: {
  step: Step;
  steps: readonly Step[];
  day: number;
  /** What had to be confirmed and was. */
  confirmed: boolean;
  onConfirm: (so: boolean) => void;
}) {
  const { input, plan } = useScene();
  const { broken, found } = hindrances(steps, plan);
  const { unfit } = inHand(step);
  const asked = toConfirm(steps);
  const cautions = [...new Set(steps.flatMap((s) => stepCautions(s, input.workshop)))].map(cautionById);
  return (
    <div className="grid gap-2.5">
      {broken.map((c) => (
        <Notice key={`${c.ruleId}${c.after}${c.before}`} kind="stop">
          <b className="font-head">
            {c.overridden ? `${c.ruleId}, set aside by you` : `Not yet: ${c.ruleId}`}.
          </b>{" "}
          {c.sentence}{" "}
          {!c.overridden && (
            <Link to={`${stagePath(input.scene.id, "order")}?step=${encodeURIComponent(c.after)}`}>
              Mend it
            </Link>
          )}
        </Notice>
      ))}
      {found.map((f) => (
        <Notice key={f.id} kind="stop">
          {f.sentence}
        </Notice>
      ))}
      {unfit && <Notice kind="stop">{unfit}</Notice>}
      <WetWindow step={step} work={plan.work} now={input.now} />
      {step.notes.map((n) => (
        <Notice key={n} kind="mind">
          {n}
        </Notice>
      ))}
      <DayCautions load={plan.load.find((l) => l.day === day)} />
      {cautions.map((c) => (
        <CautionNotice key={c.id} c={c} asked={asked} confirmed={confirmed} onConfirm={onConfirm} />
      ))}
      {cautions.length > 0 && <p className="text-[15px] text-ink-2">{CAUTIONS_END}</p>}
    </div>
  );
}

function CautionNotice({
  c,
  asked,
  confirmed,
  onConfirm,
}: {
  readonly c: Caution;
  readonly asked: CautionId | null;
  readonly confirmed: boolean;
  readonly onConfirm: (so: boolean) => void;
}) {
  return (
    <Notice kind={c.id === asked && !confirmed ? "stop" : "mind"}>
      <b className="font-head">{c.title}.</b> {c.text}
      {c.id === asked && (
        <label className="mt-2 flex items-center gap-3 font-head font-semibold">
          <input
            type="checkbox"
            className="size-7 accent-[var(--ink)]"
            checked={confirmed}
            onChange={(e) => onConfirm(e.target.checked)}
          />
          Mask on, and wet or with extraction
        </label>
      )}
    </Notice>
  );
}
