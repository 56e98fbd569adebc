import { Form } from "react-router";
import type { Route } from "./+types/log";
import { newLogEntry } from "#core/plan/log/newLogEntry";
import { learnedFactor } from "#core/log/corrections";
import { putRow } from "#data/scenes";
import { Button } from "#ui/Button";
import { Choice, Field, Problems } from "#ui/Field";
import { FigureView } from "#ui/FigureView";
import { durationText } from "#ui/Duration";
import { NoteCards } from "#ui/NoteCards";
import { EmptyState } from "#ui/States";
import { localNow } from "#app/clock";
import { removeNote } from "#app/jobs/bench";
import { useNotes } from "#app/hooks/useNotes";
import { readForm, refuse, textOf } from "#app/readForm";
import { Slip, SlipLines } from "#route/scenes/Slip";
import { useScene } from "#app/routes/scenes/useScene";
import { figures, PlainTable } from "#ui/PlainTable";

export async function clientAction({ request, params }: Route.ClientActionArgs) {
  const form = await readForm(request);
  const { at } = localNow();
  const actual = Number(textOf(form, "actual").replace(",", "."));
  if (!(actual > 0))
    return refuse([
      { code: "log/no-time", path: ["actual"], message: "Type the minutes it really took, for instance 95." },
    ]);
  const [key = "", estimate = "0", what = ""] = textOf(form, "plate").split("|");
  const outcome = await putRow(
    "log",
    newLogEntry({
      id: crypto.randomUUID(),
      kind: "run",
      key,
      what: textOf(form, "what") || what,
      at,
      sceneId: params.sceneId,
      estimatedMinutes: Number(estimate),
      actualMinutes: actual,
      outcome: textOf(form, "outcome") === "failed" ? "failed" : "good",
      cause: textOf(form, "cause"),
      note: textOf(form, "note"),
    }),
    "Record a run",
    at,
  );
  return outcome.ok ? { problems: [] } : refuse(outcome.problems);
}

export default function Log({ actionData }: Route.ComponentProps) {
  const {
    input: { scene, workshop },
    plan,
  } = useScene();
  const notes = useNotes(scene.id);
  const steps = new Map(plan.work.steps.map((s) => [s.id, s]));
  const entries = [...workshop.log].sort((a, b) => (a.at < b.at ? 1 : -1));
  const good = entries.filter((e) => e.outcome === "good");
  const most = Math.max(60, ...good.flatMap((e) => [e.estimatedMinutes, e.actualMinutes]));
  const observations = good.map((e) => ({
    key: e.key,
    estimated: e.estimatedMinutes,
    actual: e.actualMinutes,
  }));
  const keys = [...new Set(good.map((e) => e.key))];
  const nameOf = (key: string) => workshop.printers.find((p) => p.id === key)?.name ?? key;
  return (
    <div className="grid content-start">
      <section className="on-mat px-5 pt-4 pb-4">
        <h1 className="mb-2">Log: estimated against what happened</h1>
        {good.length === 0 ? (
          <EmptyState title="Nothing on record">
            Record how long a run or a step really took. From then on every estimate for that printer and that
            kind of work is corrected by it, and says so.
          </EmptyState>
        ) : (
          <svg
            viewBox="-34 -8 300 214"
            className="mx-auto block max-h-[300px] w-full"
            role="img"
            aria-label={`${good.length} runs and steps: estimated across, actual up; on the line they agree`}
          >
            {[0, 0.25, 0.5, 0.75, 1].map((k) => (
              <g key={k} stroke="var(--mat-line)" strokeWidth="0.5">
                <line x1={k * 180} x2={k * 180} y1="0" y2="180" />
                <line x1="0" x2="180" y1={k * 180} y2={k * 180} />
              </g>
            ))}
            <line x1="0" y1="180" x2="180" y2="0" stroke="var(--chalk)" strokeDasharray="3 3" />
            {good.map((e) => {
              const x = (180 * e.estimatedMinutes) / most;
              const y = 180 - (180 * e.actualMinutes) / most;
              return e.kind === "run" ? (
                <circle key={e.id} cx={x} cy={y} r="2.6" fill="var(--chalk)">
                  <title>{e.what}</title>
                </circle>
              ) : (
                <rect key={e.id} x={x - 2.2} y={y - 2.2} width="4.4" height="4.400" fill="var(--tape)">
                  <title>{e.what}</title>
                </rect>
              );
            })}
            <g fill="var(--chalk)" fontSize="8">
              <text x="90" y="196" textAnchor="middle">
                estimated, to {durationText(most)}
              </text>
              <text x="-8" y="90" textAnchor="middle" transform="rotate(-90 -8 90)">
                actual
              </text>
              <circle cx="200" cy="60" r="2.6" />
              <text x="208" y="63">
                runs
              </text>
              <rect x="197.800" y="73.800" width="4.400" height="4.400" fill="var(--tape)" />
              <text x="208" y="79">
                steps
              </text>
            </g>
          </svg>
        )}
      </section>
      <div className="sheet grid gap-5">
        <Form method="post" className="panel grid items-end gap-3 sm:grid-cols-3 lg:grid-cols-6">
          <h2 className="sm:col-span-3 lg:col-span-6">Record a run</h2>
          <Problems problems={actionData?.problems} fields={["actual"]} />
          <Choice
            label="Plate"
            name="plate"
            options={[
              ...plan.plates.map(
                (p) =>
                  [
                    `${p.printer.id}|${p.minutes.value.toFixed(1)}|plate ${p.number}: ${[...new Set(p.laid.map((l) => l.partName))].join(", ")}`,
                    `${p.number} on ${p.printer.name}, ${durationText(p.minutes.value)}`,
                  ] as const,
              ),
              ...workshop.printers.map((p) => [`${p.id}|0|`, `another on ${p.name}`] as const),
            ]}
          />
          <Field label="What" name="what" placeholder="as on the plate" />
          <Field label="It took, minutes" name="actual" inputMode="decimal" problems={actionData?.problems} />
          <Choice
            label="It came out"
            name="outcome"
            options={[
              ["good", "good"],
              ["failed", "failed"],
            ]}
          />
          <Field label="Cause, if it failed" name="cause" />
          <Button kind="main" type="submit" data-new>
            Record
          </Button>
        </Form>
        {notes.length > 0 && (
          <section className="grid gap-2">
            <h2>Notes from the bench</h2>
            <NoteCards
              notes={[...notes].reverse()}
              of={(id) => {
                const s = steps.get(id);
                return s ? `${s.title}, ${s.onWhat}` : "a step that is gone";
              }}
              remove={(id) => void removeNote(id)}
            />
          </section>
        )}
        <PlainTable
          heads={["when", "what", "on", figures("estimated"), figures("actual"), "came out", "note"]}
          className="overflow-x-auto"
        >
          {entries.map((e) => (
            <tr key={e.id}>
              <td className="whitespace-nowrap">{e.at.replace("T", " ")}</td>
              <th scope="row" className="!font-normal">
                {e.what}
                {e.simulated && " (simulated)"}
              </th>
              <td>{nameOf(e.key)}</td>
              <td data-figures>{durationText(e.estimatedMinutes)}</td>
              <td data-figures>{durationText(e.actualMinutes)}</td>
              <td>
                {e.outcome === "good" ? (
                  <span className="text-verdigris">good</span>
                ) : (
                  <span className="text-oxide">failed{e.cause && `: ${e.cause}`}</span>
                )}
              </td>
              <td>{e.note}</td>
            </tr>
          ))}
        </PlainTable>
      </div>
      <Slip title="Learned" subtitle="what estimates are multiplied by">
        <SlipLines
          title="By printer and kind of step"
          lines={keys.map((k) => [
            nameOf(k),
            <FigureView
              key={k}
              figure={learnedFactor(observations, k)}
              label={`Correction for ${nameOf(k)}`}
            />,
          ])}
        />
      </Slip>
    </div>
  );
}
