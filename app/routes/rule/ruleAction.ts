import type { ClientActionFunctionArgs } from "react-router";
import { success, under } from "#core/outcome";
import { parseLength } from "#core/scale/lengthText";
import { readLedgerCsv } from "#core/scale/ledgerCsv";
import { parseRatio, ratioText } from "#core/scale/ratio";
import { appDatabase } from "#data/db";
import { patchRow, putRow } from "#data/scenes";
import { getHabits } from "#data/workshop";
import { localNow } from "#app/clock";
import { keep } from "#app/jobs/keep";
import { drawingIntents } from "./drawingActions";
import { answer, readForm, refuse, type SentForm, textOf } from "#app/readForm";

/** A form that was sent on the rule. */
type Sent = { readonly form: SentForm; readonly sceneId: string; readonly at: string };
type Said = ReturnType<typeof answer>;

const intents: Readonly<Record<string, (sent: Sent) => Promise<Said>>> = {
  units: changeUnits,
  "ledger-add": addLedgerLine,
  "ledger-remove": removeLedgerLine,
  "ledger-csv": readLedger,
  "feature-add": addFeature,
  "feature-remove": removeFeature,
  ...drawingIntents,
};

/** Everything decided on the rule: the scale, how lengths are shown, the ledger, own features. */
export async function ruleAction({ request, params }: ClientActionFunctionArgs): Promise<Said> {
  const form = await readForm(request);
  const act = intents[textOf(form, "intent")] ?? changeScale;
  return act({ form, sceneId: params.sceneId!, at: localNow().at });
}

/** The scale of the scene as it was typed; a figure size can be read two ways. */
async function changeScale({ form, sceneId, at }: Sent): Promise<Said> {
  const ratio = under("ratio", parseRatio(textOf(form, "ratio")));
  if (!ratio.ok) return refuse(ratio.problems);
  const { denominator, said, band } = ratio.value;
  const pick = textOf(form, "convention");
  const n = band && pick === "eye" ? band.low : band && pick === "crown" ? band.high : denominator;
  return answer(
    await patchRow(
      "scenes",
      sceneId,
      { denominator: n, ratioSaid: said, changedAt: at },
      `Scale ${ratioText(Number(n.toFixed(2)))}`,
      at,
    ),
  );
}

/** How lengths are shown. */
async function changeUnits({ form, at }: Sent) {
  return answer(
    await putRow(
      "settings",
      { ...(await getHabits()), lengthSystem: textOf(form, "system") === "inch" ? "inch" : "metric" },
      "Change the units shown",
      at,
    ),
  );
}

/** A thing of known size, for the ledger. */
async function addLedgerLine({ form, sceneId, at }: Sent) {
  const real = under("ledgerReal", parseLength(textOf(form, "ledgerReal"), 1));
  if (!real.ok) return refuse(real.problems);
  const name = textOf(form, "ledgerName").trim();
  if (name === "")
    return refuse([{ code: "ledger/no-name", path: ["ledgerName"], message: "Say what it is." }]);
  return answer(
    await putRow(
      "ledger",
      {
        id: crypto.randomUUID(),
        sceneId,
        name,
        realMm: real.value.mm,
        along: textOf(form, "along") === "height" ? "height" : "bed",
        position: Date.now(),
      },
      `Add ${name} to the ledger`,
      at,
    ),
  );
}

/** A line of the ledger that is taken out. */
async function removeLedgerLine({ form }: Sent) {
  return answer(
    await keep("Take a line out of the ledger", [{ table: "ledger", remove: textOf(form, "rowId") }]),
  );
}

/** A whole ledger from a file. */
async function readLedger({ form, sceneId }: Sent) {
  const file = form.csv;
  if (!(file instanceof File) || file.size === 0)
    return refuse([{ code: "csv/none", path: [], message: "Choose a CSV file first." }]);
  if (file.size > 5e6)
    return refuse([
      {
        code: "csv/large",
        path: [],
        message: `${file.name} is ${Math.round(file.size / 1e6)} MB; a ledger of up to 5 MB is read.`,
      },
    ]);
  const entries = readLedgerCsv(await file.text());
  if (!entries.ok)
    return refuse(entries.problems.map((p) => ({ ...p, message: `${file.name}: ${p.message}` })));
  const position = Date.now();
  const lines = entries.value.map((e, i) => ({
    id: crypto.randomUUID(),
    sceneId,
    position: position + i,
    ...e,
  }));
  return answer(
    await keep(
      `Bring ${file.name} in`,
      lines.map((put) => ({ table: "ledger" as const, put })),
    ),
  );
}

/** A feature of one's own, from its smallest usual size to its largest. */
async function addFeature({ form, at }: Sent) {
  const low = under("featureLow", parseLength(textOf(form, "featureLow"), 1));
  const high = under("featureHigh", parseLength(textOf(form, "featureHigh"), 1));
  if (!low.ok) return refuse(low.problems);
  if (!high.ok) return refuse(high.problems);
  const name = textOf(form, "featureName").trim();
  if (name === "")
    return refuse([{ code: "feature/no-name", path: ["featureName"], message: "Say what it is." }]);
  if (high.value.mm < low.value.mm)
    return refuse([
      {
        code: "feature/range",
        path: ["featureHigh"],
        message: "The larger size must not be under the smaller.",
      },
    ]);
  return answer(
    await putRow(
      "features",
      {
        id: `own-${crypto.randomUUID()}`,
        name,
        lowMm: low.value.mm,
        highMm: high.value.mm,
        source: textOf(form, "featureSource") || "your own",
      },
      `Add ${name}`,
      at,
    ),
  );
}

/** A feature of one's own that is taken out. */
async function removeFeature({ form }: Sent) {
  const feature = await appDatabase().features.get(textOf(form, "featureId"));
  return feature
    ? answer(await keep(`Remove ${feature.name}`, [{ table: "features", remove: feature.id }]))
    : answer(success(null));
}
