import { findingLink } from "#app/referenceLink";
import { Link, useSearchParams } from "react-router";
import type { Route } from "./+types/lay";
import { patchRow } from "#data/scenes";
import { parseLength } from "#core/scale/lengthText";
import { isIsoDate } from "#core/plan/calendarDay";
import { type Theme, themes, type Tier, tiers } from "#core/scene/scene";
import { under } from "#core/outcome";
import { Button } from "#ui/Button";
import { Choice, Field, Problems } from "#ui/Field";
import { FigureView } from "#ui/FigureView";
import { FindingList } from "#ui/FindingList";
import { Length } from "#ui/Length";
import { dayText, localNow } from "#app/clock";
import { readForm, refuse, textOf } from "#app/readForm";
import { stageList, stagePath } from "#app/stages";
import { Slip, SlipLines } from "#route/scenes/Slip";
import { useMend } from "#app/routes/scenes/useMend";
import { useScene } from "#app/routes/scenes/useScene";
import { Board } from "./Board";
import { KeptForm } from "#route/KeptForm";

export async function clientAction({ request, params }: Route.ClientActionArgs) {
  const form = await readForm(request);
  const { at } = localNow();
  if (textOf(form, "intent") === "place") {
    const placements = JSON.parse(textOf(form, "placements")) as {
      xMm: number;
      yMm: number;
      turnDeg: number;
    }[];
    const outcome = await patchRow(
      "parts",
      textOf(form, "partId"),
      { place: { placements } },
      `Move ${textOf(form, "name")}`,
      at,
    );
    return outcome.ok ? { problems: [] } : refuse(outcome.problems);
  }
  const width = under("width", parseLength(textOf(form, "width"), 1));
  const depth = under("depth", parseLength(textOf(form, "depth"), 1));
  const viewing = under("viewing", parseLength(textOf(form, "viewing"), 10));
  const finishBy = textOf(form, "finishBy");
  const problems = [width, depth, viewing].flatMap((o) => (o.ok ? [] : o.problems));
  if (finishBy !== "" && !isIsoDate(finishBy))
    problems.push({
      code: "length/not-understood",
      path: ["finishBy"],
      message: "Give a date like 2026-03-14.",
    });
  if (problems.length > 0 || !width.ok || !depth.ok || !viewing.ok) return refuse(problems);
  const outcome = await patchRow(
    "scenes",
    params.sceneId,
    {
      boardWidthMm: width.value.mm,
      boardDepthMm: depth.value.mm,
      viewingDistanceMm: viewing.value.mm,
      tier: textOf(form, "tier") as Tier,
      theme: textOf(form, "theme") as Theme,
      finishBy: finishBy === "" ? null : finishBy,
      changedAt: at,
    },
    "Change the board and the date",
    at,
  );
  return outcome.ok ? { problems: [] } : refuse(outcome.problems);
}

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
                      <td>{r.findings > 0 ? `${r.findings} to look at` : r.of === 0 ? "nothing yet" : ""}</td>
                    </tr>
                  );
                })}
              </tbody>
            </table>
          </section>
          <section>
            <h2 className="mb-2">Board and date</h2>
            <KeptForm className="panel grid grid-cols-2 gap-3" key={scene.id} version={scene.changedAt}>
              <Problems problems={actionData?.problems} fields={["width", "depth", "viewing", "finishBy"]} />
              <Field
                label="Width"
                name="width"
                defaultValue={`${Number(scene.boardWidthMm.toFixed(1))} mm`}
                problems={actionData?.problems}
              />
              <Field
                label="Depth"
                name="depth"
                defaultValue={`${Number(scene.boardDepthMm.toFixed(1))} mm`}
                problems={actionData?.problems}
              />
              <Field
                label="Seen from"
                name="viewing"
                defaultValue={`${Number((scene.viewingDistanceMm / 10).toFixed(1))} cm`}
                problems={actionData?.problems}
              />
              <Field
                label="Ready by"
                name="finishBy"
                type="date"
                defaultValue={scene.finishBy ?? ""}
                problems={actionData?.problems}
              />
              <Choice
                label="For"
                name="tier"
                defaultValue={scene.tier}
                options={tiers.map((t) => [t, t] as const)}
              />
              <Choice
                label="The subject is"
                name="theme"
                defaultValue={scene.theme}
                options={themes.map((t) => [t, t] as const)}
              />
              <div className="self-end">
                <Button kind="main" type="submit" name="intent" value="board">
                  Set
                </Button>
              </div>
            </KeptForm>
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
              ["hands", <FigureView key="h" figure={plan.totals.handsMinutes} label="Hands-on time" />],
              ["money", <FigureView key="c" figure={plan.totals.cost} label="Materials" />],
              ["weight", <FigureView key="w" figure={plan.boardGrams} label="Finished board" />],
            ]}
          />
          <SlipLines
            title="Date"
            lines={[
              ["ready", dayText(now.today, plan.totals.finishAt)],
              ["not before", dayText(now.today, plan.totals.boundAt)],
              ["wanted", scene.finishBy ?? "no date set"],
            ]}
          />
        </Slip>
      )}
    </div>
  );
}
