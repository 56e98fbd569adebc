import type { ReactNode } from "react";
import { productName, productOf } from "#core/materials/products";
import type { Constraint } from "#core/order/conflict";
import type { StepSlot } from "#core/order/pass";
import { type Droppable, droppable, withoutSteps } from "#core/plan/order/triage";
import { airOf } from "#core/scene/rooms";
import type { Step } from "#core/steps/step";
import { Button } from "#ui/Button";
import { durationText } from "#ui/Duration";
import { FigureView } from "#ui/FigureView";
import { dayText, momentText } from "#app/clock";
import { Slip, SlipLines } from "#route/scenes/Slip";
import { useScene } from "#app/routes/scenes/useScene";
import { FilmStack } from "./FilmStack";
import { OwnStepButton } from "./OwnStepDialog";
import { ToldForm } from "./ToldForm";
import { useOrderChange } from "./useOrderChange";
import { colourOfStep, filmsUnder, type NameOf, neighbours, reasonsFor } from "./view";
import { reasonText, WhyBefore } from "./WhyBefore";

/** Reasons of a step that are written out; the rest are counted. */
const MOST_REASONS = 10;

type Props = { step: Step; name: NameOf; onMove: (stepId: string, startsAt: number) => void };

/** The step that is selected: what it takes, what it waits for, what waits for it, and the films below it. */
export function StepSlip({ step, name, onMove }: Props) {
  const { input, plan } = useScene();
  const { work } = plan;
  const optional = droppable(plan, input).find((d) => d.stepIds.includes(step.id));
  const slot = work.schedule.slots.find((s) => s.stepId === step.id);
  const { earlier, later } = reasonsFor(step, work.sequence.constraints);
  return (
    <Slip title={step.title} subtitle={step.onWhat}>
      <Takes step={step} slot={slot} />
      {step.notes.map((note) => (
        <p key={note} className="text-[14px] text-ink-2">
          {note}
        </p>
      ))}
      {slot && <EarlierLater slot={slot} onMove={onMove} />}
      <div className="flex flex-wrap gap-2">
        <OwnStepButton key={step.id} anchor={step} />
      </div>
      <ToldForm key={`told ${step.id}`} step={step} />
      {optional && <LeftOut step={step} optional={optional} />}
      <Films step={step} />
      <Reasons
        title="After, because"
        rows={earlier.map((c) => [c.before, c] as const)}
        name={name}
        none="It may come at any time."
      />
      <Reasons
        title="Before, because"
        rows={later.map((c) => [c.after, c] as const)}
        name={name}
        none="Nothing waits for it."
      />
      <WhyBefore
        key={step.id}
        step={step}
        steps={work.steps}
        constraints={work.sequence.constraints}
        name={name}
      />
    </Slip>
  );
}

function Takes({ step, slot }: { step: Step; slot: StepSlot | undefined }) {
  const { now, workshop } = useScene().input;
  const lines: (readonly [string, ReactNode])[] = [
    ["hands", <FigureView key="h" figure={step.handsMinutes} label="Hands-on time" />],
    ["then wait", durationText(step.waitMinutes)],
  ];
  if (slot) lines.push(["when", momentText(now.today, slot.startsAt)]);
  if (step.product) {
    lines.push(["product", productName(step.product)]);
    lines.push(["cured in", durationText(productOf(step.product, airOf(workshop.rooms)).cureMinutes)]);
  }
  return <SlipLines title="It takes" lines={lines} />;
}

function EarlierLater({ slot, onMove }: { slot: StepSlot; onMove: Props["onMove"] }) {
  const { plan } = useScene();
  const { before, after } = neighbours(plan.work.schedule.slots, slot);
  return (
    <div className="flex gap-2">
      <Button disabled={before === undefined} onClick={() => onMove(slot.stepId, before!)}>
        Earlier
      </Button>
      <Button disabled={after === undefined} onClick={() => onMove(slot.stepId, after! + 1e-3)}>
        Later
      </Button>
    </div>
  );
}

function LeftOut({ step, optional }: { step: Step; optional: Droppable }) {
  const { scene } = useScene().input;
  const change = useOrderChange(scene);
  const leaveOut = () =>
    void change(
      { orderChanges: withoutSteps(scene, [optional], "left out by hand") },
      `${step.title}: left out`,
    );
  return (
    <Heading title="It may be left out">
      <p className="mt-1.5 text-[14px]">
        Without it {optional.looks}
        {optional.seen < 0.5 ? ", which is hardly seen from there" : ""}; {durationText(optional.minutes)} of
        hands won.
      </p>
      <Button className="mt-1.5 !min-h-8 !text-[14px]" onClick={leaveOut}>
        Leave it out
      </Button>
    </Heading>
  );
}

function Films({ step }: { step: Step }) {
  const { input, plan } = useScene();
  const { films, bare } = filmsUnder(step, plan);
  const byId = new Map(plan.work.steps.map((s) => [s.id, s]));
  if (films.length === 0) return null;
  return (
    <Heading title="Films here, as they will lie">
      <div className="mt-2">
        <FilmStack
          films={films}
          bare={bare}
          colourOf={(id) => colourOfStep(byId.get(id), input.workshop, plan.mixes)}
          selected={step.id}
          at={input.now.minute}
          moment={(m) => dayText(input.now.today, m)}
        />
      </div>
    </Heading>
  );
}

function Reasons({
  title,
  rows,
  name,
  none,
}: {
  title: string;
  rows: readonly (readonly [otherId: string, why: Constraint])[];
  name: NameOf;
  none: string;
}) {
  return (
    <Heading title={title}>
      <ul className="mt-1.5 grid gap-1.5 text-[14px]">
        {rows.slice(0, MOST_REASONS).map(([id, why]) => (
          <li key={id}>
            <b>{name(id)}</b>
            {why.lagMinutes > 0 && ` and ${durationText(why.lagMinutes)}`}.{" "}
            <span className="text-ink-2">{reasonText(why)}</span>
          </li>
        ))}
        {rows.length > MOST_REASONS && <li className="text-ink-2">and {rows.length - MOST_REASONS} more</li>}
        {rows.length === 0 && <li>{none}</li>}
      </ul>
    </Heading>
  );
}

function Heading({ title, children }: { title: string; children: ReactNode }) {
  return (
    <section>
      <h3 className="border-b border-primer-3 pb-1 text-[14px] text-ink-2">{title}</h3>
      {children}
    </section>
  );
}
