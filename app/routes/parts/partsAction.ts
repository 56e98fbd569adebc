import { isMaterialId } from "#core/materials/materials";
import { redirect } from "react-router";
import type { ClientActionFunctionArgs } from "react-router";
import { type Outcome, type Problem, refused, success, under } from "#core/outcome";
import { noOrigin, printOf, toolKinds, type PartPatch, type PartPrint } from "#core/scene/part";
import type { Listing, Part } from "#core/scene/part";
import { tiers } from "#core/scene/scene";
import { featuresWith } from "#core/scale/features";
import { parseLength } from "#core/scale/lengthText";
import { parseRatio } from "#core/scale/ratio";
import type { SourceScale } from "#core/scale/rescale";
import { appDatabase } from "#data/db";
import type { Change } from "#data/journal";
import { patchRow, patchRows, putRow } from "#data/scenes";
import { localNow } from "#app/clock";
import { keep } from "#app/jobs/keep";
import { freshPart } from "#app/jobs/freshPart";
import {
  answer,
  fieldsOf,
  moneyOf,
  readForm,
  refuse,
  type SentForm,
  textOf,
  typedNumber,
} from "#app/readForm";
import type { TakenScale } from "./scaleChoice";
import { countForm, listingForm, makingForm } from "./forms";
import { partRecordAction } from "./partRecords";
import { setIntents } from "./setActions";

/** Nothing to say, what was wrong, or where to go on. */
type Said = ReturnType<typeof answer> | Response;

/** A form that was sent for a part, or for many. */
type Sent = { readonly form: SentForm; readonly id: string; readonly sceneId: string; readonly at: string };

const intents: Readonly<Record<string, (sent: Sent) => Promise<Said>>> = {
  "by-hand": addByHand,
  scale: changeScale,
  "take-scales": takeScales,
  variant: addVariant,
  wanted: makeWanted,
  "put-off": putOffWanted,
  feature: scaleByFeature,
  known: scaleByFeature,
  making: changeMaking,
  bulk: async ({ form, at }) =>
    answer(await changeMany(textOf(form, "ids").split(" ").filter(Boolean), form, at)),
  place: placeOnBoard,
  listing: changeListing,
  buy: buyListing,
  delete: deletePart,
  ...setIntents,
};

/** Everything that is decided about parts: by hand, scale, count, process, hollowing, deletion. */
export async function partsAction({ request, params }: ClientActionFunctionArgs): Promise<Said> {
  const form = await readForm(request);
  const sent = { form, id: params.partId ?? textOf(form, "id"), sceneId: params.sceneId!, at: localNow().at };
  const act = intents[textOf(form, "intent")];
  if (act) return act(sent);
  const recorded = await partRecordAction(form, sent.id, sent.at);
  return recorded ? answer(recorded) : { problems: [] };
}

const gone = () =>
  refuse([{ code: "row/gone", path: [], message: "This part was deleted in the meantime." }]);

/** A part without a model: built, bought, or a file that may be bought. */
async function addByHand({ form, sceneId, at }: Sent) {
  const sizes = sizesOf(form);
  const price = moneyOf(form, "price");
  if (!sizes.ok) return refuse(sizes.problems);
  if (!price.ok) return refuse(price.problems);
  const fields = await fieldsOf(form, countForm);
  if (!fields.ok) return refuse(fields.problems);
  const made = textOf(form, "made");
  const madeOf = textOf(form, "madeOf");
  const from = textOf(form, "from");
  const asked = made === "listing" || made === "kit" ? await listingOf(form) : success(null);
  if (!asked.ok) return refuse(asked.problems);
  const listing = asked.value;
  return answer(
    await putRow(
      "parts",
      freshPart(sceneId, {
        name: textOf(form, "name"),
        made: made === "bought" ? "bought" : listing ? "printed" : "by hand",
        madeOf: isMaterialId(madeOf) ? madeOf : null,
        size: { source: { kind: "real-object" }, boxMm: sizes.value },
        count: fields.value.count,
        listing,
        origin: { ...noOrigin, from, priceMinor: listing ? null : price.value },
      }),
      `Add ${textOf(form, "name")}`,
      at,
    ),
  );
}

/** What a listing says, as it was typed. */
async function listingOf(form: SentForm): Promise<Outcome<Listing>> {
  const price = moneyOf(form, "price");
  const fields = await fieldsOf(form, listingForm);
  if (!price.ok) return price;
  if (!fields.ok) return fields;
  const { detail, fill } = fields.value;
  const supports = textOf(form, "supports");
  return success({
    priceMinor: price.value ?? 0,
    from: textOf(form, "from"),
    supports: supports === "none needed" || supports === "supported" ? supports : "not told",
    smallestDetailMm: detail,
    bought: false,
    ...(fill === null ? {} : { fillShare: fill / 100 }),
    ...(textOf(form, "made") === "kit" ? { kit: true as const } : {}),
  });
}

/** What a listing says was read otherwise, or has changed. */
async function changeListing({ form, id, at }: Sent) {
  const listing = await listingOf(form);
  const sizes = sizesOf(form);
  if (!listing.ok) return refuse(listing.problems);
  if (!sizes.ok) return refuse(sizes.problems);
  const patch = { listing: listing.value, size: { boxMm: sizes.value } };
  return answer(await patchRow("parts", id, patch, "Change a listing", at));
}

/** It was bought: from now on a part as any other, which waits for its file; of a kit, one that is not printed. */
async function buyListing({ form, at }: Sent) {
  const bought = (part: Part): PartPatch => {
    if (!part.listing) return {};
    const { priceMinor, from, kit } = part.listing;
    return {
      listing: { ...part.listing, bought: true },
      origin: { ...part.origin, priceMinor, from: from || part.origin.from },
      ...(kit ? { made: "bought" } : {}),
    };
  };
  return answer(await patchRow("parts", textOf(form, "id"), bought, "Buy what was looked at", at));
}

/** What it was drawn at, and how far from true scale it is made. */
async function changeScale({ form, id, at }: Sent) {
  const source = sourceOf(form);
  if (!source.ok) return refuse(source.problems);
  const unitMm = Number(textOf(form, "unit"));
  const ownFactor = percentOf(form);
  if (!ownFactor.ok) return refuse(ownFactor.problems);
  return answer(
    await patchRow(
      "parts",
      id,
      {
        size: {
          source: source.value,
          ownFactor: ownFactor.value,
          ...(unitMm > 0 ? { unitMm, unitSure: true } : {}),
        },
      },
      "Change a part's scale",
      at,
    ),
  );
}

/** What several parts were drawn at, as it was offered: one change to take back. */
async function takeScales({ form }: Sent) {
  const scales = takenScales(textOf(form, "scales"));
  if (!scales.ok) return refuse(scales.problems);
  const changes = scales.value.map(({ id, source, unitMm }): Change => ({
    table: "parts",
    id,
    patch: { size: { source, unitMm, unitSure: true } },
    ifThere: true,
  }));
  const label = changes.length === 1 ? "Take a part's scale" : `Take ${changes.length} scales`;
  const kept = await keep(label, changes);
  // There is no field beside which it could be said.
  return kept.ok ? answer(kept) : refuse(kept.problems.map((p) => ({ ...p, path: [] })));
}

/** Reads what was offered and taken; what the sources may be is checked with the rows. */
function takenScales(text: string): Outcome<readonly TakenScale[]> {
  const unreadable = () =>
    refused(
      "scales/unreadable",
      "Which sizes were taken could not be read. Nothing was changed; reload the page.",
    );
  try {
    const read: unknown = JSON.parse(text);
    const whole = (t: unknown): t is TakenScale =>
      typeof t === "object" &&
      t !== null &&
      "id" in t &&
      typeof t.id === "string" &&
      "source" in t &&
      "unitMm" in t;
    return Array.isArray(read) && read.length > 0 && read.every(whole) ? success(read) : unreadable();
  } catch {
    return unreadable();
  }
}

/** Makes it larger or smaller than true, so that a side has the length that was wanted. */
async function makeWanted({ form, id, at }: Sent) {
  const ownFactor = percentOf(form);
  if (!ownFactor.ok) return refuse(ownFactor.problems);
  const patch = { size: { ownFactor: ownFactor.value } };
  return answer(await patchRow("parts", id, patch, "Make a part to a wanted size", at));
}

/** A wanted size that is not made now stays in the note of the part, with why. */
async function putOffWanted({ form, id, at }: Sent) {
  const ownFactor = percentOf(form);
  if (!ownFactor.ok) return refuse(ownFactor.problems);
  const percent = Number((100 * ownFactor.value).toFixed(1));
  const why = textOf(form, "reason").trim();
  const said = `Later: ${textOf(form, "side")} ${textOf(form, "wanted").trim()} (${percent} %)`;
  const line = why === "" ? `${said}.` : `${said}, ${why}.`;
  const patch = ({ note }: Part) => ({ note: note === "" ? line : `${note}\n${line}` });
  return answer(await patchRow("parts", id, patch, "Put a wanted size off", at));
}

/** The same part once more, at another per cent of true scale. */
async function addVariant({ form, id, sceneId, at }: Sent) {
  const part = await appDatabase().parts.get(id);
  const ownFactor = percentOf(form);
  if (!ownFactor.ok) return refuse(ownFactor.problems);
  if (!part) return gone();
  const percent = `${Number((100 * ownFactor.value).toFixed(1))} %`;
  const outcome = await putRow(
    "parts",
    {
      ...part,
      id: crypto.randomUUID(),
      name: `${part.name.slice(0, 100)}, ${percent}`,
      size: { ...part.size, ownFactor: ownFactor.value },
      count: 1,
      history: { ...part.history, copies: [] },
      place: { ...part.place, placements: [] },
    },
    `Add ${part.name} at ${percent}`,
    at,
  );
  return outcome.ok ? redirect(`/scenes/${sceneId}/parts/${outcome.value.id}`) : refuse(outcome.problems);
}

/** A feature of known size: noted beside the others, or the one that sets the scale. */
async function scaleByFeature({ form, id, at }: Sent) {
  const own = await appDatabase().features.toArray();
  const feature = featuresWith(own).find((f) => f.id === textOf(form, "featureId"));
  const fileSize = Number(textOf(form, "fileSize").replace(",", "."));
  if (!(fileSize > 0))
    return refuse([
      {
        code: "feature/no-size",
        path: ["fileSize"],
        message: "Type the size it has in the file, in the file's own units, for instance 39.4.",
      },
    ]);
  // Without a size of its own a feature is taken for the middle of what is usual.
  const typed = textOf(form, "realSize");
  const real =
    typed.trim() === "" && feature
      ? success({ mm: (feature.lowMm + feature.highMm) / 2 })
      : under("realSize", parseLength(typed, 1));
  if (!real.ok) return refuse(real.problems);
  const known = {
    featureId: feature?.id ?? "own",
    name: feature?.name ?? "feature",
    realMm: real.value.mm,
    fileSize,
  };
  const withKnown = ({ size: { features } }: Part) => ({
    features: [...features.filter((f) => f.featureId !== known.featureId), known],
  });
  if (textOf(form, "intent") === "known")
    return answer(
      await patchRow(
        "parts",
        id,
        (part) => ({ size: withKnown(part) }),
        `Note the size of a ${known.name}`,
        at,
      ),
    );
  const source: SourceScale = {
    kind: "feature",
    featureId: known.featureId,
    realSizeMm: known.realMm,
    fileSize,
  };
  return answer(
    await patchRow(
      "parts",
      id,
      (part) => ({ size: { ...withKnown(part), source, unitSure: true } }),
      "Scale by a feature",
      at,
    ),
  );
}

/** Name, count, machine, hollow and the like. */
async function changeMaking({ form, id, at }: Sent) {
  const fields = await fieldsOf(form, makingForm);
  if (!fields.ok) return refuse(fields.problems);
  const { count, wall, drains } = fields.value;
  const isHollow = textOf(form, "hollow") === "on";
  // Holes that were found on the mesh stay for as long as the wall and their number do.
  const hollowAs = (now: PartPrint["hollow"]): PartPrint["hollow"] => {
    if (!isHollow) return null;
    return now?.wallMm === wall && now.drains === drains ? now : { wallMm: wall, drains, holes: [] };
  };
  const printerId = textOf(form, "printer");
  const madeOf = textOf(form, "madeOf");
  const materialFields = form.madeOf !== undefined ? { madeOf: isMaterialId(madeOf) ? madeOf : null } : {};
  return answer(
    await patchRow(
      "parts",
      id,
      (part) => ({
        name: textOf(form, "name"),
        count,
        print: {
          process: textOf(form, "process") as PartPrint["process"],
          printerId: printerId === "" ? null : printerId,
          hollow: hollowAs(printOf(part).hollow),
          clear: textOf(form, "clear") === "on",
          spans: textOf(form, "spans") === "on",
        },
        note: textOf(form, "note"),
        ...toolFields(form, part),
        ...materialFields,
      }),
      `Change ${textOf(form, "name")}`,
      at,
    ),
  );
}

/**
 * What it is for, where that was asked: a part of the scene, or something for the bench, which stays as large as it is
 * drawn.
 */
function toolFields(form: SentForm, { tool, size }: Part): PartPatch {
  if (form.tool === undefined) return {};
  const kind = toolKinds.find((k) => k === textOf(form, "tool"));
  if (!kind) return { tool: null };
  const source: SourceScale = tool ? size.source : { kind: "real-object" };
  return { tool: { ...(tool?.kind === kind ? tool : {}), kind }, size: { source } };
}

/** Every copy that has no place yet, in the middle of the board. */
async function placeOnBoard({ id, sceneId, at }: Sent) {
  const part = await appDatabase().parts.get(id);
  const scene = await appDatabase().scenes.get(sceneId);
  if (!part || !scene) return gone();
  const middle = (i: number) => ({
    xMm: scene.boardWidthMm / 2 + i * 8,
    yMm: scene.boardDepthMm / 2 - i * 6,
    turnDeg: 0,
  });
  const placed = ({ count, place: { placements } }: Part) => ({
    place: {
      placements: [
        ...placements,
        ...Array.from({ length: Math.max(0, count - placements.length) }, (_, i) => middle(i)),
      ],
    },
  });
  return answer(await patchRow("parts", id, placed, `Place ${part.name}`, at));
}

/** The part and the pieces that were cut from it. */
async function deletePart({ id, sceneId }: Sent) {
  const part = await appDatabase().parts.get(id);
  if (!part) return redirect(`/scenes/${sceneId}/parts`);
  const kept = await keep(`Delete ${part.name}`, async (db) => {
    const all = await db.parts.where("sceneId").equals(sceneId).toArray();
    const gone = all.filter((p) => p.id === id || printOf(p).pieceOf?.partId === id);
    const ids = new Set(gone.map((p) => p.id));
    const pins = await db.pins.where("sceneId").equals(sceneId).toArray();
    return [
      ...gone.map((p) => ({ table: "parts" as const, remove: p.id })),
      ...pins.filter((pin) => ids.has(pin.partId)).map((pin) => ({ table: "pins" as const, remove: pin.id })),
    ];
  });
  return !kept.ok ? refuse(kept.problems) : redirect(`/scenes/${sceneId}/parts`);
}

/** Per cent of true scale as a factor. */
function percentOf(form: SentForm): Outcome<number> {
  const text = textOf(form, "ownFactor").replace("%", "");
  const percent = text.trim() === "" ? 100 : typedNumber(text);
  return percent >= 0.1 && percent <= 100_000
    ? success(percent / 100)
    : refused(
        "scale/percent",
        `“${text.trim()}” is no per cent of true scale. Type 100 for true to scale, 110 for a tenth larger.`,
        ["ownFactor"],
      );
}

function sizesOf(form: SentForm): Outcome<readonly [number, number, number]> {
  const all = ["width", "depth", "height"].map((name) => under(name, parseLength(textOf(form, name), 1)));
  const problems = all.flatMap((o): readonly Problem[] => (o.ok ? [] : o.problems));
  if (problems.length > 0) return { ok: false, problems };
  return success(all.map((o) => (o.ok ? o.value.mm : 0)) as unknown as readonly [number, number, number]);
}

/** A scale as it was typed or picked: a ratio, a figure size, full size, something with a size of its own. */
function sourceOf(form: SentForm): Outcome<SourceScale> {
  const kind = textOf(form, "kind");
  if (kind === "full" || kind === "real-object" || kind === "unknown") return success({ kind });
  const ratio = under("ratio", parseRatio(textOf(form, "ratio")));
  if (!ratio.ok) return ratio;
  const { band, denominator } = ratio.value;
  if (!band) return success({ kind: "ratio", denominator });
  if (band.figureMm <= 0) return refused("scale/no-figure", "Give a figure size above zero.", ["ratio"]);
  return success({
    kind: "figure",
    figureMm: band.figureMm,
    convention: band.convention === "crown" ? "crown" : "eye",
  });
}

/**
 * The same change to many parts as one step that one undo takes back; nothing is written unless all of it can
 * be.
 */
async function changeMany(ids: readonly string[], form: SentForm, at: string): Promise<Outcome<unknown>> {
  const patch: { -readonly [K in keyof PartPatch]: PartPatch[K] } = {};
  if (textOf(form, "ratio") !== "") {
    const source = sourceOf({ ...form, kind: "ratio" });
    if (!source.ok) return source;
    patch.size = { source: source.value };
  }
  const process = textOf(form, "process");
  const tier = textOf(form, "tier");
  const count = textOf(form, "count");
  if (process === "choose" || process === "filament" || process === "resin") {
    patch.print = { process, printerId: null };
  }
  if (tier !== "") patch.tier = tiers.find((t) => t === tier) ?? null;
  if (count !== "") patch.count = Number(count);
  if (Object.keys(patch).length === 0)
    return refused(
      "bulk/nothing",
      "Nothing was chosen to change: give a scale, a process, a count, or what they are for.",
    );
  return patchRows("parts", ids, patch, `Change ${ids.length} parts`, at);
}
