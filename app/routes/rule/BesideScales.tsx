import { namedScales, neighbourScales } from "#core/scale/namedScales";
import { ratioText } from "#core/scale/ratio";
import { figures, PlainTable } from "#ui/PlainTable";

/** Common scales beside this one: how far off a part of theirs would be. */
export function BesideScales({ n }: { readonly n: number }) {
  return (
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
  );
}

/** All scales that have a name. */
export function AllScales() {
  return (
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
  );
}
