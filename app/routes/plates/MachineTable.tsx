import { printOf } from "#core/scene/part";
import { Link } from "react-router";
import type { Plan } from "#core/plan/plan";
import type { Candidate, PartPlan } from "#core/plan/parts/partPlan";
import { pieceCount } from "#core/print/fit";
import { FigureView } from "#ui/FigureView";
import { stagePath } from "#app/stages";

/** Every printed part over all machines: which one, and what speaks for it. */
export function MachineTable({ plan, sceneId }: { plan: Plan; sceneId: string }) {
  const parts = plan.parts.filter((p) => p.candidates.length > 0 || p.part.made === "from pieces");
  if (parts.length === 0) return null;
  const path = (p: PartPlan) => `${stagePath(sceneId, "plates")}/part/${p.part.id}`;
  return (
    <section aria-label="Which machine for which part">
      <h2 className="mb-2">Which machine for which part</h2>
      <div className="overflow-x-auto" tabIndex={0} role="region" aria-label="Parts and machines">
        <table className="table">
          <thead>
            <tr>
              <th scope="col">part</th>
              <th scope="col">goes on</th>
              <th scope="col">machine time, all</th>
              <th scope="col">hands</th>
              <th scope="col">money</th>
              <th scope="col">because</th>
              <th scope="col">otherwise</th>
            </tr>
          </thead>
          <tbody>
            {parts.map((p) => (
              <tr key={p.part.id}>
                <th scope="row">
                  <Link to={path(p)}>
                    {p.part.name}
                    {p.part.count > 1 ? ` × ${p.part.count}` : ""}
                  </Link>
                  {printOf(p.part).spares > 0 && (
                    <span className="block text-[13px] font-normal text-ink-2">
                      and {printOf(p.part).spares} spare
                    </span>
                  )}
                </th>
                {p.chosen ? (
                  <>
                    <td>
                      {p.chosen.printer.name}
                      {p.chosen.fit.kind === "cut" && (
                        <Link to={path(p)} className="block text-[14px] text-oxide underline">
                          cut into {pieceCount(p.chosen.fit)} first
                        </Link>
                      )}
                    </td>
                    <td>
                      <FigureView
                        figure={p.chosen.all.minutes}
                        label={`${p.part.name} on ${p.chosen.printer.name}`}
                      />
                    </td>
                    <td>
                      <FigureView figure={p.chosen.all.hands} label={`Hands on ${p.part.name}`} />
                    </td>
                    <td>
                      <FigureView figure={p.chosen.all.cost} label={`Cost of ${p.part.name}`} />
                    </td>
                    <td className="max-w-[34ch]">{p.reason}</td>
                    <td className="text-[14px]">{otherwise(p)}</td>
                  </>
                ) : (
                  <td colSpan={6}>{p.reason}</td>
                )}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </section>
  );
}

const short = (c: Candidate) =>
  c.fit.kind === "cut" ? `${pieceCount(c.fit)} pieces` : `${(c.all.minutes.value / 60).toFixed(1)} h`;
const otherwise = (p: PartPlan) =>
  p.candidates
    .filter((c) => c.printer.id !== p.chosen?.printer.id)
    .map((c) => `${c.printer.name} ${short(c)}`)
    .join(", ");
