import { Form } from "react-router";
import type { Problem } from "#core/outcome";
import type { OwnFeature } from "#core/scene/ledger";
import { featuresWith, type ReferenceFeature } from "#core/scale/features";
import { realText } from "#core/scale/lengthFormat";
import { Button } from "#ui/Button";
import { Field } from "#ui/Field";
import { Length } from "#ui/Length";
import { KeptForm } from "#route/KeptForm";
import { figures, PlainTable } from "#ui/PlainTable";

/** Things whose size is known: the usual ones with their sources, and the builder's own. */
export function Features({
  own,
  denominator,
  system,
  problems,
}: {
  own: readonly OwnFeature[];
  denominator: number;
  system: "metric" | "inch";
  problems: readonly Problem[] | undefined;
}) {
  return (
    <section aria-label="Things whose size is known">
      <h2 className="mb-2">Things whose size is known</h2>
      <PlainTable
        label="Features, list"
        heads={["feature", figures("usual, real"), figures("on the bench"), "source"]}
        className="max-h-96 overflow-auto"
      >
        {featuresWith(own).map((f) => (
          <FeatureLine key={f.id} f={f} system={system} denominator={denominator} own={own} />
        ))}
      </PlainTable>
      <KeptForm className="mt-3 grid grid-cols-2 items-start gap-3 md:grid-cols-5" version={own.length}>
        <Field label="One of your own" name="featureName" placeholder="sluice paddle" problems={problems} />
        <Field label="From" name="featureLow" placeholder="1.2 m" problems={problems} />
        <Field label="to" name="featureHigh" placeholder="1.5 m" problems={problems} />
        <Field label="How you know" name="featureSource" placeholder="measured at the mill" />
        <Button type="submit" name="intent" value="feature-add" className="mt-6">
          Add it
        </Button>
      </KeptForm>
    </section>
  );
}

function FeatureLine({
  f,
  system,
  denominator,
  own,
}: {
  readonly f: ReferenceFeature;
  readonly system: "metric" | "inch";
  readonly denominator: number;
  readonly own: readonly OwnFeature[];
}) {
  return (
    <tr>
      <th scope="row" className="!font-normal">
        {f.name}
      </th>
      <td data-figures>
        {realText(f.lowMm, system)} – {realText(f.highMm, system)}
      </td>
      <td data-figures>
        <Length modelMm={(f.lowMm + f.highMm) / 2 / denominator} only="first" />
      </td>
      <td className="text-[13px] text-ink-2">
        {f.source}
        {own.some((o) => o.id === f.id) && (
          <Form method="post" className="inline">
            <input type="hidden" name="featureId" value={f.id} />
            <Button
              kind="quiet"
              className="!min-h-7"
              type="submit"
              name="intent"
              value="feature-remove"
              aria-label={`Remove ${f.name}`}
            >
              Remove
            </Button>
          </Form>
        )}
      </td>
    </tr>
  );
}
