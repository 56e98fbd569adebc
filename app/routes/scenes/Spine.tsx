import { NavLink } from "react-router";
import { stageList, stagePath } from "#app/stages";
import type { Plan } from "#core/plan/plan";
import type { Scene } from "#core/scene/scene";

/** The twelve stages, each with how far it is. */
export function Spine({
  tight,
  plan,
  scene,
}: {
  readonly tight: boolean;
  readonly plan: Plan;
  readonly scene: Scene;
}) {
  return (
    <nav className="spine max-lg:flex" aria-label="Stages" hidden={tight}>
      {stageList.map((s, i) => {
        const ready = plan.readiness[s.stage];
        const percent = (n: number) => `${ready.of === 0 ? 0 : Math.round((100 * n) / ready.of)}%`;
        return (
          <NavLink
            key={s.stage}
            to={stagePath(scene.id, s.stage)}
            end={s.stage === "lay"}
            className="stage-link"
          >
            <span className="flex items-baseline gap-1.5">
              <span className="text-[12px] text-ink-2 max-lg:hidden">{i + 1}</span>
              <span className="text-[16px] font-semibold max-lg:text-[15px]">{s.name}</span>
              {ready.findings > 0 && (
                <span className="ml-auto text-[13px] font-semibold text-ink">
                  <span className="sr-only">, problems: </span>
                  {ready.findings}
                </span>
              )}
            </span>
            <span aria-hidden="true" className="mt-1.5 flex h-1 bg-primer-3">
              <span className="bg-verdigris" style={{ width: percent(ready.settled) }} />
              <span className="assumed-bar" style={{ width: percent(ready.assumed) }} />
            </span>
          </NavLink>
        );
      })}
    </nav>
  );
}
