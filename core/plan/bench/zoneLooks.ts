import { hexOfLab } from "#core/paint/colour";
import type { Shelf } from "#core/paint/layerBody";
import { stackOf } from "#core/paint/layerStack";
import type { Colour } from "#core/paint/scheme";
import { partRef } from "#core/reference";
import type { Part } from "#core/scene/part";
import { placeName } from "#core/scene/zone";
import type { Step } from "#core/steps/step";

/** A zone before a layer and after it: hex and L*; where the layer lies it has a colour of its own. */
export type ZoneLook = {
  readonly name: string;
  readonly before: string;
  readonly lies: string;
  readonly beforeL: number;
  readonly afterL: number;
  readonly share: number;
  /** What it looks like once all its layers are on. */
  readonly finished: string;
};

const colourOf = ({ recipeId, paintId }: Step): Colour | null =>
  recipeId !== null
    ? { kind: "recipe", id: recipeId }
    : paintId === null
      ? null
      : { kind: "paint", id: paintId };

/** What the zones that a step lays a layer on look like before it and after it, where its colour is told. */
export function zoneLooks(step: Step, parts: readonly Part[], shelf: Shelf): readonly ZoneLook[] {
  if (typeof step.partOf !== "object") return [];
  const { layerId } = step.partOf;
  const colour = colourOf(step);
  return parts
    .filter((p) => step.targets.includes(partRef(p.id)))
    .flatMap((part) =>
      part.zones.flatMap((zone): readonly ZoneLook[] => {
        const layer = zone.scheme.find((l) => l.id === layerId);
        // Where copies or panels differ, the step has one of the colours of its layer.
        const scheme = zone.scheme.map((l) => (l.id === layerId && colour ? { ...l, colour } : l));
        const stack = stackOf(scheme, shelf);
        const after = layer && stack.find((a) => a.layerId === layerId);
        if (!after || after.isUntold) return [];
        return [
          {
            name: placeName(part, zone),
            before: hexOfLab(after.before),
            lies: hexOfLab(after.lies),
            beforeL: after.before.l,
            afterL: after.mean.l,
            share: layer.coverage,
            finished: hexOfLab(stack.at(-1)!.mean),
          },
        ];
      }),
    );
}
