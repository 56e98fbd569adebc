import { sourceKinds } from "#core/scene/part";
import { isMaterialId, materialOf } from "#core/materials/materials";
import { failure, type Outcome, type Problem } from "#core/outcome";
import { copyStates, type CutPiece, type FileVersion, cutPiecesOf } from "#core/scene/part";
import { appDatabase } from "#data/db";
import { patchRow } from "#data/scenes";
import { fieldsOf, moneyOf, numberOf, type SentForm, textOf, typedNumber } from "#app/readForm";
import { cutForm, versionForm } from "./forms";

/** A form that was sent for one part. */
type Sent = { readonly form: SentForm; readonly id: string; readonly at: string };

const intents: Readonly<Record<string, (sent: Sent) => Promise<Outcome<unknown> | null>>> = {
  origin: sayOrigin,
  version: noteFlaw,
  "trial-budget": sayBudget,
  corrected: tickCorrected,
  copies: sayCopies,
  ways: compareWays,
  "cut-add": addCutPiece,
  "cut-made-of": sayMadeOf,
  "cut-remove": removeCutPiece,
};

/**
 * What is noted about a part: where its file is from, its flaws, its copies, what it is cut from, other ways
 * to have it. Null when the form asks something else.
 */
export async function partRecordAction(
  form: SentForm,
  id: string,
  at: string,
): Promise<Outcome<unknown> | null> {
  return (await intents[textOf(form, "intent")]?.({ form, id, at })) ?? null;
}

/** Where its file is from. */
async function sayOrigin({ form, id, at }: Sent): Promise<Outcome<unknown>> {
  const price = moneyOf(form, "price");
  if (!price.ok) return price;
  const kind = sourceKinds.find((k) => k === textOf(form, "kind"));
  const rating = Math.round(typedNumber(textOf(form, "rating")));
  return patchRow(
    "parts",
    id,
    ({ origin }) => ({
      origin: {
        fileName: origin.fileName,
        from: textOf(form, "from"),
        licence: textOf(form, "licence"),
        nativeScale: textOf(form, "nativeScale"),
        priceMinor: price.value,
        ...(kind ? { kind } : {}),
        ...(rating >= 1 && rating <= 5 ? { rating } : {}),
      },
    }),
    "Say where a file is from",
    at,
  );
}

/** A fault that was found, or what was changed about one. */
async function noteFlaw({ form, id, at }: Sent): Promise<Outcome<unknown>> {
  const part = await appDatabase().parts.get(id);
  const fields = await fieldsOf(form, versionForm);
  if (!fields.ok) return fields;
  const version = {
    id: crypto.randomUUID(),
    meshId: part?.meshId ?? null,
    fileName: part?.origin.fileName ?? "",
    at,
    change: textOf(form, "change"),
    flaw: textOf(form, "flaw"),
    corrected: textOf(form, "isCorrected") === "on",
    trialCopies: fields.value.trials,
    saidBy: textOf(form, "saidBy"),
  };
  if (version.flaw === "" && version.change === "" && version.trialCopies === 0)
    return failure({
      code: "version/empty",
      path: [],
      message: "Say what fault was found, what was changed, or how many trials were printed.",
    });
  return patchRow(
    "parts",
    id,
    ({ history: { versions } }) => ({ history: { versions: [...versions, version] } }),
    "Note a flaw",
    at,
  );
}

/** What trial prints may cost in all; empty lets them cost what they will. */
async function sayBudget({ form, id, at }: Sent): Promise<Outcome<unknown>> {
  const budget = moneyOf(form, "trialBudget");
  if (!budget.ok) return budget;
  const patch = { history: { trialBudgetMinor: budget.value } };
  return patchRow("parts", id, patch, "Say what trials may cost", at);
}

/** A fault that is corrected. */
async function tickCorrected({ form, id, at }: Sent): Promise<Outcome<unknown>> {
  const corrected = (v: FileVersion) => (v.id === textOf(form, "versionId") ? { ...v, corrected: true } : v);
  return patchRow(
    "parts",
    id,
    ({ history: { versions } }) => ({ history: { versions: versions.map(corrected) } }),
    "Tick a flaw as corrected",
    at,
  );
}

/** How far each copy is. */
async function sayCopies({ form, id, at }: Sent): Promise<Outcome<unknown>> {
  const part = await appDatabase().parts.get(id);
  const copies = copyStates
    .filter((state) => state !== "to make")
    .flatMap((state) =>
      Array.from(
        {
          length: Math.max(
            0,
            Math.min(part?.count ?? 0, Math.round(Number(textOf(form, `state-${state}`)) || 0)),
          ),
        },
        () => state,
      ),
    );
  return patchRow(
    "parts",
    id,
    { history: { copies: copies.slice(0, part?.count ?? 0) } },
    "Say how far the copies are",
    at,
  );
}

/** What it would cost to buy or to build instead. */
async function compareWays({ form, id, at }: Sent): Promise<Outcome<unknown>> {
  const all = ["buyEach", "buildEach", "hourWorth"].map((name) => moneyOf(form, name));
  const hours = ["buildHours", "onceHours"].map((name) => numberOf(form, name));
  const problems = [...all, ...hours].flatMap((o): readonly Problem[] => (o.ok ? [] : o.problems));
  if (problems.length > 0) return failure(...problems);
  const [buyEachMinor, buildEachMinor, hourWorthMinor, buildEachHours, makeOnceHours] = [
    ...all,
    ...hours,
  ].map((o) => (o.ok ? o.value : null)) as (number | null)[];
  return patchRow(
    "parts",
    id,
    {
      otherWays: {
        buyEachMinor: buyEachMinor!,
        buildEachMinor: buildEachMinor!,
        buildEachHours: buildEachHours!,
        makeOnceHours: makeOnceHours ?? 0,
        hourWorthMinor: hourWorthMinor ?? 0,
      },
    },
    "Compare ways to have a part",
    at,
  );
}

/** A piece of sheet, strip or rod that it is built from. */
async function addCutPiece({ form, id, at }: Sent): Promise<Outcome<unknown>> {
  const sizes = ["lengthMm", "widthMm", "thicknessMm"].map((name) => numberOf(form, name));
  const problems = sizes.flatMap((o, i): readonly Problem[] =>
    o.ok && (o.value ?? 0) > 0
      ? []
      : o.ok
        ? [
            {
              code: "cut/no-size",
              path: [["lengthMm", "widthMm", "thicknessMm"][i]!],
              message: "Type a size above zero, in millimetres.",
            },
          ]
        : o.problems,
  );
  if (problems.length > 0) return failure(...problems);
  const fields = await fieldsOf(form, cutForm);
  if (!fields.ok) return fields;
  const [lengthMm, widthMm, thicknessMm] = sizes.map((o) => (o.ok ? o.value! : 0));
  const typedForm = textOf(form, "form");
  const made = textOf(form, "madeOf");
  const piece: CutPiece = {
    id: crypto.randomUUID(),
    form: typedForm === "strip" || typedForm === "rod" ? typedForm : "sheet",
    madeOf: isMaterialId(made) ? made : null,
    material: textOf(form, "material") || (isMaterialId(made) ? materialOf(made).name : ""),
    lengthMm: lengthMm!,
    widthMm: widthMm!,
    thicknessMm: thicknessMm!,
    count: fields.value.pieceCount,
  };
  return patchRow(
    "parts",
    id,
    (part) => ({ cutPieces: [...cutPiecesOf(part), piece] }),
    "Add a cut piece",
    at,
  );
}

/** What a piece is made of. */
async function sayMadeOf({ form, id, at }: Sent): Promise<Outcome<unknown> | null> {
  const made = textOf(form, "madeOf");
  if (!isMaterialId(made)) return null;
  const withMaterial = (c: CutPiece) => (c.id === textOf(form, "pieceId") ? { ...c, madeOf: made } : c);
  return patchRow(
    "parts",
    id,
    (part) => ({ cutPieces: cutPiecesOf(part).map(withMaterial) }),
    "Say what a piece is made of",
    at,
  );
}

/** A piece that is not needed after all. */
async function removeCutPiece({ form, id, at }: Sent): Promise<Outcome<unknown>> {
  const others = (c: CutPiece) => c.id !== textOf(form, "pieceId");
  return patchRow(
    "parts",
    id,
    (part) => ({ cutPieces: cutPiecesOf(part).filter(others) }),
    "Remove a cut piece",
    at,
  );
}
