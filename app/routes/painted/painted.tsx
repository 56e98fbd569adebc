import type { Route } from "./+types/painted";
import { useSearchParams } from "react-router";
import { momentOf, paintCourse } from "#core/plan/colour/paintMoments";
import { loadZonedPart } from "#app/jobs/zonedPart";
import { PartLinks } from "#route/scenes/PartLinks";
import { useScene } from "#app/routes/scenes/useScene";
import { EmptyState } from "#ui/States";
import { PaintedBench } from "./PaintedBench";
import { ZoneSwatches } from "./ZoneSwatches";
import { canDraw, isPainted } from "./view";

export const clientLoader = ({ params }: Route.ClientLoaderArgs) => loadZonedPart(params);

/** One part as it is painted, layer by layer, under a lamp. */
export default function Painted({ loaderData: { soup, map, fill, meshId }, params }: Route.ComponentProps) {
  const { input, plan } = useScene();
  const [search] = useSearchParams();
  const p = plan.parts.find((x) => x.part.id === params.partId);
  if (!p) return null;
  const at = `/scenes/${input.scene.id}`;
  const step = search.get("step");
  const course = paintCourse(p.part, plan.work);
  const asked = step === null ? null : momentOf(course, step, plan.work.sequence.order);
  const hasMesh = soup !== null && meshId !== null && meshId === p.part.meshId;
  return (
    <div className="grid content-start">
      <div className="flex flex-wrap items-baseline gap-x-4 gap-y-1 px-5 pt-4 pb-2">
        <h1>{p.part.name}, painted</h1>
        <PartLinks
          links={[
            ["Its layers", `${at}/colour?part=${p.part.id}#schemes`],
            ["Its zones", `${at}/zones/${p.part.id}`],
            ["Before it is printed", `${at}/look/${p.part.id}`],
          ]}
        />
      </div>
      {!isPainted(p.part) ? (
        <EmptyState title="No layer is laid on it yet">
          {p.part.name} has no scheme. Lay a first layer on the Colour page, or a whole sequence.
        </EmptyState>
      ) : hasMesh && canDraw() ? (
        <PaintedBench key={`${meshId} ${step}`} p={p} of={{ soup, map, fill, meshId }} from={asked} />
      ) : (
        <ZoneSwatches part={p.part} course={course} hasMesh={hasMesh} from={asked} />
      )}
    </div>
  );
}
