import { useEffect, useState } from "react";
import type { SweepLine } from "#core/plan/rule/scaleSweep";
import { parseRatio, ratioText } from "#core/scale/ratio";
import { Field } from "#ui/Field";
import { FigureView } from "#ui/FigureView";
import { useScene } from "#app/routes/scenes/useScene";
import { sweepScales } from "#workers/plan";
import { figures, PlainTable } from "#ui/PlainTable";

/**
 * The whole scene at a row of scales: what fits, what is too thin, hours, material, money, surface, table.
 */
export function Sweep() {
  const { input, plan } = useScene();
  const { totals } = plan;
  const n = input.scene.denominator;
  const [text, setText] = useState("48, 56, 60, 72, 87, 100");
  const [swept, setSwept] = useState<{
    readonly lines: readonly SweepLine[];
    readonly largest: { readonly denominator: number; readonly tightest: string } | null;
  } | null>(null);
  useEffect(() => {
    let gone = false;
    const asked = text.split(/[,;]\s*|\s{2,}/).flatMap((t) => {
      const ratio = parseRatio(t);
      return ratio.ok ? [ratio.value.denominator] : [];
    });
    const row = [...new Set([n, ...asked])].sort((a, b) => a - b).slice(0, 12);
    const wait = setTimeout(
      () =>
        void sweepScales(input, row).then((s) => {
          if (!gone) setSwept(s);
        }),
      250,
    );
    return () => {
      gone = true;
      clearTimeout(wait);
    };
  }, [input, n, text]);
  if (input.parts.length === 0) return null;
  return (
    <section aria-label="Other scales">
      <SweepText text={text} setText={setText} />
      {swept === null ? (
        <p className="text-ink-2">Working it out…</p>
      ) : (
        <>
          <SweepTable lines={swept.lines} n={n} />
          <p className="mt-1 text-[13px] text-ink-2">
            Each part by itself, before parts share plates and without failures: for comparing scales. As its
            plates lie, this scene takes{" "}
            <FigureView figure={totals.machineMinutes} label="Machine time, failures counted in" /> of the
            machines, and <FigureView figure={totals.cost} label="Material, products, power and wear" /> in
            all.
          </p>
          {swept.largest && (
            <p className="mt-1 text-[14px]">
              The largest scale at which every part fits a bed whole is{" "}
              {ratioText(Number(swept.largest.denominator.toFixed(1)))}; {swept.largest.tightest} is the
              tightest.
            </p>
          )}
        </>
      )}
    </section>
  );
}

function SweepTable({ lines, n }: { readonly lines: readonly SweepLine[]; readonly n: number }) {
  return (
    <PlainTable
      label="Scales side by side"
      heads={[
        "scale",
        figures("whole on a bed"),
        figures("thinnest wall"),
        figures("not made"),
        "its prints: time",
        "material",
        "money",
        figures("surface"),
        figures("board"),
      ]}
      className="overflow-x-auto"
    >
      {lines.map((l) => (
        <SweepLine key={l.denominator} l={l} n={n} />
      ))}
    </PlainTable>
  );
}

function SweepLine({ l, n }: { readonly l: SweepLine; readonly n: number }) {
  return (
    <tr data-selected={l.denominator === n ? true : undefined}>
      <th scope="row">{ratioText(Number(l.denominator.toFixed(2)))}</th>
      <td data-figures>
        {l.whole} of {l.whole + l.cut}
        {l.cut > 0 && <span className="text-ink-2">, {l.pieces} pieces</span>}
      </td>
      <td data-figures>{l.thinnestMm === null ? "–" : `${l.thinnestMm.toFixed(2)} mm`}</td>
      <td data-figures className={l.tooThin > 0 ? "text-oxide" : ""}>
        {l.tooThin === 0 ? "–" : `${l.tooThin} parts`}
      </td>
      <td>
        <FigureView figure={l.minutes} label={`Prints at 1:${l.denominator}`} />
      </td>
      <td>
        <FigureView figure={l.grams} label={`Material at 1:${l.denominator}`} />
      </td>
      <td>
        <FigureView figure={l.cost} label={`Money at 1:${l.denominator}`} />
      </td>
      <td data-figures>{l.areaCm2.toFixed(0)} cm²</td>
      <td data-figures>{(l.footprintCm2 / 100).toFixed(0)} dm²</td>
    </tr>
  );
}

function SweepText({ text, setText }: { readonly text: string; readonly setText: (value: string) => void }) {
  return (
    <div className="mb-2 flex flex-wrap items-end gap-4">
      <h2 className="mr-auto">This scene at other scales</h2>
      <div className="w-72">
        <Field
          label="Scales to compare"
          name="sweep"
          value={text}
          onChange={(e) => setText(e.target.value)}
        />
      </div>
    </div>
  );
}
