import { exposureKinds } from "#core/safety/exposure";
import { dayText } from "#app/clock";
import { useScene } from "#app/routes/scenes/useScene";

/** What is still planned over resin, spray, solvent and dust, week by week, of all open scenes. */
export function Exposure() {
  const { input, plan } = useScene();
  const { exposure } = plan.work;
  const cap = input.workshop.rooms.exposureMinutesAWeek;
  if (exposure.length === 0) return null;
  return (
    <section aria-label="Over resin, spray, solvent and dust" className="grid gap-2">
      <h2>Over resin, spray, solvent and dust</h2>
      <p className="text-[14px] text-ink-2">
        Minutes of hands a week, all open scenes together.{" "}
        {cap === null
          ? "No limit is set in Rooms."
          : `You allow ${cap} min over resin, spray and solvent; what is over goes into the next week.`}
      </p>
      <div className="overflow-x-auto">
        <table className="table">
          <thead>
            <tr>
              <th scope="col">week from</th>
              {exposureKinds.map((kind) => (
                <th key={kind} scope="col" data-figures>
                  {kind}
                </th>
              ))}
              <th scope="col" data-figures>
                counted
              </th>
            </tr>
          </thead>
          <tbody>
            {exposure.map((w) => (
              <tr key={w.week}>
                <th scope="row">{dayText(input.now.today, w.fromDay * 1440)}</th>
                {exposureKinds.map((kind) => (
                  <td key={kind} data-figures>
                    {Math.round(w.minutes[kind])}
                  </td>
                ))}
                <td data-figures>
                  {cap !== null && w.capped > cap + 0.5 ? (
                    <b>{Math.round(w.capped)}</b>
                  ) : (
                    Math.round(w.capped)
                  )}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </section>
  );
}
