import { useMemo, useState } from "react";
import { useFetcher } from "react-router";
import {
  glazeBack,
  heldShare,
  type HeldLayer,
  type HeldShare,
  partLayers,
} from "#core/plan/colour/heldShare";
import { kindOf } from "#core/paint/layerKinds";
import type { Card, Coverage, Pixels } from "#core/paint/picture/picture";
import { partRef } from "#core/reference";
import { placeName } from "#core/scene/zone";
import { useScene } from "#app/routes/scenes/useScene";
import { Button } from "#ui/Button";
import { FigureView } from "#ui/FigureView";
import { colourName } from "./copyLines";
import { coverageTold, type TakenColour } from "./pictureTaps";
import { schemeParts } from "./view";

/** How far the upper of two colours covers a piece of the picture, and whether that is as it was planned. */
export function PictureCoverage({
  pixels,
  corners,
  taken,
  card,
}: {
  readonly pixels: Pixels;
  readonly corners: readonly (readonly [number, number])[];
  readonly taken: readonly TakenColour[];
  readonly card: Card | null;
}) {
  const { told, words } = useMemo(
    () => coverageTold(pixels, corners, taken, card),
    [pixels, corners, taken, card],
  );
  return (
    <>
      <p aria-live="polite">{words}</p>
      {told && <HoldAgainst told={told} />}
    </>
  );
}

/** The layer that the piece shows, and what the plan says of it. */
function HoldAgainst({ told }: { readonly told: Coverage }) {
  const { plan } = useScene();
  const layers = schemeParts(plan.parts).flatMap(partLayers);
  const [chosen, choose] = useState("");
  const held = layers[Number(chosen)];
  if (layers.length === 0) return null;
  return (
    <div className="grid gap-2">
      <select
        className="input max-w-80"
        aria-label="Hold it against a layer"
        value={chosen}
        onChange={(e) => choose(e.target.value)}
      >
        <option value="">Hold it against a layer</option>
        {layers.map(({ plan: of, zone, layer }, i) => (
          <option key={`${of.part.id} ${zone} ${layer.id}`} value={i}>
            {placeName(
              of.part,
              of.part.zones.find((z) => z.number === zone)!,
            )}
            : {kindOf(layer.kind).says}
          </option>
        ))}
      </select>
      {chosen !== "" && held && <Verdict held={held} verdict={heldShare(held, told)} />}
    </div>
  );
}

function Verdict({ held, verdict }: { readonly held: HeldLayer; readonly verdict: HeldShare }) {
  const { plan, input } = useScene();
  const fetcher = useFetcher();
  const { words, glaze } = verdict;
  const step = plan.work.steps.findLast(
    (s) =>
      typeof s.partOf === "object" &&
      s.partOf.layerId === held.layer.id &&
      s.targets.includes(partRef(held.plan.part.id)),
  );
  const putBack = () =>
    void fetcher.submit(
      { intent: "put-back", sceneId: input.scene.id, change: JSON.stringify(glazeBack(step!, held, glaze!)) },
      { method: "post" },
    );
  return (
    <div
      role="status"
      className="grid justify-items-start gap-2 border-l-8 border-ochre bg-primer-2 px-3 py-2"
    >
      <p>{words}</p>
      {glaze && (
        <p className="text-[14px]">
          Glaze {colourName(held.below, input.workshop)} over it:{" "}
          <FigureView figure={glaze.ml} label="Glaze" />
          {held.plan.part.count > 1 && ` for all ${held.plan.part.count} copies`}
        </p>
      )}
      {glaze && step && <Button onClick={putBack}>Put the glaze into the plan</Button>}
    </div>
  );
}
