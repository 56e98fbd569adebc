import { useFetcher } from "react-router";
import type { Problem } from "#core/outcome";
import type { Recipe } from "#core/paint/paint";
import type { StockItem } from "#core/stores/draw";
import { useScene } from "#app/routes/scenes/useScene";
import { Button } from "#ui/Button";
import { Field, Problems, Tick } from "#ui/Field";
import { batchesOf, batchWords } from "./view";

type Said = { problems: readonly Problem[] };

/** Jars of a mix that stand ready, and one more: what is left of them is drawn before any pot. */
export function MixBatches({ recipe }: { readonly recipe: Recipe }) {
  const { workshop, now } = useScene().input;
  const batches = batchesOf(recipe, workshop);
  return (
    <section aria-label="Batches" className="grid gap-2 border-t border-primer-3 pt-3">
      <h3>Batches</h3>
      {batches.map((b) => (
        <BatchLine key={`${b.id} ${b.left}`} recipe={recipe} batch={b} today={now.today} />
      ))}
      <NewBatch key={batches.length} recipe={recipe} today={now.today} />
    </section>
  );
}

function BatchLine({
  recipe,
  batch,
  today,
}: {
  readonly recipe: Recipe;
  readonly batch: StockItem;
  readonly today: string;
}) {
  const fetcher = useFetcher<Said>();
  return (
    <fetcher.Form method="post" className="grid gap-1 text-[14px]" aria-label={`Batch of ${recipe.name}`}>
      <Problems problems={fetcher.data?.problems} fields={["left"]} />
      <p>{batchWords(batch, today)}</p>
      <input type="hidden" name="id" value={recipe.id} />
      <input type="hidden" name="stockId" value={batch.id} />
      <input type="hidden" name="made" value={batch.batch?.madeMl ?? batch.left} />
      <input type="hidden" name="madeOn" value={batch.batch?.madeOn ?? ""} />
      <input type="hidden" name="forWhat" value={batch.batch?.forWhat ?? ""} />
      <div className="flex flex-wrap items-end gap-2">
        <Field
          label="Left of it, ml"
          name="left"
          inputMode="decimal"
          defaultValue={Number(batch.left.toFixed(1))}
          problems={fetcher.data?.problems}
        />
        <Button type="submit" name="intent" value="batch">
          Set
        </Button>
        <Button kind="quiet" type="submit" name="intent" value="remove-batch">
          Throw it away
        </Button>
      </div>
    </fetcher.Form>
  );
}

function NewBatch({ recipe, today }: { readonly recipe: Recipe; readonly today: string }) {
  const fetcher = useFetcher<Said>();
  return (
    <details>
      <summary className="text-[14px]">Write a batch down</summary>
      <fetcher.Form method="post" className="mt-2 grid gap-2" aria-label="A new batch">
        <Problems problems={fetcher.data?.problems} fields={["made", "left"]} />
        <input type="hidden" name="id" value={recipe.id} />
        <div className="grid grid-cols-2 items-end gap-2">
          <Field label="Mixed, ml" name="made" inputMode="decimal" problems={fetcher.data?.problems} />
          <Field label="Left of it, ml" name="left" inputMode="decimal" problems={fetcher.data?.problems} />
          <Field label="Mixed on" name="madeOn" type="date" defaultValue={today} />
          <Field label="For what" name="forWhat" />
        </div>
        <Tick label="Take it out of the pots now" name="fromPots" value="on" defaultChecked />
        <Button type="submit" name="intent" value="batch" className="justify-self-start">
          Keep the batch
        </Button>
      </fetcher.Form>
    </details>
  );
}
