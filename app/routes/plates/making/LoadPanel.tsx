import { useState } from "react";
import type { PartPlan } from "#core/plan/parts/partPlan";
import type { PrintEstimate } from "#core/print/filamentEstimate";
import type { HeldAt, LoadWay, loadWays } from "#core/print/loadBands";
import type { PlanInput } from "#core/scene/planInput";
import { patchRow } from "#data/scenes";
import { askLoadWays } from "#workers/plan";
import { localNow } from "#app/clock";
import { undoAction } from "#app/jobs/keep";
import { oneMoreWall } from "#app/jobs/takeRecipe";
import { typedNumber } from "#app/readForm";
import { useJob } from "#app/hooks/useJob";
import { Button } from "#ui/Button";
import { durationText } from "#ui/Duration";
import { Choice, Field } from "#ui/Field";
import { figures, PlainTable } from "#ui/PlainTable";
import { useToast } from "#ui/Toasts";

type Found = ReturnType<typeof loadWays>;

const wayWords: Record<LoadWay["what"], string> = {
  "as it is": "as it is set",
  zones: "denser where it is held",
  "one more wall": "one more wall",
  "dense all over": "dense all over",
};

/** What bears a load: denser where it is held, or one more wall, in grams and minutes of one copy. */
export function LoadPanel({ p, input }: { readonly p: PartPlan; readonly input: PlanInput }) {
  const { job, start } = useJob<Found | null>();
  const [heldAt, setHeldAt] = useState<HeldAt>("foot");
  const [typed, setTyped] = useState("");
  const say = useToast();
  const chosen = p.chosen!;
  const grams = typed.trim() === "" ? null : typedNumber(typed);
  const isWrong = grams !== null && !(grams >= 0);
  const ask = () =>
    void start((_, signal) =>
      askLoadWays(input, p.part.id, chosen.printer.id, heldAt, isWrong ? null : grams, signal),
    );
  const apply = async ({ zones }: Found) => {
    const infillBands = zones.map(({ fromMm, toMm, share }) => ({ fromMm, toMm, share }));
    const label = `${p.part.name} bears a load`;
    const kept = await patchRow("parts", p.part.id, { print: { infillBands } }, label, localNow().at);
    say(kept.ok ? "It is printed denser where it is held." : kept.problems[0]!.message, undoAction);
  };
  const addWall = async () => {
    if (chosen.printer.process !== "filament") return;
    const kept = await oneMoreWall(p.part, chosen.printer);
    say(
      kept.ok ? `It is printed with ${chosen.printer.walls + 1} walls.` : kept.problems[0]!.message,
      undoAction,
    );
  };
  return (
    <section className="panel grid content-start gap-3" aria-label="Carries load">
      <details>
        <summary className="font-head text-[19px] font-semibold">Carries load</summary>
        <div className="mt-3 grid gap-3">
          <LoadQuestion
            heldAt={heldAt}
            setHeldAt={setHeldAt}
            typed={typed}
            setTyped={setTyped}
            isWrong={isWrong}
          />
          <div>
            <Button onClick={ask}>What would it take?</Button>
          </div>
          {job.value && (
            <LoadTable
              found={job.value}
              one={chosen.one}
              onApply={() => void apply(job.value!)}
              onWall={() => void addWall()}
            />
          )}
        </div>
      </details>
    </section>
  );
}

function LoadQuestion({
  heldAt,
  setHeldAt,
  typed,
  setTyped,
  isWrong,
}: {
  readonly heldAt: HeldAt;
  readonly setHeldAt: (at: HeldAt) => void;
  readonly typed: string;
  readonly setTyped: (text: string) => void;
  readonly isWrong: boolean;
}) {
  return (
    <div className="grid grid-cols-2 items-start gap-3">
      <Choice
        label="It is held at"
        name="heldAt"
        value={heldAt}
        onChange={(e) => setHeldAt(e.target.value as HeldAt)}
        options={[
          ["foot", "its foot, as it lies on the bed"],
          ["top", "its top"],
        ]}
      />
      <Field
        label="What it bears, g"
        name="loadGrams"
        inputMode="decimal"
        value={typed}
        onChange={(e) => setTyped(e.target.value)}
        hint={isWrong ? "A number of grams, or nothing." : "may stay empty"}
      />
    </div>
  );
}

function LoadTable({
  found,
  one,
  onApply,
  onWall,
}: {
  readonly found: Found;
  readonly one: PrintEstimate;
  readonly onApply: () => void;
  readonly onWall: () => void;
}) {
  // The planned figure of a copy, and what a way changes of it.
  const now = found.ways[0]!;
  return (
    <>
      <PlainTable label="Ways to bear it" heads={["one copy", figures("material"), figures("machine")]}>
        {found.ways.map((w) => (
          <tr key={w.what}>
            <th scope="row" className={w.what === found.advice ? "" : "!font-normal"}>
              {wayWords[w.what]}
              {w.what === found.advice && <span className="block text-[13px]">does for this weight</span>}
            </th>
            <td data-figures>{(one.grams.value + w.grams - now.grams).toFixed(1)} g</td>
            <td data-figures>{durationText(one.minutes.value + w.minutes - now.minutes)}</td>
          </tr>
        ))}
      </PlainTable>
      <PlainTable label="Zones" heads={["height", figures("infill"), figures("adds"), figures("and")]}>
        {found.zones.map((z) => (
          <tr key={z.fromMm}>
            <th scope="row" className="!font-normal">
              {z.fromMm} to {z.toMm} mm
            </th>
            <td data-figures>{Math.round(100 * z.share)} %</td>
            <td data-figures>{z.grams.toFixed(1)} g</td>
            <td data-figures>{durationText(z.minutes)}</td>
          </tr>
        ))}
      </PlainTable>
      <div className="flex flex-wrap gap-2">
        <Button kind={found.advice === "zones" ? "main" : "plain"} onClick={onApply}>
          Print it denser there
        </Button>
        <Button kind={found.advice === "one more wall" ? "main" : "plain"} onClick={onWall}>
          Print it with one more wall
        </Button>
      </div>
      <p className="text-[13px] text-ink-2">
        Three quarters at the peg, a quarter beside it: common practice.
      </p>
    </>
  );
}
