import { useFetcher } from "react-router";
import { Button } from "#ui/Button";
import { useScene } from "#app/routes/scenes/useScene";
import type { Problem } from "#core/outcome";
import type { Joint } from "#core/scene/joint";
import { SeamFields } from "./JointForm";
import { jointRow } from "./view";
import { Problems } from "#ui/Field";
import { buttons, figures, PlainTable } from "#ui/PlainTable";

/** Every joint with its gap as it will be, and its glue. */
export function JointTable() {
  const { joints } = useScene().plan;
  const fetcher = useFetcher();
  const remove = (id: string) => void fetcher.submit({ intent: "remove", id }, { method: "post" });
  if (joints.length === 0) return null;
  return (
    <PlainTable
      heads={[
        "joint",
        "fit",
        figures("gap a side"),
        figures("after paint"),
        figures("wants"),
        "verdict",
        "glue",
        "handle, full cure",
        buttons("remove"),
      ]}
      className="overflow-x-auto"
    >
      {joints.map((plan) => {
        const row = jointRow(plan);
        const { id, name, fit } = plan.joint;
        return (
          <tr key={id}>
            <th scope="row">{name}</th>
            <td>{fit}</td>
            <td data-figures>{row.gap}</td>
            <td data-figures>{row.afterPaint}</td>
            <td data-figures>{row.wants}</td>
            <td className={row.isGood ? "text-verdigris" : row.isBad ? "text-oxide" : ""}>{row.verdict}</td>
            <td>
              {row.glue}
              {row.seam && <Seam joint={plan.joint} words={row.seam} />}
            </td>
            <td>{row.times}</td>
            <td>
              <Button kind="quiet" onClick={() => remove(id)}>
                Remove
              </Button>
            </td>
          </tr>
        );
      })}
    </PlainTable>
  );
}

/** What fills a seam, measured and changed where it stands. */
function Seam({ joint, words }: { readonly joint: Joint; readonly words: string }) {
  const fetcher = useFetcher<{ problems: readonly Problem[] }>();
  const problems = fetcher.data?.problems;
  return (
    <details className="text-[13px] text-ink-2" key={JSON.stringify(joint.seam)}>
      <summary className="cursor-pointer">seam: {words}</summary>
      <fetcher.Form method="post" className="mt-1 grid w-56 gap-2" aria-label={`The seam of ${joint.name}`}>
        <Problems problems={problems} fields={["seamWidth", "seamDepth", "seamLength"]} />
        <input type="hidden" name="id" value={joint.id} />
        <SeamFields problems={problems} seam={joint.seam} />
        <Button type="submit" name="intent" value="seam">
          Keep the seam
        </Button>
      </fetcher.Form>
    </details>
  );
}
