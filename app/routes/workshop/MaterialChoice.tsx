import type { Printer } from "#core/print/printer";
import type { Workshop } from "#core/scene/workshop";
import { Choice } from "#ui/Field";

/** In which of a machine's rolls or bottles a trial was made; it may stay untold. */
export const MaterialChoice = ({
  label,
  printer,
  workshop,
}: {
  readonly label: string;
  readonly printer: Printer;
  readonly workshop: Workshop;
}) => (
  <Choice
    label={label}
    name="material"
    options={[
      ["", "not told"],
      ...workshop.materials.filter((m) => m.process === printer.process).map((m) => [m.id, m.name] as const),
    ]}
  />
);
