import { useFetcher } from "react-router";
import { Button } from "#ui/Button";
import { useScene } from "#app/routes/scenes/useScene";
import { jointRow } from "./view";
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
              {row.seam && <span className="block text-[13px] text-ink-2">seam: {row.seam}</span>}
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
