import { hexOfLab } from "#core/paint/colour";
import { partRef } from "#core/reference";
import type { Step } from "#core/steps/step";
import { useRowsOfScene } from "#app/hooks/useRowsOfScene";
import { useScene } from "#app/routes/scenes/useScene";
import { isPainting, spotsOf } from "./view";

/** What a painter wants beside the piece: pictures of it, the colours it is to have, and spots not to forget. */
export function KeepInView({ step }: { readonly step: Step }) {
  const { input } = useScene();
  const ids = input.parts.filter((p) => step.targets.includes(partRef(p.id))).map((p) => p.id);
  const pictures = useRowsOfScene("drawings", input.scene.id).filter((d) =>
    d.partIds.some((id) => ids.includes(id)),
  );
  const { wanted, spots } = spotsOf(step, input.parts);
  if (!isPainting(step) || (pictures.length === 0 && wanted.length === 0 && spots.length === 0)) return null;
  return (
    <section aria-label="Keep in view" className="grid gap-2 bg-primer-2 px-4 py-2.5 text-[17px]">
      <h2 className="text-[18px]">Keep in view</h2>
      {pictures.slice(0, 2).map((d) => (
        <img key={d.id} src={d.picture} alt={d.name} className="max-h-56 w-full object-contain" />
      ))}
      <ul className="grid gap-1">
        {wanted.map(({ name, lab }) => (
          <li key={name} className="flex items-center gap-2">
            <span aria-hidden className="size-6 rounded-cut" style={{ background: hexOfLab(lab) }} />
            {name}, as the picture has it
          </li>
        ))}
        {spots.map(({ id, name, lab, partName }) => (
          <li key={id} className="flex items-center gap-2">
            <span aria-hidden className="size-6 rounded-cut" style={{ background: hexOfLab(lab) }} />
            {name} on {partName}: still to do
          </li>
        ))}
      </ul>
    </section>
  );
}
