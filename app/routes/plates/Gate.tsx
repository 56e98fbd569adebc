import { useState } from "react";
import type { PlatePlan } from "#core/plan/plates/planPlates";
import { Button } from "#ui/Button";
import { Choice } from "#ui/Field";
import { useToast } from "#ui/Toasts";
import { GateRecords } from "./GateRecords";
import { startPlate } from "#app/jobs/plateRuns";
import type { GateStep } from "#core/print/gate";

const speeds = [
  [1, "as slow as life"],
  [60, "a minute a second"],
  [600, "ten minutes a second"],
  [3600, "an hour a second"],
] as const;

/**
 * The list before a run, in its order; then the start, on the machine itself or on the simulated one that
 * ships with the app.
 */
export function Gate({
  plate,
  cut,
  onStarted,
}: {
  plate: PlatePlan;
  cut: readonly string[];
  onStarted: () => void;
}) {
  const [ticked, setTicked] = useState<ReadonlySet<string>>(new Set());
  const tick = (id: string, on: boolean) =>
    setTicked((all) => new Set(on ? [...all, id] : [...all].filter((x) => x !== id)));
  const [speed, setSpeed] = useState(3600);
  const [said, setSaid] = useState("");
  const say = useToast();
  // How it comes off is read at its end.
  const before = plate.gate.filter((g) => g.id !== "off");
  const off = plate.gate.find((g) => g.id === "off");
  const left = before.filter((g) => !ticked.has(g.id));
  const start = async (machine: "real" | "simulated") => {
    const refused = await startPlate(plate, {
      machine,
      speed,
      gate: { skipped: left.length > 0, ticked: [...ticked] },
    });
    if (refused) return setSaid(refused);
    say(startedWords(plate, machine, left.length));
    onStarted();
    return undefined;
  };
  return (
    <section className="panel grid content-start gap-3" aria-label="Before the run">
      <h2>Before the run</h2>
      <ol className="grid gap-1">
        {before.map((g) => (
          <GateLine key={g.id} g={g} ticked={ticked} onTick={tick} />
        ))}
      </ol>
      <GateRecords plate={plate} />
      {off && (
        <p className="text-[14px]">
          {off.text} <span className="text-ink-2">({off.why})</span>
        </p>
      )}
      <p className="text-[13px] text-ink-2">
        A machine that runs while nobody watches: smoke alarm, clear surroundings, the maker's instructions,
        local and landlord's rules.
      </p>
      {cut.length > 0 && <CutFirst cut={cut} />}
      {said && (
        <p role="alert" className="text-oxide">
          {said}
        </p>
      )}
      <GateStart cut={cut} start={start} left={left} speed={speed} setSpeed={setSpeed} />
    </section>
  );
}

/** What is not cut yet cannot be printed. */
function CutFirst({ cut }: { readonly cut: readonly string[] }) {
  return (
    <p role="alert" className="text-oxide">
      {cut.join(", ")} {cut.length === 1 ? "is" : "are"} drawn as equal boxes so far. Cut{" "}
      {cut.length === 1 ? "it" : "them"} first; then this plate can be started.
    </p>
  );
}

function startedWords(plate: PlatePlan, machine: "real" | "simulated", passedOver: number): string {
  const how = machine === "simulated" ? ", simulated" : "";
  const left = passedOver > 0 ? `; ${passedOver} of the list were passed over, and the log knows` : "";
  return `Plate ${plate.number} was started on ${plate.printer.name}${how}${left}.`;
}

function GateStart({
  cut,
  start,
  left,
  speed,
  setSpeed,
}: {
  readonly cut: readonly string[];
  readonly start: (machine: "real" | "simulated") => Promise<void>;
  readonly left: GateStep[];
  readonly speed: number;
  readonly setSpeed: (value: number) => void;
}) {
  return (
    <div className="flex flex-wrap items-end gap-3">
      <Button kind="main" disabled={cut.length > 0} onClick={() => void start("real")}>
        {left.length > 0 ? "Start without the rest of the list" : "I have started it"}
      </Button>
      <div className="w-48">
        <Choice
          label="Simulated clock"
          name="speed"
          value={speed}
          onChange={(e) => setSpeed(Number(e.target.value))}
          options={speeds.map(([v, words]) => [String(v), words] as const)}
        />
      </div>
      <Button disabled={cut.length > 0} onClick={() => void start("simulated")}>
        Run it simulated
      </Button>
    </div>
  );
}

function GateLine({
  g,
  ticked,
  onTick,
}: {
  readonly g: GateStep;
  readonly ticked: ReadonlySet<string>;
  readonly onTick: (id: string, on: boolean) => void;
}) {
  return (
    <li>
      <label className="grid grid-cols-[22px_1fr] items-baseline gap-2 py-0.5">
        <input
          type="checkbox"
          className="size-[18px] translate-y-[3px] accent-[var(--ink)]"
          checked={ticked.has(g.id)}
          onChange={(e) => onTick(g.id, e.target.checked)}
        />
        <span>
          {g.text} <span className="text-[13px] text-ink-2">{g.why}</span>
          {g.warn && <span className="block text-[14px] font-semibold text-ochre">◆ {g.warn}</span>}
        </span>
      </label>
    </li>
  );
}
