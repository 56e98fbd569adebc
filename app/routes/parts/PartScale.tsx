import { Form } from "react-router";
import type { Problem } from "#core/outcome";
import type { PartPlan } from "#core/plan/parts/partPlan";
import { WORTH_SAYING } from "#core/scale/rescale";
import type { ReferenceFeature } from "#core/scale/features";
import { Button } from "#ui/Button";
import { Choice, Field } from "#ui/Field";
import { figures, PlainTable } from "#ui/PlainTable";
import { SourceForm } from "./SourceScale";
import { WantedSize } from "./WantedSize";
import type { Part } from "#core/scene/part";

/** What the part was drawn at, by word or by features of known size; what disagrees, and by how much. */
export function PartScale({
  p,
  denominator,
  features,
  problems,
}: {
  p: PartPlan;
  denominator: number;
  features: readonly ReferenceFeature[];
  problems: readonly Problem[] | undefined;
}) {
  const { part } = p;
  const { source } = part.size;
  const factors = part.size.features
    .map((f) => ({ ...f, factor: f.realMm / denominator / f.fileSize }))
    .sort((a, b) => a.factor - b.factor);
  const spread = factors.length > 1 ? factors.at(-1)!.factor / factors[0]!.factor - 1 : 0;
  return (
    <section className="panel grid content-start gap-3">
      <h2>Scale</h2>
      <p>
        {p.rescale.sentence}: <span className="figures font-semibold">× {p.rescale.factor.toFixed(5)}</span>
      </p>
      <SourceForm key={part.id} part={part} source={source} problems={problems} />
      <FeatureForm features={features} problems={problems} />
      {!p.held && <WantedSize key={JSON.stringify(part.size)} p={p} denominator={denominator} />}
      {factors.length > 0 && (
        <div className="border-t border-primer-3 pt-2">
          {spread > WORTH_SAYING && (
            <p className="mb-1 border-l-4 border-ochre pl-2">
              {factors[0]!.name} and {factors.at(-1)!.name} disagree by {(100 * spread).toFixed(1)} %: the
              part is not true in itself, or one of them was measured elsewhere than it seemed.
            </p>
          )}
          <FeatureTable factors={factors} p={p} part={part} />
        </div>
      )}
    </section>
  );
}

function FeatureTable({
  factors,
  p,
  part,
}: {
  readonly factors: { factor: number; featureId: string; name: string; realMm: number; fileSize: number }[];
  readonly p: PartPlan;
  readonly part: Part;
}) {
  return (
    <PlainTable
      label="Features of known size"
      heads={["evidence", figures("in the file"), figures("really"), figures("factor"), figures("off")]}
    >
      {factors.map((f) => (
        <tr key={f.featureId}>
          <th scope="row" className="!font-normal">
            {f.name}
          </th>
          <td data-figures>{Number(f.fileSize.toPrecision(5))}</td>
          <td data-figures>{f.realMm} mm</td>
          <td data-figures>{f.factor.toFixed(5)}</td>
          <td data-figures>{(100 * (p.rescale.factor / part.size.ownFactor / f.factor - 1)).toFixed(1)} %</td>
        </tr>
      ))}
    </PlainTable>
  );
}

function FeatureForm({
  features,
  problems,
}: {
  readonly features: readonly ReferenceFeature[];
  readonly problems: readonly Problem[] | undefined;
}) {
  return (
    <Form method="post" className="grid grid-cols-3 items-start gap-3 border-t border-primer-3 pt-3">
      <Choice label="Or a feature" name="featureId" options={features.map((f) => [f.id, f.name] as const)} />
      <Field
        label="Size in the file"
        name="fileSize"
        placeholder="39.4"
        inputMode="decimal"
        problems={problems}
        hint="in the file's units, or measure it above"
      />
      <Field
        label="Its real size"
        name="realSize"
        placeholder={`6'6"`}
        problems={problems}
        hint="empty: the usual one"
      />
      <div className="flex flex-wrap gap-2">
        <Button type="submit" name="intent" value="feature">
          Scale by it
        </Button>
      </div>
    </Form>
  );
}
