import { useState } from "react";
import type { Part } from "#core/scene/part";
import { undoAction } from "#app/jobs/keep";
import { Button } from "#ui/Button";
import { useToast } from "#ui/Toasts";
import type { ZoneSession } from "./useZoneSession";

/** The zones that its shape proposes, taken at one tap. */
export function Proposal({
  session: { act },
  part,
  factor,
}: {
  readonly session: ZoneSession;
  readonly part: Part;
  readonly factor: number;
}) {
  const [busy, setBusy] = useState(false);
  const say = useToast();
  const isOne = part.zones.length === 1;
  const take = async () => {
    setBusy(true);
    const born = new Map<number, { name: string; from: number }>();
    await act({
      label: `Zones of ${part.name} by its shape`,
      born,
      run: async (api) => {
        const { drawing, zones } = await api.propose(factor, CREASE_DEG, MOST_PROPOSED);
        const from = part.zones[0]!.number;
        zones.forEach(({ name }, number) => born.set(number, { name, from }));
        return drawing;
      },
    });
    setBusy(false);
    say("Every zone begins with what was decided for the part.", undoAction);
  };
  return (
    <div className="flex flex-wrap items-center gap-3">
      <Button kind={isOne ? "main" : "plain"} disabled={busy} onClick={() => void take()}>
        {isOne ? "Take the zones of its shape" : "Begin again with the zones of its shape"}
      </Button>
      {isOne && (
        <p className="text-[14px] text-ink-2">
          Or tap a side of it. Untouched it stays one zone, and nothing asks.
        </p>
      )}
    </div>
  );
}

/** Faces turn by more than this at the border of two zones. */
const CREASE_DEG = 25;
/** As many zones as a list of places is read with. */
const MOST_PROPOSED = 40;
