import { useFetcher } from "react-router";
import { Button } from "#ui/Button";
import { useScene } from "#app/routes/scenes/useScene";
import { jointRow } from "./view";

/** Every joint with its gap as it will be, and its glue. */
export function JointTable() {
  const { joints } = useScene().plan;
  const fetcher = useFetcher();
  const remove = (id: string) => void fetcher.submit({ intent: "remove", id }, { method: "post" });
  if (joints.length === 0) return null;
  return (
    <div className="overflow-x-auto">
      <table className="table">
        <thead>
          <tr>
            <th scope="col">joint</th>
            <th scope="col">fit</th>
            <th scope="col" data-figures>
              gap a side
            </th>
            <th scope="col" data-figures>
              after paint
            </th>
            <th scope="col" data-figures>
              wants
            </th>
            <th scope="col">verdict</th>
            <th scope="col">glue</th>
            <th scope="col">handle, full cure</th>
            <th scope="col">
              <span className="sr-only">remove</span>
            </th>
          </tr>
        </thead>
        <tbody>
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
                <td className={row.isGood ? "text-verdigris" : row.isBad ? "text-oxide" : ""}>
                  {row.verdict}
                </td>
                <td>{row.glue}</td>
                <td>{row.times}</td>
                <td>
                  <Button kind="quiet" onClick={() => remove(id)}>
                    Remove
                  </Button>
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
    </div>
  );
}
