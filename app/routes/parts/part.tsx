import type { Problem } from "#core/outcome";
import { lookedAt, type Part, type Listing, printOf } from "#core/scene/part";
import { data, Link, useSubmit } from "react-router";
import type { Route } from "./+types/part";
import { detailLimit } from "#core/print/printer";
import { featuresWith, type ReferenceFeature } from "#core/scale/features";
import { loadMesh } from "#data/meshes";
import { appDatabase } from "#data/db";
import { useToast } from "#ui/Toasts";
import { useMend } from "#app/routes/scenes/useMend";
import { useScene } from "#app/routes/scenes/useScene";
import { PartCopies, PartCuts, PartWays } from "./PartCopies";
import { FileCame } from "./FileCame";
import { ListingPanel } from "./ListingPanel";
import { PartFile } from "./PartFile";
import { SourceForm } from "./SourceScale";
import { PartScale } from "./PartScale";
import { PartSweep } from "./PartSweep";
import { TakeAway } from "./TakeAway";
import { Viewer } from "./Viewer";
import { PartForm } from "./PartForm";
import { OnPrinters } from "./OnPrinters";
import { PartPictures } from "./PartPictures";
import { PartSetForm } from "./PartSetForm";
import { PartSlip } from "./PartSlip";
import type { MeshMeasurement } from "#core/mesh/measure";
import type { TriangleSoup } from "#core/mesh/triangleMesh";
import type { PartPlan } from "#core/plan/parts/partPlan";
import type { Plan } from "#core/plan/plan";
import type { Scene } from "#core/scene/scene";

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
      <PartHead
        part={part}
        scene={scene}
        m={m}
        plan={plan}
        loaderData={loaderData}
        p={p}
        features={features}
        listing={listing}
      />
      <div className="sheet grid gap-5 xl:grid-cols-2">
        {listing && <ListingPanel part={part} listing={listing} problems={problems} />}
        {m && <PartScale p={p} denominator={scene.denominator} features={features} problems={problems} />}
        {!m && part.size.boxMm && !listing && <ScaleOfBought part={part} problems={problems} />}
        <section className="panel grid content-start gap-3">
          <h2>Making it</h2>
          <PartForm
            key={part.id}
            part={part}
            problems={problems}
            p={p}
            workshop={workshop}
            submit={submit}
            say={say}
          />
        </section>
        {p.candidates.length > 0 && <OnPrinters part={part} scene={scene} p={p} />}
        {p.candidates.length > 0 && (
          <div className="xl:col-span-2">
            <PartSweep p={p} input={input} />
          </div>
        )}
        {part.made === "printed" && !printOf(part).pieceOf && <PartSetForm part={part} problems={problems} />}
        <PartCopies p={p} />
        {part.made === "by hand" && <PartCuts p={p} problems={problems} />}
        {p.chosen && <PartWays p={p} currency={workshop.currency} problems={problems} />}
        <PartPictures part={part} />
        <PartFile p={p} soup={loaderData.soup} currency={workshop.currency} problems={problems} />
      </div>
      <PartSlip part={part} p={p} m={m} mend={mend} />
    </div>
  );
}

function PartHead({
  part,
  scene,
  m,
  plan,
  loaderData,
  p,
  features,
  listing,
}: {
  readonly part: Part;
  readonly scene: Scene;
  readonly m: MeshMeasurement | null;
  readonly plan: Plan;
  readonly loaderData: { soup: TriangleSoup | null };
  readonly p: PartPlan;
  readonly features: readonly ReferenceFeature[];
  readonly listing: Listing | null;
}) {
  return (
    <section className="on-mat px-5 pt-4">
      <div className="flex items-baseline gap-4">
        <h1>{part.name}</h1>
        <Link to={`/scenes/${scene.id}/parts?part=${part.id}`} className="text-[14px]">
          back to the shelf
        </Link>
        <Link to={`/scenes/${scene.id}/zones/${part.id}`} className="text-[14px]">
          {part.zones.length > 1 ? `its ${part.zones.length} zones` : "its zones"}
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
  );
}

/** The scale of what has no model: it stays as large as it is, and stands in the audit. */
function ScaleOfBought({
  part,
  problems,
}: {
  readonly part: Part;
  readonly problems: readonly Problem[] | undefined;
}) {
  return (
    <section className="panel grid content-start gap-3" aria-label="Scale of what it is">
      <h2>Scale of what it is</h2>
      <p className="text-[14px] text-ink-2">
        It stays as large as it is; said here, it stands in the audit beside the rest.
      </p>
      <SourceForm key={part.id} part={part} source={part.size.source} problems={problems} />
    </section>
  );
}
