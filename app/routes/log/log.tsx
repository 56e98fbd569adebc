import type { Route } from "./+types/log";
import { newLogEntry } from "#core/plan/log/newLogEntry";
import { learnedFactor } from "#core/log/corrections";
import { putRow } from "#data/scenes";
import { FigureView } from "#ui/FigureView";
import { durationText } from "#ui/Duration";
import { NoteCards } from "#ui/NoteCards";
import { EmptyState } from "#ui/States";
import { localNow } from "#app/clock";
import { removeNote } from "#app/jobs/bench";
import { useNotes } from "#app/hooks/useNotes";
import { fieldsOf, readForm, refuse, textOf } from "#app/readForm";
import { Slip, SlipLines } from "#route/scenes/Slip";
import { useScene } from "#app/routes/scenes/useScene";
import { figures, PlainTable } from "#ui/PlainTable";
import { Scatter } from "./Scatter";
import { RecordForm } from "./RecordForm";
import type { LogEntry } from "#core/scene/logEntry";
import { runForm } from "./forms";

export async function clientAction({ request, params }: Route.ClientActionArgs) {
  const form = await readForm(request);
  const { at } = localNow();
  const fields = await fieldsOf(form, runForm);
  if (!fields.ok) return refuse(fields.problems);
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
      actualMinutes: fields.value.actual,
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
          <Scatter good={good} most={most} />
        )}
      </section>
      <div className="sheet grid gap-5">
        <RecordForm actionData={actionData} plan={plan} workshop={workshop} />
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
        <EntryTable entries={entries} nameOf={nameOf} />
      </div>
      <LearnedSlip keys={keys} nameOf={nameOf} observations={observations} />
    </div>
  );
}

function LearnedSlip({
  keys,
  nameOf,
  observations,
}: {
  readonly keys: string[];
  readonly nameOf: (key: string) => string;
  readonly observations: { key: string; estimated: number; actual: number }[];
}) {
  return (
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
  );
}

function EntryTable({
  entries,
  nameOf,
}: {
  readonly entries: LogEntry[];
  readonly nameOf: (key: string) => string;
}) {
  return (
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
  );
}
