import { useMemo } from "react";
import { partMasks } from "#core/plan/colour/masking";
import type { PartPlan } from "#core/plan/parts/partPlan";
import { figures, PlainTable } from "#ui/PlainTable";
import { maskLines, maskWays } from "./maskLines";

/** In which order the zones of a part ask for the fewest masks, what is covered with what, and other ways. */
export function Masks({ plan }: { readonly plan: PartPlan }) {
  const masks = useMemo(() => partMasks(plan), [plan]);
  if (!masks) return null;
  return (
    <details className="panel">
      <summary className="font-head font-semibold">Masks between its zones</summary>
      <div className="mt-2 grid gap-3">
        <ol className="grid list-decimal gap-1 pl-6 text-[14px]" aria-label="The order with the fewest masks">
          {maskLines(masks).map(({ id, text, cover }) => (
            <li key={id}>
              {text}:{" "}
              <span className={cover ? "font-semibold" : "text-ink-2"}>{cover ?? "nothing to mask"}</span>
            </li>
          ))}
        </ol>
        <PlainTable
          label="Ways to keep its colours apart"
          heads={[
            "way, one copy",
            figures("masks"),
            figures("tape, mm"),
            figures("cut in, mm"),
            figures("min"),
          ]}
        >
          {maskWays(masks).map((w) => (
            <tr key={w.way}>
              <th scope="row" className="!font-normal">
                {w.way}
              </th>
              <td data-figures>{w.masks}</td>
              <td data-figures>{w.tapeMm.toFixed(0)}</td>
              <td data-figures>{w.cutInMm.toFixed(0)}</td>
              <td data-figures>{w.minutes.toFixed(1)}</td>
            </tr>
          ))}
        </PlainTable>
        <p className="text-[14px] text-ink-2">
          Defaults: tape 2 s a cm with a tenth over, cutting in 3 s a cm, a wrap a minute and more by its
          area. What a later coat hides needs no mask.
        </p>
      </div>
    </details>
  );
}
