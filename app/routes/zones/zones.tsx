import type { Route } from "./+types/zones";
import { loadZonedPart } from "#app/jobs/zonedPart";
import { PartLinks } from "#route/scenes/PartLinks";
import { useScene } from "#app/routes/scenes/useScene";
import { ByName } from "./ByName";
import { ZoneBench } from "./ZoneBench";

export { zonesAction as clientAction } from "./zonesAction";

export const clientLoader = ({ params }: Route.ClientLoaderArgs) => loadZonedPart(params);

/** The places of one part: what they are, how large, and what was decided for each. */
export default function Zones({ loaderData: { soup, map, fill, meshId }, params }: Route.ComponentProps) {
  const { input, plan } = useScene();
  const p = plan.parts.find((x) => x.part.id === params.partId);
  if (!p) return null;
  const at = `/scenes/${input.scene.id}`;
  return (
    <div className="grid content-start">
      <div className="flex flex-wrap items-baseline gap-x-4 gap-y-1 px-5 pt-4">
        <h1>Zones of {p.part.name}</h1>
        <PartLinks
          links={[
            ["Its page", `${at}/parts/${p.part.id}`],
            ["As it will look", `${at}/look/${p.part.id}`],
            ["Surface", `${at}/surface?part=${p.part.id}`],
            ["Colour", `${at}/colour?part=${p.part.id}`],
          ]}
        />
      </div>
      {soup && meshId === p.part.meshId ? (
        <ZoneBench key={meshId} p={p} soup={soup} map={map} fill={fill} />
      ) : (
        <ByName p={p} />
      )}
    </div>
  );
}
