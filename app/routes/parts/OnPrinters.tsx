import { type Part } from "#core/scene/part";
import { FigureView } from "#ui/FigureView";
import { PlainTable } from "#ui/PlainTable";
import type { PartPlan } from "#core/plan/parts/partPlan";
import type { Scene } from "#core/scene/scene";

/** What the part is on each printer. */
export function OnPrinters({
  part,
  scene,
  p,
}: {
  readonly part: Part;
  readonly scene: Scene;
  readonly p: PartPlan;
}) {
  return (
    <section className="xl:col-span-2">
      <h2 className="mb-2">On each printer, {part.count === 1 ? "one copy" : `all ${part.count}`}</h2>
      <PlainTable
        label="On each printer"
        heads={[
          "printer",
          "fits",
          "time",
          "material",
          "money",
          `layers plain from ${(scene.viewingDistanceMm / 10).toFixed(0)} cm`,
        ]}
      >
        {p.candidates.map((c) => (
          <tr
            key={c.printer.id}
            data-selected={c === p.chosen || c.printer.id === p.chosen?.printer.id ? true : undefined}
          >
            <th scope="row">{c.printer.name}</th>
            <td>
              {c.fit.kind === "fits"
                ? c.fit.turnDeg === 0
                  ? "as it lies"
                  : `turned ${c.fit.turnDeg}°`
                : `in ${c.fit.pieces.join(" × ")} pieces`}
            </td>
            <td>
              <FigureView figure={c.all.minutes} label={`Time on ${c.printer.name}`} />
            </td>
            <td>
              <FigureView figure={c.all.grams} label={`Material on ${c.printer.name}`} />
            </td>
            <td>
              <FigureView figure={c.all.cost} label={`Cost on ${c.printer.name}`} />
            </td>
            <td>
              <FigureView figure={c.surface.visible} label="Plain layer steps, one copy" />
            </td>
          </tr>
        ))}
      </PlainTable>
    </section>
  );
}
