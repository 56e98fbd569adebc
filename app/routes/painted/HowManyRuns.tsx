import { counted } from "#core/words";
import { Button } from "#ui/Button";
import { Takes } from "./Takes";
import { useFoundShare } from "./useFoundShare";
import { useLayerShare } from "./useLayerShare";
import { runsOffered, type TriedLayer } from "./view";

const runsWords = (perSlope: number | null): string =>
  perSlope === null ? "one each 5 mm" : counted(perSlope, "run", "runs");

/** How many runs start on each edge: seen at several numbers, and kept for all copies by a tap. */
export function HowManyRuns({ p, layer, trial, set }: TriedLayer) {
  const keep = useLayerShare(p);
  const { find, job } = useFoundShare(p.part);
  const own = layer.runs?.perSlope ?? null;
  const shown = trial?.layerId === layer.id && trial.perSlope !== undefined ? trial.perSlope : own;
  const zones = p.part.zones.filter((z) => z.scheme.some((l) => l.id === layer.id)).map((z) => z.number);
  const take = async () => {
    const { kind, method } = layer;
    const runs = { perSlope: shown, count: 0, longestMm: 0 };
    const found = await find(zones, { kind, method, place: "runs", runs });
    if (found?.runs)
      keep(layer.id, Math.max(0.1, Math.round(1000 * found.share) / 10), { ...runs, ...found.runs });
  };
  return (
    <div className="grid gap-2">
      <div className="flex flex-wrap gap-2" role="group" aria-label="Runs on each edge">
        {runsOffered.map((n) => (
          <Button
            key={n ?? "usual"}
            aria-pressed={n === shown}
            kind={n === shown ? "main" : "quiet"}
            onClick={() => set(n === own ? null : { layerId: layer.id, perSlope: n })}
          >
            {runsWords(n)}
          </Button>
        ))}
      </div>
      {shown === own ? (
        <>
          {layer.runs && (
            <p className="text-[14px]">
              {counted(layer.runs.count, "run", "runs")} a copy, the longest{" "}
              {Math.round(layer.runs.longestMm)} mm.
            </p>
          )}
          <Takes p={p} layer={layer} />
        </>
      ) : (
        <p className="flex flex-wrap items-center gap-2 text-[14px]">
          <Button onClick={() => void take()} disabled={job.state === "running"}>
            Keep {runsWords(shown)} on every copy
          </Button>
          <Button kind="quiet" onClick={() => set(null)}>
            As planned
          </Button>
        </p>
      )}
    </div>
  );
}
