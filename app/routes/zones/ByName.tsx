import { useFetcher, useSubmit } from "react-router";
import type { Problem } from "#core/outcome";
import type { PartPlan } from "#core/plan/parts/partPlan";
import { zoneMinutes } from "#core/plan/parts/zoneMinutes";
import { useScene } from "#app/routes/scenes/useScene";
import { Button } from "#ui/Button";
import { Field } from "#ui/Field";
import { ZoneTable } from "./ZoneTable";

/** Zones of a part without a mesh: each has a name and an area; the first one has what the others leave. */
export function ByName({ p }: { readonly p: PartPlan }) {
  const { input, plan } = useScene();
  const fetcher = useFetcher<{ problems: readonly Problem[] }>();
  const submit = useSubmit();
  const minutes = zoneMinutes(p, plan);
  const rows = p.zones.map((z) => ({
    plan: z,
    cm2: z.areaCm2.value / p.part.count,
    minutes: minutes.get(z.zone.number) ?? null,
    carved: [],
  }));
  return (
    <div className="sheet grid max-w-3xl gap-4">
      <p className="text-ink-2">
        It has no model, so its zones are told by name and area on the bench, of one copy. The first one has
        what the others leave.
      </p>
      <ZoneTable
        rows={rows}
        denominator={input.scene.denominator}
        chosen={null}
        choose={() => undefined}
        drop={(zone) => void submit({ intent: "drop", zone: zone.number }, { method: "post" })}
      />
      <fetcher.Form method="post" className="panel grid items-end gap-3 sm:grid-cols-[1fr_10rem_auto]">
        <Field label="Another zone" name="name" placeholder="roof" problems={fetcher.data?.problems} />
        <Field label="cm² on the bench" name="area" inputMode="decimal" problems={fetcher.data?.problems} />
        <Button type="submit" name="intent" value="add">
          Add the zone
        </Button>
      </fetcher.Form>
    </div>
  );
}
