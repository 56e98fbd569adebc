import type { Route } from "./+types/look";
import { loadZonedPart } from "#app/jobs/zonedPart";
import { PartLinks } from "#route/scenes/PartLinks";
import { useScene } from "#app/routes/scenes/useScene";
import { EmptyState } from "#ui/States";
import { LookBench } from "./LookBench";

export { lookAction as clientAction } from "./lookAction";

export const clientLoader = ({ params }: Route.ClientLoaderArgs) => loadZonedPart(params);

/** One part as it will look before it is printed, and after every round of what hides its layers. */
export default function Look({ loaderData: { soup, map, fill, meshId }, params }: Route.ComponentProps) {
  const { input, plan } = useScene();
  const p = plan.parts.find((x) => x.part.id === params.partId);
  if (!p) return null;
  const at = `/scenes/${input.scene.id}`;
  const isPrinted = p.finish !== null && soup !== null && meshId === p.part.meshId;
  return (
    <div className="grid content-start">
      <div className="flex flex-wrap items-baseline gap-x-4 gap-y-1 px-5 pt-4 pb-2">
        <h1>{p.part.name}, before it is printed</h1>
        <PartLinks
          links={[
            ["Its zones", `${at}/zones/${p.part.id}`],
            ["Surface", `${at}/surface?part=${p.part.id}`],
          ]}
        />
      </div>
      {isPrinted ? (
        <LookBench key={meshId} p={p} soup={soup} map={map} fill={fill} />
      ) : (
        <EmptyState title="Nothing to look at yet">
          {soup
            ? "No printer is chosen for it: choose one on its page."
            : "It has no model. Add one on its page."}
        </EmptyState>
      )}
    </div>
  );
}
