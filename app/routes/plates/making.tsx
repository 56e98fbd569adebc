import { printOf, type Part } from "#core/scene/part";
import { data, Link } from "react-router";
import type { Route } from "./+types/making";
import { appDatabase } from "#data/db";
import { loadMesh } from "#data/meshes";
import { FindingList } from "#ui/FindingList";
import { useWorkingOut } from "#app/hooks/useWorkingOut";
import { stagePath } from "#app/stages";
import { useMend } from "#app/routes/scenes/useMend";
import { useScene } from "#app/routes/scenes/useScene";
import { CutPanel } from "./making/CutPanel";
import { HollowPanel } from "./making/HollowPanel";
import { LoadPanel } from "./making/LoadPanel";
import { MachineChoice } from "./making/MachineChoice";
import { MakingForm } from "./making/MakingForm";
import { RecipePanel } from "./making/RecipePanel";
import { TakeOffPanel } from "./making/TakeOffPanel";
import { TimePanel } from "./making/TimePanel";
import { WaysPanel } from "./making/WaysPanel";
import { MakingSlip } from "./MakingSlip";
import type { PartPlan } from "#core/plan/parts/partPlan";
import type { Scene } from "#core/scene/scene";

export async function clientLoader({ params }: Route.ClientLoaderArgs) {
  const part = await appDatabase().parts.get(params.partId);
  if (!part || part.sceneId !== params.sceneId) throw data("No such part", { status: 404 });
  return { soup: part.meshId ? await loadMesh(part.meshId) : null };
}

/**
 * How one part is made: on which machine, in what, which way up, hollow or in pieces, and where its time
 * goes.
 */
export default function Making({ loaderData: { soup }, params }: Route.ComponentProps) {
  const view = useScene();
  const { input, plan } = view;
  const { scene, workshop } = input;
  const mend = useMend();
  const meanwhile = useWorkingOut();
  const p = plan.parts.find((x) => x.part.id === params.partId);
  if (!p) return null;
  const { part, chosen } = p;
  const back = stagePath(scene.id, "plates");
  const whole = printOf(part).pieceOf && plan.parts.find((x) => x.part.id === printOf(part).pieceOf!.partId);
  const findings = p.findings.filter((f) => f.stage === "plates");
  return (
    <div className="sheet grid gap-6">
      <div>
        <MakingHead part={part} back={back} scene={scene} whole={whole} />
        {meanwhile.name === part.name && (
          <p role="status" className="text-[14px] text-ink-2">
            Its walls are being followed; the figures get narrower in a moment.
          </p>
        )}
      </div>
      <FindingList findings={findings} onMend={(f, m) => void mend(f, m)} />
      {p.candidates.length > 0 && <MachineChoice p={p} distanceMm={scene.viewingDistanceMm} />}
      <div className="grid items-start gap-5 xl:grid-cols-2">
        {part.made !== "from pieces" && <MakingForm key={part.id} p={p} workshop={workshop} />}
        {chosen && <TimePanel p={p} input={input} />}
        {chosen && <RecipePanel p={p} input={input} />}
        <TakeOffPanel p={p} />
        {soup && p.finish && <WaysPanel p={p} soup={soup} scene={scene} />}
        {chosen?.printer.process === "filament" && <LoadPanel p={p} input={input} />}
        {soup && chosen?.printer.process === "resin" && (
          <HollowPanel p={p} soup={soup} currency={workshop.currency} />
        )}
        {soup && p.finish && (
          <div className="xl:col-span-2">
            <CutPanel p={p} soup={soup} plan={plan} workshop={workshop} />
          </div>
        )}
      </div>
      <MakingSlip part={part} chosen={chosen} p={p} />
    </div>
  );
}

function MakingHead({
  part,
  back,
  scene,
  whole,
}: {
  readonly part: Part;
  readonly back: string;
  readonly scene: Scene;
  readonly whole: PartPlan | null | undefined;
}) {
  return (
    <div className="flex flex-wrap items-baseline gap-x-4">
      <h1>Making {part.name}</h1>
      <Link to={back} className="text-[14px]">
        all plates
      </Link>
      <Link to={`${stagePath(scene.id, "parts")}/${part.id}`} className="text-[14px]">
        the part itself
      </Link>
      {whole && (
        <Link to={`${back}/part/${whole.part.id}`} className="text-[14px]">
          piece of {whole.part.name}
        </Link>
      )}
    </div>
  );
}
