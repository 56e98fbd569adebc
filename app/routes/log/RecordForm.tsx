import { Form } from "react-router";
import { Button } from "#ui/Button";
import { Choice, Field, Problems } from "#ui/Field";
import { durationText } from "#ui/Duration";
import type { Plan } from "#core/plan/plan";
import type { Workshop } from "#core/scene/workshop";
import type { Answered } from "#app/readForm";

/** A run that nobody recorded when it ended. */
export function RecordForm({
  actionData,
  plan,
  workshop,
}: {
  readonly actionData: Answered;
  readonly plan: Plan;
  readonly workshop: Workshop;
}) {
  return (
    <Form method="post" className="panel grid items-end gap-3 sm:grid-cols-3 lg:grid-cols-6">
      <h2 className="sm:col-span-3 lg:col-span-6">Record a run</h2>
      <Problems problems={actionData?.problems} fields={["actual"]} />
      <Choice
        label="Plate"
        name="plate"
        options={[
          ...plan.plates.map(
            (p) =>
              [
                `${p.printer.id}|${p.minutes.value.toFixed(1)}|plate ${p.number}: ${[...new Set(p.laid.map((l) => l.partName))].join(", ")}`,
                `${p.number} on ${p.printer.name}, ${durationText(p.minutes.value)}`,
              ] as const,
          ),
          ...workshop.printers.map((p) => [`${p.id}|0|`, `another on ${p.name}`] as const),
        ]}
      />
      <Field label="What" name="what" placeholder="as on the plate" />
      <Field label="It took, minutes" name="actual" inputMode="decimal" problems={actionData?.problems} />
      <Choice
        label="It came out"
        name="outcome"
        options={[
          ["good", "good"],
          ["failed", "failed"],
        ]}
      />
      <Field label="Cause, if it failed" name="cause" />
      <Button kind="main" type="submit" data-new>
        Record
      </Button>
    </Form>
  );
}
