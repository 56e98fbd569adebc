import { useState } from "react";
import type { PartPlan } from "#core/plan/parts/partPlan";
import { Card } from "./Card";
import { plainly, type Seen } from "./SeenControls";
import { usePainted, type ZonedPart } from "./usePainted";

const FINISHED = { of: "finished" } as const;

/** A part after one of its moments, beside the finished look. @param moment from 0 for bare */
export function StepPicture({
  p,
  of,
  moment,
}: {
  readonly p: PartPlan;
  readonly of: ZonedPart;
  readonly moment: number;
}) {
  const [seen, setSeen] = useState(plainly);
  const painted = usePainted(p, of, moment, null, FINISHED);
  const set = (patch: Partial<Seen>) => setSeen((s) => ({ ...s, ...patch }));
  return (
    <div className="mt-2">
      <Card {...{ p, painted, seen, set }} />
    </div>
  );
}
