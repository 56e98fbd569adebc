import { printOf, type Part } from "#core/scene/part";
import { useState } from "react";
import { pieceRisk } from "#core/plan/plates/pieceRisk";
import { failureOdds } from "#core/print/simulatedRun";
import { reprintOrRepair, expectedRuns, recordOf, type RepairAdvice } from "#core/print/reprints";
import type { PartPlan } from "#core/plan/parts/partPlan";
import type { Plan } from "#core/plan/plan";
import type { PlanInput } from "#core/scene/planInput";
import { undoAction } from "#app/jobs/keep";
import { Button } from "#ui/Button";
import { FigureView } from "#ui/FigureView";
import { Field } from "#ui/Field";
import { useToast } from "#ui/Toasts";
import { repairInstead } from "#app/jobs/plateRuns";
import { typedNumber } from "#app/readForm";

/**
 * Copies that came out spoilt: they are planned to be printed again unless they are repaired. By what is
 * still to be spent, never by what is.
 */
export function SpoiltPanel({ plan, input }: { plan: Plan; input: PlanInput }) {
  const spoilt = plan.parts.flatMap((p) =>
    p.chosen ? p.part.history.copies.flatMap((state, copy) => (state === "spoilt" ? [{ p, copy }] : [])) : [],
  );
  if (spoilt.length === 0) return null;
  return (
    <section aria-label="Spoilt">
      <h2 className="mb-1">Spoilt: print again, or repair?</h2>
      <p className="mb-2 text-[14px] text-ink-2">
        They are on the plates again as it stands. Only what is still to be spent counts.
      </p>
      <ul className="grid gap-3 lg:grid-cols-2">
        {spoilt.map(({ p, copy }) => (
          <Spoilt key={`${p.part.id} ${copy}`} p={p} copy={copy} plan={plan} input={input} />
        ))}
      </ul>
    </section>
  );
}

const USUAL_REPAIR_MIN = 15;

function Spoilt({
  p,
  copy,
  plan,
  input: { workshop, scene },
}: {
  p: PartPlan;
  copy: number;
  plan: Plan;
  input: PlanInput;
}) {
  const [minutes, setMinutes] = useState(String(USUAL_REPAIR_MIN));
  const [seen, setSeen] = useState(false);
  const say = useToast();
  const { part, chosen } = p;
  const c = chosen!;
  const n = Math.max(1, part.count + printOf(part).spares);
  const record = recordOf(
    workshop.log.filter((e) => e.kind === "run" && e.key === c.printer.id && !e.simulated),
  );
  const advice = reprintOrRepair({
    currency: workshop.currency,
    reprintMinutes: c.one.minutes.value,
    reprintHandsMinutes: c.all.hands.value / n,
    reprintMinor: c.all.cost.value / n,
    repairHandsMinutes: Math.max(0, typedNumber(minutes) || 0),
    repairMinor: 30,
    repairHolds: 0.8,
    expectedRuns: expectedRuns(
      record,
      failureOdds(c.printer.process, [pieceRisk(p, c, part.id, part.name)], record).risk,
    ).value,
    hourWorthMinor: workshop.rooms.hourWorthMinor,
    slackMinutes: plan.chance?.dueAt == null ? null : Math.max(0, plan.chance.dueAt - plan.totals.finishAt),
    tier: part.tier ?? scene.tier,
    seen,
  });
  const repair = async () => {
    const kept = await repairInstead(part, copy, Math.max(0, typedNumber(minutes) || 0));
    if (kept.ok) say(`${part.name} is kept; its repair is in the order.`, undoAction);
  };
  return (
    <li className="panel grid gap-2">
      <h3>
        {part.name}
        {n > 1 ? `, copy ${copy + 1}` : ""}
      </h3>
      <AdviceList advice={advice} part={part} />
      <ul className="list-disc pl-5 text-[14px]">
        {advice.reasons.map((r) => (
          <li key={r}>{r}</li>
        ))}
      </ul>
      <RepairForm minutes={minutes} setMinutes={setMinutes} seen={seen} setSeen={setSeen} repair={repair} />
    </li>
  );
}

function RepairForm({
  minutes,
  setMinutes,
  seen,
  setSeen,
  repair,
}: {
  readonly minutes: string;
  readonly setMinutes: (value: string) => void;
  readonly seen: boolean;
  readonly setSeen: (value: boolean) => void;
  readonly repair: () => Promise<void>;
}) {
  return (
    <div className="flex flex-wrap items-end gap-3">
      <div className="w-36">
        <Field
          label="A repair takes, min"
          name="repairMinutes"
          inputMode="decimal"
          value={minutes}
          onChange={(e) => setMinutes(e.target.value)}
        />
      </div>
      <label className="flex items-center gap-2 pb-2">
        <input
          type="checkbox"
          className="size-[18px] accent-[var(--ink)]"
          checked={seen}
          onChange={(e) => setSeen(e.target.checked)}
        />
        the fault will be seen
      </label>
      <Button onClick={() => void repair()}>Keep it and repair it</Button>
    </div>
  );
}

function AdviceList({ advice, part }: { readonly advice: RepairAdvice; readonly part: Part }) {
  return (
    <dl className="grid grid-cols-[auto_1fr] gap-x-3 gap-y-1">
      <dt>Print again</dt>
      <dd>
        <FigureView figure={advice.reprint} label={`Printing ${part.name} again`} />
        {advice.better === "reprint" && <b className="ml-2 font-head text-verdigris">better</b>}
      </dd>
      <dt>Repair</dt>
      <dd>
        <FigureView figure={advice.repair} label={`Repairing ${part.name}`} />
        {advice.better === "repair" && <b className="ml-2 font-head text-verdigris">better</b>}
      </dd>
    </dl>
  );
}
