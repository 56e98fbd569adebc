import { Copy, Ellipsis, Pause, Pencil, Play, Trash2 } from "lucide-react";
import { Link } from "react-router";
import type { SceneLine } from "#core/plan/sceneLine";
import { ratioText } from "#core/scale/ratio";
import type { Scene } from "#core/scene/scene";
import { counted } from "#core/words";
import { dayText } from "#app/clock";
import { Menu } from "#ui/Menu";
import type { LineNow } from "./useSceneLines";

/** What can be done with a whole scene. */
export type SceneAct = "aside" | "take up" | "duplicate" | "delete";

/** One scene of the list: its name at once, what its plan says as soon as that is known. */
export function SceneCard({
  scene,
  line,
  onRename,
  onAct,
}: {
  scene: Scene;
  line: LineNow | undefined;
  onRename: () => void;
  onAct: (intent: SceneAct) => void;
}) {
  const said = line?.line ?? null;
  return (
    <li className="panel grid grid-cols-[1fr_auto] content-start gap-x-4">
      <h2>
        <Link to={`/scenes/${scene.id}`} className="underline decoration-primer-3 underline-offset-4">
          {scene.name}
        </Link>
      </h2>
      <SceneMenu scene={scene} onRename={onRename} onAct={onAct} />
      <p className="figures col-span-2 text-[14px] text-ink-2">
        {ratioText(scene.denominator)}
        {said && ` · ${counted(said.parts, "part", "parts")} · ${said.stepsDone} of ${said.steps} steps done`}
        {said?.readyAt != null && ` · ready ${dayText(said.today, said.readyAt)}`}
        {line?.state === "being made" && " · being worked out"}
      </p>
      {line?.problem && (
        <p className="col-span-2 text-[14px] text-oxide">
          Its plan could not be made: {line.problem} The scene opens all the same.
        </p>
      )}
      {scene.aside && (
        <p className="col-span-2 text-[14px] text-ochre">
          Set aside: its plates and steps take no hours from the others.
        </p>
      )}
      {said && <SaidOf line={said} />}
    </li>
  );
}

function SceneMenu({
  scene,
  onRename,
  onAct,
}: {
  scene: Scene;
  onRename: () => void;
  onAct: (intent: SceneAct) => void;
}) {
  return (
    <Menu
      trigger={
        <button type="button" className="button" data-kind="quiet" aria-label={`More for ${scene.name}`}>
          <Ellipsis size={18} strokeWidth={1.75} aria-hidden />
        </button>
      }
      items={[
        { label: "Rename", icon: <Pencil size={15} aria-hidden />, onSelect: onRename },
        scene.aside
          ? {
              label: "Take up again",
              icon: <Play size={15} aria-hidden />,
              onSelect: () => onAct("take up"),
            }
          : { label: "Set aside", icon: <Pause size={15} aria-hidden />, onSelect: () => onAct("aside") },
        { label: "Duplicate", icon: <Copy size={15} aria-hidden />, onSelect: () => onAct("duplicate") },
        {
          label: "Delete",
          icon: <Trash2 size={15} aria-hidden />,
          onSelect: () => onAct("delete"),
          grave: true,
        },
      ]}
    />
  );
}

/** How far it has come, what comes next, and how much was found: in red where something is ruined by it. */
function SaidOf({ line }: { line: SceneLine }) {
  const { stepsDone, steps, next, parts, ruins, otherFindings } = line;
  const found = [
    ruins > 0 ? `${ruins} that ${ruins === 1 ? "ruins" : "ruin"}` : "",
    otherFindings > 0
      ? counted(otherFindings, ruins > 0 ? "other" : "finding", ruins > 0 ? "others" : "findings")
      : "",
  ].filter(Boolean);
  return (
    <>
      <div aria-hidden="true" className="col-span-2 mt-2 h-1.5 bg-primer-3">
        <div
          className="h-full bg-verdigris"
          style={{ width: `${steps > 0 ? (100 * stepsDone) / steps : 0}%` }}
        />
      </div>
      <p className="col-span-2 mt-2">
        {next ? (
          <>
            Next: {next.title}, {next.onWhat}{" "}
            <span className="text-ink-2">({dayText(line.today, next.startsAt)})</span>
          </>
        ) : parts === 0 ? (
          "Next: add your models."
        ) : (
          "Nothing left to do."
        )}
      </p>
      {found.length > 0 && (
        <p className={`col-span-2 text-[14px] ${ruins > 0 ? "text-oxide" : "text-ink-2"}`}>
          {found.join(", ")}
        </p>
      )}
    </>
  );
}
