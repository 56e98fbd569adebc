import type { ReactNode } from "react";
import type { PartPlan } from "#core/plan/parts/partPlan";
import { treatedOf } from "#core/plan/surface/treatedOf";
import type { PlanInput } from "#core/scene/planInput";
import { partRef } from "#core/reference";
import { FigureView } from "#ui/FigureView";
import { FindingList } from "#ui/FindingList";
import { Slip, SlipLines } from "#route/scenes/Slip";
import { useMend } from "#app/routes/scenes/useMend";
import { useScene } from "#app/routes/scenes/useScene";
import { carvedWords, layersText } from "./view";

/** The zone that is shown, or the part: its measures with their working, and what was found of it. */
export function ZoneSlip({ p, chosen }: { readonly p: PartPlan; readonly chosen: number | null }) {
  const { plan, input } = useScene();
  const mend = useMend();
  const zone = p.zones.find((z) => z.zone.number === chosen);
  const findings = plan.findings.filter((f) => f.about === partRef(p.part.id) && f.stage !== "plates");
  return (
    <Slip
      title={zone?.zone.name ?? p.part.name}
      subtitle={zone ? (zone.zone.meaning ?? "nobody said what it is") : layersText(p)}
    >
      <SlipLines
        title={zone ? "The zone, all copies" : "All zones, all copies"}
        lines={
          zone
            ? zoneLines(p, zone, input)
            : [["area", <FigureView key="a" figure={p.areaCm2} label="Area" />]]
        }
      />
      <FindingList findings={findings} onMend={(f, m) => void mend(f, m)} />
    </Slip>
  );
}

function zoneLines(
  p: PartPlan,
  z: PartPlan["zones"][number],
  own: PlanInput,
): (readonly [string, ReactNode])[] {
  const { factor } = p.rescale;
  const { measure } = z;
  const { treatCm2 } = treatedOf(p, z, own).work;
  const nameOf = (number: number) => p.part.zones.find((o) => o.number === number)?.name ?? "no zone";
  return [
    ["area", <FigureView key="a" figure={z.areaCm2} label={`${z.zone.name}: area`} />],
    ["to treat", <FigureView key="t" figure={treatCm2} label={`${z.zone.name}: treated`} />],
    ...(measure
      ? ([
          ["height", `${((measure.high - measure.low) * factor).toFixed(1)} mm`],
          ...measure.borders.map(
            ({ beside, length }) =>
              [`border to ${nameOf(beside)}`, `${(length * factor).toFixed(0)} mm`] as const,
          ),
          ...carvedWords(measure, factor).map((words) => ["carved", words] as const),
        ] as const)
      : []),
  ];
}
