import type { ReactNode } from "react";
import { faceWords } from "#core/plan/parts/partWords";
import { schoolLacks } from "#core/plan/space";
import type { Step } from "#core/steps/step";
import { treatmentOf } from "#core/surface/treatments";
import { Duration } from "#ui/Duration";
import { FigureView } from "#ui/FigureView";
import { FindingList } from "#ui/FindingList";
import { Slip, SlipLines } from "#route/scenes/Slip";
import { useMend } from "#app/routes/scenes/useMend";
import { isSeen } from "#core/scene/zone";
import { WaysBeside } from "./WaysBeside";
import { useScene } from "#app/routes/scenes/useScene";
import { seamWords } from "#core/plan/joints/jointWords";
import type { JointPlan } from "#core/plan/joints/planJoint";
import { type PrintedPart, seamsOn, surfaceFindings, treatmentSteps } from "./view";

/** The part that is selected: its surface by look, what to do about it, and what was found. */
export function SurfaceSlip({ p }: { p: PrintedPart }) {
  const { plan, input } = useScene();
  const mend = useMend();
  const { treatment, part } = p;
  const way = treatment && `${treatment.school}: ${treatmentOf(treatment.school).because}`;
  const untold = part.zones.every((z) => z.school === null) && input.scene.surfaceSchool === null;
  const lacks = untold && schoolLacks("fill and sand", input.workshop.rooms);
  return (
    <Slip title={part.name} subtitle={way ?? "left as it is"}>
      {lacks && <p className="text-[14px]">{lacks}</p>}
      <ByLook surface={p.finish.surface} />
      <Seams joints={seamsOn(plan.joints, part.id)} />
      <WhatToDo steps={treatmentSteps(part.id, plan.work.steps)} />
      {p.zones
        .filter((z) => isSeen(z.zone) && z.surface !== null)
        .map((z) => (
          <WaysBeside key={z.zone.number} p={p} zone={z} />
        ))}
      <FindingList findings={surfaceFindings(plan.findings, part.id)} onMend={(f, m) => void mend(f, m)} />
    </Slip>
  );
}

function ByLook({ surface }: { surface: PrintedPart["finish"]["surface"] }) {
  const { visible, raking, unseen, onBedCm2, worst } = surface;
  const lines: (readonly [string, ReactNode])[] = [
    ["plain", <FigureView key="p" figure={visible} label="Plain" />],
    ["raking light only", <FigureView key="r" figure={raking} label="Raking only" />],
    ["unseen", <FigureView key="u" figure={unseen} label="Unseen" />],
    ["against the bed", `${onBedCm2.toFixed(1)} cm²`],
  ];
  if (worst)
    lines.push(["plainest at", `${faceWords(worst.slopeDeg)}, ${worst.times.toFixed(0)} × threshold`]);
  return <SlipLines title="One copy, by look" lines={lines} />;
}

/** Seams of the part that show, each with what fills it, as Joints says it too. */
function Seams({ joints }: { readonly joints: readonly JointPlan[] }) {
  if (joints.length === 0) return null;
  return <SlipLines title="Its seams" lines={joints.map((j) => [j.joint.name, seamWords(j)!] as const)} />;
}

function WhatToDo({ steps }: { steps: readonly Step[] }) {
  if (steps.length === 0) return null;
  return (
    <section>
      <h3 className="border-b border-primer-3 pb-1 text-[14px] text-ink-2">What to do</h3>
      <ol className="mt-2 grid gap-2">
        {steps.map((s) => (
          <li key={s.id}>
            {s.title}
            <br />
            <Duration handsMinutes={s.handsMinutes.value} waitMinutes={s.waitMinutes} scale={40} />
          </li>
        ))}
      </ol>
    </section>
  );
}
