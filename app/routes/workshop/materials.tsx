import { useFetcher, useSearchParams } from "react-router";
import type { Route } from "./+types/materials";
import { type MaterialId } from "#core/materials/materials";
import { plasticOf } from "#core/materials/printMaterials";
import type { PrintMaterial } from "#core/print/printer";
import { patchRow, putRow } from "#data/scenes";
import { getWorkshop } from "#data/workshop";
import { useToast } from "#ui/Toasts";
import { localNow } from "#app/clock";
import { keep } from "#app/jobs/keep";
import { answer, fieldsOf, readForm, refuse, textOf } from "#app/readForm";
import { buttons, figures, PlainTable } from "#ui/PlainTable";
import { ShelfLine } from "./ShelfLine";
import { MaterialForm } from "./MaterialForm";
import { PlasticTable, OtherMaterials } from "./KnownMaterials";
import { materialForm } from "./forms";

export const clientLoader = async () => ({ workshop: await getWorkshop() });

export async function clientAction({ request }: Route.ClientActionArgs) {
  const form = await readForm(request);
  const { at } = localNow();
  const id = textOf(form, "id");
  switch (textOf(form, "intent")) {
    case "remove":
      return answer(await keep("Remove a material", [{ table: "materials", remove: id }]));
    case "damp": {
      const damp = textOf(form, "damp") === "yes";
      return answer(await patchRow("materials", id, { damp }, "Note a roll as damp or dry", at));
    }
  }
  const fields = await fieldsOf(form, materialForm);
  if (!fields.ok) return refuse(fields.problems);
  const plastic = plasticOf(textOf(form, "plastic") as MaterialId);
  const colour = textOf(form, "colour").trim();
  const material: PrintMaterial = {
    id: id || crypto.randomUUID(),
    name: textOf(form, "name"),
    process: plastic?.print.process ?? "filament",
    plastic: plastic?.id ?? "PLA",
    densityGPerCm3: fields.value.density ?? plastic?.gPerCm3.usual ?? 1.2,
    pricePerKg: Math.round(fields.value.price * 100),
    colour: colour === "" || plastic?.print.clear ? null : colour,
    damp: false,
  };
  return answer(await putRow("materials", material, `Material ${material.name}`, at));
}

/** What there is to print with, and what every plastic, sheet and glue is like. */
export default function Materials({ loaderData: { workshop }, actionData }: Route.ComponentProps) {
  const [search, setSearch] = useSearchParams();
  const fetcher = useFetcher();
  const say = useToast();
  const edited = workshop.materials.find((m) => m.id === search.get("material")) ?? null;
  const leftOf = (id: string) => workshop.stock.find((s) => s.needKey === `material:${id}`)?.left;
  return (
    <div className="grid gap-6">
      <h1>Materials</h1>
      <section>
        <h2 className="mb-2">On the shelf</h2>
        <PlainTable
          label="On the shelf"
          heads={[
            "name",
            "plastic",
            "colour",
            figures("density"),
            figures("a kilogram"),
            figures("left"),
            "state",
            buttons("change"),
          ]}
        >
          {workshop.materials.map((m) => (
            <ShelfLine key={m.id} m={m} leftOf={leftOf} fetcher={fetcher} setSearch={setSearch} say={say} />
          ))}
        </PlainTable>
        <MaterialForm key={edited?.id ?? "new"} edited={edited} workshop={workshop} actionData={actionData} />
      </section>
      <PlasticTable />
      <OtherMaterials />
    </div>
  );
}
