import { useState } from "react";
import type { PartPlan } from "#core/plan/parts/partPlan";
import { loadMesh } from "#data/meshes";
import { undoAction } from "#app/jobs/keep";
import { useScene } from "#app/routes/scenes/useScene";
import { Button } from "#ui/Button";
import { useToast } from "#ui/Toasts";
import { nextZone, type ZoneAct, type ZoneSession } from "./useZoneSession";
import { metBy } from "./view";

/** Faces that meet other parts and places that hands lift it by, each proposed at one tap. */
export function MeetsAndHands({
  p,
  session: { act, drawn },
}: {
  readonly p: PartPlan;
  readonly session: ZoneSession;
}) {
  const { input, plan } = useScene();
  const [busy, setBusy] = useState(false);
  const say = useToast();
  const { part } = p;
  const { factor } = p.rescale;
  const others = metBy(p, plan.parts, input.joints);
  const to = nextZone(part, drawn);
  const propose = async (name: "mating face" | "grip", run: (zone: number) => ZoneAct["run"]) => {
    if (to === null) return;
    setBusy(true);
    const meaning = name === "grip" ? ("touched" as const) : ("mating" as const);
    const born = new Map([[to, { name, from: part.zones[0]!.number, meaning }]]);
    await act({ label: `Mark the ${name} of ${part.name}`, run: run(to), born });
    setBusy(false);
  };
  const markMating = async () => {
    const meshes = await Promise.all(
      others.map(async (o) => ({
        corners: (await loadMesh(o.meshId))?.corners,
        factor: o.factor,
        inPlace: o.inPlace,
      })),
    );
    const known = meshes.flatMap((m) => (m.corners ? [{ ...m, corners: m.corners }] : []));
    let met = 0;
    await propose("mating face", (zone) => async (api) => {
      const found = await api.mating(known, factor, zone);
      met = found.met;
      return found.drawing;
    });
    if (met === 0) say("No face was found that meets another part. Tap it yourself, and say that it mates.");
    else
      say(
        `It meets ${met === 1 ? "one part" : `${met} parts`}: no support touches that, and no paint is planned there.`,
        undoAction,
      );
  };
  const markGrip = async () => {
    const centre = p.measurement?.centroid;
    if (!centre) return;
    let by = "";
    await propose("grip", (zone) => async (api) => {
      const found = await api.grip([...centre], factor, zone);
      by = found.by;
      return found.drawing;
    });
    say(`Hands lift it by ${by}, the lowest 40 mm (common practice).`, undoAction);
  };
  return (
    <div className="flex flex-wrap items-center gap-3">
      {others.length > 0 && (
        <Button disabled={busy || to === null} onClick={() => void markMating()}>
          Mark what meets {others.length === 1 ? others[0]!.name : "other parts"}
        </Button>
      )}
      <Button disabled={busy || to === null} onClick={() => void markGrip()}>
        Mark where hands lift it
      </Button>
    </div>
  );
}
