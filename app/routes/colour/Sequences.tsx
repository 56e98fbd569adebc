import { useState } from "react";
import { useFetcher } from "react-router";
import type { Problem } from "#core/outcome";
import type { PaintSequence } from "#core/paint/paintSequence";
import { shippedSequences } from "#core/paint/shippedSequences";
import type { LaidOn } from "#core/plan/colour/sequenceTakes";
import type { PartPlan } from "#core/plan/parts/partPlan";
import { useScene } from "#app/routes/scenes/useScene";
import { Button } from "#ui/Button";
import { Choice, Field, Problems, Tick } from "#ui/Field";
import { FigureView } from "#ui/FigureView";
import { SlipLines } from "#route/scenes/Slip";
import { colourOptions } from "./copyLines";
import { layerLine, otherParts, sequenceOptions, takesOf } from "./sequenceView";

type Shown = {
  readonly plan: PartPlan;
  readonly zone: number | null;
  readonly kept: readonly PaintSequence[];
};
type Said = { problems: readonly Problem[] };

/** Sequences under names: the layers that are shown are kept as one, and any is laid again in other colours. */
export function Sequences(shown: Shown) {
  return (
    <details className="panel">
      <summary className="font-head font-semibold">Sequences by name</summary>
      <div className="mt-2 grid gap-5">
        <LaySequence {...shown} />
        <KeepSequence {...shown} />
      </div>
    </details>
  );
}

function LaySequence({ plan, zone, kept }: Shown) {
  const { plan: all } = useScene();
  const fetcher = useFetcher<Said>();
  const [id, setId] = useState(kept[0]?.id ?? shippedSequences[0]!.id);
  const sequence = [...kept, ...shippedSequences].find((s) => s.id === id) ?? shippedSequences[0]!;
  const [slots, setSlots] = useState<readonly string[]>([]);
  const [isInstead, setInstead] = useState(false);
  const [alsoOn, setAlsoOn] = useState<readonly string[]>([]);
  const others = otherParts(all.parts, plan.part.id);
  const on = [
    { plan, zone },
    ...others.filter((p) => alsoOn.includes(p.part.id)).map((p) => ({ plan: p, zone: null })),
  ];
  return (
    <fetcher.Form method="post" className="grid gap-3" aria-label="Lay a sequence">
      <Problems problems={fetcher.data?.problems} />
      <input type="hidden" name="partId" value={plan.part.id} />
      <input type="hidden" name="zone" value={zone ?? ""} />
      <input type="hidden" name="alsoOn" value={alsoOn.join(" ")} />
      <div className="grid items-end gap-3 sm:grid-cols-3">
        <Choice
          label="Sequence"
          name="sequence"
          value={sequence.id}
          onChange={(e) => {
            setId(e.target.value);
            setSlots([]);
          }}
          options={sequenceOptions(kept)}
        />
        <SlotColours sequence={sequence} slots={slots} setSlots={setSlots} />
      </div>
      <ol className="list-decimal pl-6 text-[14px]" aria-label="Its layers">
        {sequence.layers.map((layer, i) => (
          <li key={i}>{layerLine(sequence, layer)}</li>
        ))}
      </ol>
      <Tick
        label="In the place of the layers that are there"
        name="instead"
        value="on"
        checked={isInstead}
        onChange={(e) => setInstead(e.target.checked)}
      />
      <AlsoOn others={others} chosen={alsoOn} choose={setAlsoOn} />
      <Takes {...{ sequence, slots, on, isInstead }} />
      <div className="flex flex-wrap gap-2">
        <Button kind="main" type="submit" name="intent" value="lay-sequence">
          Lay it
        </Button>
        {kept.some((s) => s.id === sequence.id) && (
          <Button kind="quiet" type="submit" name="intent" value="remove-sequence">
            Forget this sequence
          </Button>
        )}
      </div>
    </fetcher.Form>
  );
}

/** What each slot of a sequence is laid with here. */
function SlotColours({
  sequence,
  slots,
  setSlots,
}: {
  readonly sequence: PaintSequence;
  readonly slots: readonly string[];
  readonly setSlots: (slots: readonly string[]) => void;
}) {
  const { workshop } = useScene().input;
  return (
    <>
      {sequence.slots.map((slot, i) => (
        <Choice
          key={`${sequence.id} ${i}`}
          label={slot}
          name={`slot${i}`}
          value={slots[i] ?? ""}
          onChange={(e) =>
            setSlots(sequence.slots.map((_, k) => (k === i ? e.target.value : (slots[k] ?? ""))))
          }
          options={[["", "not chosen yet"], ...colourOptions(workshop)]}
        />
      ))}
    </>
  );
}

/** Other parts that it is laid on in the same go. */
const AlsoOn = ({
  others,
  chosen,
  choose,
}: {
  readonly others: readonly PartPlan[];
  readonly chosen: readonly string[];
  readonly choose: (ids: readonly string[]) => void;
}) =>
  others.length === 0 ? null : (
    <details>
      <summary className="text-[14px]">
        Also on other parts{chosen.length > 0 ? `: ${chosen.length}` : ""}
      </summary>
      <div className="mt-2 flex flex-wrap gap-x-5 gap-y-1">
        {others.map(({ part }) => (
          <Tick
            key={part.id}
            label={part.count > 1 ? `${part.name} x ${part.count}` : part.name}
            checked={chosen.includes(part.id)}
            onChange={(e) =>
              choose(e.target.checked ? [...chosen, part.id] : chosen.filter((id) => id !== part.id))
            }
          />
        ))}
      </div>
    </details>
  );

/** Minutes and pots of the whole set, before it is accepted. */
function Takes({
  sequence,
  slots,
  on,
  isInstead,
}: {
  readonly sequence: PaintSequence;
  readonly slots: readonly string[];
  readonly on: readonly LaidOn[];
  readonly isInstead: boolean;
}) {
  const { words, pots } = takesOf(sequence, slots, on, isInstead, useScene().input);
  return (
    <div
      aria-live="polite"
      className="grid gap-1 border-l-8 border-primer-3 bg-primer-2 px-3 py-2 text-[14px]"
    >
      <p>It takes {words}</p>
      <SlipLines
        title="Pots"
        lines={pots.map(
          ({ name, ml }) => [name, <FigureView key={name} figure={ml} label={name} />] as const,
        )}
      />
    </div>
  );
}

function KeepSequence({ plan, zone }: Shown) {
  const fetcher = useFetcher<Said>();
  return (
    <fetcher.Form
      method="post"
      className="flex flex-wrap items-end gap-3"
      aria-label="Keep these layers by name"
    >
      <input type="hidden" name="partId" value={plan.part.id} />
      <input type="hidden" name="zone" value={zone ?? ""} />
      <Field label="Keep the layers above as" name="sequenceName" problems={fetcher.data?.problems} />
      <Button type="submit" name="intent" value="keep-sequence">
        Keep the sequence
      </Button>
    </fetcher.Form>
  );
}
