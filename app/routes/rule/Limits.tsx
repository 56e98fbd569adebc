import { useState } from "react";
import type { Printer } from "#core/print/printer";
import { detailLimit } from "#core/print/printer";
import {
  detailAdvice,
  sightLimits,
  smallestPrinted,
  type SightLimits,
  type DetailAdvice,
} from "#core/scale/limits";
import { parseLength, type TypedLength, type LengthProblem } from "#core/scale/lengthText";
import { Choice, Field } from "#ui/Field";
import { figures, PlainTable } from "#ui/PlainTable";
import type { Outcome } from "#core/outcome";

/** A brick joint, a handrail, a plank, and smaller: what happens to them at this scale. */
const details = [
  ["handrail", 45],
  ["window bar", 25],
  ["rope", 20],
  ["brick joint", 10],
  ["roof slate, thickness", 8],
  ["plank joint", 6],
] as const;

/** Made, seen, and both: for a printer and a viewing distance, and how much a detail must be exaggerated. */
export function Limits({
  printers,
  denominator,
  viewingDistanceMm,
}: {
  printers: readonly Printer[];
  denominator: number;
  viewingDistanceMm: number;
}) {
  const [printerId, setPrinter] = useState("finest");
  const [distance, setDistance] = useState(`${Math.round(viewingDistanceMm / 10)} cm`);
  const [own, setOwn] = useState("");
  const far = parseLength(distance, 10);
  const typed = parseLength(own, 1);
  const sight = sightLimits(far.ok ? far.value.mm : viewingDistanceMm);
  const chosen = printers.find((p) => p.id === printerId);
  const least = chosen
    ? smallestPrinted(detailLimit(chosen)).value
    : printers.length > 0
      ? Math.min(...printers.map((p) => smallestPrinted(detailLimit(p)).value))
      : sight.lineMm;
  const rows: (readonly [string, number])[] = [
    ...(typed.ok ? [[`yours, ${typed.value.said}`, typed.value.mm] as const] : []),
    ...details.map(([name, mm]) => [`${name}, ${mm} mm`, mm] as const),
  ];
  return (
    <section aria-label="Detail: made and seen">
      <h2 className="mb-2">Detail: made and seen</h2>
      <LimitsChoice
        printerId={printerId}
        printers={printers}
        setPrinter={setPrinter}
        distance={distance}
        setDistance={setDistance}
        far={far}
        own={own}
        setOwn={setOwn}
        typed={typed}
      />
      <PlainTable
        label="Details, lines"
        heads={["detail", figures("true at scale"), "printed", "seen", "so", figures("make it")]}
        className="overflow-x-auto"
      >
        {rows.map(([name, realMm]) => {
          const size = realMm / denominator;
          const advice = detailAdvice(size, least, sight);
          return <LimitLine key={name} name={name} size={size} least={least} sight={sight} advice={advice} />;
        })}
      </PlainTable>
      <p className="mt-1 text-[13px] text-ink-2">
        Least made {least.toFixed(2)} mm; a line is seen from {sight.lineMm.toFixed(2)} mm, a shape read from{" "}
        {sight.shapeMm.toFixed(2)} mm. More than 3 times too thick: paint it or leave it off.
      </p>
    </section>
  );
}

function LimitLine({
  name,
  size,
  least,
  sight,
  advice,
}: {
  readonly name: string;
  readonly size: number;
  readonly least: number;
  readonly sight: SightLimits;
  readonly advice: DetailAdvice;
}) {
  return (
    <tr>
      <th scope="row" className="!font-normal">
        {name}
      </th>
      <td data-figures>{size.toFixed(2)} mm</td>
      <td>{size >= least ? "yes" : "no"}</td>
      <td>{size >= sight.shapeMm ? "its shape" : size >= sight.lineMm ? "as a line" : "no"}</td>
      <td>
        {advice.verdict}
        {advice.exaggeration > 1 && `, ${advice.exaggeration.toFixed(1)} times`}
      </td>
      <td data-figures>{advice.makeMm.toFixed(2)} mm</td>
    </tr>
  );
}

function LimitsChoice({
  printerId,
  printers,
  setPrinter,
  distance,
  setDistance,
  far,
  own,
  setOwn,
  typed,
}: {
  readonly printerId: string;
  readonly printers: readonly Printer[];
  readonly setPrinter: (value: string) => void;
  readonly distance: string;
  readonly setDistance: (value: string) => void;
  readonly far: Outcome<TypedLength, LengthProblem>;
  readonly own: string;
  readonly setOwn: (value: string) => void;
  readonly typed: Outcome<TypedLength, LengthProblem>;
}) {
  return (
    <div className="mb-2 grid grid-cols-3 items-start gap-3">
      <Choice
        label="On"
        name="limit-printer"
        value={printerId}
        options={[["finest", "the finest printer here"], ...printers.map((p) => [p.id, p.name] as const)]}
        onChange={(e) => setPrinter(e.target.value)}
      />
      <Field
        label="Seen from"
        name="limit-distance"
        value={distance}
        onChange={(e) => setDistance(e.target.value)}
        hint={far.ok ? undefined : far.problems[0]!.message}
      />
      <Field
        label="A detail of yours, real"
        name="limit-own"
        value={own}
        placeholder="30 mm"
        onChange={(e) => setOwn(e.target.value)}
        hint={own !== "" && !typed.ok ? typed.problems[0]!.message : undefined}
      />
    </div>
  );
}
