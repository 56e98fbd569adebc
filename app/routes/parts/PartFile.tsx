import { useState } from "react";
import { Form } from "react-router";
import type { Problem } from "#core/outcome";
import type { PartPlan } from "#core/plan/parts/partPlan";
import type { TriangleSoup } from "#core/mesh/triangleMesh";
import { undoAction } from "#app/jobs/keep";
import { Button } from "#ui/Button";
import { Field, Tick } from "#ui/Field";
import { useToast } from "#ui/Toasts";
import { mendPart } from "#app/jobs/mendPart";
import { KeptForm } from "#route/KeptForm";

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
      <KeptForm
        className="grid grid-cols-2 items-start gap-3"
        key={part.id}
        version={JSON.stringify(part.origin)}
      >
        <Field
          label="From"
          name="from"
          defaultValue={part.origin.from}
          hint="who drew it, where it was got"
        />
        <Field label="Licence" name="licence" defaultValue={part.origin.licence} />
        <Field label="Scale its source names" name="nativeScale" defaultValue={part.origin.nativeScale} />
        <Field
          label={`Paid, ${currency}`}
          name="price"
          inputMode="decimal"
          defaultValue={part.origin.priceMinor === null ? "" : (part.origin.priceMinor / 100).toFixed(2)}
          problems={problems}
        />
        <Button type="submit" name="intent" value="origin">
          Set the source
        </Button>
      </KeptForm>
      {m && (
        <div className="border-t border-primer-3 pt-2">
          <h3>Health</h3>
          {wrong ? (
            <>
              <ul className="list-disc pl-5">
                {m.flaws.openLoops.slice(0, 4).map((l, i) => (
                  <li key={i}>
                    {l.closed ? "open rim" : "open line"} of {l.edges} edges, {(l.length * factor).toFixed(1)}{" "}
                    mm round, at {l.at.map((v) => (v * factor).toFixed(1)).join(", ")} mm
                  </li>
                ))}
                {m.flaws.loops > 4 && <li>and {m.flaws.loops - 4} more, shorter</li>}
                {m.health.overSharedEdges > 0 && (
                  <li>{m.health.overSharedEdges} edges with more than two faces</li>
                )}
                {m.flaws.flippedPatches > 0 && (
                  <li>
                    {m.flaws.flippedPatches} {m.flaws.flippedPatches === 1 ? "patch looks" : "patches look"}{" "}
                    inward
                  </li>
                )}
                {m.health.zeroAreaFaces > 0 && <li>{m.health.zeroAreaFaces} faces without area</li>}
                {m.flaws.shells.some((s) => s.kind === "inside out") && <li>inside out</li>}
              </ul>
              <p className="mt-2 flex flex-wrap items-center gap-2">
                <Button disabled={mending || !soup} onClick={() => void mend()}>
                  {mending ? "Mending…" : "Mend it"}
                </Button>
                <span className="text-[14px] text-ink-2">
                  Joins corners closer than a hundred-thousandth of its size, drops empty faces, turns what
                  looks inward. No hole is filled.
                </span>
              </p>
            </>
          ) : (
            <p>
              Closed, every face looking outward{m.health.shells > 1 ? `, ${m.health.shells} shells` : ""}.
            </p>
          )}
          {m.regions.spaces.length > 0 && (
            <p className="text-[14px]">
              {m.regions.spaces[0]!.kind === "hollow" ? "Closed hollow" : "Cup that holds what is poured in"}{" "}
              of {((m.regions.spaces[0]!.volume * factor ** 3) / 1000).toFixed(2)} ml at{" "}
              {m.regions.spaces[0]!.at.map((v) => (v * factor).toFixed(0)).join(", ")} mm
              {m.regions.spaces.length > 1 && `, and ${m.regions.spaces.length - 1} more`}.
            </p>
          )}
          {m.regions.islands.length > 0 && (
            <p className="text-[14px]">
              {m.regions.islands.length} {m.regions.islands.length === 1 ? "place starts" : "places start"} in
              mid-air as it stands in its file, the largest{" "}
              {((m.regions.islands[0]!.area * factor ** 2) / 100).toFixed(2)} cm².
            </p>
          )}
          {m.resting[0] && (
            <p className="text-[14px]">
              Rests on {m.resting.length} {m.resting.length === 1 ? "side" : "sides"}; on its largest it tips
              at {m.resting[0].tipDeg.toFixed(0)}°. Smallest rectangle round its plan{" "}
              {(m.turnedBox.width * factor).toFixed(1)} × {(m.turnedBox.depth * factor).toFixed(1)} mm, turned{" "}
              {m.turnedBox.turnDeg.toFixed(0)}°.
            </p>
          )}
        </div>
      )}
      <div className="border-t border-primer-3 pt-2">
        <h3>
          Versions and flaws
          {open.length > 0 && <span className="text-oxide"> · {open.length} not corrected in the file</span>}
        </h3>
        {part.history.versions.length > 0 && (
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
        )}
        <KeptForm
          className="grid grid-cols-2 items-start gap-3"
          key={`versions ${part.id}`}
          version={part.history.versions.length}
        >
          <Field label="Fault found" name="flaw" />
          <Field label="Change made" name="change" placeholder="by hand, or in the file" />
          <Field
            label="Trial prints"
            name="trials"
            type="number"
            min={0}
            defaultValue={0}
            problems={problems}
          />
          <Field label="Whose remark" name="saidBy" />
          <Tick label="Corrected in the file" name="isCorrected" />
          <Button type="submit" name="intent" value="version">
            Note it
          </Button>
        </KeptForm>
      </div>
    </section>
  );
}
