import { findingLink } from "#app/referenceLink";
import { Link, useSearchParams } from "react-router";
import type { Route } from "./+types/lay";
import { NotPriced } from "#ui/NotPriced";
import { FigureView } from "#ui/FigureView";
import { FindingList } from "#ui/FindingList";
import { Length } from "#ui/Length";
import { dateText, dayText } from "#app/clock";
import { readForm } from "#app/readForm";
import { stageList, stagePath } from "#app/stages";
import { Slip, SlipLines } from "#route/scenes/Slip";
import { useMend } from "#app/routes/scenes/useMend";
import { useScene } from "#app/routes/scenes/useScene";
import { Board } from "./Board";
import { BoardForm } from "./BoardForm";
import { layAction } from "./layAction";

export const clientAction = async ({ request, params }: Route.ClientActionArgs) =>
  layAction(await readForm(request), params.sceneId);

export default function Lay({ actionData }: Route.ComponentProps) {
  const {
    input: { scene, now },
    plan,
  } = useScene();
  const [search, setSearch] = useSearchParams();
  const mend = useMend();
  const selected = search.get("part");
  const part = plan.parts.find((p) => p.part.id === selected);
  const select = (id: string | null) =>
    setSearch(id ? { part: id } : {}, { replace: true, preventScrollReset: true });
  const share =
    plan.parts.reduce(
      (sum, p) => sum + (p.sizeMm ? p.sizeMm[0] * p.sizeMm[1] * p.part.place.placements.length : 0),
      0,
    ) /
    (scene.boardWidthMm * scene.boardDepthMm);
  return (
    <div className="grid content-start">
      <section className="on-mat px-5 pt-4 pb-5" aria-label="The board">
        <div className="mb-2 flex items-baseline gap-4">
          <h1>The lay</h1>
          <p className="text-[14px] opacity-85">
            {plan.parts.length} parts, about {Math.round(100 * share)} % of the board taken; drag a part, or
            select it and use the arrow keys
          </p>
        </div>
        <Board plan={plan} scene={scene} selected={selected} onSelect={select} />
      </section>
      <section className="sheet grid gap-5 xl:grid-cols-[minmax(0,3fr)_minmax(0,2fr)]">
        <div>
          <h2 className="mb-2">Problems, worst first</h2>
          <FindingList
            findings={plan.findings}
            onMend={(f, m) => void mend(f, m)}
            empty="Nothing found that would spoil this scene."
            link={(f) => (
              <Link to={findingLink(scene.id, f)} className="text-[14px] text-slate-blue underline">
                {stageList.find((s) => s.stage === f.stage)!.name}: {f.name}
              </Link>
            )}
          />
        </div>
        <div className="grid content-start gap-5">
          <section>
            <h2 className="mb-2">Ledger</h2>
            <div className="scroll-x" tabIndex={0} role="region" aria-label="Ledger">
              <table className="table">
                <tbody>
                  {stageList.map((s) => {
                    const r = plan.readiness[s.stage];
                    return (
                      <tr key={s.stage}>
                        <th scope="row">
                          <Link to={stagePath(scene.id, s.stage)}>{s.name}</Link>
                        </th>
                        <td data-figures>
                          {r.settled} of {r.of}
                        </td>
                        <td>
                          {r.findings > 0 ? `${r.findings} to look at` : r.of === 0 ? "nothing yet" : ""}
                        </td>
                      </tr>
                    );
                  })}
                </tbody>
              </table>
            </div>
          </section>
          <section>
            <h2 className="mb-2">Board and date</h2>
            <BoardForm scene={scene} problems={actionData?.problems} />
          </section>
        </div>
      </section>
      {part ? (
        <Slip title={part.part.name} subtitle={part.reason}>
          {part.sizeMm && (
            <SlipLines
              title="Size"
              lines={[
                ["width", <Length key="w" modelMm={part.sizeMm[0]} />],
                ["depth", <Length key="d" modelMm={part.sizeMm[1]} />],
                ["height", <Length key="h" modelMm={part.sizeMm[2]} />],
              ]}
            />
          )}
          <SlipLines
            title="Place"
            lines={[["copies placed", `${part.part.place.placements.length} of ${part.part.count}`]]}
          />
          <FindingList findings={part.findings} onMend={(f, m) => void mend(f, m)} />
          <Link to={`/scenes/${scene.id}/parts/${part.part.id}`} className="button justify-self-start">
            Open the part
          </Link>
        </Slip>
      ) : (
        <Slip
          title={scene.name}
          subtitle={`${scene.tier}, seen from ${(scene.viewingDistanceMm / 10).toFixed(0)} cm`}
        >
          <SlipLines
            title="Totals"
            lines={[
              [
                "machines",
                <FigureView
                  key="m"
                  figure={plan.totals.machineMinutes}
                  label="Machine time, failures counted in"
                />,
              ],
              [
                "hands",
                <FigureView key="h" figure={plan.totals.handsMinutes} label="Hands-on time in all" />,
              ],
              [
                "money",
                <FigureView key="c" figure={plan.totals.cost} label="Material, products, power and wear" />,
              ],
              ...(plan.totals.notPriced.length > 0
                ? [["not priced", <NotPriced key="n" names={plan.totals.notPriced} />] as const]
                : []),
              ["weight", <FigureView key="w" figure={plan.boardGrams} label="Finished board" />],
            ]}
          />
          <SlipLines
            title="Date"
            lines={[
              ["ready", dayText(now.today, plan.totals.finishAt)],
              ["not before", dayText(now.today, plan.totals.boundAt)],
              ["wanted", scene.finishBy ? dateText(now.today, scene.finishBy) : "no date set"],
            ]}
          />
        </Slip>
      )}
    </div>
  );
}
