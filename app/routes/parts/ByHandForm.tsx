import { useState } from "react";
import { Form, useActionData } from "react-router";
import type { Problem } from "#core/outcome";
import { Button } from "#ui/Button";
import { Choice, Field, Problems } from "#ui/Field";
import { ListingFields } from "./ListingFields";
import { MadeOf } from "./MadeOf";

/** A part without a model: bought, made from sheet and strip, or a file or kit that is only looked at. */
export function ByHandForm() {
  const problems = useActionData<{ problems?: readonly Problem[] }>()?.problems;
  const [made, setMade] = useState("by hand");
  // What was refused opens it, and it stays open until it is folded by hand.
  const [opened, setOpened] = useState(false);
  const isListing = made === "listing" || made === "kit";
  return (
    <details
      className="panel"
      open={opened || (problems !== undefined && problems.length > 0)}
      onToggle={(e) => setOpened(e.currentTarget.open)}
    >
      <summary className="font-head font-semibold">
        Add a part without a model: bought, made by hand, or not bought yet
      </summary>
      <Form method="post" className="mt-3 grid items-start gap-3 sm:grid-cols-3 lg:grid-cols-7">
        <Problems
          problems={problems}
          fields={["name", "width", "depth", "height", "count", "detail", "fill", "price"]}
        />
        <div className="lg:col-span-2">
          <Field label="Name" name="name" required problems={problems} />
        </div>
        <div className="lg:col-span-2">
          <Choice
            label="It is"
            name="made"
            value={made}
            onChange={(e) => setMade(e.target.value)}
            options={[
              ["by hand", "made by hand"],
              ["bought", "bought"],
              ["listing", "a file not bought yet"],
              ["kit", "a kit not bought yet"],
            ]}
          />
        </div>
        {!isListing && <MadeOf />}
        <Field label="Width on the bench" name="width" placeholder="40 mm" problems={problems} />
        <Field label="Depth" name="depth" placeholder="3 mm" problems={problems} />
        <Field label="Height" name="height" placeholder="25 mm" problems={problems} />
        <Field label="How many" name="count" type="number" min={1} defaultValue={1} problems={problems} />
        <Field label="Price, if any" name="price" inputMode="decimal" problems={problems} />
        <div className="lg:col-span-2">
          <Field label="From" name="from" placeholder="where it is offered" />
        </div>
        {made === "listing" && <ListingFields problems={problems} />}
        <div className="mt-6">
          <Button type="submit" kind="main" name="intent" value="by-hand">
            Add it
          </Button>
        </div>
      </Form>
    </details>
  );
}
