import { ratioText } from "#core/scale/ratio";
import { Button } from "#ui/Button";
import { Choice, Field } from "#ui/Field";
import type { Problem } from "#core/outcome";
import type { LengthSystem } from "#core/scale/lengthFormat";
import type { Scene } from "#core/scene/scene";

/** The scale as it is typed: a ratio, or a figure size and how it is measured. */
export function RatioFields({
  n,
  scene,
  problems,
}: {
  readonly n: number;
  readonly scene: Scene;
  readonly problems: readonly Problem[] | undefined;
}) {
  return (
    <div className="grid grid-cols-[1fr_1fr_auto] items-start gap-3">
      <Field
        label="Ratio or figure size"
        name="ratio"
        key={n}
        defaultValue={ratioText(Number(n.toFixed(3)))}
        hint={scene.ratioSaid}
        problems={problems}
      />
      <Choice
        label="A figure size is measured"
        name="convention"
        defaultValue="middle"
        options={[
          ["middle", "either: take the middle"],
          ["eye", "to the eye"],
          ["crown", "to the crown"],
        ]}
      />
      <Button kind="main" type="submit" name="intent" value="ratio" className="mt-6">
        Set
      </Button>
    </div>
  );
}

/** Whether lengths are read in millimetres or in inches. */
export function LengthChoice({ system }: { readonly system: LengthSystem }) {
  return (
    <div className="flex items-end gap-3 border-t border-primer-3 pt-3">
      <Choice
        label="Lengths in"
        name="system"
        key={system}
        defaultValue={system}
        options={[
          ["metric", "millimetres and metres"],
          ["inch", "inches and feet"],
        ]}
      />
      <Button type="submit" name="intent" value="units">
        Show
      </Button>
    </div>
  );
}
