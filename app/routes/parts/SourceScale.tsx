import type { Problem } from "#core/outcome";
import { type SourceScale } from "#core/scale/rescale";
import { Button } from "#ui/Button";
import { Choice, Field, Problems } from "#ui/Field";
import { KeptForm } from "#route/KeptForm";
import type { Part } from "#core/scene/part";
import { meshUnits } from "#core/units";

/** The scale in which the file was drawn, and how that is known. */
export function SourceForm({
  part,
  source,
  problems,
}: {
  readonly part: Part;
  readonly source: SourceScale;
  readonly problems: readonly Problem[] | undefined;
}) {
  return (
    <KeptForm
      className="grid grid-cols-2 items-start gap-3"
      version={JSON.stringify([source, part.size.unitMm, part.size.ownFactor])}
    >
      <Problems
        problems={problems}
        fields={["ratio", "fileSize", "realSize", "name", "count", "ownFactor"]}
      />
      <SourceRatio source={source} problems={problems} />
      {part.meshId !== null && (
        <Choice
          label="Its file counts in"
          name="unit"
          defaultValue={String(part.size.unitMm)}
          options={unitChoices}
          {...(part.size.unitSure ? {} : { hint: "guessed: confirm it" })}
        />
      )}
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
  );
}

function SourceRatio({
  source,
  problems,
}: {
  readonly source: SourceScale;
  readonly problems: readonly Problem[] | undefined;
}) {
  return (
    <>
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
    </>
  );
}

const unitChoices = Object.entries(meshUnits).map(([name, mm]) => [String(mm), name] as const);
