import { Download } from "lucide-react";
import type { PlatePlan } from "#core/plan/plates/planPlates";
import { Button } from "#ui/Button";
import { usePlatesOut } from "#app/hooks/usePlatesOut";
import { useScene } from "#app/routes/scenes/useScene";
import { PlatesOutState } from "./PlatesOutState";

/** One plate as a file, with every piece in its place. */
export function PlateFileButtons({ plate }: { plate: PlatePlan }) {
  const out = usePlatesOut(useScene());
  return (
    <>
      {(["3mf", "stl"] as const).map((kind) => (
        <Button
          key={kind}
          icon={<Download size={15} aria-hidden />}
          disabled={out.running}
          onClick={() => void out.write(kind, `plate-${plate.number}-${kind}.zip`, plate.id)}
        >
          {kind.toUpperCase()}, placed
        </Button>
      ))}
      <div className="basis-full">
        <PlatesOutState out={out} />
      </div>
    </>
  );
}
