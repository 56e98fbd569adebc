import { Link } from "react-router";
import type { Part } from "#core/scene/part";
import { keep, undoAction } from "#app/jobs/keep";
import { useRowsOfScene } from "#app/hooks/useRowsOfScene";
import { stagePath } from "#app/stages";
import { Button } from "#ui/Button";
import { useToast } from "#ui/Toasts";

/** Pictures that came with its file. */
export function PartPictures({ part }: { readonly part: Part }) {
  const pictures = useRowsOfScene("drawings", part.sceneId).filter((d) => d.partIds.includes(part.id));
  const say = useToast();
  if (pictures.length === 0) return null;
  const remove = async (id: string, name: string) => {
    const kept = await keep(`Take the picture ${name} away`, [{ table: "drawings", remove: id }]);
    if (kept.ok) say(`${name} was taken away.`, undoAction);
  };
  return (
    <section className="panel grid content-start gap-3" aria-label="Pictures that came with it">
      <h2>Pictures that came with it</h2>
      <ul className="flex flex-wrap gap-4">
        {pictures.map((d) => (
          <li key={d.id} className="grid max-w-80 content-start gap-1">
            <img src={d.picture} alt={d.name} className="max-h-64 border border-ink/30" />
            <span className="text-[14px]">{d.name}</span>
            <span className="flex gap-2">
              <Link to={stagePath(part.sceneId, "rule")} className="text-[14px]">
                Measure in it
              </Link>
              <Button kind="quiet" onClick={() => void remove(d.id, d.name)}>
                Take it away
              </Button>
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}
