import { useState } from "react";
import type { FitKind } from "#core/joints/clearance";
import type { Printer } from "#core/print/printer";
import type { PartTool } from "#core/scene/part";
import type { Scene } from "#core/scene/scene";
import { addTrial } from "#app/jobs/trialParts";
import { undoAction } from "#app/jobs/keep";
import { Button } from "#ui/Button";
import { Choice } from "#ui/Field";
import { useToast } from "#ui/Toasts";

/** Puts a trial on the plates of a scene, before what waits for what it tells. */
export function WithScene({
  scenes,
  printer,
  fit,
}: {
  readonly scenes: readonly Scene[];
  readonly printer: Printer;
  readonly fit: FitKind;
}) {
  const [sceneId, setScene] = useState(scenes[0]?.id ?? "");
  const say = useToast();
  if (scenes.length === 0) return null;
  const scene = scenes.find((s) => s.id === sceneId) ?? scenes[0]!;
  const add = async (tool: PartTool, what: string) => {
    const kept = await addTrial(scene.id, tool, printer, null);
    say(kept.ok ? `${what} is on the plates of ${scene.name}.` : kept.problems[0]!.message, undoAction);
  };
  return (
    <section className="panel grid gap-3" aria-label="Print trials with a scene">
      <h2>Print them with a scene</h2>
      <p className="text-[14px] text-ink-2">
        A trial lies on {printer.name} beside what is printed there, first of all: joints of its fit, and
        parts in its resin, wait until it is off the plate.
      </p>
      <div className="flex flex-wrap items-end gap-3">
        <Choice
          label="Scene"
          name="scene"
          value={scene.id}
          onChange={(e) => setScene(e.target.value)}
          options={scenes.map((s) => [s.id, s.name] as const)}
        />
        <Button onClick={() => void add({ kind: "coupon", fit }, `The trial of ${fit}`)}>
          Print the strip with it
        </Button>
        {printer.process === "resin" && (
          <Button onClick={() => void add({ kind: "exposure piece" }, "The exposure piece")}>
            Print an exposure piece with it
          </Button>
        )}
      </div>
    </section>
  );
}
