import { materials, type MaterialId } from "#core/materials/materials";
import { Choice } from "#ui/Field";

/** What is not printed, by name. */
const options = materials
  .filter((m) => m.print === undefined)
  .map((m) => [m.id, m.name] as const)
  .sort((a, b) => (a[1] < b[1] ? -1 : 1));

/** What something that is not printed is made of: what may lie on it, and what hurts who cuts it, follow. */
export const MadeOf = ({ value = null, hint }: { value?: MaterialId | null; hint?: string }) => (
  <Choice
    label="Made of"
    name="madeOf"
    defaultValue={value ?? ""}
    options={[["", "not told"], ...options]}
    {...(hint === undefined ? {} : { hint })}
  />
);
