import { useMemo } from "react";
import { maskKinds, maskOrders } from "#core/materials/masking";
import { type PartMasks, partMasks } from "#core/plan/colour/masking";
import { staysBare } from "#core/scene/zone";
import type { PartPlan } from "#core/plan/parts/partPlan";
import { useScene } from "#app/routes/scenes/useScene";
import { Button } from "#ui/Button";
import { Choice } from "#ui/Field";
import { figures, PlainTable } from "#ui/PlainTable";
import { KeptForm } from "#route/KeptForm";
import { MaskFiles } from "./MaskFiles";
import { kindNames, maskLines, maskWays, orderNames } from "./maskLines";

/** In which order the zones of a part ask for the fewest masks, what is covered with what, and other ways. */
export function Masks({ plan }: { readonly plan: PartPlan }) {
  const { rooms } = useScene().input.workshop;
  const masks = useMemo(() => partMasks(plan, rooms), [plan, rooms]);
  const isBare = plan.part.zones.some(staysBare);
  if (!masks && !isBare) return null;
  if (!masks)
    return (
      <details className="panel">
        <summary className="font-head font-semibold">Where no paint goes</summary>
        <MaskFiles plan={plan} masks={null} />
      </details>
    );
  return (
    <details className="panel">
      <summary className="font-head font-semibold">Masks between its zones</summary>
      <div className="mt-2 grid gap-3">
        <HowMasked partId={plan.part.id} masks={masks} />
        <ol className="grid list-decimal gap-1 pl-6 text-[14px]" aria-label="What is covered when">
          {maskLines(masks).map(({ id, text, cover, off }) => (
            <li key={id}>
              {text}:{" "}
              <span className={cover ? "font-semibold" : "text-ink-2"}>{cover ?? "nothing to mask"}</span>
              {off && <span className="text-ink-2">; {off}</span>}
            </li>
          ))}
        </ol>
        {masks.planned.masks.length > 0 && (
          <p className="text-[14px]">
            These are steps in Order, with a clear coat under what is laid on fresh paint; what they take
            stands in Stores.
          </p>
        )}
        <MaskFiles plan={plan} masks={masks} />
        <WaysTable masks={masks} />
        <p className="text-[14px] text-ink-2">
          Defaults: tape 2 s a cm with a tenth over, cutting in 3 s a cm, a card 0.5 s a cm, a cut mask 3 min,
          liquid 0.03 and putty 0.05 min a cm², a wrap a minute and more by its area. What a later coat hides
          needs no mask.
        </p>
      </div>
    </details>
  );
}

/** Which order the work goes by, and what it is masked with. */
const HowMasked = ({ partId, masks }: { readonly partId: string; readonly masks: PartMasks }) => (
  <KeptForm className="flex flex-wrap items-end gap-3" key={partId} version={JSON.stringify(masks.chosen)}>
    <input type="hidden" name="partId" value={partId} />
    <Choice
      label="Paint its zones"
      name="order"
      defaultValue={masks.chosen.order}
      options={maskOrders.map((o) => [o, orderNames[o]] as const)}
    />
    <Choice
      label="Mask with"
      name="kind"
      defaultValue={masks.chosen.kind}
      options={maskKinds.map((k) => [k, kindNames[k]] as const)}
    />
    <Button type="submit" name="intent" value="masks">
      Plan it so
    </Button>
  </KeptForm>
);

const WaysTable = ({ masks }: { readonly masks: PartMasks }) => (
  <PlainTable
    label="Ways to keep its colours apart"
    heads={["way, one copy", figures("masks"), figures("tape, mm"), figures("cut in, mm"), figures("min")]}
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
);
