import { useState } from "react";
import { useFetcher } from "react-router";
import type { Route } from "./+types/ground";
import { printOf } from "#core/scene/part";
import { Button } from "#ui/Button";
import { FigureView } from "#ui/FigureView";
import { FindingList } from "#ui/FindingList";
import { readForm } from "#app/readForm";
import { Slip, SlipLines } from "#route/scenes/Slip";
import { useMend } from "#app/routes/scenes/useMend";
import { useScene } from "#app/routes/scenes/useScene";
import { groundAction } from "./groundAction";
import { GroundTable } from "./GroundTable";
import { LampForm } from "./LampForm";
import { LayerForm } from "./LayerForm";
import { Section } from "./Section";
import { lampLines, stackedLayers } from "./view";

export const clientAction = async ({ request, params }: Route.ClientActionArgs) =>
  groundAction(await readForm(request), params.sceneId);

export default function Ground({ actionData }: Route.ComponentProps) {
  const { input, plan } = useScene();
  const mend = useMend();
  const [changing, change] = useState<string | null>(null);
  return (
    <div className="grid content-start">
      <Section />
      <div className="sheet grid gap-5">
        <FindingList
          findings={plan.findings.filter((f) => f.stage === "ground")}
          onMend={(f, m) => void mend(f, m)}
        />
        <GroundTable onChange={change} />
        <LayerForm
          ground={input.grounds.find((g) => g.id === changing)}
          onLeave={() => change(null)}
          problems={actionData?.problems}
        />
        <LampForm parts={input.parts.filter((p) => !printOf(p).pieceOf)} problems={actionData?.problems} />
      </div>
      <BoardSlip />
    </div>
  );
}

/** The finished board, and the lamps in it. */
function BoardSlip() {
  const { input, plan } = useScene();
  const { scene } = input;
  const fetcher = useFetcher();
  const takeOut = (id: string) => void fetcher.submit({ intent: "lamp-out", id }, { method: "post" });
  const sag = plan.boardSagMm;
  return (
    <Slip title="The board" subtitle={`${scene.boardWidthMm} × ${scene.boardDepthMm} mm`}>
      <SlipLines
        title="Finished"
        lines={[
          ["weight", <FigureView key="w" figure={plan.boardGrams} label="Finished board" />],
          ["thickness", `${stackedLayers(plan.grounds).thickMm.toFixed(0)} mm`],
          ...(sag
            ? [
                [
                  "hangs, held at its ends",
                  <FigureView key="s" figure={sag} label="Sag in its middle" />,
                ] as const,
              ]
            : []),
        ]}
      />
      {plan.lamps.map(
        ({ partId, choice }) =>
          choice && (
            <SlipLines
              key={partId}
              title={`Lamp: ${plan.parts.find((p) => p.part.id === partId)!.part.name}`}
              lines={[
                ...lampLines(choice),
                [
                  "",
                  <Button key="out" kind="quiet" onClick={() => takeOut(partId)}>
                    Take it out
                  </Button>,
                ],
              ]}
            />
          ),
      )}
      {plan.lamps.length > 0 && (
        <p className="text-[13px] text-ink-2">
          Low voltage from a cell only. Coin cells in a screw-closed holder: swallowed cells burn within hours
          and need emergency care at once.
        </p>
      )}
    </Slip>
  );
}
