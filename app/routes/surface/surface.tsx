import { printOf } from "#core/scene/part";
import { partRef } from "#core/reference";
import { Form, Link, useSearchParams } from "react-router";
import type { Route } from "./+types/surface";
import type { PartPlan } from "#core/plan/parts/partPlan";
import { type SurfaceSchool, surfaceSchools, treatmentOf, treatments } from "#core/surface/treatments";
import { shownLayers } from "#core/surface/shownLayers";
import { productOf } from "#core/materials/products";
import { patchRow } from "#data/scenes";
import { Button } from "#ui/Button";
import { Choice } from "#ui/Field";
import { Duration } from "#ui/Duration";
import { FigureView } from "#ui/FigureView";
import { FindingList } from "#ui/FindingList";
import { EmptyState } from "#ui/States";
import { localNow } from "#app/clock";
import { readForm, refuse, textOf } from "#app/readForm";
import { Slip, SlipLines } from "#route/scenes/Slip";
import { useMend } from "#app/routes/scenes/useMend";
import { useScene } from "#app/routes/scenes/useScene";

export async function clientAction({ request, params }: Route.ClientActionArgs) {
  const form = await readForm(request);
  const { at } = localNow();
  const school = textOf(form, "school") === "" ? null : (textOf(form, "school") as SurfaceSchool);
  const partId = textOf(form, "partId");
  const outcome =
    partId === ""
      ? await patchRow("scenes", params.sceneId, { surfaceSchool: school }, "Change the way of finishing", at)
      : await patchRow("parts", partId, { finish: { school: school } }, "Change a part's finishing", at);
  return outcome.ok ? null : refuse(outcome.problems);
}

const schoolOptions = surfaceSchools.map((s) => [s, s] as const);

export default function Surface() {
  const {
    input: { scene },
    plan,
  } = useScene();
  const [search, setSearch] = useSearchParams();
  const mend = useMend();
  const printed = plan.parts
    .filter((p) => p.finish && !printOf(p.part).pieceOf)
    .sort(
      (a, b) => b.finish!.surface.plain.value * b.part.count - a.finish!.surface.plain.value * a.part.count,
    );
  const p = printed.find((x) => x.part.id === search.get("part")) ?? printed[0];
  const steps = p
    ? plan.work.steps.filter((s) => s.targets.includes(partRef(p.part.id)) && s.id.includes("/treat-"))
    : [];
  return (
    <div className="sheet grid content-start gap-5">
      <div className="flex flex-wrap items-end gap-4">
        <h1>Surface</h1>
        <p className="text-ink-2">
          Where layers will show from {(scene.viewingDistanceMm / 10).toFixed(0)} cm, and what hides them.
        </p>
        <Form method="post" className="ml-auto flex items-end gap-2">
          <input type="hidden" name="partId" value="" />
          <Choice
            label="This scene's way"
            name="school"
            key={scene.surfaceSchool}
            defaultValue={scene.surfaceSchool ?? ""}
            options={[["", "by tier and process"], ...schoolOptions]}
          />
          <Button type="submit">Set</Button>
        </Form>
      </div>
      {printed.length === 0 && (
        <EmptyState title="Nothing printed yet">
          When parts have a model and a printer, this page shows for each how much of its surface will show
          layer steps at the viewing distance.
        </EmptyState>
      )}
      {printed.length > 0 && (
        <table className="table">
          <thead>
            <tr>
              <th scope="col">part</th>
              <th scope="col">printed on</th>
              <th scope="col">unseen, raking light only, plain</th>
              <th scope="col">plain</th>
              <th scope="col">raking only</th>
              <th scope="col">way</th>
            </tr>
          </thead>
          <tbody>
            {printed.map((x) => (
              <tr key={x.part.id} data-selected={x.part.id === p?.part.id ? true : undefined}>
                <th scope="row">
                  <Link
                    to={`?part=${x.part.id}`}
                    preventScrollReset
                    onClick={() => setSearch({ part: x.part.id })}
                  >
                    {x.part.name}
                    {x.part.count > 1 ? ` × ${x.part.count}` : ""}
                  </Link>
                </th>
                <td>
                  {x.finish!.printer.name}, {x.finish!.printer.layerMm} mm
                </td>
                <td>
                  <AreaStrip p={x} />
                </td>
                <td>
                  <FigureView
                    figure={x.finish!.surface.plain}
                    label={`${x.part.name}: plain layer steps, one copy`}
                  />
                </td>
                <td>
                  <FigureView
                    figure={x.finish!.surface.raking}
                    label={`${x.part.name}: steps under raking light, one copy`}
                  />
                </td>
                <td>
                  <Form method="post" className="flex gap-1.5">
                    <input type="hidden" name="partId" value={x.part.id} />
                    <select
                      name="school"
                      aria-label={`Way of finishing ${x.part.name}`}
                      className="input !w-40"
                      defaultValue={x.part.finish.school ?? ""}
                      key={x.part.finish.school}
                      onChange={(e) => e.currentTarget.form?.requestSubmit()}
                    >
                      <option value="">the scene's: {x.treatment?.school ?? "none"}</option>
                      {surfaceSchools.map((s) => (
                        <option key={s} value={s}>
                          {s}
                        </option>
                      ))}
                    </select>
                  </Form>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {p && p.finish && (
        <section className="on-mat p-4" aria-label={`${p.part.name}, steps drawn`}>
          <h2 className="mb-1">{p.part.name}: its layers, as lines</h2>
          <LayerDrawing p={p} distanceMm={scene.viewingDistanceMm} />
          <p className="mt-1 text-[13px] opacity-85">
            Front view with every fifth layer line; solid where the face shows its steps plainly, faint where
            it does not.
          </p>
        </section>
      )}
      <section>
        <h2 className="mb-2">The ways, and when each is right</h2>
        <div className="grid gap-3 md:grid-cols-2 xl:grid-cols-3">
          {treatments.map((t) => (
            <article key={t.school} className="panel">
              <h3>{t.school}</h3>
              <p className="text-[14px]">{t.because}.</p>
              <ol className="mt-1.5 list-decimal pl-5 text-[14px] text-ink-2">
                {t.steps.map((s, i) => (
                  <li key={i}>
                    {s.what}
                    {s.product && <span> (wait {productOf(s.product).recoatMinutes} min a coat)</span>}
                  </li>
                ))}
              </ol>
              {t.notOn.length > 0 && (
                <p className="mt-1 text-[14px] font-semibold text-oxide">Never on {t.notOn.join(", ")}.</p>
              )}
            </article>
          ))}
        </div>
      </section>
      {p && (
        <Slip
          title={p.part.name}
          subtitle={
            p.treatment
              ? `${p.treatment.school}: ${treatmentOf(p.treatment.school).because}`
              : "left as it is"
          }
        >
          {p.finish && (
            <SlipLines
              title="One copy, by look"
              lines={[
                ["plain", <FigureView key="p" figure={p.finish.surface.plain} label="Plain" />],
                [
                  "raking light only",
                  <FigureView key="r" figure={p.finish.surface.raking} label="Raking only" />,
                ],
                ["unseen", <FigureView key="u" figure={p.finish.surface.unseen} label="Unseen" />],
                ["against the bed", `${p.finish.surface.onBedCm2.toFixed(1)} cm²`],
                ...(p.finish.surface.worst
                  ? [
                      [
                        "plainest at",
                        `${p.finish.surface.worst.slopeDeg}°, ${p.finish.surface.worst.times.toFixed(0)} × threshold`,
                      ] as const,
                    ]
                  : []),
              ]}
            />
          )}
          {steps.length > 0 && (
            <section>
              <h3 className="border-b border-primer-3 pb-1 text-[14px] text-ink-2">What to do</h3>
              <ol className="mt-2 grid gap-2">
                {steps.map((s) => (
                  <li key={s.id}>
                    {s.title}
                    <br />
                    <Duration handsMinutes={s.handsMinutes.value} waitMinutes={s.waitMinutes} scale={40} />
                  </li>
                ))}
              </ol>
            </section>
          )}
          <FindingList
            findings={plan.findings.filter(
              (f) => f.about === partRef(p.part.id) && (f.stage === "surface" || f.stage === "colour"),
            )}
            onMend={(f, m) => void mend(f, m)}
          />
        </Slip>
      )}
    </div>
  );
}

/** Shares of the surface: empty unseen, hatched raking only, solid plain. */
function AreaStrip({ p }: { p: PartPlan }) {
  const s = p.finish!.surface;
  const total = s.unseen.value + s.raking.value + s.plain.value || 1;
  return (
    <span
      className="flex h-3.5 w-32 overflow-hidden rounded-cut border border-ink-2"
      role="img"
      aria-label={`plain ${Math.round((100 * s.plain.value) / total)} %, raking only ${Math.round((100 * s.raking.value) / total)} %`}
    >
      <span className="bg-ink" style={{ width: `${(100 * s.plain.value) / total}%` }} />
      <span className="hatched text-ink-2" style={{ width: `${(100 * s.raking.value) / total}%` }} />
    </span>
  );
}

/** The front of a part with its layer lines: heights whose slopes show are drawn strong. */
function LayerDrawing({ p, distanceMm }: { p: PartPlan; distanceMm: number }) {
  const m = p.measurement!;
  const f = p.rescale.factor;
  const [w, , h] = p.sizeMm!;
  const layer = p.finish!.printer.layerMm;
  const lines = Math.min(160, Math.floor(h / layer / 5));
  const shown = shownLayers(m, f, layer, p.finish!.printer.process, distanceMm);
  const shows = (z: number) => shown[Math.min(shown.length - 1, Math.floor((z / h) * shown.length))] ?? false;
  return (
    <svg
      viewBox={`-4 -4 ${w + 8} ${h + 8}`}
      className="mx-auto block max-h-72 w-full"
      role="img"
      aria-label={`Front of ${p.part.name} with layer lines`}
    >
      <clipPath id="front">
        <path
          d={m.front
            .map(
              (line) =>
                `M${line.map((v, i) => (i % 2 === 0 ? (v - m.box.min[0]) * f : h - (v - m.box.min[2]) * f)).reduce((s, v, i) => s + (i === 0 ? "" : i % 2 === 0 ? "L" : " ") + v.toFixed(2), "")}Z`,
            )
            .join("")}
          clipRule="evenodd"
        />
      </clipPath>
      <rect width={w} height={h} clipPath="url(#front)" fill="var(--chalk)" fillOpacity={0.14} />
      <g clipPath="url(#front)">
        {Array.from({ length: lines }, (_, i) => {
          const z = (i + 1) * layer * 5;
          const strong = shows(z);
          return (
            <line
              key={i}
              x1={0}
              x2={w}
              y1={h - z}
              y2={h - z}
              stroke="var(--chalk)"
              strokeWidth={strong ? 1.6 : 0.7}
              opacity={strong ? 0.95 : 0.28}
              vectorEffect="non-scaling-stroke"
            />
          );
        })}
      </g>
    </svg>
  );
}
