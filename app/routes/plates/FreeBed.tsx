import { printOf } from "#core/scene/part";
import { useState } from "react";
import { boundsOf } from "#core/print/nestShape";
import type { NestPiece } from "#core/print/nest";
import { usableBed } from "#core/print/printer";
import { outlineOf, type PlatePlan, SPACING_MM } from "#core/plan/plates/planPlates";
import { undoAction } from "#app/jobs/keep";
import { patchRow } from "#data/scenes";
import { Button } from "#ui/Button";
import { useToast } from "#ui/Toasts";
import { localNow } from "#app/clock";
import type { SceneView } from "#app/jobs/sceneView";
import { placeOnPlate } from "#workers/plan";
import type { Plan } from "#core/plan/plan";
import type { PartPlan } from "#core/plan/parts/partPlan";

/**
 * What would still go on this bed: spares of what is printed in the same material, fragile things first. On
 * resin they cost no time.
 */
export function FreeBed({ plate, view: { plan } }: { plate: PlatePlan; view: SceneView }) {
  const [found, setFound] = useState<readonly string[] | null>(null);
  const [busy, setBusy] = useState(false);
  const say = useToast();
  const resin = plate.printer.process === "resin";
  const candidates = couldGoOn(plan, plate);
  if (plate.freeShare < 0.08 || candidates.length === 0) return null;
  const look = async () => {
    setBusy(true);
    setFound(await thatFit(candidates, plate));
    setBusy(false);
  };
  const add = async (partId: string) => {
    const { part } = plan.parts.find((x) => x.part.id === partId)!;
    const spares = printOf(part).spares + 1;
    const label = `One spare ${part.name}`;
    const outcome = await patchRow("parts", partId, { print: { spares } }, label, localNow().at);
    say(outcome.ok ? `${label} is planned.` : outcome.problems[0]!.message, undoAction);
  };
  return (
    <section className="panel grid gap-2" aria-label="Free bed">
      <h2>{Math.round(100 * plate.freeShare)} % of the bed is free</h2>
      <p className="text-[14px] text-ink-2">
        {resin
          ? "A resin plate takes as long as its tallest piece: what is lower costs resin and no time."
          : "What goes on now needs no set-up of its own."}
      </p>
      {found === null ? (
        <div>
          <Button disabled={busy} onClick={() => void look()}>
            {busy ? "Trying…" : "What spares would fit?"}
          </Button>
        </div>
      ) : found.length === 0 ? (
        <p>None of the parts of this material finds a place.</p>
      ) : (
        <FreeBedParts found={found} plan={plan} resin={resin} add={add} />
      )}
    </section>
  );
}

const MOST_TRIED = 12;

/** Parts that go on the same machine in the same material, most copies first, then the shortest. */
function couldGoOn(plan: Plan, plate: PlatePlan): readonly PartPlan[] {
  const resin = plate.printer.process === "resin";
  const highest = Math.max(0, ...plate.laid.map((l) => l.heightMm));
  return plan.parts
    .filter(
      (p) =>
        p.chosen?.printer.id === plate.printer.id &&
        p.chosen.material?.id === plate.material?.id &&
        p.chosen.fit.kind === "fits" &&
        p.asItLies &&
        // Lower than the plate is already, so that resin takes no longer for it.
        (!resin || (p.body?.sizeMm[2] ?? 0) <= highest + 0.05),
    )
    .sort((a, b) => b.part.count - a.part.count || a.chosen!.one.minutes.value - b.chosen!.one.minutes.value)
    .slice(0, MOST_TRIED);
}

/** @returns ids of the parts that find a place among what lies on the plate */
async function thatFit(candidates: readonly PartPlan[], plate: PlatePlan): Promise<readonly string[]> {
  const [w, d] = usableBed(plate.printer);
  const others = plate.laid.map((l): NestPiece => ({ id: l.id, shape: l.id, outline: l.lines }));
  const where = others.map((o) => ({ id: o.id, xMm: 0, yMm: 0, turnDeg: 0 }));
  const fits: string[] = [];
  for (const p of candidates) {
    const outline = outlineOf(p);
    const b = boundsOf(outline);
    if (Math.min(b.x1 - b.x0, b.y1 - b.y0) > Math.max(w, d)) continue;
    const spare = { id: "spare", shape: "spare", outline };
    if (await placeOnPlate(spare, others, where, w, d, SPACING_MM[plate.printer.process]))
      fits.push(p.part.id);
  }
  return fits;
}

function FreeBedParts({
  found,
  plan,
  resin,
  add,
}: {
  readonly found: readonly string[];
  readonly plan: Plan;
  readonly resin: boolean;
  readonly add: (partId: string) => Promise<void>;
}) {
  return (
    <ul className="grid gap-1.5">
      {found.map((id) => {
        const p = plan.parts.find((x) => x.part.id === id)!;
        return (
          <li key={id} className="flex flex-wrap items-center gap-3">
            <span>{p.part.name}</span>
            <span className="figures text-[14px] text-ink-2">
              {resin ? "no time" : `+ ${Math.round(p.chosen!.one.minutes.value)} min`},{" "}
              {p.chosen!.one.grams.value.toFixed(1)} g
            </span>
            <Button className="ml-auto" onClick={() => void add(id)}>
              One spare
            </Button>
          </li>
        );
      })}
    </ul>
  );
}
