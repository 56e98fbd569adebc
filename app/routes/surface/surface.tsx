import { useMemo } from "react";
import { Form, useSearchParams } from "react-router";
import { leftOut } from "#core/plan/surface/leftOut";
import type { Route } from "./+types/surface";
import { type SurfaceSchool, surfaceSchools } from "#core/surface/treatments";
import type { Part, PartPatch } from "#core/scene/part";
import { patchRow } from "#data/scenes";
import { Button } from "#ui/Button";
import { Choice } from "#ui/Field";
import { EmptyState } from "#ui/States";
import { localNow } from "#app/clock";
import { readForm, refuse, textOf } from "#app/readForm";
import { useScene } from "#app/routes/scenes/useScene";
import { LayerDrawing } from "./LayerDrawing";
import { LeftOutList } from "./LeftOutList";
import { SurfaceSlip } from "./SurfaceSlip";
import { SurfaceTable } from "./SurfaceTable";
import { printedParts } from "./view";
import { Ways } from "./Ways";

export async function clientAction({ request, params }: Route.ClientActionArgs) {
  const form = await readForm(request);
  const { at } = localNow();
  const school = textOf(form, "school") === "" ? null : (textOf(form, "school") as SurfaceSchool);
  const partId = textOf(form, "partId");
  const outcome =
    partId === ""
      ? await patchRow("scenes", params.sceneId, { surfaceSchool: school }, "Change the way of finishing", at)
      : await patchRow(
          "parts",
          partId,
          waysWith(school, textOf(form, "zone")),
          "Change a part's finishing",
          at,
        );
  return outcome.ok ? null : refuse(outcome.problems);
}

/** The way of finishing one zone, or all of them where none is named. */
const waysWith =
  (school: SurfaceSchool | null, zone: string) =>
  ({ zones }: Part): PartPatch =>
    zone === ""
      ? { school }
      : { zones: zones.map((z) => (z.number === Number(zone) ? { ...z, school } : z)) };

export default function Surface() {
  const { input, plan } = useScene();
  const [search] = useSearchParams();
  const distanceMm = input.scene.viewingDistanceMm;
  const printed = printedParts(plan.parts);
  const left = useMemo(() => leftOut(plan.parts, input), [plan.parts, input]);
  const p = printed.find((x) => x.part.id === search.get("part")) ?? printed[0];
  return (
    <div className="sheet grid content-start gap-5">
      <div className="flex flex-wrap items-end gap-4">
        <h1>Surface</h1>
        <p className="text-ink-2">
          Where layers will show from {(distanceMm / 10).toFixed(0)} cm, and what hides them.
        </p>
        <SceneWay school={input.scene.surfaceSchool} />
      </div>
      {p ? (
        <>
          <SurfaceTable parts={printed} selected={p.part.id} />
          <section className="on-mat p-4" aria-label={`${p.part.name}, steps drawn`}>
            <h2 className="mb-1">{p.part.name}: its layers, as lines</h2>
            <LayerDrawing p={p} distanceMm={distanceMm} />
            <p className="mt-1 text-[13px] opacity-85">
              Front view with every fifth layer line; solid where the face shows its steps plainly, faint
              where it does not.
            </p>
          </section>
        </>
      ) : (
        <EmptyState title="Nothing printed yet">
          When parts have a model and a printer, this page shows for each how much of its surface will show
          layer steps at the viewing distance.
        </EmptyState>
      )}
      <LeftOutList all={left} />
      <Ways />
      {p && <SurfaceSlip p={p} />}
    </div>
  );
}

/** The way of finishing for all parts that have none of their own. */
function SceneWay({ school }: { school: SurfaceSchool | null }) {
  return (
    <Form method="post" className="ml-auto flex items-end gap-2">
      <input type="hidden" name="partId" value="" />
      <Choice
        label="This scene's way"
        name="school"
        key={school}
        defaultValue={school ?? ""}
        options={[["", "by tier and process"], ...surfaceSchools.map((s) => [s, s] as const)]}
      />
      <Button type="submit">Set</Button>
    </Form>
  );
}
