import { useState } from "react";
import { plastics } from "#core/materials/printMaterials";
import type { PrintMaterial } from "#core/print/printer";
import { Button } from "#ui/Button";
import { ColourField } from "#ui/ColourField";
import { Choice, Field, Problems } from "#ui/Field";
import { KeptForm } from "#route/KeptForm";
import type { Workshop } from "#core/scene/workshop";
import type { Answered } from "#app/readForm";

/** A new roll or bottle, or one that is changed. */
export function MaterialForm({
  edited,
  workshop,
  actionData,
}: {
  readonly edited: PrintMaterial | null;
  readonly workshop: Workshop;
  readonly actionData: Answered;
}) {
  return (
    <KeptForm
      className="panel mt-3 grid items-end gap-3 sm:grid-cols-3 lg:grid-cols-6"
      version={edited ? JSON.stringify(edited) : workshop.materials.length}
    >
      <div className="sm:col-span-3 lg:col-span-6">
        <Problems problems={actionData?.problems} fields={["name", "density", "price"]} />
      </div>
      <input type="hidden" name="id" value={edited?.id ?? ""} />
      <Field
        label="Name"
        name="name"
        required
        defaultValue={edited?.name ?? ""}
        problems={actionData?.problems}
      />
      <Choice
        label="Plastic"
        name="plastic"
        defaultValue={edited?.plastic ?? "PLA"}
        options={plastics.map((p) => [p.id, `${p.name} (${p.print.process})`] as const)}
      />
      <Field
        label="Density, g/cm³"
        name="density"
        inputMode="decimal"
        defaultValue={edited?.densityGPerCm3 ?? ""}
        placeholder="usual for it"
        problems={actionData?.problems}
      />
      <Field
        label="Price a kilogram"
        name="price"
        inputMode="decimal"
        defaultValue={edited ? (edited.pricePerKg / 100).toFixed(2) : "20"}
        problems={actionData?.problems}
      />
      <ColourChoice key={edited?.id ?? "new"} edited={edited} />
      <Button type="submit" kind="main" name="intent" value="material">
        {edited ? "Keep it" : "Add a material"}
      </Button>
    </KeptForm>
  );
}

function ColourChoice({ edited }: { readonly edited: PrintMaterial | null }) {
  const [hex, setHex] = useState(edited?.colour ?? "#8d9296");
  return <ColourField label="Colour" name="colour" value={hex} onChange={setHex} />;
}
