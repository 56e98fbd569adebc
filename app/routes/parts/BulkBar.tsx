import { useFetcher } from "react-router";
import type { Problem } from "#core/outcome";
import { Button } from "#ui/Button";
import { Choice, Field, Problems } from "#ui/Field";

/** Changes to all ticked parts at once; what is left empty stays as it is. */
export function BulkBar({ ids, onClear }: { ids: readonly string[]; onClear: () => void }) {
  const fetcher = useFetcher<{ problems: readonly Problem[] }>();
  const keep = ["", "as it is"] as const;
  return (
    <fetcher.Form method="post" className="panel grid gap-3" aria-label={`Change ${ids.length} ticked parts`}>
      <input type="hidden" name="ids" value={ids.join(" ")} />
      <Problems problems={fetcher.data?.problems} fields={["ratio", "count"]} />
      <div className="grid grid-cols-2 items-start gap-3 md:grid-cols-5">
        <Field
          label="Drawn at"
          name="ratio"
          placeholder="as it is"
          hint="1:48, 28mm figure"
          problems={fetcher.data?.problems}
        />
        <Choice
          label="Process"
          name="process"
          options={[keep, ["choose", "let the plan choose"], ["filament", "filament"], ["resin", "resin"]]}
        />
        <Field
          label="How many of each"
          name="count"
          placeholder="as it is"
          inputMode="numeric"
          problems={fetcher.data?.problems}
        />
        <Choice
          label="For"
          name="tier"
          options={[
            keep,
            ["scene", "what the scene is for"],
            ["play", "play"],
            ["display", "display"],
            ["for sale", "for sale"],
          ]}
        />
        <div className="mt-6 flex flex-wrap gap-2">
          <Button kind="main" type="submit" name="intent" value="bulk">
            Change {ids.length}
          </Button>
          <Button kind="quiet" onClick={onClear}>
            Untick
          </Button>
        </div>
      </div>
    </fetcher.Form>
  );
}
