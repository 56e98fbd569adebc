import { useFetcher } from "react-router";
import type { PartPlan } from "#core/plan/parts/partPlan";
import { sheenTarget } from "#core/plan/colour/sheenFindings";
import { sheenTargets } from "#core/scene/zone";
import { useScene } from "#app/routes/scenes/useScene";
import { Choice } from "#ui/Field";
import { figures, PlainTable } from "#ui/PlainTable";
import { techniqueRows } from "./techniqueRows";

/** How what is shown is to end: a zone, or all zones of the part. */
export function SheenChoice({ plan, zone }: { readonly plan: PartPlan; readonly zone: number | null }) {
  const fetcher = useFetcher();
  const zones = plan.part.zones.filter((z) => zone === null || z.number === zone);
  const said = new Set(zones.map((z) => z.sheen ?? ""));
  const usual = zones.length === 1 ? sheenTarget({ meaning: zones[0]!.meaning }) : null;
  return (
    <div className="w-52">
      <Choice
        label="Is to end"
        name="sheen"
        value={said.size === 1 ? [...said][0]! : ""}
        onChange={(e) =>
          void fetcher.submit(
            {
              intent: "zone-sheen",
              partId: plan.part.id,
              zone: zone === null ? "" : String(zone),
              sheen: e.target.value,
            },
            { method: "post" },
          )
        }
        options={[
          ["", usual ? `as it is made of: ${usual}` : "as its last coat leaves it"],
          ...sheenTargets.map((t) => [t, t] as const),
        ]}
      />
    </div>
  );
}

/** Ways of getting colour onto what is shown, side by side. */
export function Techniques({ plan, zone }: { readonly plan: PartPlan; readonly zone: number | null }) {
  const { input } = useScene();
  const rows = techniqueRows(plan, zone, input.workshop);
  if (rows.length === 0) return null;
  return (
    <details className="panel">
      <summary className="font-head font-semibold">Ways to lay a colour here</summary>
      <div className="mt-2">
        <PlainTable
          label="Ways to lay a colour here"
          heads={["way", figures("min"), "look", "risk here", "taken back"]}
        >
          {rows.map((row) => (
            <tr key={row.name}>
              <th scope="row">{row.name}</th>
              <td data-figures>
                {row.minutes}
                {row.sessions && <span className="block font-sans text-[13px]">{row.sessions}</span>}
              </td>
              <td>{row.look}</td>
              <td>{row.risk}</td>
              <td>{row.undo}</td>
            </tr>
          ))}
        </PlainTable>
        <p className="mt-2 text-[13px] text-ink-2">
          One coat on all copies, at rates that are common practice, with getting out and cleaning the tool.
        </p>
      </div>
    </details>
  );
}
