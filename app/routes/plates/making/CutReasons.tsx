import { useMemo } from "react";
import { moneyText } from "#core/money";
import type { Outcome } from "#core/outcome";
import type { PartPlan } from "#core/plan/parts/partPlan";
import { meetingParts } from "#core/plan/parts/meeting";
import {
  areWorthIt,
  type CutReason,
  shellsReason,
  supportCutReason,
  wholeReason,
} from "#core/plan/plates/cutReasons";
import type { Printer } from "#core/print/printer";
import type { SupportCut } from "#core/print/supportCuts";
import { shellWallMm } from "#core/print/twoShells";
import { printOf } from "#core/scene/part";
import { useJob } from "#app/hooks/useJob";
import { undoAction } from "#app/jobs/keep";
import { keepShells, mergeParts } from "#app/jobs/shaping";
import { useScene } from "#app/routes/scenes/useScene";
import { Button } from "#ui/Button";
import { durationText } from "#ui/Duration";
import { buttons, figures, PlainTable } from "#ui/PlainTable";
import { ProgressLine } from "#ui/States";
import { useToast } from "#ui/Toasts";
import { loadMeshBlob } from "#data/meshes";
import { findSupportCut, type ShellPieces, splitInShells } from "#workers/print";

type Found = { readonly cut: SupportCut | null; readonly shells: Outcome<ShellPieces> };

/** Looks on the mesh, away from the page. */
async function lookForCuts(
  p: PartPlan,
  printer: Printer,
  tell: (share: number) => void,
  signal: AbortSignal,
): Promise<Found> {
  const corners = (await loadMeshBlob(p.part.meshId!))!;
  const { factor } = p.rescale;
  const { pose, raised } = printOf(p.part);
  const cut = await findSupportCut(corners, pose, raised, factor, printer, (s) => tell(0.5 * s), signal);
  const wallMm = shellWallMm(printer);
  const shells = await splitInShells(corners, wallMm, factor, (s) => tell(0.5 + 0.5 * s), signal);
  return { cut, shells };
}

/** Reasons to cut a part that fits whole, or to make one piece of several. */
export function CutReasons({
  p,
  take,
}: {
  readonly p: PartPlan;
  /** Puts the plane of a cut where it can be moved. */
  readonly take: (cut: SupportCut) => void;
}) {
  const { plan, input } = useScene();
  const found = useJob<Found>();
  const say = useToast();
  const c = p.chosen;
  if (!c || !p.part.meshId || printOf(p.part).pieceOf) return null;
  const look = () => void found.start((tell, signal) => lookForCuts(p, c.printer, tell, signal));
  const keep = async (shells: ShellPieces) => {
    const kept = await keepShells(p, shells);
    say(kept.ok ? `${p.part.name} is two shells now, to be glued.` : kept.problems[0]!.message, undoAction);
  };
  const { job, stop } = found;
  return (
    <div className="grid gap-3" role="group" aria-label="Reasons to cut">
      <div className="flex flex-wrap items-center gap-3">
        <Button disabled={job.state === "running"} onClick={look}>
          What would a cut spare?
        </Button>
        <span className="text-[14px] text-ink-2">
          supports that are not needed in two pieces; a void in two shells
        </span>
      </div>
      {job.state === "running" && <ProgressLine what="Looking for cuts" share={job.share} onCancel={stop} />}
      {job.said && <p role="alert">{job.said}</p>}
      {job.value && (
        <Reasons
          p={p}
          found={job.value}
          log={input.workshop.log}
          currency={input.workshop.currency}
          take={take}
          keep={keep}
        />
      )}
      <Merging p={p} parts={plan.parts} />
    </div>
  );
}

function Reasons({
  p,
  found: { cut, shells },
  log,
  currency,
  take,
  keep,
}: {
  readonly p: PartPlan;
  readonly found: Found;
  readonly log: Parameters<typeof wholeReason>[2];
  readonly currency: string;
  readonly take: (cut: SupportCut) => void;
  readonly keep: (shells: ShellPieces) => Promise<void>;
}) {
  const c = p.chosen!;
  const whole = wholeReason(p, c, log);
  const hollow = shells.ok ? shellsReason(p, c, shells.value, log) : null;
  const noShells = shells.ok
    ? "they would take about as much material as the whole."
    : shells.problems[0]!.message;
  return (
    <>
      <PlainTable
        label="Whole or in two"
        heads={[
          "way",
          ...["machine", "hands", "material", "money", "contacts", "seam", "fails"].map(figures),
          buttons("take it"),
        ]}
      >
        <ReasonRow of={whole} currency={currency} />
        {cut && (
          <ReasonRow
            of={supportCutReason(p, c, cut, log)}
            currency={currency}
            take={() => take(cut)}
            label="Show this cut"
          />
        )}
        {hollow && areWorthIt(hollow, whole) && (
          <ReasonRow
            of={hollow}
            currency={currency}
            take={() => void keep((shells as { value: ShellPieces }).value)}
            label="Make two shells"
          />
        )}
      </PlainTable>
      {!cut && <p className="text-[14px]">No cut spares more of supports than its seam takes.</p>}
      {!(hollow && areWorthIt(hollow, whole)) && <p className="text-[14px]">No shells: {noShells}</p>}
    </>
  );
}

function ReasonRow({
  of,
  currency,
  take,
  label,
}: {
  readonly of: CutReason;
  readonly currency: string;
  readonly take?: () => void;
  readonly label?: string;
}) {
  return (
    <tr>
      <th scope="row">{of.what}</th>
      <td data-figures>{durationText(of.machineMinutes)}</td>
      <td data-figures>{durationText(of.handsMinutes)}</td>
      <td data-figures>{of.grams.toFixed(1)} g</td>
      <td data-figures>{moneyText(Math.round(of.costMinor), currency)}</td>
      <td data-figures>{of.contacts}</td>
      <td data-figures>{of.seamMm > 0 ? `${of.seamMm.toFixed(0)} mm` : "none"}</td>
      <td data-figures>{Math.round(100 * of.failsShare)} %</td>
      <td>{take && <Button onClick={take}>{label}</Button>}</td>
    </tr>
  );
}

/** Parts of the same file that stand against this one: as one piece there is no joint, and more is lost at once. */
function Merging({ p, parts }: { readonly p: PartPlan; readonly parts: readonly PartPlan[] }) {
  const others = useMemo(() => meetingParts(p, parts), [p, parts]);
  const merging = useJob<string>();
  const say = useToast();
  if (others.length === 0) return null;
  const merge = async () => {
    const all = [p, ...others].map((q) => q.part);
    const said = await merging.start((_, signal) => mergeParts(all, signal));
    if (said) say(said, undoAction);
  };
  const names = others.map((q) => q.part.name).join(", ");
  const minutes = [p, ...others].reduce((sum, q) => sum + (q.chosen?.one.minutes.value ?? 0), 0);
  return (
    <p className="flex flex-wrap items-center gap-3">
      <span className="min-w-64 flex-1">
        {names} {others.length === 1 ? "stands" : "stand"} against it in its file. As one piece there is no
        joint to glue; a failure then costs about {durationText(minutes)} at once.
      </span>
      <Button disabled={merging.job.state === "running"} onClick={() => void merge()}>
        Print them in one
      </Button>
    </p>
  );
}
