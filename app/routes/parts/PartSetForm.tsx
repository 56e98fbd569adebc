import type { Problem } from "#core/outcome";
import type { Part } from "#core/scene/part";
import { KeptForm } from "#route/KeptForm";
import { Button } from "#ui/Button";
import { Field } from "#ui/Field";

/** One body of a drawing that can be printed in several ways: which drawing, and in which of its ways it is. */
export function PartSetForm({
  part,
  problems,
}: {
  readonly part: Part;
  readonly problems: readonly Problem[] | undefined;
}) {
  return (
    <section className="panel grid content-start gap-3" aria-label="Its set">
      <h2>Its set</h2>
      <p className="text-[14px] text-ink-2">
        A thing that came whole, in halves and as a kit is planned once: in the way that is chosen on the
        shelf.
      </p>
      <KeptForm
        className="grid items-end gap-3 sm:grid-cols-[1fr_1fr_auto]"
        key={part.id}
        version={JSON.stringify(part.set ?? null)}
      >
        <Field
          label="One body of"
          name="setName"
          defaultValue={part.set?.name ?? ""}
          placeholder="tower"
          problems={problems}
        />
        <Field
          label="In the ways"
          name="setWays"
          defaultValue={part.set?.ways.join(", ") ?? ""}
          placeholder="kit, halves"
          problems={problems}
        />
        <Button type="submit" name="intent" value="tell-set">
          Keep its set
        </Button>
      </KeptForm>
    </section>
  );
}
