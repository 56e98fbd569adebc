import { Form } from "react-router";
import type { Route } from "./+types/rule";
import { sightLimits, smallestPrinted } from "#core/scale/limits";
import { namedScales, neighbourScales } from "#core/scale/namedScales";
import { ratioText } from "#core/scale/ratio";
import { detailLimit } from "#core/print/printer";
import { Button } from "#ui/Button";
import { Choice, Field, Problems } from "#ui/Field";
import { FigureView } from "#ui/FigureView";
import { Length } from "#ui/Length";
import { useLengths } from "#ui/LengthContext";
import { Slip, SlipLines } from "#route/scenes/Slip";
import { useScene } from "#app/routes/scenes/useScene";
import { ConverterPanel } from "./Converter";
import { Features } from "./Features";
import { Ledger } from "./Ledger";
import { Limits } from "./Limits";
import { Sweep } from "./Sweep";
import { figures, PlainTable } from "#ui/PlainTable";

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
          <div className="grid grid-cols-[1fr_1fr_auto] items-start gap-3">
            <Field
              label="Ratio or figure size"
              name="ratio"
              key={n}
              defaultValue={ratioText(Number(n.toFixed(3)))}
              hint={scene.ratioSaid}
              problems={problems}
            />
            <Choice
              label="A figure size is measured"
              name="convention"
              defaultValue="middle"
              options={[
                ["middle", "either: take the middle"],
                ["eye", "to the eye"],
                ["crown", "to the crown"],
              ]}
            />
            <Button kind="main" type="submit" name="intent" value="ratio" className="mt-6">
              Set
            </Button>
          </div>
          <div className="flex items-end gap-3 border-t border-primer-3 pt-3">
            <Choice
              label="Lengths in"
              name="system"
              key={system}
              defaultValue={system}
              options={[
                ["metric", "millimetres and metres"],
                ["inch", "inches and feet"],
              ]}
            />
            <Button type="submit" name="intent" value="units">
              Show
            </Button>
          </div>
        </Form>
        <div className="panel">
          <h2 className="mb-2">Converter</h2>
          <ConverterPanel />
        </div>
      </section>
      <section className="on-mat p-4" aria-label="Common scales">
        <h2 className="mb-2">Common scales, largest first</h2>
        <div
          className="relative h-28 overflow-hidden"
          role="img"
          aria-label={`Common scales on a line; this scene at ${ratioText(n)}`}
        >
          <div className="absolute inset-x-0 top-14 h-px bg-chalk" />
          {marks.map((s, i) => (
            <div
              key={s.name}
              className="absolute top-14 w-px bg-chalk/70"
              style={{ left: `${place(s.denominator)}%`, height: 8 + (i % 3) * 14 }}
            >
              <span className="figures absolute top-full -translate-x-1/2 text-[12px] whitespace-nowrap">
                {ratioText(Number(s.denominator.toFixed(1)))}
              </span>
            </div>
          ))}
          <div className="absolute top-1" style={{ left: `clamp(0px, ${place(n)}%, calc(100% - 90px))` }}>
            <span className="tape">{ratioText(Number(n.toFixed(2)))} here</span>
          </div>
        </div>
      </section>
      <section className="grid gap-7 [&>*]:min-w-0">
        <Ledger
          rows={ledger}
          printers={workshop.printers}
          denominator={n}
          system={system}
          sceneName={scene.name}
          problems={problems}
        />
        <Limits printers={workshop.printers} denominator={n} viewingDistanceMm={scene.viewingDistanceMm} />
        <Features own={workshop.features} denominator={n} system={system} problems={problems} />
        <div>
          <h2 className="mb-2">Neighbours by name</h2>
          <PlainTable
            label="Beside other scales"
            heads={["scale", figures("ratio"), figures("its parts look"), figures("an adult")]}
          >
            {neighbourScales(n).map(({ scale, largerShare, adultMm, adultOffMm }) => (
              <tr key={scale.name} data-selected={Math.abs(largerShare) < 0.0005 ? true : undefined}>
                <th scope="row" className="!font-normal">
                  {scale.name}
                </th>
                <td data-figures>{ratioText(Number(scale.denominator.toFixed(2)))}</td>
                <td data-figures>
                  {Math.abs(largerShare) < 0.0005
                    ? "true"
                    : `${(100 * Math.abs(largerShare)).toFixed(1)} % ${largerShare > 0 ? "too large" : "too small"}`}
                </td>
                <td data-figures>
                  {adultMm.toFixed(1)} mm
                  {Math.abs(adultOffMm) >= 0.05 && (
                    <span className="text-ink-2">
                      , {adultOffMm > 0 ? "+" : "−"}
                      {Math.abs(adultOffMm).toFixed(1)}
                    </span>
                  )}
                </td>
              </tr>
            ))}
          </PlainTable>
          <details className="panel mt-3">
            <summary className="font-head font-semibold">
              All {namedScales.length} scales by name, with their sources
            </summary>
            <div className="scroll-x" tabIndex={0} role="region" aria-label="All scales by name">
              <table className="table mt-2">
                <tbody>
                  {namedScales.map((s) => (
                    <tr key={s.name}>
                      <th scope="row" className="!font-normal">
                        {s.name}
                      </th>
                      <td data-figures>{ratioText(Number(s.denominator.toFixed(3)))}</td>
                      <td className="text-[13px] text-ink-2">{s.source}</td>
                    </tr>
                  ))}
                </tbody>
              </table>
            </div>
          </details>
        </div>
      </section>
      <Sweep />
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
    </div>
  );
}
