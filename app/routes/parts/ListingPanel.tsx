import { useSubmit, type SubmitFunction } from "react-router";
import type { Problem } from "#core/outcome";
import type { Listing, Part } from "#core/scene/part";
import { undoAction } from "#app/jobs/keep";
import { KeptForm } from "#route/KeptForm";
import { Button } from "#ui/Button";
import { Choice, Field, Problems } from "#ui/Field";
import { type Say, useToast } from "#ui/Toasts";
import { ListingFields } from "./ListingFields";

/** What was read of a file or kit that is not bought, to be set right, and the step to having it. */
export function ListingPanel({
  part,
  listing,
  problems,
}: {
  part: Part;
  listing: Listing;
  problems: readonly Problem[] | undefined;
}) {
  const submit = useSubmit();
  const say = useToast();
  const [width, depth, height] = part.size.boxMm ?? [];
  const mm = (v: number | undefined) => (v === undefined ? "" : `${Number(v.toFixed(2))} mm`);
  return (
    <section className="panel">
      <KeptForm
        key={part.id}
        className="grid grid-cols-2 items-start gap-3 sm:grid-cols-3"
        version={JSON.stringify([listing, part.size.boxMm])}
      >
        <h2 className="col-span-full">Not bought yet</h2>
        <Problems
          problems={problems}
          fields={["price", "width", "depth", "height", "detail", "fill", "name", "count", "wall", "drains"]}
        />
        <Field label="From" name="from" defaultValue={listing.from} placeholder="where it is offered" />
        <Field
          label="Price"
          name="price"
          inputMode="decimal"
          defaultValue={listing.priceMinor / 100}
          problems={problems}
        />
        <Choice
          label="It is"
          name="made"
          defaultValue={listing.kit ? "kit" : "listing"}
          options={[
            ["listing", "a file"],
            ["kit", "a kit"],
          ]}
        />
        <Field label="Width on the bench" name="width" defaultValue={mm(width)} problems={problems} />
        <Field label="Depth" name="depth" defaultValue={mm(depth)} problems={problems} />
        <Field label="Height" name="height" defaultValue={mm(height)} problems={problems} />
        <ListingFields listing={listing} problems={problems} />
        <ListingButtons submit={submit} part={part} say={say} />
      </KeptForm>
    </section>
  );
}

function ListingButtons({
  submit,
  part,
  say,
}: {
  readonly submit: SubmitFunction;
  readonly part: Part;
  readonly say: Say;
}) {
  return (
    <div className="col-span-full flex gap-2">
      <Button kind="main" type="submit" name="intent" value="listing">
        Set
      </Button>
      <Button
        onClick={() => {
          void submit({ intent: "buy", id: part.id }, { method: "post" });
          say(`${part.name} was bought.`, undoAction);
        }}
      >
        Buy
      </Button>
    </div>
  );
}
