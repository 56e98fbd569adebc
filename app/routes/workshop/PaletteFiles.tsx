import { useState } from "react";
import { useFetcher } from "react-router";
import type { Problem } from "#core/outcome";
import { writeGpl, writePaletteCsv } from "#core/formats/palette";
import { products } from "#core/materials/products";
import type { Paint } from "#core/paint/paint";
import { Button } from "#ui/Button";
import { Choice, Problems } from "#ui/Field";
import { saveFile } from "#app/jobs/saveFile";

/** Pots from a palette file, and the pots that are there as one. */
export function PaletteFiles({ paints }: { readonly paints: readonly Paint[] }) {
  const fetcher = useFetcher<{ problems: readonly Problem[] }>();
  const [text, setText] = useState("");
  const [name, setName] = useState("");
  const read = async (file: File | undefined) => {
    setText(file ? await file.text() : "");
    setName(file?.name ?? "");
  };
  return (
    <section className="panel flex flex-wrap items-end gap-3">
      <h2 className="w-full">Palette files</h2>
      <div className="w-full">
        <Problems problems={fetcher.data?.problems} />
      </div>
      <fetcher.Form method="post" className="flex flex-wrap items-end gap-3">
        <label className="grid gap-1 text-[13px] text-ink-2">
          A GPL file, or a table with name and hex
          <input type="file" accept=".gpl,.csv,.txt" onChange={(e) => void read(e.target.files?.[0])} />
        </label>
        <input type="hidden" name="text" value={text} />
        <Choice
          label="They are"
          name="product"
          options={products
            .filter((p) => ["water", "lacquer", "enamel or oil"].includes(p.chemistry))
            .map((p) => [p.id, p.name] as const)}
        />
        <Button type="submit" name="intent" value="palette" disabled={text === ""}>
          {name === "" ? "Add its colours as pots" : `Add the colours of ${name} as pots`}
        </Button>
      </fetcher.Form>
      {paints.length > 0 && (
        <div className="flex gap-2">
          <Button onClick={() => saveFile(writeGpl("Pots", paints), "pots.gpl", "text/plain")}>
            Save as GPL
          </Button>
          <Button onClick={() => saveFile(writePaletteCsv(paints), "pots.csv", "text/csv")}>
            Save as a table
          </Button>
        </div>
      )}
    </section>
  );
}
