import { lookedAt, printOf, madeOfPart } from "#core/scene/part";
import { data, Link, useSubmit } from "react-router";
import type { Route } from "./+types/part";
import { detailLost } from "#core/plan/parts/detailLost";
import { detailLimit } from "#core/print/printer";
import { featuresWith } from "#core/scale/features";
import { loadMesh } from "#data/meshes";
import { undoAction } from "#app/jobs/keep";
import { appDatabase } from "#data/db";
import { Button } from "#ui/Button";
import { Field } from "#ui/Field";
import { FigureView } from "#ui/FigureView";
import { FindingList } from "#ui/FindingList";
import { Length } from "#ui/Length";
import { useToast } from "#ui/Toasts";
import { Slip, SlipLines } from "#route/scenes/Slip";
import { useMend } from "#app/routes/scenes/useMend";
import { useScene } from "#app/routes/scenes/useScene";
import { PartCopies, PartCuts, PartWays } from "./PartCopies";
import { FileCame } from "./FileCame";
import { ListingPanel } from "./ListingPanel";
import { MadeOf } from "./MadeOf";
import { PartFile } from "./PartFile";
import { PartScale } from "./PartScale";
import { PrintFields } from "./PrintFields";
import { PartSweep } from "./PartSweep";
import { cameAs } from "./parts";
import { TakeAway } from "./TakeAway";
import { Viewer } from "./Viewer";
import { KeptForm } from "#route/KeptForm";
import { PlainTable } from "#ui/PlainTable";

export { partsAction as clientAction } from "./partsAction";

export async function clientLoader({ params }: Route.ClientLoaderArgs) {
  const part = await appDatabase().parts.get(params.partId);
  if (!part || part.sceneId !== params.sceneId) throw data("No such part", { status: 404 });
  return { soup: part.meshId ? await loadMesh(part.meshId) : null };
}

export default function PartPage({ loaderData, actionData, params }: Route.ComponentProps) {
  const { input, plan } = useScene();
  const { scene, workshop } = input;
  const features = featuresWith(workshop.features);
  const p = plan.parts.find((x) => x.part.id === params.partId);
  const mend = useMend();
  const submit = useSubmit();
  const say = useToast();
  if (!p) return null;
  const { part, measurement: m } = p;
  const problems = actionData?.problems;
  const listing = lookedAt(part);
  return (
    <div className="grid content-start">
      <section className="on-mat px-5 pt-4">
        <div className="flex items-baseline gap-4">
          <h1>{part.name}</h1>
          <Link to={`/scenes/${scene.id}/parts?part=${part.id}`} className="text-[14px]">
            back to the shelf
          </Link>
          {m && (
            <div className="ml-auto">
              <TakeAway plan={plan} sceneName={part.name} partIds={[part.id]} />
            </div>
          )}
        </div>
        {loaderData.soup ? (
          <Viewer
            key={part.meshId}
            p={p}
            soup={loaderData.soup}
            limit={p.chosen ? detailLimit(p.chosen.printer) : null}
            denominator={scene.denominator}
            features={features}
          />
        ) : (
          <div className="py-12">
            <p>This part has no model; its size was typed.</p>
            {part.made === "printed" && !listing && <FileCame part={part} />}
          </div>
        )}
      </section>
      <div className="sheet grid gap-5 xl:grid-cols-2">
        {listing && <ListingPanel part={part} listing={listing} problems={problems} />}
        {m && <PartScale p={p} denominator={scene.denominator} features={features} problems={problems} />}
        <section className="panel grid content-start gap-3">
          <h2>Making it</h2>
          <KeptForm
            className="grid grid-cols-2 items-start gap-3"
            key={part.id}
            version={JSON.stringify([
              part.count,
              printOf(part).process,
              printOf(part).printerId,
              printOf(part).hollow,
              part.name,
              printOf(part).clear,
              printOf(part).spans,
              part.note,
              madeOfPart(part),
            ])}
          >
            <Field label="Name" name="name" defaultValue={part.name} problems={problems} />
            <Field
              label="How many"
              name="count"
              type="number"
              min={1}
              defaultValue={part.count}
              problems={problems}
            />
            {"print" in part ? (
              <PrintFields p={p} workshop={workshop} problems={problems} />
            ) : (
              <MadeOf value={madeOfPart(part)} hint="what may lie on it follows, and what to mind" />
            )}
            <div className="col-span-2">
              <Field label="Note" name="note" defaultValue={part.note} />
            </div>
            <div className="col-span-2 flex flex-wrap gap-2">
              <Button kind="main" type="submit" name="intent" value="making">
                Set
              </Button>
              {part.place.placements.length < part.count && (
                <Button type="submit" name="intent" value="place">
                  Put it on the board
                </Button>
              )}
              <Button
                kind="quiet"
                className="ml-auto text-oxide"
                onClick={() => {
                  void submit({ intent: "delete" }, { method: "post" });
                  say(`${part.name} was deleted.`, undoAction);
                }}
              >
                Delete
              </Button>
            </div>
          </KeptForm>
        </section>
        {p.candidates.length > 0 && (
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
                    <FigureView figure={c.surface.plain} label="Plain layer steps, one copy" />
                  </td>
                </tr>
              ))}
            </PlainTable>
          </section>
        )}
        {p.candidates.length > 0 && (
          <div className="xl:col-span-2">
            <PartSweep p={p} input={input} />
          </div>
        )}
        <PartCopies p={p} />
        {part.made === "by hand" && <PartCuts p={p} problems={problems} />}
        {p.chosen && <PartWays p={p} currency={workshop.currency} problems={problems} />}
        <PartFile p={p} soup={loaderData.soup} currency={workshop.currency} problems={problems} />
      </div>
      <Slip title={part.name} subtitle={cameAs(p)}>
        {p.sizeMm && (
          <SlipLines
            title="Size"
            lines={[
              ["width", <Length key="w" modelMm={p.sizeMm[0]} />],
              ["depth", <Length key="d" modelMm={p.sizeMm[1]} />],
              ["height", <Length key="h" modelMm={p.sizeMm[2]} />],
              ...(p.thinnestMm
                ? [["thinnest", <FigureView key="t" figure={p.thinnestMm} label="Thinnest wall" />] as const]
                : []),
            ]}
          />
        )}
        {m && (
          <SlipLines
            title="Mesh"
            lines={[
              ["triangles", m.triangles.toLocaleString("en")],
              ["volume", `${((Math.abs(m.volume) * p.rescale.factor ** 3) / 1000).toFixed(2)} ml`],
              ["surface", `${((m.area * p.rescale.factor ** 2) / 100).toFixed(1)} cm²`],
              ["shells", m.health.shells],
              ["open edges", m.health.openEdges],
              ["over-shared edges", m.health.overSharedEdges],
              ["flipped edges", m.health.flippedEdges],
              ["layers measured", m.profile.heights.length],
            ]}
          />
        )}
        <FindingList
          findings={p.findings}
          onMend={(f, mendIt) => void mend(f, mendIt)}
          empty="Nothing wrong with it."
        />
        {p.chosen && m && (
          <SlipLines
            title={`Lost on ${p.chosen.printer.name}`}
            lines={[
              [
                "raised, too fine",
                <FigureView
                  key="r"
                  figure={detailLost(m, p.rescale.factor, p.chosen.printer, "raised")}
                  label="Raised detail too fine to print"
                />,
              ],
              [
                "cut in, closes",
                <FigureView
                  key="e"
                  figure={detailLost(m, p.rescale.factor, p.chosen.printer, "engraved")}
                  label="Engraved detail that closes"
                />,
              ],
            ]}
          />
        )}
      </Slip>
    </div>
  );
}
