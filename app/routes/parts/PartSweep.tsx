import { useEffect, useState } from "react";
import type { PartPlan } from "#core/plan/parts/partPlan";
import type { SweepLine } from "#core/plan/rule/scaleSweep";
import type { PlanInput } from "#core/scene/planInput";
import { ratioText } from "#core/scale/ratio";
import { FigureView } from "#ui/FigureView";
import { sweepScales } from "#workers/plan";
import { figures, PlainTable } from "#ui/PlainTable";

const ratios = [32, 48, 56, 60, 72, 87, 100, 144, 160];

/** What scaling would do to this part, before it is done: walls, pieces, hours, material, surface. */
export function PartSweep({ p, input }: { p: PartPlan; input: PlanInput }) {
  const n = input.scene.denominator;
  const [lines, setLines] = useState<readonly SweepLine[] | null>(null);
  const id = p.part.id;
  useEffect(() => {
    let gone = false;
    const row = [...ratios.filter((r) => Math.abs(r / n - 1) > 0.02), n].sort((a, b) => a - b);
    const chosenAt = row.indexOf(n);
    void sweepScales(input, row.slice(Math.max(0, chosenAt - 3), chosenAt + 4), [id]).then((swept) => {
      if (!gone) setLines(swept.lines);
    });
    return () => {
      gone = true;
    };
  }, [input, id, n]);
  if (p.part.size.source.kind === "real-object" || p.candidates.length === 0) return null;
  return (
    <section>
      <h2 className="mb-2">What another scale would do to it</h2>
      {lines === null ? (
        <p className="text-ink-2">Working it out…</p>
      ) : (
        <PlainTable
          label="At other scales"
          heads={["scale", "on a bed", figures("thinnest"), "time", "material", figures("surface")]}
        >
          {lines.map((l) => (
            <tr key={l.denominator} data-selected={l.denominator === n ? true : undefined}>
              <th scope="row">{ratioText(Number(l.denominator.toFixed(2)))}</th>
              <td>{l.cut > 0 ? `${l.pieces} pieces` : "whole"}</td>
              <td data-figures className={l.tooThin > 0 ? "text-oxide" : ""}>
                {l.thinnestMm === null ? "–" : `${l.thinnestMm.toFixed(2)} mm`}
                {l.tooThin > 0 && ", not made"}
              </td>
              <td>
                <FigureView figure={l.minutes} label={`Time at 1:${l.denominator}`} />
              </td>
              <td>
                <FigureView figure={l.grams} label={`Material at 1:${l.denominator}`} />
              </td>
              <td data-figures>{l.areaCm2.toFixed(0)} cm²</td>
            </tr>
          ))}
        </PlainTable>
      )}
    </section>
  );
}
