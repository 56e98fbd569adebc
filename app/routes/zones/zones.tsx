import { data, Link } from "react-router";
import type { Route } from "./+types/zones";
import { appDatabase } from "#data/db";
import { OPEN_ZONE } from "#core/scene/zoneMap";
import { loadMesh } from "#data/meshes";
import { zoneMapOf } from "#app/jobs/zoneMaps";
import { useScene } from "#app/routes/scenes/useScene";
import { ByName } from "./ByName";
import { ZoneBench } from "./ZoneBench";

export { zonesAction as clientAction } from "./zonesAction";

export async function clientLoader({ params }: Route.ClientLoaderArgs) {
  const part = await appDatabase().parts.get(params.partId);
  if (!part || part.sceneId !== params.sceneId) throw data("No such part", { status: 404 });
  const map = (await zoneMapOf(part)) ?? null;
  // Of a part that nobody parted all faces are its one zone's; otherwise what no map says is open.
  const fill = part.zones.length === 1 ? part.zones[0]!.number : OPEN_ZONE;
  return { meshId: part.meshId, map, fill, soup: part.meshId ? await loadMesh(part.meshId) : null };
}

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
        {[
          ["Its page", `${at}/parts/${p.part.id}`],
          ["Surface", `${at}/surface?part=${p.part.id}`],
          ["Colour", `${at}/colour?part=${p.part.id}`],
        ].map(([text, to]) => (
          <Link key={to} to={to!} className="text-[14px] underline decoration-primer-3 underline-offset-4">
            {text}
          </Link>
        ))}
      </div>
      {soup && meshId === p.part.meshId ? (
        <ZoneBench key={meshId} p={p} soup={soup} map={map} fill={fill} />
      ) : (
        <ByName p={p} />
      )}
    </div>
  );
}
