import type { DayLoad } from "#core/plan/plates/printing";
import { cautionById, dayCautions } from "#core/safety/cautions";

/** What to mind on a day for its length; nothing on a short one. */
export function DayCautions({ load }: { load: DayLoad | undefined }) {
  if (load === undefined) return null;
  const cautions = dayCautions(load.plateMinutes + load.stepMinutes, load.presentMinutes).map(cautionById);
  return cautions.map((c) => (
    <p key={c.id} className="text-[14px]">
      <b>{c.title}.</b> {c.text}
    </p>
  ));
}
