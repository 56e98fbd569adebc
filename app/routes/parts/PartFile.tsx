import { useState } from "react";
import { Form } from "react-router";
import type { Problem } from "#core/outcome";
import type { PartPlan } from "#core/plan/parts/partPlan";
import type { TriangleSoup } from "#core/mesh/triangleMesh";
import { undoAction } from "#app/jobs/keep";
import { Button } from "#ui/Button";
import { sourceKinds } from "#core/scene/part";
import { Choice, Field, Tick } from "#ui/Field";
import { useToast } from "#ui/Toasts";
import { mendPart } from "#app/jobs/mendPart";
import { KeptForm } from "#route/KeptForm";
import { trialsOf, trialsText } from "#core/plan/parts/trials";
import { durationText } from "#ui/Duration";
import { SourceLines } from "./SourceLines";
import { NewerFile } from "./FileCame";
import { MeshState } from "./MeshState";
import { ThinMeshPanel } from "./ThinMeshPanel";
import type { Part } from "#core/scene/part";

/** Where the file came from, its health and mends, and what was found wrong with it over time. */
export function PartFile({
  p,
  soup,
  currency,
  problems,
}: {
  p: PartPlan;
  soup: TriangleSoup | null;
  currency: string;
  problems: readonly Problem[] | undefined;
}) {
  const {
    part,
    measurement: m,
    rescale: { factor },
  } = p;
  const [mending, setMending] = useState(false);
  const say = useToast();
  const wrong =
    m &&
    (m.health.openEdges > 0 ||
      m.health.overSharedEdges > 0 ||
      m.health.flippedEdges > 0 ||
      m.health.zeroAreaFaces > 0 ||
      m.flaws.shells.some((s) => s.kind === "inside out"));
  const mend = async () => {
    if (!soup) return;
    setMending(true);
    const said = await mendPart(part, soup);
    setMending(false);
    say(said, undoAction);
  };
  const open = part.history.versions.filter((v) => v.flaw !== "" && !v.corrected);
  return (
    <section className="panel grid content-start gap-3">
      <h2>File</h2>
      <LicenceForm key={part.id} part={part} currency={currency} problems={problems} />
      <SourceLines part={part} />
      {m && <MeshState wrong={wrong} m={m} factor={factor} mending={mending} soup={soup} mend={mend} />}
      {soup && part.made === "printed" && <NewerFile part={part} factor={factor} />}
      <ThinMeshPanel key={`${part.id} ${part.meshId}`} p={p} />
      <div className="border-t border-primer-3 pt-2">
        <h3>
          Versions and flaws
          {open.length > 0 && <span className="text-oxide"> · {open.length} not corrected in the file</span>}
        </h3>
        {part.history.versions.length > 0 && <VersionList part={part} />}
        <TrialLine p={p} currency={currency} problems={problems} />
        <VersionForm key={`versions ${part.id}`} part={part} problems={problems} />
      </div>
    </section>
  );
}

/** What trial prints took so far, of what they may. */
function TrialLine({
  p,
  currency,
  problems,
}: {
  readonly p: PartPlan;
  readonly currency: string;
  readonly problems: readonly Problem[] | undefined;
}) {
  const trials = trialsOf(p);
  if (!trials) return null;
  const { budgetMinor, copies, grams, minutes, isOver } = trials;
  return (
    <KeptForm className="mb-2 grid grid-cols-2 items-end gap-3" version={String(budgetMinor)}>
      <p className={`col-span-2 text-[14px] ${isOver ? "text-oxide" : ""}`}>
        {trialsText(trials, currency)}
        {copies > 0 && `, ${grams.toFixed(0)} g and ${durationText(minutes)} of machine`}
      </p>
      <Field
        label={`Trials may cost, ${currency}`}
        name="trialBudget"
        inputMode="decimal"
        defaultValue={budgetMinor === null ? "" : (budgetMinor / 100).toFixed(2)}
        problems={problems}
      />
      <Button type="submit" name="intent" value="trial-budget">
        Set the budget
      </Button>
    </KeptForm>
  );
}

function VersionForm({
  part,
  problems,
}: {
  readonly part: Part;
  readonly problems: readonly Problem[] | undefined;
}) {
  return (
    <KeptForm className="grid grid-cols-2 items-start gap-3" version={part.history.versions.length}>
      <Field label="Fault found" name="flaw" />
      <Field label="Change made" name="change" placeholder="by hand, or in the file" />
      <Field label="Trial prints" name="trials" type="number" min={0} defaultValue={0} problems={problems} />
      <Field label="Whose remark" name="saidBy" />
      <Tick label="Corrected in the file" name="isCorrected" />
      <Button type="submit" name="intent" value="version">
        Note it
      </Button>
    </KeptForm>
  );
}

function VersionList({ part }: { readonly part: Part }) {
  return (
    <ul className="mb-2 grid gap-1">
      {[...part.history.versions].reverse().map((v) => (
        <li key={v.id} className="flex flex-wrap items-baseline gap-2 text-[14px]">
          <span className="figures text-ink-2">{v.at.slice(0, 10)}</span>
          <span>
            {[
              v.flaw && `fault: ${v.flaw}`,
              v.change && `change: ${v.change}`,
              v.trialCopies > 0 && `${v.trialCopies} trial ${v.trialCopies === 1 ? "print" : "prints"}`,
              v.saidBy && `said by ${v.saidBy}`,
            ]
              .filter(Boolean)
              .join("; ")}
          </span>
          {v.flaw !== "" && !v.corrected && (
            <Form method="post">
              <input type="hidden" name="versionId" value={v.id} />
              <Button kind="quiet" type="submit" name="intent" value="corrected">
                Corrected in the file
              </Button>
            </Form>
          )}
        </li>
      ))}
    </ul>
  );
}

function LicenceForm({
  part,
  currency,
  problems,
}: {
  readonly part: Part;
  readonly currency: string;
  readonly problems: readonly Problem[] | undefined;
}) {
  return (
    <KeptForm className="grid grid-cols-2 items-start gap-3" version={JSON.stringify(part.origin)}>
      <Field label="From" name="from" defaultValue={part.origin.from} hint="who drew it, where it was got" />
      <Field label="Licence" name="licence" defaultValue={part.origin.licence} />
      <Field label="Scale its source names" name="nativeScale" defaultValue={part.origin.nativeScale} />
      <Field
        label={`Paid, ${currency}`}
        name="price"
        inputMode="decimal"
        defaultValue={part.origin.priceMinor === null ? "" : (part.origin.priceMinor / 100).toFixed(2)}
        problems={problems}
      />
      <Choice
        label="It is"
        name="kind"
        defaultValue={part.origin.kind ?? ""}
        options={[["", "as its price says"], ...sourceKinds.map((k) => [k, k] as const)]}
      />
      <Choice
        label="How good it is"
        name="rating"
        defaultValue={String(part.origin.rating ?? "")}
        options={[["", "not said"], ...[5, 4, 3, 2, 1].map((n) => [String(n), `${n} of 5`] as const)]}
      />
      <Button type="submit" name="intent" value="origin">
        Set the source
      </Button>
    </KeptForm>
  );
}
