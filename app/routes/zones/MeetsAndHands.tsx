import { useState } from "react";
import type { Vec3 } from "#core/mesh/pose";
import type { PartPlan } from "#core/plan/parts/partPlan";
import type { Part } from "#core/scene/part";
import type { Meaning } from "#core/scene/zone";
import { loadMesh } from "#data/meshes";
import { undoAction } from "#app/jobs/keep";
import { useScene } from "#app/routes/scenes/useScene";
import { Button } from "#ui/Button";
import { useToast } from "#ui/Toasts";
import type { ZoneDrawing } from "#workers/zones";
import { nextZone, type ZoneAct, type ZoneSession } from "./useZoneSession";
import { metBy, type Met } from "./view";

/** Faces that meet other parts and places that hands lift it by, each proposed at one tap. */
export function MeetsAndHands({ p, session }: { readonly p: PartPlan; readonly session: ZoneSession }) {
  const { input, plan } = useScene();
  const say = useToast();
  const { busy, propose } = usePropose(p.part, session);
  const others = metBy(p, plan.parts, input.joints);
  const centre = p.measurement?.centroid;
  const { factor } = p.rescale;
  const markMating = async () => {
    const known = await loadOthers(others);
    const met = await propose("mating face", "mating", (zone) => async (api) => {
      const found = await api.mating(known, factor, zone);
      return [found.drawing, found.met];
    });
    if (!met)
      return say("No face was found that meets another part. Tap it yourself, and say that it mates.");
    const whom = met === 1 ? "one part" : `${met} parts`;
    say(`It meets ${whom}: no support touches that, and no paint is planned there.`, undoAction);
  };
  const markGrip = async (at: Vec3) => {
    const by = await propose("grip", "touched", (zone) => async (api) => {
      const found = await api.grip([...at], factor, zone);
      return [found.drawing, found.by];
    });
    if (by) say(`Hands lift it by ${by}, the lowest 40 mm (common practice).`, undoAction);
  };
  return (
    <div className="flex flex-wrap items-center gap-3">
      {others.length > 0 && (
        <Button disabled={busy} onClick={() => void markMating()}>
          Mark what meets {others.length === 1 ? others[0]!.name : "other parts"}
        </Button>
      )}
      {centre && (
        <Button disabled={busy} onClick={() => void markGrip(centre)}>
          Mark where hands lift it
        </Button>
      )}
    </div>
  );
}

/** The meshes of parts that are met, as far as they are there. */
const loadOthers = async (others: readonly Met[]) => {
  const meshes = await Promise.all(
    others.map(async ({ meshId, factor, inPlace }) => {
      const soup = await loadMesh(meshId);
      return soup ? [{ corners: soup.corners, factor, inPlace }] : [];
    }),
  );
  return meshes.flat();
};

type Api = Parameters<ZoneAct["run"]>[0];

/** Makes a new zone of what the worker proposes, and tells what it said beside. */
function usePropose(part: Part, { act, drawn }: ZoneSession) {
  const [busy, setBusy] = useState(false);
  const to = nextZone(part, drawn);
  const propose = async <T,>(
    name: string,
    meaning: Meaning,
    run: (zone: number) => (api: Api) => Promise<readonly [ZoneDrawing, T]>,
  ): Promise<T | null> => {
    if (to === null) return null;
    setBusy(true);
    let told: T | null = null;
    await act({
      label: `Mark the ${name} of ${part.name}`,
      born: new Map([[to, { name, from: part.zones[0]!.number, meaning }]]),
      run: async (api) => {
        const [drawing, said] = await run(to)(api);
        told = said;
        return drawing;
      },
    });
    setBusy(false);
    return told;
  };
  return { busy: busy || to === null, propose };
}
