import { useFetcher } from "react-router";
import type { Problem } from "#core/outcome";
import { Button } from "#ui/Button";
import { Field, Problems } from "#ui/Field";
import { dateText } from "#app/clock";
import { useScene } from "#app/routes/scenes/useScene";

/** Evenings without a bench: told here, and taken back here. */
export function LostEvenings() {
  const { now, workshop } = useScene().input;
  const fetcher = useFetcher<{ problems: readonly Problem[] }>();
  const { today } = now;
  const coming = workshop.rooms.away.filter((d) => d >= today);
  return (
    <section aria-label="Lost evenings" className="grid gap-2">
      <h2>Lost evenings</h2>
      <fetcher.Form method="post" className="flex flex-wrap items-end gap-2">
        <Field
          label="No bench on"
          name="day"
          type="date"
          min={today}
          defaultValue={today}
          problems={fetcher.data?.problems}
        />
        <Button type="submit" name="intent" value="away">
          It is lost
        </Button>
      </fetcher.Form>
      <Problems problems={fetcher.data?.problems} fields={["day"]} />
      {coming.length > 0 && (
        <ul className="flex flex-wrap gap-2">
          {coming.map((d) => (
            <li key={d} className="flex items-center gap-2 bg-primer-2 px-2 py-1">
              <span>{dateText(today, d)}</span>
              <Button
                className="!min-h-8 !text-[14px]"
                onClick={() => void fetcher.submit({ intent: "back", day: d }, { method: "post" })}
              >
                After all
              </Button>
            </li>
          ))}
        </ul>
      )}
      <p className="text-[13px] text-ink-2">The plan heals round it: what was kept stays where it can.</p>
    </section>
  );
}
