import { useSelected } from "#app/hooks/useSelected";
import { Form, useFetcher } from "react-router";
import type { Route } from "./+types/joints";
import { fits, type FitKind } from "#core/joints/clearance";
import { glues, gluesFor } from "#core/materials/gluesFor";
import { materialOf, type MaterialId } from "#core/materials/materials";
import { isProductId, productName, productOf } from "#core/materials/products";
import { madeOf } from "#core/plan/parts/madeOf";
import { putRow } from "#data/scenes";
import { Button } from "#ui/Button";
import { Choice, Field, Problems, Tick } from "#ui/Field";
import { durationText } from "#ui/Duration";
import { FindingList } from "#ui/FindingList";
import { outlinePath } from "#ui/Mat";
import { EmptyState } from "#ui/States";
import { localNow } from "#app/clock";
import { keep } from "#app/jobs/keep";
import { answer, fieldsOf, readForm, refuse, textOf } from "#app/readForm";
import { jointForm } from "./forms";
import { Slip, SlipLines } from "#route/scenes/Slip";
import { useMend } from "#app/routes/scenes/useMend";
import { useScene } from "#app/routes/scenes/useScene";

export async function clientAction({ request, params }: Route.ClientActionArgs) {
  const form = await readForm(request);
  const { at } = localNow();
  if (textOf(form, "intent") === "remove") {
    return answer(await keep("Remove a joint", [{ table: "joints", remove: textOf(form, "id") }]));
  }
  const gap = textOf(form, "gap").trim().replace(",", ".");
  if (gap !== "" && !(Number(gap) >= 0))
    return refuse([
      {
        code: "joint/gap",
        path: ["gap"],
        message: "Type the gap as a number in millimetres of the file, or leave it empty.",
      },
    ]);
  const fields = await fieldsOf(form, jointForm);
  if (!fields.ok) return refuse(fields.problems);
  const partIds = [textOf(form, "a"), textOf(form, "b")].filter(
    (id, i, all) => id !== "" && all.indexOf(id) === i,
  );
  const glue = textOf(form, "glue");
  const outcome = await putRow(
    "joints",
    {
      id: crypto.randomUUID(),
      sceneId: params.sceneId,
      name: textOf(form, "name"),
      partIds,
      fit: textOf(form, "fit") as FitKind,
      gapInFileMm: gap === "" ? null : Number(gap),
      glue: isProductId(glue) ? glue : null,
      count: fields.value.count,
      shows: textOf(form, "shows") === "on",
    },
    `Add joint ${textOf(form, "name")}`,
    at,
  );
  return answer(outcome);
}

export default function Joints({ actionData }: Route.ComponentProps) {
  const { plan } = useScene();
  const fetcher = useFetcher();
  const mend = useMend();
  const mark = useSelected("joint");
  const partOf = (id: string) => plan.parts.find((p) => p.part.id === id);
  const substrate = (id: string): MaterialId => {
    const part = partOf(id);
    return (part && madeOf(part)) ?? "PLA";
  };
  return (
    <div className="grid content-start">
      <section className="on-mat px-5 pt-4 pb-5">
        <h1 className="mb-3">Joints: what meets what</h1>
        {plan.joints.length === 0 && (
          <EmptyState title="Nothing joined yet">
            Say which parts meet and how. The gap is checked as it will be after scaling and paint, and the
            glue by what both sides are made of.
          </EmptyState>
        )}
        <ul className="grid gap-4 md:grid-cols-2 xl:grid-cols-3">
          {plan.joints.map(({ joint, clearance }) => (
            <li key={joint.id} className="border-t border-chalk/50 pt-2" {...mark(joint.id)}>
              <div className="flex h-24 items-end justify-center gap-6">
                {joint.partIds.slice(0, 3).map((id) => {
                  const p = partOf(id);
                  if (!p?.measurement) return null;
                  const { box, front } = p.measurement;
                  const w = box.max[0] - box.min[0];
                  const h = box.max[2] - box.min[2];
                  return (
                    <svg
                      key={id}
                      viewBox={`${box.min[0]} ${-box.max[2]} ${w} ${h}`}
                      className="max-h-24 max-w-[30%] overflow-visible"
                      style={{ height: 90 * Math.min(1, h / Math.max(w, h) + 0.25) }}
                      role="img"
                      aria-label={p.part.name}
                    >
                      <path
                        d={outlinePath(front)}
                        fillRule="evenodd"
                        transform="scale(1 -1)"
                        fill="var(--chalk)"
                        fillOpacity={0.18}
                        stroke="var(--chalk)"
                        strokeWidth={1.3}
                        vectorEffect="non-scaling-stroke"
                      />
                    </svg>
                  );
                })}
              </div>
              <p className="mt-1 text-center font-head font-semibold">
                {joint.name}
                {joint.count > 1 ? ` × ${joint.count}` : ""}
              </p>
              <p className="text-center text-[13px] opacity-90">
                {joint.fit}
                {clearance && `, ${clearance.gapMm.toFixed(2)} mm: ${clearance.verdict}`}
              </p>
            </li>
          ))}
        </ul>
      </section>
      <div className="sheet grid gap-5">
        <FindingList
          findings={plan.findings.filter((f) => f.stage === "joints")}
          onMend={(f, m) => void mend(f, m)}
        />
        {plan.joints.length > 0 && (
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
              {plan.joints.map(({ joint, clearance }) => (
                <tr key={joint.id}>
                  <th scope="row">{joint.name}</th>
                  <td>{joint.fit}</td>
                  <td data-figures>{clearance ? `${clearance.gapMm.toFixed(2)} mm` : "–"}</td>
                  <td data-figures>{clearance ? `${clearance.leftMm.toFixed(2)} mm` : "–"}</td>
                  <td data-figures>{clearance ? `${clearance.wanted[0]}–${clearance.wanted[1]}` : "–"}</td>
                  <td>
                    {clearance ? (
                      clearance.verdict === "good" ? (
                        <span className="text-verdigris">good</span>
                      ) : (
                        <span className="text-oxide">{clearance.verdict}</span>
                      )
                    ) : (
                      "gap not given"
                    )}
                  </td>
                  <td>{joint.glue ? productName(joint.glue) : "none"}</td>
                  <td>
                    {joint.glue
                      ? `${durationText(productOf(joint.glue).handleMinutes)}, ${durationText(productOf(joint.glue).cureMinutes)}`
                      : "–"}
                  </td>
                  <td>
                    <Button
                      kind="quiet"
                      onClick={() =>
                        void fetcher.submit({ intent: "remove", id: joint.id }, { method: "post" })
                      }
                    >
                      Remove
                    </Button>
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        )}
        <Form method="post" className="panel grid items-end gap-3 sm:grid-cols-4">
          <h2 className="sm:col-span-4">Add a joint</h2>
          <Problems problems={actionData?.problems} fields={["name", "gap", "count"]} />
          <Field label="Name" name="name" placeholder="Gate in its slot" problems={actionData?.problems} />
          <Choice label="Part" name="a" options={plan.parts.map((p) => [p.part.id, p.part.name] as const)} />
          <Choice
            label="meets"
            name="b"
            options={[["", "its own copies"], ...plan.parts.map((p) => [p.part.id, p.part.name] as const)]}
          />
          <Choice label="Fit" name="fit" options={fits.map((f) => [f, f] as const)} />
          <Field
            label="Gap a side in the file, mm"
            name="gap"
            placeholder="0.2"
            problems={actionData?.problems}
          />
          <Choice
            label="Glue"
            name="glue"
            options={[["", "none: it moves or clips"], ...glues.map((g) => [g.id, g.name] as const)]}
          />
          <Field
            label="How many"
            name="count"
            type="number"
            min={1}
            defaultValue={1}
            problems={actionData?.problems}
          />
          <div>
            <Tick label="The seam shows" name="shows" />
            <Button kind="main" type="submit" name="intent" value="add" data-new>
              Add it
            </Button>
          </div>
        </Form>
      </div>
      <Slip title="Which glue">
        {plan.joints
          .filter((j) => j.joint.glue)
          .map(({ joint, clearance }) => {
            const [a, b] = [joint.partIds[0] ?? "", joint.partIds[1] ?? joint.partIds[0] ?? ""];
            const best = gluesFor(substrate(a), substrate(b), clearance?.gapMm ?? 0.1)[0];
            return (
              <SlipLines
                key={joint.id}
                title={joint.name}
                lines={[
                  ["meets", `${materialOf(substrate(a)).name} on ${materialOf(substrate(b)).name}`],
                  ["yours", joint.glue && productName(joint.glue)],
                  ["best", best ? best.name : "none fills this gap"],
                ]}
              />
            );
          })}
        <p className="text-[13px] text-ink-2">
          Gaps and clearances are common practice until a test piece of your own printer says better.
        </p>
      </Slip>
    </div>
  );
}
