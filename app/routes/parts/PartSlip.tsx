import { type Part } from "#core/scene/part";
import { detailLost } from "#core/plan/parts/detailLost";
import { FigureView } from "#ui/FigureView";
import { FindingList } from "#ui/FindingList";
import { Length } from "#ui/Length";
import { Slip, SlipLines } from "#route/scenes/Slip";
import { saidOf } from "#core/plan/parts/held";
import { cameAs } from "./view";
import type { MeshMeasurement } from "#core/mesh/measure";
import type { Finding, Mend } from "#core/plan/finding";
import type { PartPlan } from "#core/plan/parts/partPlan";
import type { Printer } from "#core/print/printer";

/** Size, printer and findings of the part, and what of it is too fine to print. */
export function PartSlip({
  part,
  p,
  m,
  mend,
}: {
  readonly part: Part;
  readonly p: PartPlan;
  readonly m: MeshMeasurement | null;
  readonly mend: (finding: Finding, mend: Mend) => Promise<void>;
}) {
  return (
    <Slip title={part.name} subtitle={cameAs(p)}>
      {p.sizeMm && !p.held && <SizeLines sizeMm={p.sizeMm} thinnestMm={p.thinnestMm} />}
      {m && (
        <SlipLines
          title="Mesh"
          lines={[
            ["triangles", m.triangles.toLocaleString("en")],
            ["volume", `${((Math.abs(m.volume) * p.rescale.factor ** 3) / 1000).toFixed(2)} ml`],
            ["surface", `${((m.area * p.rescale.factor ** 2) / 100).toFixed(1)} cm²`],
            ["shells", m.health.shells],
            ["open edges", m.health.openEdges],
            ["over-shared edges", m.health.overSharedEdges],
            ["flipped edges", m.health.flippedEdges],
            ["layers measured", m.profile.heights.length],
          ]}
        />
      )}
      <FindingList
        findings={saidOf(p)}
        onMend={(f, mendIt) => void mend(f, mendIt)}
        empty="Nothing wrong with it."
      />
      {p.chosen && m && <MeshLines factor={p.rescale.factor} printer={p.chosen.printer} m={m} />}
    </Slip>
  );
}

function MeshLines({
  factor,
  printer,
  m,
}: {
  readonly factor: number;
  readonly printer: Printer;
  readonly m: MeshMeasurement;
}) {
  return (
    <SlipLines
      title={`Lost on ${printer.name}`}
      lines={[
        [
          "raised, too fine",
          <FigureView
            key="r"
            figure={detailLost(m, factor, printer, "raised")}
            label="Raised detail too fine to print"
          />,
        ],
        [
          "cut in, closes",
          <FigureView
            key="e"
            figure={detailLost(m, factor, printer, "engraved")}
            label="Engraved detail that closes"
          />,
        ],
      ]}
    />
  );
}

function SizeLines({
  sizeMm,
  thinnestMm,
}: {
  readonly sizeMm: NonNullable<PartPlan["sizeMm"]>;
  readonly thinnestMm: PartPlan["thinnestMm"];
}) {
  return (
    <SlipLines
      title="Size"
      lines={[
        ["width", <Length key="w" modelMm={sizeMm[0]} />],
        ["depth", <Length key="d" modelMm={sizeMm[1]} />],
        ["height", <Length key="h" modelMm={sizeMm[2]} />],
        ...(thinnestMm
          ? [["thinnest", <FigureView key="t" figure={thinnestMm} label="Thinnest wall" />] as const]
          : []),
      ]}
    />
  );
}
