import { Form } from "react-router";
import type { Route } from "./+types/rule";
import { sightLimits, smallestPrinted, type SightLimits } from "#core/scale/limits";
import { namedScales } from "#core/scale/namedScales";
import { detailLimit } from "#core/print/printer";
import { Problems } from "#ui/Field";
import { FigureView } from "#ui/FigureView";
import { Length } from "#ui/Length";
import { useLengths } from "#ui/LengthContext";
import { Slip, SlipLines } from "#route/scenes/Slip";
import { useScene } from "#app/routes/scenes/useScene";
import { ConverterPanel } from "./Converter";
import { Drawings } from "./Drawings";
import { Features } from "./Features";
import { Ledger } from "./Ledger";
import { Limits } from "./Limits";
import { Sweep } from "./Sweep";
import { RatioFields, LengthChoice } from "./RatioForm";
import { CommonScales } from "./CommonScales";
import { BesideScales, AllScales } from "./BesideScales";
import type { Workshop } from "#core/scene/workshop";
import type { Scene } from "#core/scene/scene";

export { ruleAction as clientAction } from "./ruleAction";

export default function Rule({ actionData }: Route.ComponentProps) {
  const { input } = useScene();
  const { scene, workshop, ledger } = input;
  const problems = actionData?.problems;
  const { system } = useLengths();
  const n = scene.denominator;
  const sight = sightLimits(scene.viewingDistanceMm);
  const marks = namedScales.filter((s) => s.denominator <= 240);
  const place = (d: number) => (100 * Math.log(d / 11)) / Math.log(240 / 11);
  return (
    <div className="sheet grid content-start gap-6">
      <h1>The rule</h1>
      <section className="grid gap-5 lg:grid-cols-2">
        <Form method="post" className="panel grid content-start gap-3">
          <h2>Scale of this scene</h2>
          <Problems
            problems={problems}
            fields={["ratio", "ledgerName", "ledgerReal", "featureName", "featureLow", "featureHigh"]}
          />
          <RatioFields n={n} scene={scene} problems={problems} />
          <LengthChoice system={system} />
        </Form>
        <div className="panel">
          <h2 className="mb-2">Converter</h2>
          <ConverterPanel />
        </div>
      </section>
      <CommonScales n={n} marks={marks} place={place} />
      <section className="grid gap-7 [&>*]:min-w-0">
        <Ledger
          rows={ledger}
          printers={workshop.printers}
          denominator={n}
          system={system}
          sceneName={scene.name}
          problems={problems}
        />
        <Drawings sceneId={scene.id} />
        <Limits printers={workshop.printers} denominator={n} viewingDistanceMm={scene.viewingDistanceMm} />
        <Features own={workshop.features} denominator={n} system={system} problems={problems} />
        <div>
          <h2 className="mb-2">Neighbours by name</h2>
          <BesideScales n={n} />
          <AllScales />
        </div>
      </section>
      <Sweep />
      <LimitsSlip scene={scene} workshop={workshop} sight={sight} />
    </div>
  );
}

function LimitsSlip({
  scene,
  workshop,
  sight,
}: {
  readonly scene: Scene;
  readonly workshop: Workshop;
  readonly sight: SightLimits;
}) {
  return (
    <Slip title="Limits" subtitle={`seen from ${(scene.viewingDistanceMm / 10).toFixed(0)} cm`}>
      <SlipLines
        title="Smallest printed"
        lines={workshop.printers.map((p) => [
          p.name,
          <FigureView
            key={p.id}
            figure={smallestPrinted(detailLimit(p))}
            label={`Smallest detail on ${p.name}`}
          />,
        ])}
      />
      <SlipLines
        title="Smallest seen"
        lines={[
          ["a line", <Length key="l" modelMm={sight.lineMm} />],
          ["a shape", <Length key="s" modelMm={sight.shapeMm} />],
          ["two lines apart", <Length key="p" modelMm={sight.pairMm} />],
        ]}
      />
      <p className="text-[13px] text-ink-2">
        A line is noticed from 0.2 arc minutes (Hecht and Mintz 1939, from memory), a shape read from 1 (ISO
        8596). Leave a detail off only below the first; between the two, thicken it.
      </p>
    </Slip>
  );
}
