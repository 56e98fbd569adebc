import { printOf, madeOfPart, toolKinds, type Part } from "#core/scene/part";
import { type SubmitFunction } from "react-router";
import { undoAction } from "#app/jobs/keep";
import { Button } from "#ui/Button";
import { Choice, Field } from "#ui/Field";
import { MadeOf } from "./MadeOf";
import { PrintFields } from "./PrintFields";
import { KeptForm } from "#route/KeptForm";
import type { Problem } from "#core/outcome";
import type { PartPlan } from "#core/plan/parts/partPlan";
import type { Workshop } from "#core/scene/workshop";
import type { Say } from "#ui/Toasts";

/** What the part is, how many there are, and how it is made. */
export function PartForm({
  part,
  problems,
  p,
  workshop,
  submit,
  say,
}: {
  readonly part: Part;
  readonly problems: readonly Problem[] | undefined;
  readonly p: PartPlan;
  readonly workshop: Workshop;
  readonly submit: SubmitFunction;
  readonly say: Say;
}) {
  return (
    <KeptForm
      className="grid grid-cols-2 items-start gap-3"
      version={JSON.stringify([
        part.count,
        printOf(part).process,
        printOf(part).printerId,
        printOf(part).hollow,
        part.name,
        printOf(part).clear,
        printOf(part).spans,
        part.note,
        part.tool?.kind,
        madeOfPart(part),
      ])}
    >
      <Field label="Name" name="name" defaultValue={part.name} problems={problems} />
      <Field
        label="How many"
        name="count"
        type="number"
        min={1}
        defaultValue={part.count}
        problems={problems}
      />
      {part.made === "printed" && (
        <Choice
          label="It is"
          name="tool"
          defaultValue={part.tool?.kind ?? ""}
          options={[["", "part of the scene"], ...toolKinds.map((k) => [k, `for the bench: ${k}`] as const)]}
        />
      )}
      {"print" in part ? (
        <PrintFields p={p} workshop={workshop} problems={problems} />
      ) : (
        <MadeOf value={madeOfPart(part)} hint="what may lie on it follows, and what to mind" />
      )}
      <div className="col-span-2">
        <Field label="Note" name="note" defaultValue={part.note} />
      </div>
      <PartButtons part={part} submit={submit} say={say} />
    </KeptForm>
  );
}

function PartButtons({
  part,
  submit,
  say,
}: {
  readonly part: Part;
  readonly submit: SubmitFunction;
  readonly say: Say;
}) {
  return (
    <div className="col-span-2 flex flex-wrap gap-2">
      <Button kind="main" type="submit" name="intent" value="making">
        Set
      </Button>
      {!part.tool && part.place.placements.length < part.count && (
        <Button type="submit" name="intent" value="place">
          Put it on the board
        </Button>
      )}
      <Button
        kind="quiet"
        className="ml-auto text-oxide"
        onClick={() => {
          void submit({ intent: "delete" }, { method: "post" });
          say(`${part.name} was deleted.`, undoAction);
        }}
      >
        Delete
      </Button>
    </div>
  );
}
