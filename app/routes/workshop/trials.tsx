import { Form, useFetcher, useSearchParams, type FetcherWithComponents } from "react-router";
import type { Route } from "./+types/trials";
import { clearances, type FitKind, fits } from "#core/joints/clearance";
import { couponGaps } from "#core/joints/coupon";
import { writeBinaryStl } from "#core/formats/stl";
import { listScenes, putRow } from "#data/scenes";
import { getWorkshop } from "#data/workshop";
import { Button } from "#ui/Button";
import { Choice, Field, Problems } from "#ui/Field";
import { EmptyState } from "#ui/States";
import { type Say, useToast } from "#ui/Toasts";
import { localNow } from "#app/clock";
import { keep, undoAction } from "#app/jobs/keep";
import { couponSoup } from "#app/jobs/trialParts";
import { saveFile } from "#app/jobs/saveFile";
import { answer, fieldsOf, readForm, refuse, textOf } from "#app/readForm";
import { buttons, figures, PlainTable } from "#ui/PlainTable";
import type { Printer } from "#core/print/printer";
import type { Coupon } from "#core/scene/coupon";
import type { Workshop } from "#core/scene/workshop";
import { trialForm } from "./forms";
import { MaterialChoice } from "./MaterialChoice";
import { OpeningsPanel } from "./OpeningsPanel";
import { WithScene } from "./WithScene";
import { ShrinkPanel } from "./ShrinkPanel";
import type { Answered } from "#app/readForm";

export const clientLoader = async () => ({ workshop: await getWorkshop(), scenes: await listScenes() });

export async function clientAction({ request }: Route.ClientActionArgs) {
  const form = await readForm(request);
  const { at } = localNow();
  if (textOf(form, "intent") === "remove") {
    return answer(await keep("Remove a trial", [{ table: "coupons", remove: textOf(form, "id") }]));
  }
  const chosen = textOf(form, "chosen");
  if (chosen === "")
    return refuse([
      { code: "trial/none", path: ["chosen"], message: "Say which socket fitted: count its notches." },
    ]);
  const fields = await fieldsOf(form, trialForm);
  if (!fields.ok) return refuse(fields.problems);
  const material = textOf(form, "material");
  const outcome = await putRow(
    "coupons",
    {
      id: crypto.randomUUID(),
      printerId: textOf(form, "printer"),
      materialId: material === "" ? null : material,
      fit: textOf(form, "fit") as FitKind,
      chosenMm: fields.value.chosen,
      at,
      note: textOf(form, "note"),
    },
    "Keep what fitted",
    at,
  );
  return answer(outcome);
}

/**
 * Trials of a fit: a strip of sockets is printed, the one that fits is kept, and all later clearances follow
 * it.
 */
export default function Trials({ loaderData: { workshop, scenes }, actionData }: Route.ComponentProps) {
  const [search, setSearch] = useSearchParams();
  const fetcher = useFetcher();
  const say = useToast();
  const printer = workshop.printers.find((p) => p.id === search.get("printer")) ?? workshop.printers[0];
  const fit: FitKind = fits.find((f) => f === search.get("fit")) ?? "snug";
  if (!printer)
    return (
      <EmptyState title="No printers yet">
        A trial is printed on one machine in one material, and holds for both.
      </EmptyState>
    );
  const gaps = couponGaps(printer.process, fit);
  const [low, high] = clearances[printer.process][fit];
  const setting = (key: string, value: string) =>
    setSearch({ printer: printer.id, fit, [key]: value }, { replace: true, preventScrollReset: true });
  const take = () => {
    saveFile(
      writeBinaryStl(couponSoup(printer.process, fit)),
      `trial-${fit.replaceAll(" ", "-")}-${printer.process}.stl`,
      "model/stl",
    );
  };
  const nameOf = (id: string) => workshop.printers.find((p) => p.id === id)?.name ?? "a printer that is gone";
  return (
    <div className="grid max-w-4xl gap-6">
      <h1>Trials of a fit</h1>
      <p className="text-ink-2">
        Print the strip once for a machine and a material, try the peg in its sockets, and keep the one that
        fits. Clearances in Joints then follow it instead of common practice.
      </p>
      <section className="panel grid gap-4">
        <TrialChoice printer={printer} setting={setting} workshop={workshop} fit={fit} take={take} />
        <p className="text-[14px]">
          Usual for {fit} in {printer.process}: {low} to {high} mm a side (common practice). The strip has{" "}
          {gaps.length} sockets, from {gaps[0]} mm to {gaps.at(-1)} mm a side; notches in its edge count them.
        </p>
        <TrialForm printer={printer} fit={fit} workshop={workshop} gaps={gaps} actionData={actionData} />
        <Problems problems={actionData?.problems} fields={["chosen"]} />
      </section>
      <WithScene scenes={scenes} printer={printer} fit={fit} />
      {printer.process === "resin" && <OpeningsPanel printer={printer} workshop={workshop} />}
      <ShrinkPanel printer={printer} workshop={workshop} />
      {workshop.coupons.length > 0 && (
        <TrialTable workshop={workshop} nameOf={nameOf} fetcher={fetcher} say={say} />
      )}
    </div>
  );
}

function TrialTable({
  workshop,
  nameOf,
  fetcher,
  say,
}: {
  readonly workshop: Workshop;
  readonly nameOf: (id: string) => string;
  readonly fetcher: FetcherWithComponents<unknown>;
  readonly say: Say;
}) {
  return (
    <PlainTable
      label="Trial pieces"
      heads={[
        "printer",
        "material",
        "fit",
        figures("kept, a side"),
        figures("against the usual"),
        "when",
        "note",
        buttons("remove"),
      ]}
    >
      {[...workshop.coupons]
        .sort((a, b) => (a.at < b.at ? 1 : -1))
        .map((c) => {
          const process = workshop.printers.find((p) => p.id === c.printerId)?.process ?? "filament";
          const usual = clearances[process][c.fit][0];
          return (
            <TrialLine
              key={c.id}
              c={c}
              nameOf={nameOf}
              workshop={workshop}
              usual={usual}
              fetcher={fetcher}
              say={say}
            />
          );
        })}
    </PlainTable>
  );
}

function TrialLine({
  c,
  nameOf,
  workshop,
  usual,
  fetcher,
  say,
}: {
  readonly c: Coupon;
  readonly nameOf: (id: string) => string;
  readonly workshop: Workshop;
  readonly usual: number;
  readonly fetcher: FetcherWithComponents<unknown>;
  readonly say: Say;
}) {
  return (
    <tr>
      <th scope="row">{nameOf(c.printerId)}</th>
      <td>{workshop.materials.find((m) => m.id === c.materialId)?.name ?? "not told"}</td>
      <td>{c.fit}</td>
      <td data-figures>{c.chosenMm} mm</td>
      <td data-figures>
        {c.chosenMm - usual >= 0 ? "+" : "−"}
        {Math.abs(c.chosenMm - usual).toFixed(2)} mm
      </td>
      <td>{c.at.slice(0, 10)}</td>
      <td>{c.note}</td>
      <td>
        <Button
          kind="quiet"
          onClick={() => {
            void fetcher.submit({ intent: "remove", id: c.id }, { method: "post" });
            say("The trial was removed.", undoAction);
          }}
        >
          Remove
        </Button>
      </td>
    </tr>
  );
}

function TrialForm({
  printer,
  fit,
  workshop,
  gaps,
  actionData,
}: {
  readonly printer: Printer;
  readonly fit: "clip" | "press" | "snug" | "slide" | "glued butt" | "magnet pocket" | "hinge pin";
  readonly workshop: Workshop;
  readonly gaps: readonly number[];
  readonly actionData: Answered;
}) {
  return (
    <Form method="post" className="grid items-end gap-3 sm:grid-cols-4">
      <input type="hidden" name="printer" value={printer.id} />
      <input type="hidden" name="fit" value={fit} />
      <MaterialChoice label="Printed in" printer={printer} workshop={workshop} />
      <Choice
        label="What fitted"
        name="chosen"
        options={[
          ["", "not tried yet"],
          ...gaps.map(
            (g, i) => [String(g), `${i + 1} ${i === 0 ? "notch" : "notches"}: ${g} mm a side`] as const,
          ),
        ]}
        problems={actionData?.problems}
      />
      <Field label="Note" name="note" defaultValue="" />
      <Button kind="main" type="submit">
        Keep what fitted
      </Button>
    </Form>
  );
}

function TrialChoice({
  printer,
  setting,
  workshop,
  fit,
  take,
}: {
  readonly printer: Printer;
  readonly setting: (key: string, value: string) => void;
  readonly workshop: Workshop;
  readonly fit: "clip" | "press" | "snug" | "slide" | "glued butt" | "magnet pocket" | "hinge pin";
  readonly take: () => void;
}) {
  return (
    <div className="grid items-end gap-3 sm:grid-cols-3">
      <Choice
        label="Printer"
        name="which"
        value={printer.id}
        onChange={(e) => setting("printer", e.target.value)}
        options={workshop.printers.map((p) => [p.id, p.name] as const)}
      />
      <Choice
        label="Fit"
        name="whichFit"
        value={fit}
        onChange={(e) => setting("fit", e.target.value)}
        options={fits.map((f) => [f, f] as const)}
      />
      <Button onClick={take}>Strip and peg as STL</Button>
    </div>
  );
}
