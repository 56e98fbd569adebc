import type { Route } from "./+types/hours";
import { getHabits, getWorkshop } from "#data/workshop";
import { Button } from "#ui/Button";
import { Field, Problems, Tick } from "#ui/Field";
import { keep } from "#app/jobs/keep";
import { answer, readForm, refuse, textOf } from "#app/readForm";
import { clockText, minutesOfClock } from "./clockTimes";
import { KeptForm } from "#route/KeptForm";

export const clientLoader = async () => ({ workshop: await getWorkshop(), habits: await getHabits() });

const days = ["Sunday", "Monday", "Tuesday", "Wednesday", "Thursday", "Friday", "Saturday"] as const;
export async function clientAction({ request }: Route.ClientActionArgs) {
  const form = await readForm(request);
  const problems: { code: string; path: string[]; message: string }[] = [];
  const hours = days.map((day) => {
    const from = textOf(form, `${day}-from`);
    const to = textOf(form, `${day}-to`);
    if (from === "" && to === "") return [];
    const a = minutesOfClock(from);
    const b = minutesOfClock(to);
    if (a === null || b === null || b <= a) {
      problems.push({
        code: "hours/order",
        path: [`${day}-to`],
        message: `${day}: the end must come after the start. Leave both empty for a day off.`,
      });
      return [];
    }
    return [{ from: a, to: b }];
  });
  if (problems.length > 0) return refuse(problems);
  const habits = await getHabits();
  const unattended = textOf(form, "unattended") === "on";
  return answer(
    await keep("Change the hours", [
      { table: "settings", put: { id: "hours", hours } },
      { table: "settings", put: { ...habits, unattended } },
    ]),
  );
}

export default function Hours({ loaderData: { workshop, habits }, actionData }: Route.ComponentProps) {
  return (
    <KeptForm className="grid max-w-xl gap-4" version={JSON.stringify(workshop.hours)}>
      <h1>Hours at the bench</h1>
      <p className="text-ink-2">
        Plates are started and cleared, and steps are done, only while you are there.
      </p>
      <Problems problems={actionData?.problems} fields={days.map((d) => `${d}-to`)} />
      {[1, 2, 3, 4, 5, 6, 0].map((i) => {
        const window = workshop.hours[i]?.[0];
        return (
          <fieldset key={i} className="grid grid-cols-[110px_1fr_1fr] items-end gap-3">
            <legend className="sr-only">{days[i]}</legend>
            <span className="pb-2 font-head font-semibold">{days[i]}</span>
            <Field
              label={`${days[i]}, from`}
              name={`${days[i]}-from`}
              type="time"
              defaultValue={window ? clockText(window.from) : ""}
            />
            <Field
              label={`${days[i]}, to`}
              name={`${days[i]}-to`}
              type="time"
              defaultValue={window ? clockText(window.to) : ""}
              problems={actionData?.problems}
            />
          </fieldset>
        );
      })}
      <Tick
        label="Printers may run while nobody is there"
        name="unattended"
        defaultChecked={habits.unattended}
      />
      <p className="text-[14px] text-ink-2">
        Unattended machines: a smoke alarm, clear surroundings, the maker's instructions, local and landlord's
        rules; resin printers in a ventilated place out of reach of children.
      </p>
      <div>
        <Button kind="main" type="submit">
          Keep these hours
        </Button>
      </div>
    </KeptForm>
  );
}
