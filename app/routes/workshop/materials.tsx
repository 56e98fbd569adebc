import type { Material } from "#core/materials/material";
import { useFetcher, useSearchParams } from "react-router";
import type { Route } from "./+types/materials";
import { glues } from "#core/materials/gluesFor";
import { type MaterialId, materials as allMaterials } from "#core/materials/materials";
import { plasticOf, plastics } from "#core/materials/printMaterials";
import type { PrintMaterial } from "#core/print/printer";
import { patchRow, putRow } from "#data/scenes";
import { getWorkshop } from "#data/workshop";
import { Button } from "#ui/Button";
import { Choice, Field, Problems } from "#ui/Field";
import { useToast } from "#ui/Toasts";
import { localNow } from "#app/clock";
import { keep, undoAction } from "#app/jobs/keep";
import { answer, readForm, textOf, typedNumber } from "#app/readForm";
import { KeptForm } from "#route/KeptForm";
import { buttons, figures, PlainTable } from "#ui/PlainTable";

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
  const plastic = plasticOf(textOf(form, "plastic") as MaterialId);
  const density = textOf(form, "density").trim();
  const colour = textOf(form, "colour").trim();
  const material: PrintMaterial = {
    id: id || crypto.randomUUID(),
    name: textOf(form, "name"),
    process: plastic?.print.process ?? "filament",
    plastic: plastic?.id ?? "PLA",
    densityGPerCm3: density === "" ? (plastic?.gPerCm3.usual ?? 1.2) : typedNumber(density),
    pricePerKg: Math.round(typedNumber(textOf(form, "price")) * 100),
    colour: colour === "" || plastic?.print.clear ? null : colour,
    damp: false,
  };
  return answer(await putRow("materials", material, `Material ${material.name}`, at));
}

const harms = (m: Material) => m.harmedBy.map((h) => h.how).join("; ");

const stars = (n: number, of = 5) => (
  <span className="figures" aria-label={`${n} of ${of}`}>
    {"▮".repeat(n)}
    <span className="text-primer-3">{"▮".repeat(of - n)}</span>
  </span>
);

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
            <tr key={m.id}>
              <th scope="row">{m.name}</th>
              <td>
                {m.plastic}, {m.process}
              </td>
              <td>
                {m.colour ? (
                  <span className="inline-flex items-center gap-2">
                    <span
                      aria-hidden
                      className="inline-block size-4 border border-ink-2"
                      style={{ background: m.colour }}
                    />
                    {m.colour}
                  </span>
                ) : (
                  "not told"
                )}
              </td>
              <td data-figures>{m.densityGPerCm3} g/cm³</td>
              <td data-figures>{(m.pricePerKg / 100).toFixed(2)}</td>
              <td data-figures>{leftOf(m.id) === undefined ? "not told" : `${leftOf(m.id)} g`}</td>
              <td>
                {m.process === "filament" ? (
                  <Button
                    kind="quiet"
                    onClick={() =>
                      void fetcher.submit(
                        { intent: "damp", id: m.id, damp: m.damp ? "no" : "yes" },
                        { method: "post" },
                      )
                    }
                  >
                    {m.damp ? "damp: it is dry again" : "dry: note it as damp"}
                  </Button>
                ) : (
                  "shake and stir"
                )}
              </td>
              <td>
                <span className="flex gap-1">
                  <Button kind="quiet" onClick={() => setSearch({ material: m.id })}>
                    Change
                  </Button>
                  <Button
                    kind="quiet"
                    onClick={() => {
                      void fetcher.submit({ intent: "remove", id: m.id }, { method: "post" });
                      say(`${m.name} was removed.`, undoAction);
                    }}
                  >
                    Remove
                  </Button>
                </span>
              </td>
            </tr>
          ))}
        </PlainTable>
        <KeptForm
          className="panel mt-3 grid items-end gap-3 sm:grid-cols-3 lg:grid-cols-6"
          key={edited?.id ?? "new"}
          version={edited ? JSON.stringify(edited) : workshop.materials.length}
        >
          <div className="sm:col-span-3 lg:col-span-6">
            <Problems problems={actionData?.problems} fields={["name", "densityGPerCm3", "pricePerKg"]} />
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
          />
          <Field
            label="Price a kilogram"
            name="price"
            inputMode="decimal"
            defaultValue={edited ? (edited.pricePerKg / 100).toFixed(2) : "20"}
          />
          <div className="grid gap-1">
            <label className="text-[13px] text-ink-2" htmlFor="material-colour">
              Colour
            </label>
            <input
              id="material-colour"
              type="color"
              name="colour"
              className="input !p-1"
              defaultValue={edited?.colour ?? "#8d9296"}
            />
          </div>
          <Button type="submit" kind="main" name="intent" value="material">
            {edited ? "Keep it" : "Add a material"}
          </Button>
        </KeptForm>
      </section>
      <section>
        <h2 className="mb-2">What plastics are like</h2>
        <p className="mb-2 text-[14px] text-ink-2">
          Common practice; the product's own sheet says more. Parts that say what they are for get what suits
          them from your shelf.
        </p>
        <PlainTable
          label="Plastics"
          heads={[
            "plastic",
            "toughness",
            "stiffness",
            figures("gives at"),
            "bare face",
            "washed with",
            "primer",
            "harmed by",
            "good for",
            "note",
          ]}
          className="overflow-x-auto"
        >
          {plastics.map((p) => (
            <tr key={p.id}>
              <th scope="row">{p.name}</th>
              <td>{stars(p.print.toughness)}</td>
              <td>{stars(p.print.stiffness)}</td>
              <td data-figures>{p.softensC} °C</td>
              <td>{p.print.clear ? "clear" : p.print.shiny ? "shiny" : "matte"}</td>
              <td>{p.print.washedWith}</td>
              <td>{p.primer}</td>
              <td>{harms(p)}</td>
              <td>{p.print.goodFor.join(", ")}</td>
              <td>{p.note}</td>
            </tr>
          ))}
        </PlainTable>
      </section>
      <section className="grid gap-5 xl:grid-cols-2">
        <div>
          <h2 className="mb-2">What is not printed</h2>
          <PlainTable label="What is not printed" heads={["material", "primer", "harmed by", "note"]}>
            {allMaterials
              .filter((s) => s.print === undefined)
              .map((s) => (
                <tr key={s.id}>
                  <th scope="row">{s.name}</th>
                  <td>{s.primer}</td>
                  <td>{harms(s) || "nothing usual"}</td>
                  <td>{s.note}</td>
                </tr>
              ))}
          </PlainTable>
        </div>
        <div>
          <h2 className="mb-2">Glues</h2>
          <PlainTable label="Glues" heads={["glue", figures("fills"), "gives", "not on", "because"]}>
            {glues.map((g) => (
              <tr key={g.id}>
                <th scope="row">{g.name}</th>
                <td data-figures>{g.glue.gapMm} mm</td>
                <td>{g.glue.gives ? "yes" : "no"}</td>
                <td>{g.glue.notOn.join(", ") || "nothing usual"}</td>
                <td>{g.glue.because}</td>
              </tr>
            ))}
          </PlainTable>
        </div>
      </section>
    </div>
  );
}
