import { hexOfLab } from "#core/paint/colour";
import type { Shelf } from "#core/paint/layerBody";
import { stackOf } from "#core/paint/layerStack";
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
  /** It is bright on purpose, since a wash comes over it. */
  readonly isUndertone: boolean;
};

/** What the zones that a step lays a layer on look like before it and after it, where its colour is told. */
export function zoneLooks(step: Step, parts: readonly Part[], shelf: Shelf): readonly ZoneLook[] {
  if (typeof step.partOf !== "object") return [];
  const { layerId } = step.partOf;
  const isUndertone = step.facts?.undertone === true;
  return parts
    .filter((p) => step.targets.includes(partRef(p.id)))
    .flatMap((part) =>
      part.zones.flatMap((zone): readonly ZoneLook[] => {
        const layer = zone.scheme.find((l) => l.id === layerId);
        const after = layer && stackOf(zone.scheme, shelf).find((a) => a.layerId === layerId);
        if (!after || after.isUntold) return [];
        return [
          {
            name: placeName(part, zone),
            before: hexOfLab(after.before),
            lies: hexOfLab(after.lies),
            beforeL: after.before.l,
            afterL: after.mean.l,
            share: layer.coverage,
            isUndertone,
          },
        ];
      }),
    );
}
