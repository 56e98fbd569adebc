import { productName } from "#core/materials/products";
import { useState } from "react";
import { type Mishap, mishapById, mishapsFor } from "#core/order/mishaps";
import type { Step } from "#core/steps/step";
import { Button } from "#ui/Button";
import { Dialog } from "#ui/Dialog";
import { Choice, Field } from "#ui/Field";
import type { OrderChange } from "#core/order/change";

type Base = { readonly onClose: () => void };
const fields = (e: React.FormEvent<HTMLFormElement>) => {
  e.preventDefault();
  return new FormData(e.currentTarget);
};

/** Done for some of the pieces. */
export function SomeDialog({
  step,
  before,
  onClose,
  onDone,
}: Base & { step: Step; before: number; onDone: (pieces: number) => void }) {
  const of = step.pieces ?? 1;
  const [said, setSaid] = useState("");
  return (
    <Dialog
      open
      onOpenChange={(open) => !open && onClose()}
      title="Done for how many?"
      description={`${before > 0 ? `${before} were done before; ` : ""}${of} are left. The rest stays in the plan.`}
    >
      <form
        className="grid gap-3"
        onSubmit={(e) => {
          const pieces = Number(String(fields(e).get("pieces")).replace(",", "."));
          if (!Number.isInteger(pieces) || pieces < 1 || pieces > of)
            setSaid(`Say a whole number from 1 to ${of}.`);
          else onDone(pieces);
        }}
      >
        <Field
          label={`How many of the ${of}`}
          name="pieces"
          inputMode="numeric"
          autoFocus
          problems={said ? [{ code: "bench/pieces", path: ["pieces"], message: said }] : undefined}
        />
        <div className="flex gap-2">
          <Button kind="main" type="submit">
            These are done
          </Button>
          <Button kind="quiet" onClick={onClose}>
            Cancel
          </Button>
        </div>
      </form>
    </Dialog>
  );
}

/** What happened, why, and what mends it; the repair goes into the plan. */
export function WrongDialog({
  steps,
  leftOf,
  onClose,
  onWrong,
}: Base & {
  steps: readonly Step[];
  leftOf: (step: Step) => number;
  onWrong: (mishap: Mishap, note: string, of: Step, on: number) => void;
}) {
  const [on, setOn] = useState(steps[0]!.id);
  const step = steps.find((s) => s.id === on) ?? steps[0]!;
  const list = mishapsFor(step);
  const [id, setId] = useState(list[0]!.id);
  const chosen = list.find((m) => m.id === id) ?? mishapById(id)!;
  const left = leftOf(step);
  const [hurt, setHurt] = useState<number | null>(null);
  const pieces = Math.min(left, hurt ?? (chosen.single ? 1 : left));
  const repairs = chosen.repair(step, pieces);
  return (
    <Dialog
      open
      onOpenChange={(open) => !open && onClose()}
      title="What went wrong?"
      description="The nearest of these leads to why, and puts the repair into the plan."
    >
      <form
        className="grid gap-3"
        onSubmit={(e) => onWrong(chosen, String(fields(e).get("note") ?? ""), step, pieces)}
      >
        {steps.length > 1 && (
          <Choice
            label="To which of them"
            name="on"
            value={on}
            onChange={(e) => setOn(e.target.value)}
            options={steps.map((s) => [s.id, s.onWhat] as const)}
          />
        )}
        <Mistakes list={list} id={id} setId={setId} />
        {chosen.again && <OnHowMany left={left} pieces={pieces} setHurt={setHurt} />}
        <WhyAndNow chosen={chosen} repairs={repairs} />
        <Field label="In a few words" name="note" required={chosen.id === "other"} />
        <div className="flex gap-2">
          <Button kind="main" type="submit">
            {repairs.length > 0 ? "Put the repair into the plan" : "Write it down"}
          </Button>
          <Button kind="quiet" onClick={onClose}>
            Cancel
          </Button>
        </div>
      </form>
    </Dialog>
  );
}

/** How many of the pieces it happened to: asked only where there are several. */
const OnHowMany = ({
  left,
  pieces,
  setHurt,
}: {
  readonly left: number;
  readonly pieces: number;
  readonly setHurt: (pieces: number) => void;
}) =>
  left < 2 ? null : (
    <Choice
      label={`On how many of the ${left}; the others are done`}
      name="pieces"
      value={String(pieces)}
      onChange={(e) => setHurt(Number(e.target.value))}
      options={Array.from({ length: left }, (_, i) => [String(i + 1), String(i + 1)] as const)}
    />
  );

/** Why it went wrong, and what happens to the plan. */
function WhyAndNow({
  chosen,
  repairs,
}: {
  readonly chosen: Mishap;
  readonly repairs: readonly OrderChange[];
}) {
  return (
    <div className="grid gap-1 border-l-8 border-ochre bg-primer-2 px-3 py-2" role="status">
      <p>
        <b>Why:</b> {chosen.because}
      </p>
      <p>
        <b>Now:</b>{" "}
        {repairs.length === 0
          ? "the note is kept, the step stays in the plan."
          : `${repairs
              .map((r) =>
                r.kind === "insert" ? r.title : r.kind === "product" ? `use ${productName(r.product)}` : "",
              )
              .filter(Boolean)
              .join(", then ")}${chosen.again ? ", then this step again." : "."}`}
      </p>
      <p>
        <b>Next time:</b> {chosen.nextTime}
      </p>
      <p className="text-[13px] text-ink-2">Common practice.</p>
    </div>
  );
}

/** What can have gone wrong here, to choose from. */
function Mistakes({
  list,
  id,
  setId,
}: {
  readonly list: readonly Mishap[];
  readonly id: string;
  readonly setId: (value: string) => void;
}) {
  return (
    <fieldset className="grid max-h-64 gap-1 overflow-auto">
      <legend className="sr-only">What is seen</legend>
      {list.map((m) => (
        <label
          key={m.id}
          className={`flex min-h-10 items-center gap-2 px-2 ${m.id === id ? "bg-primer-2" : ""}`}
        >
          <input
            type="radio"
            name="seen"
            value={m.id}
            checked={m.id === id}
            onChange={() => setId(m.id)}
            className="size-[18px] accent-[var(--ink)]"
          />
          {m.seen}
        </label>
      ))}
    </fieldset>
  );
}

const reasons = ["not needed on this one", "nobody will see it", "no time", "did it another way"] as const;

/** Skipped, and why. */
export const SkipDialog = ({ onClose, onSkip }: Base & { onSkip: (note: string) => void }) => (
  <Dialog
    open
    onOpenChange={(open) => !open && onClose()}
    title="Skip it, because"
    description="It leaves the plan. What needs it is checked again."
  >
    <form
      className="grid gap-3"
      onSubmit={(e) => onSkip(String(fields(e).get("note") ?? "").trim() || reasons[0])}
    >
      <div className="flex flex-wrap gap-2">
        {reasons.map((r) => (
          <Button key={r} onClick={() => onSkip(r)}>
            {r}
          </Button>
        ))}
      </div>
      <Field label="or in your own words" name="note" />
      <div className="flex gap-2">
        <Button kind="main" type="submit">
          Skip
        </Button>
        <Button kind="quiet" onClick={onClose}>
          Cancel
        </Button>
      </div>
    </form>
  </Dialog>
);

/** A few words or a picture, kept with the step. */
export function NoteDialog({
  onClose,
  onNote,
}: Base & { onNote: (text: string, file: File | null) => Promise<string | null> }) {
  const [said, setSaid] = useState("");
  const [busy, setBusy] = useState(false);
  return (
    <Dialog
      open
      onOpenChange={(open) => !open && onClose()}
      title="Keep a note"
      description="It stays with this step and comes up in the log."
    >
      <form
        className="grid gap-3"
        onSubmit={(e) => {
          const form = fields(e);
          const file = form.get("picture");
          const text = String(form.get("note") ?? "").trim();
          const picture = file instanceof File && file.size > 0 ? file : null;
          if (text === "" && !picture) {
            setSaid("Write a few words or take a picture.");
            return;
          }
          setBusy(true);
          void onNote(text, picture).then((problem) => {
            setBusy(false);
            if (problem) setSaid(problem);
          });
        }}
      >
        <Field label="In a few words" name="note" autoFocus />
        <PictureField />
        {said && (
          <p role="alert" className="text-oxide">
            {said}
          </p>
        )}
        <div className="flex gap-2">
          <Button kind="main" type="submit" disabled={busy}>
            Keep it
          </Button>
          <Button kind="quiet" onClick={onClose}>
            Cancel
          </Button>
        </div>
      </form>
    </Dialog>
  );
}

function PictureField() {
  return (
    <div className="grid gap-1">
      <label className="text-[13px] text-ink-2" htmlFor="note-picture">
        Picture
      </label>
      <input
        id="note-picture"
        className="input"
        type="file"
        name="picture"
        accept="image/*"
        capture="environment"
      />
    </div>
  );
}
