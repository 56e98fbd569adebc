import { Link } from "react-router";
import { Button } from "#ui/Button";
import { durationText } from "#ui/Duration";
import { dayText } from "#app/clock";
import { ProgressLine } from "#ui/States";
import { useJob } from "#app/hooks/useJob";
import type { SceneView } from "#app/jobs/sceneView";
import { stagePath } from "#app/stages";
import { askSpares } from "#workers/plan";
import type { PlatePlan } from "#core/plan/plates/planPlates";
import type { SpareWorth } from "#core/print/dateChance";
import type { Scene } from "#core/scene/scene";
import type { Plan } from "#core/plan/plan";
import type { PlannedChance } from "#core/plan/plates/plannedChance";

/** How likely the date is with the failures that are to be expected, and which spare helps most. */
export function DatePanel({ view }: { view: SceneView }) {
  const { plan, input, others } = view;
  const { now, scene } = input;
  const { chance } = plan;
  const { job, start, stop } = useJob<Awaited<ReturnType<typeof askSpares>>>();
  if (!chance) return null;
  const day = (minute: number) => dayText(now.today, minute);
  const numberOf = (plateId: string) => plan.plates.find((p) => p.id === plateId);
  return (
    <section className="panel grid content-start gap-2" aria-label="The date">
      <h2>{chance.dueAt === null ? "When it is done" : `Done by ${day(chance.dueAt - 1)}?`}</h2>
      {chance.dueAt === null ? (
        <p className="text-[14px] text-ink-2">
          The scene has no date yet; set one on the lay to see how likely it is.
        </p>
      ) : (
        <p className="font-head text-[30px] leading-none" data-testid="chance">
          {Math.round(100 * chance.chance)} %{" "}
          <span className="font-sans text-[14px] text-ink-2">
            ± {Math.max(1, Math.round(100 * chance.halfWidth))}, {chance.runs.toLocaleString("en")} plays
          </span>
        </p>
      )}
      <DateTable chance={chance} day={day} plan={plan} />
      <p className="text-[13px] text-ink-2">
        Every play prints each plate until it comes out, then does what follows it in your hours. How often a
        plate fails is drawn from what lies on it, counted as much as five runs, and from the record of its
        machine with plates of its kind (common practice).
        {chance.givenUp >= 0.005 &&
          ` In ${Math.round(100 * chance.givenUp)} of 100 a plate was given up after eight tries.`}
      </p>
      {chance.dueAt !== null && (
        <div>
          {job.state === "running" ? (
            <ProgressLine what="Playing it with each spare" share={job.share} onCancel={stop} />
          ) : (
            <Button onClick={() => void start((tell, signal) => askSpares(input, others, tell, signal))}>
              Which spare helps most?
            </Button>
          )}
        </div>
      )}
      {job.said && (
        <p role="alert" className="text-oxide">
          {job.said}
        </p>
      )}
      {job.value &&
        (job.value.length === 0 || job.value.every((s) => s.gain < 0.005) ? (
          <p>No spare changes the chance by more than a half per cent.</p>
        ) : (
          <Slack spares={job.value} numberOf={numberOf} scene={scene} />
        ))}
    </section>
  );
}

function DateTable({
  chance,
  day,
  plan,
}: {
  readonly chance: PlannedChance;
  readonly day: (minute: number) => string;
  readonly plan: Plan;
}) {
  return (
    <div className="scroll-x" tabIndex={0} role="region" aria-label="Dates">
      <table className="table">
        <tbody>
          {(
            [
              ["one time in two", chance.at50],
              ["four times in five", chance.at80],
              ["nineteen times in twenty", chance.at95],
            ] as const
          ).map(([words, at]) => (
            <tr key={words}>
              <th scope="row" className="!font-normal">
                {words} done by
              </th>
              <td data-figures>{Number.isFinite(at) ? day(at) : "given up before"}</td>
            </tr>
          ))}
          <tr>
            <th scope="row" className="!font-normal">
              without a failure
            </th>
            <td data-figures>{day(plan.totals.finishAt)}</td>
          </tr>
        </tbody>
      </table>
    </div>
  );
}

function Slack({
  spares,
  numberOf,
  scene,
}: {
  readonly spares: readonly SpareWorth[];
  readonly numberOf: (plateId: string) => PlatePlan | undefined;
  readonly scene: Scene;
}) {
  return (
    <ul className="grid gap-1">
      {spares
        .filter((s) => s.gain >= 0.005)
        .slice(0, 4)
        .map((s) => {
          const plate = numberOf(s.plateId);
          return (
            plate && (
              <li key={s.plateId}>
                <Link to={`${stagePath(scene.id, "plates")}/plate?plate=${encodeURIComponent(s.plateId)}`}>
                  Plate {plate.number}
                </Link>{" "}
                twice: <b className="figures">+ {Math.round(100 * s.gain)} %</b> for {durationText(s.minutes)}{" "}
                of {plate.printer.name}
              </li>
            )
          );
        })}
    </ul>
  );
}
