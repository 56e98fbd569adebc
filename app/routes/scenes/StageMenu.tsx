import { useLocation, useNavigate } from "react-router";
import type { Stage } from "#core/plan/finding";
import type { Plan } from "#core/plan/plan";
import { stageList, stagePath } from "#app/stages";

const SCENES = "scenes";

/** The stages where there is no room for the spine: the one that is open, and all others behind it. */
export function StageMenu({ sceneId, readiness }: { sceneId: string; readiness: Plan["readiness"] }) {
  const navigate = useNavigate();
  const { pathname } = useLocation();
  const open =
    stageList.find((s) => s.stage !== "lay" && pathname.startsWith(stagePath(sceneId, s.stage)))?.stage ??
    "lay";
  return (
    <select
      className="input !h-9 w-full max-w-44 !px-1.5"
      aria-label="Stage"
      value={open}
      onChange={(e) =>
        void navigate(e.target.value === SCENES ? "/scenes" : stagePath(sceneId, e.target.value as Stage))
      }
    >
      {stageList.map((s, i) => {
        const { findings } = readiness[s.stage];
        return (
          <option key={s.stage} value={s.stage}>
            {i + 1} {s.name}
            {findings > 0 ? ` (${findings})` : ""}
          </option>
        );
      })}
      <option value={SCENES}>all scenes</option>
    </select>
  );
}
