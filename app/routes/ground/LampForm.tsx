import { Form } from "react-router";
import type { Problem } from "#core/outcome";
import type { Part } from "#core/scene/part";
import { Button } from "#ui/Button";
import { cellKinds } from "#core/ground/resistor";
import { Choice, Field, Problems, Tick } from "#ui/Field";

const fields = ["supplyV", "lampV", "wantedMa", "cellMah"] as const;

/** A lamp in a part: its resistor, the hours of its cell, its steps and what to mind follow. */
export function LampForm({
  parts,
  problems,
}: {
  parts: readonly Part[];
  problems?: readonly Problem[] | undefined;
}) {
  if (parts.length === 0) return null;
  return (
    <Form method="post" className="panel grid items-end gap-3 sm:grid-cols-3 xl:grid-cols-6">
      <h2 className="col-span-full">Put a lamp in</h2>
      <Problems problems={problems?.filter((p) => p.code.startsWith("l"))} fields={[...fields]} />
      <Choice label="In" name="partId" options={parts.map((p) => [p.id, p.name] as const)} />
      <Field label="Supply, V" name="supplyV" inputMode="decimal" defaultValue="3" problems={problems} />
      <Field label="Lamp, V" name="lampV" inputMode="decimal" defaultValue="2" problems={problems} />
      <Field label="Lamp, mA" name="wantedMa" inputMode="decimal" defaultValue="5" problems={problems} />
      <Field label="Its cell, mAh, if any" name="cellMah" inputMode="decimal" problems={problems} />
      <Choice label="Kind of cell" name="cell" options={cellKinds.map((k) => [k, k] as const)} />
      <Tick label="With a switch" name="isSwitched" defaultChecked />
      <Button type="submit" name="intent" value="lamp">
        Put it in
      </Button>
    </Form>
  );
}
