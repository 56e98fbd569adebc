import { lazy, type RefObject, Suspense, useRef, useState } from "react";
import { Link } from "react-router";
import { counted } from "#core/words";
import { useScreenSize } from "#app/hooks/useScreenSize";
import { apparentPxPerMm, type Lamp, lamps, lampToward } from "#app/routes/look/view";
import { useScene } from "#app/routes/scenes/useScene";
import { sceneTurn, usePartTurn } from "#app/ui/usePartTurn";
import { LampArc } from "#route/look/LampArc";
import { Slip } from "#route/scenes/Slip";
import { Button } from "#ui/Button";
import { EmptyState, ProgressLine } from "#ui/States";
import { type HowFar, sceneNotes, standing } from "./sceneView";
import { turnedByDrag } from "./turnedByDrag";
import { usePaintedScene } from "./usePaintedScene";
import { canDraw } from "./view";

const PaintedView = lazy(() => import("#ui/PaintedView").then((m) => ({ default: m.PaintedView })));

/** All that stands on the board in one picture, as it is painted. */
export default function PaintedScene() {
  const { input, plan } = useScene();
  const at = `/scenes/${input.scene.id}`;
  const all = standing(plan);
  return (
    <div className="grid content-start">
      <div className="flex flex-wrap items-baseline gap-x-4 gap-y-1 px-5 pt-4 pb-2">
        <h1>The scene, painted</h1>
        <Link className="underline decoration-primer-3 underline-offset-4" to={at}>
          The lay
        </Link>
      </div>
      {all.length === 0 ? (
        <EmptyState
          title="Nothing stands on the board yet"
          action={
            <Link className="button" data-kind="main" to={at}>
              To the lay
            </Link>
          }
        >
          Put parts on the board on the lay: here they are seen together, in their colours.
        </EmptyState>
      ) : canDraw() ? (
        <SceneCard />
      ) : (
        <p className="px-5">This browser draws no models. Each part has its swatches on its own page.</p>
      )}
    </div>
  );
}

function SceneCard() {
  const { input, plan } = useScene();
  const [far, setFar] = useState<HowFar>("finished");
  const [isTrue, setTrue] = useState(false);
  const painted = usePaintedScene(far);
  const area = useRef<HTMLDivElement>(null);
  const turning = usePartTurn(area, { first: sceneTurn["eye height"]!, isWide: true });
  const { job, stop, leftOut, count } = painted;
  const all = standing(plan);
  const boxes = all.filter((p) => !p.part.meshId).map((p) => p.part.name);
  return (
    <>
      <Card {...{ area, painted, turning, isTrue }} />
      {job.state === "running" && (
        <div className="px-5 py-3">
          <ProgressLine
            what={`Painting its parts, ${count} of ${all.length}`}
            share={job.share}
            onCancel={stop}
          />
        </div>
      )}
      {job.state === "failed" && (
        <p role="alert" className="px-5 py-3">
          {job.said}
        </p>
      )}
      <HowSeen {...{ far, setFar, isTrue, setTrue, turnTo: turning.set }} />
      <ul className="grid gap-1 px-5 pb-5 text-[14px] text-ink-2">
        {sceneNotes(plan, leftOut, boxes).map((line) => (
          <li key={line}>{line}</li>
        ))}
      </ul>
      <Slip title={input.scene.name} subtitle={`${counted(all.length, "part", "parts")} on the board`}>
        <ul className="grid gap-1 text-[14px]">
          {all.map((p) => (
            <li key={p.part.id}>
              <Link
                className="underline decoration-primer-3 underline-offset-4"
                to={`/scenes/${input.scene.id}/painted/${p.part.id}`}
              >
                {p.part.name}
              </Link>
              {p.part.place.placements.length > 1 && ` x ${p.part.place.placements.length}`}
            </li>
          ))}
        </ul>
      </Slip>
    </>
  );
}

/** The grey card that the scene stands on, under a lamp that is dragged. */
function Card({
  area,
  painted: { job, shape, faces },
  turning: { turn: own, by, byKey },
  isTrue,
}: {
  readonly area: RefObject<HTMLDivElement | null>;
  readonly painted: ReturnType<typeof usePaintedScene>;
  readonly turning: ReturnType<typeof usePartTurn>;
  readonly isTrue: boolean;
}) {
  const { viewingDistanceMm } = useScene().input.scene;
  const [lamp, setLamp] = useState<Lamp>(lamps["a room"]);
  const [screen] = useScreenSize();
  const near = shape.reachMm * apparentPxPerMm(screen, viewingDistanceMm);
  return (
    <section className="bg-[#7d8380] text-[#101413]" aria-label="The scene on grey card">
      <div
        ref={area}
        role="application"
        aria-label="The scene as it is painted, turn it by drag or with the arrow keys"
        aria-busy={job.state === "running"}
        tabIndex={0}
        className="relative h-[55vh] min-h-80 cursor-grab touch-none overflow-hidden"
        onKeyDown={(e) => {
          if (!byKey(e.key)) return;
          e.preventDefault();
          e.stopPropagation();
        }}
        {...turnedByDrag(by)}
      >
        <Suspense fallback={<p className="py-28 text-center">Opening the card…</p>}>
          <PaintedView
            {...{ shape, faces, isFlat: false, isWet: false, ambient: lamp.ambient }}
            turn={isTrue ? { ...own, near } : own}
            toward={lampToward(lamp)}
          />
        </Suspense>
        <LampArc lamp={lamp} set={setLamp} />
      </div>
    </section>
  );
}

/** From where, how far painted, and how large. */
const HowSeen = ({
  far,
  setFar,
  isTrue,
  setTrue,
  turnTo,
}: {
  readonly far: HowFar;
  readonly setFar: (far: HowFar) => void;
  readonly isTrue: boolean;
  readonly setTrue: (so: boolean) => void;
  readonly turnTo: ReturnType<typeof usePartTurn>["set"];
}) => (
  <section className="flex flex-wrap items-center gap-x-6 gap-y-3 px-5 py-4" aria-label="How it is seen">
    <div className="flex flex-wrap gap-2" role="group" aria-label="Seen from">
      {Object.entries(sceneTurn).map(([name, turn]) => (
        <Button key={name} onClick={() => turnTo(turn)}>
          {name}
        </Button>
      ))}
    </div>
    <div className="flex flex-wrap gap-2" role="group" aria-label="How far it is painted">
      {(["finished", "today"] as const).map((f) => (
        <Button
          key={f}
          kind={f === far ? "main" : "plain"}
          aria-pressed={f === far}
          onClick={() => setFar(f)}
        >
          {f === "finished" ? "as it will be" : "as far as it is done"}
        </Button>
      ))}
    </div>
    <label className="flex items-center gap-2 text-[14px]">
      <input type="checkbox" checked={isTrue} onChange={(e) => setTrue(e.target.checked)} />
      as small as it looks from where it is seen
    </label>
  </section>
);
