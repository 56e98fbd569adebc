import { type Part } from "#core/scene/part";
import { detailLost } from "#core/plan/parts/detailLost";
import { FigureView } from "#ui/FigureView";
import { FindingList } from "#ui/FindingList";
import { Length } from "#ui/Length";
import { Slip, SlipLines } from "#route/scenes/Slip";
import { cameAs } from "./parts";
import type { MeshMeasurement } from "#core/mesh/measure";
import type { Finding, Mend } from "#core/plan/finding";
import type { PartPlan } from "#core/plan/parts/partPlan";

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
      {p.sizeMm && (
        <SlipLines
          title="Size"
          lines={[
            ["width", <Length key="w" modelMm={p.sizeMm[0]} />],
            ["depth", <Length key="d" modelMm={p.sizeMm[1]} />],
            ["height", <Length key="h" modelMm={p.sizeMm[2]} />],
            ...(p.thinnestMm
              ? [["thinnest", <FigureView key="t" figure={p.thinnestMm} label="Thinnest wall" />] as const]
              : []),
          ]}
        />
      )}
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
        findings={p.findings}
        onMend={(f, mendIt) => void mend(f, mendIt)}
        empty="Nothing wrong with it."
      />
      {p.chosen && m && (
        <SlipLines
          title={`Lost on ${p.chosen.printer.name}`}
          lines={[
            [
              "raised, too fine",
              <FigureView
                key="r"
                figure={detailLost(m, p.rescale.factor, p.chosen.printer, "raised")}
                label="Raised detail too fine to print"
              />,
            ],
            [
              "cut in, closes",
              <FigureView
                key="e"
                figure={detailLost(m, p.rescale.factor, p.chosen.printer, "engraved")}
                label="Engraved detail that closes"
              />,
            ],
          ]}
        />
      )}
    </Slip>
  );
}
