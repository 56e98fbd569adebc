import { Form } from "react-router";
import type { Problem } from "#core/outcome";
import type { PartPlan } from "#core/plan/parts/partPlan";
import { WORTH_SAYING } from "#core/scale/rescale";
import { meshUnits } from "#core/units";
import type { ReferenceFeature } from "#core/scale/features";
import { Button } from "#ui/Button";
import { Choice, Field, Problems } from "#ui/Field";
import { KeptForm } from "#route/KeptForm";
import { figures, PlainTable } from "#ui/PlainTable";

const unitChoices = Object.entries(meshUnits).map(([name, mm]) => [String(mm), name] as const);

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
  const apart = factors.length > 1 ? factors.at(-1)!.factor / factors[0]!.factor - 1 : 0;
  return (
    <section className="panel grid content-start gap-3">
      <h2>Scale</h2>
      <p>
        {p.rescale.sentence}: <span className="figures font-semibold">× {p.rescale.factor.toFixed(5)}</span>
      </p>
      <KeptForm
        className="grid grid-cols-2 items-start gap-3"
        key={part.id}
        version={JSON.stringify([source, part.size.unitMm, part.size.ownFactor])}
      >
        <Problems
          problems={problems}
          fields={["ratio", "fileSize", "realSize", "name", "count", "ownFactor"]}
        />
        <Choice
          label="It was drawn"
          name="kind"
          defaultValue={["full", "real-object"].includes(source.kind) ? source.kind : "ratio"}
          options={[
            ["ratio", "at the scale typed here"],
            ["full", "at full size"],
            ["real-object", "as a thing that stays 1:1"],
            ["unknown", "I do not know"],
          ]}
        />
        <Field
          label="Scale"
          name="ratio"
          defaultValue={
            source.kind === "ratio"
              ? `1:${source.denominator}`
              : source.kind === "figure"
                ? `${source.figureMm}mm figure to the ${source.convention}`
                : ""
          }
          placeholder="1:48"
          hint="1:48, 4 mm/ft, 28mm figure"
          problems={problems}
        />
        <Choice
          label="Its file counts in"
          name="unit"
          defaultValue={String(part.size.unitMm)}
          options={unitChoices}
          {...(part.size.unitSure ? {} : { hint: "guessed: confirm it" })}
        />
        <Field
          label="Made larger or smaller on purpose, %"
          name="ownFactor"
          defaultValue={Number((100 * part.size.ownFactor).toFixed(3))}
          inputMode="decimal"
          hint="100 for true to scale"
          problems={problems}
        />
        <div className="col-span-2 flex flex-wrap gap-2">
          <Button kind="main" type="submit" name="intent" value="scale">
            Set the scale
          </Button>
          <Button type="submit" name="intent" value="variant">
            Add a variant at this per cent
          </Button>
        </div>
      </KeptForm>
      <Form method="post" className="grid grid-cols-3 items-start gap-3 border-t border-primer-3 pt-3">
        <Choice
          label="Or a feature"
          name="featureId"
          options={features.map((f) => [f.id, f.name] as const)}
        />
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
      {factors.length > 0 && (
        <div className="border-t border-primer-3 pt-2">
          {apart > WORTH_SAYING && (
            <p className="mb-1 border-l-4 border-ochre pl-2">
              {factors[0]!.name} and {factors.at(-1)!.name} disagree by {(100 * apart).toFixed(1)} %: the part
              is not true in itself, or one of them was measured elsewhere than it seemed.
            </p>
          )}
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
                <td data-figures>
                  {(100 * (p.rescale.factor / part.size.ownFactor / f.factor - 1)).toFixed(1)} %
                </td>
              </tr>
            ))}
          </PlainTable>
        </div>
      )}
    </section>
  );
}
