import { useFetcher, type FetcherWithComponents } from "react-router";
import { ArrowDown, ArrowUp } from "lucide-react";
import { groundMaterial } from "#core/ground/groundLayer";
import { Button } from "#ui/Button";
import { FigureView } from "#ui/FigureView";
import { useSelected } from "#app/hooks/useSelected";
import { useScene } from "#app/routes/scenes/useScene";
import { buttons, figures, PlainTable } from "#ui/PlainTable";
import type { Plan } from "#core/plan/plan";
import type { Ground } from "#core/scene/ground";

/** Every layer with its area, depth, volume, weight and glue. */
export function GroundTable({ onChange }: { onChange: (layerId: string) => void }) {
  const { plan } = useScene();
  const fetcher = useFetcher();
  const mark = useSelected("layer");
  const move = (id: string, by: "up" | "down") =>
    void fetcher.submit({ intent: "move", id, by }, { method: "post" });
  if (plan.grounds.length === 0) return null;
  return (
    <PlainTable
      heads={[
        "layer",
        figures("area, depth"),
        "volume",
        "weight",
        "glue in it, wetted with",
        buttons("change, move, remove"),
      ]}
      className="overflow-x-auto"
    >
      {plan.grounds.map(({ ground, amounts }, i) => (
        <tr key={ground.id} {...mark(ground.id)}>
          <th scope="row">
            {ground.name}
            <span className="block text-[13px] font-normal text-ink-2">
              {groundMaterial(ground.material).name}
            </span>
          </th>
          <td data-figures>
            {amounts.areaCm2.toFixed(0)} cm²
            <br />
            {ground.depthMm} mm
          </td>
          <td>
            <FigureView figure={amounts.millilitres} label={`${ground.name}: volume`} />
          </td>
          <td>
            <FigureView figure={amounts.grams} label={`${ground.name}: weight`} />
          </td>
          <td>
            {amounts.binderMl ? (
              <FigureView figure={amounts.binderMl} label={`${ground.name}: glue and water`} />
            ) : (
              "–"
            )}
            {ground.wetWith !== "none" && <span className="block text-[13px]">{ground.wetWith}</span>}
          </td>
          <GroundButtons
            onChange={onChange}
            ground={ground}
            i={i}
            move={move}
            plan={plan}
            fetcher={fetcher}
          />
        </tr>
      ))}
    </PlainTable>
  );
}

function GroundButtons({
  onChange,
  ground,
  i,
  move,
  plan,
  fetcher,
}: {
  readonly onChange: (layerId: string) => void;
  readonly ground: Ground;
  readonly i: number;
  readonly move: (id: string, by: "up" | "down") => undefined;
  readonly plan: Plan;
  readonly fetcher: FetcherWithComponents<unknown>;
}) {
  return (
    <td>
      <div className="grid w-max grid-cols-[auto_auto]">
        <Button kind="quiet" onClick={() => onChange(ground.id)} aria-label={`Change ${ground.name}`}>
          Change
        </Button>
        <Button
          kind="quiet"
          disabled={i === 0}
          onClick={() => move(ground.id, "up")}
          aria-label={`Lay ${ground.name} sooner`}
        >
          <ArrowUp size={16} aria-hidden="true" />
        </Button>
        <Button
          kind="quiet"
          disabled={i === plan.grounds.length - 1}
          onClick={() => move(ground.id, "down")}
          aria-label={`Lay ${ground.name} later`}
        >
          <ArrowDown size={16} aria-hidden="true" />
        </Button>
        <Button
          kind="quiet"
          aria-label={`Remove ${ground.name}`}
          onClick={() => void fetcher.submit({ intent: "remove", id: ground.id }, { method: "post" })}
        >
          Remove
        </Button>
      </div>
    </td>
  );
}
