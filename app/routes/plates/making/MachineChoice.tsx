import { printOf, type Part } from "#core/scene/part";
import type { Candidate, PartPlan } from "#core/plan/parts/partPlan";
import { pieceCount } from "#core/print/fit";
import { undoAction } from "#app/jobs/keep";
import { patchRow } from "#data/scenes";
import { Button } from "#ui/Button";
import { FigureView } from "#ui/FigureView";
import { useToast } from "#ui/Toasts";
import { localNow } from "#app/clock";
import { figures, PlainTable } from "#ui/PlainTable";

const strength = ["", "breaks when dropped", "brittle", "gives a little", "takes knocks", "bends"] as const;

/**
 * One part over all machines: hours, hands, money, detail, steps, strength and scars, with what the plan
 * would take.
 */
export function MachineChoice({ p, distanceMm }: { p: PartPlan; distanceMm: number }) {
  const { part, chosen } = p;
  const say = useToast();
  const take = async (c: Candidate | null) => {
    const outcome = await patchRow(
      "parts",
      part.id,
      { print: { printerId: c?.printer.id ?? null, process: c?.printer.process ?? "choose" } },
      c ? `Print ${part.name} on ${c.printer.name}` : `Let the plan choose for ${part.name}`,
      localNow().at,
    );
    say(
      outcome.ok
        ? c
          ? `${part.name} goes on ${c.printer.name}.`
          : "The plan chooses its machine again."
        : outcome.problems[0]!.message,
      undoAction,
    );
  };
  return (
    <section aria-label="Which machine">
      <div className="mb-2 flex flex-wrap items-baseline gap-4">
        <h2>
          Which machine,{" "}
          {part.count + printOf(part).spares === 1
            ? "one copy"
            : `${part.count + printOf(part).spares} copies`}
        </h2>
        {printOf(part).printerId && <Button onClick={() => void take(null)}>Let the plan choose</Button>}
      </div>
      <PlainTable
        label="Machines for this part"
        heads={[
          "machine",
          "machine time",
          "your hands",
          "money",
          figures("smallest detail"),
          figures(`plain steps from ${(distanceMm / 10).toFixed(0)} cm`),
          figures("support scars"),
          "strength",
        ]}
        className="overflow-x-auto"
      >
        {p.candidates.map((c) => {
          const mine = c.printer.id === chosen?.printer.id;
          return <MachineRow key={c.printer.id} c={c} mine={mine} part={part} take={take} />;
        })}
      </PlainTable>
      {chosen && (
        <ul className="mt-2 list-disc pl-5 text-[14px]">
          {p.reasons.map((r) => (
            <li key={r}>{r}</li>
          ))}
        </ul>
      )}
    </section>
  );
}

function MachineRow({
  c,
  mine,
  part,
  take,
}: {
  readonly c: Candidate;
  readonly mine: boolean;
  readonly part: Part;
  readonly take: (c: Candidate | null) => Promise<void>;
}) {
  return (
    <tr data-selected={mine ? true : undefined}>
      <MachineHead c={c} mine={mine} part={part} take={take} />
      <td>
        <FigureView figure={c.all.minutes} label={`Machine time on ${c.printer.name}`} />
      </td>
      <td>
        <FigureView figure={c.all.hands} label={`Hands on ${c.printer.name}`} />
      </td>
      <td>
        <FigureView figure={c.all.cost} label={`Cost on ${c.printer.name}`} />
      </td>
      <td data-figures>
        {c.row.smallestMm.toFixed(2)} mm
        {!c.row.printable && <span className="block text-[13px] text-oxide">its walls are finer</span>}
      </td>
      <td data-figures>{c.row.plainCm2.toFixed(1)} cm²</td>
      <td data-figures className="whitespace-nowrap">
        {c.supports.needless ? "none" : `${(c.row.scarMm2 / 100).toFixed(1)} cm²`}
      </td>
      <td>{strength[c.row.toughness]}</td>
    </tr>
  );
}

function MachineHead({
  c,
  mine,
  part,
  take,
}: {
  readonly c: Candidate;
  readonly mine: boolean;
  readonly part: Part;
  readonly take: (c: Candidate | null) => Promise<void>;
}) {
  return (
    <th scope="row" className="min-w-44">
      {c.printer.name}
      <span className="block text-[13px] font-normal text-ink-2">
        {c.material?.name ?? "no material of this kind"},{" "}
        {c.fit.kind === "cut" ? (
          <span className="text-oxide">in {pieceCount(c.fit)} pieces</span>
        ) : c.fit.turnDeg === 0 ? (
          "as it lies"
        ) : (
          `turned ${c.fit.turnDeg}°`
        )}
      </span>
      {c.row.barred ? (
        <span className="block text-[13px] font-normal text-oxide">{c.row.barred}</span>
      ) : mine ? (
        <span className="block text-[13px] font-normal">
          {printOf(part).printerId ? "you chose it" : "the plan's choice"}
        </span>
      ) : (
        <Button
          kind="quiet"
          className="!px-0 underline"
          onClick={() => void take(c)}
          aria-label={`Take this one: ${c.printer.name}`}
        >
          Take this one
        </Button>
      )}
    </th>
  );
}
