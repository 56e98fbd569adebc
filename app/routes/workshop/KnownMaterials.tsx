import { glues } from "#core/materials/gluesFor";
import type { Material } from "#core/materials/material";
import { materials as allMaterials } from "#core/materials/materials";
import { plastics } from "#core/materials/printMaterials";
import { figures, PlainTable } from "#ui/PlainTable";

/** What every plastic is like, by common practice. */
export function PlasticTable() {
  return (
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
  );
}

/** What is not printed, and glues. */
export function OtherMaterials() {
  return (
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
  );
}
const harms = (m: Material) => m.harmedBy.map((h) => h.how).join("; ");
const stars = (n: number, of = 5) => (
  <span className="figures" aria-label={`${n} of ${of}`}>
    {"▮".repeat(n)}
    <span className="text-primer-3">{"▮".repeat(of - n)}</span>
  </span>
);
