import { type Part } from "#core/scene/part";
import { FigureView } from "#ui/FigureView";
import { Slip, SlipLines } from "#route/scenes/Slip";
import { useScene } from "#app/routes/scenes/useScene";
import { shrinkFor } from "#core/print/shrink";
import { slicedText } from "./slicedText";
import type { Candidate, PartPlan } from "#core/plan/parts/partPlan";

/** One copy on the machine that was chosen, and why that one. */
export function MakingSlip({
  part,
  chosen,
  p,
}: {
  readonly part: Part;
  readonly chosen: Candidate | null;
  readonly p: PartPlan;
}) {
  const { materials } = useScene().input.workshop;
  const shrink = chosen && shrinkFor(chosen.printer, chosen.material, materials);
  return (
    <Slip title={part.name} subtitle={chosen ? `on ${chosen.printer.name}` : p.reason}>
      {chosen && (
        <SlipLines
          title="One copy"
          lines={[
            ["time", <FigureView key="t" figure={chosen.one.minutes} label="Time of one copy" />],
            ["material", <FigureView key="g" figure={chosen.one.grams} label="Material of one copy" />],
            ["layers", chosen.one.layers.toLocaleString("en")],
            [
              "supports",
              chosen.supports.needless
                ? "none"
                : `${chosen.supports.contacts} contacts, ${(chosen.supports.scarMm2 / 100).toFixed(1)} cm²`,
            ],
            ...(shrink ? [["drawn, then sliced", slicedText(p, shrink)] as const] : []),
            ["worked out", chosen.exact ? "on its walls" : "reckoned so far"],
          ]}
        />
      )}
      {chosen && (
        <SlipLines
          title="Because"
          lines={p.reasons.map((r, i) => [
            <span key={i} className="col-span-2 text-left">
              {r}
            </span>,
            "",
          ])}
        />
      )}
      {chosen?.risk && <InResin risk={chosen.risk} />}
    </Slip>
  );
}

function InResin({ risk }: { readonly risk: NonNullable<Candidate["risk"]> }) {
  return (
    <SlipLines
      title="In resin"
      lines={[
        ["largest section", `${risk.largestMm2.toFixed(0)} mm² at ${risk.largestAtMm.toFixed(1)} mm`],
        ["largest jump", `${risk.jumpMm2.toFixed(0)} mm² at ${risk.jumpAtMm.toFixed(1)} mm`],
        ["islands", risk.islands],
        ["cups", risk.cups.length],
      ]}
    />
  );
}
