import { printOf } from "#core/scene/part";
import { Link } from "react-router";
import type { Plan } from "#core/plan/plan";
import type { Candidate, PartPlan } from "#core/plan/parts/partPlan";
import { pieceCount } from "#core/print/fit";
import { FigureView } from "#ui/FigureView";
import { stagePath } from "#app/stages";
import { PlainTable } from "#ui/PlainTable";
import { useGrown } from "#ui/Grown";

const FIRST_ROWS = 20;

/** Every printed part over all machines: which one, and what speaks for it. */
export function MachineTable({ plan, sceneId }: { plan: Plan; sceneId: string }) {
  const parts = plan.parts.filter((p) => p.candidates.length > 0 || p.part.made === "from pieces");
  const { drawn, below } = useGrown(parts, FIRST_ROWS);
  if (parts.length === 0) return null;
  const path = (p: PartPlan) => `${stagePath(sceneId, "plates")}/part/${p.part.id}`;
  return (
    <section aria-label="Which machine for which part">
      <h2 className="mb-2">Which machine for which part</h2>
      <PlainTable
        label="Parts and machines"
        heads={["part", "goes on", "machine time, all", "hands", "money", "because", "otherwise"]}
        className="overflow-x-auto"
      >
        {drawn.map((p) => (
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
              <ChosenMachine p={p} chosen={p.chosen} path={path} />
            ) : (
              <td colSpan={6}>{p.reason}</td>
            )}
          </tr>
        ))}
      </PlainTable>
      {below}
    </section>
  );
}

function ChosenMachine({
  p,
  chosen,
  path,
}: {
  readonly p: PartPlan;
  readonly chosen: Candidate;
  readonly path: (p: PartPlan) => string;
}) {
  return (
    <>
      <td>
        {chosen.printer.name}
        {chosen.fit.kind === "cut" && (
          <Link to={path(p)} className="block text-[14px] text-oxide underline">
            cut into {pieceCount(chosen.fit)} first
          </Link>
        )}
      </td>
      <td>
        <FigureView figure={chosen.all.minutes} label={`${p.part.name} on ${chosen.printer.name}`} />
      </td>
      <td>
        <FigureView figure={chosen.all.hands} label={`Hands on ${p.part.name}`} />
      </td>
      <td>
        <FigureView figure={chosen.all.cost} label={`Cost of ${p.part.name}`} />
      </td>
      <td className="max-w-[34ch]">{p.reason}</td>
      <td className="text-[14px]">{otherwise(p)}</td>
    </>
  );
}

const short = (c: Candidate) =>
  c.fit.kind === "cut" ? `${pieceCount(c.fit)} pieces` : `${(c.all.minutes.value / 60).toFixed(1)} h`;
const otherwise = (p: PartPlan) =>
  p.candidates
    .filter((c) => c.printer.id !== p.chosen?.printer.id)
    .map((c) => `${c.printer.name} ${short(c)}`)
    .join(", ");
