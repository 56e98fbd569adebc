import { sourceKinds } from "#core/scene/part";
import type { MaterialId } from "#core/materials/materials";
import Joi from "joi";
import { cellKinds } from "#core/ground/resistor";
import { fits } from "#core/joints/clearance";
import { uses } from "#core/materials/material";
import {
  type ColourSpot,
  type CutPiece,
  type FileVersion,
  type Listing,
  type OtherWays,
  type Part,
  copyStates,
  type Made,
  type PartCommon,
  type PartFinish,
  type PartHistory,
  type PartOrigin,
  type PartPlace,
  type PartPrint,
  type PartSet,
  type PartTool,
  MOST_SPOTS,
  toolKinds,
  type PartSize,
} from "#core/scene/part";
import { grades, resinColours } from "#core/surface/grades";
import { afterPrimer, meanings, MOST_ZONES, sheenTargets, type Zone } from "#core/scene/zone";
import { type Masking, maskKinds, maskOrders } from "#core/materials/masking";
import { type Leaf, leafHinges, leafStands, leafWays } from "#core/scene/leaf";
import { tiers } from "#core/scene/scene";
import {
  atLeastZero,
  id,
  lab,
  material,
  moment,
  name,
  orNull,
  positive,
  school,
  shapeOf,
  share,
  text,
  vector,
} from "#data/shapes/common";
import { layer } from "#data/shapes/layer";

const source = Joi.alternatives()
  .try(
    Joi.object({ kind: Joi.valid("ratio").required(), denominator: positive }),
    Joi.object({
      kind: Joi.valid("figure").required(),
      figureMm: positive,
      convention: Joi.valid("eye", "crown").required(),
    }),
    Joi.object({ kind: Joi.valid("full", "real-object", "unknown").required() }),
    Joi.object({
      kind: Joi.valid("feature").required(),
      featureId: id,
      realSizeMm: positive,
      fileSize: positive,
    }),
  )
  .required();

const money = orNull(Joi.number().min(0).max(1e9));
const version = shapeOf<FileVersion>({
  id,
  meshId: orNull(Joi.string()),
  fileName: text,
  at: moment,
  change: text,
  flaw: text,
  corrected: Joi.boolean().required(),
  trialCopies: Joi.number().integer().min(0).max(1000).required(),
  saidBy: text,
});
const listing = shapeOf<Listing>({
  priceMinor: atLeastZero,
  from: text,
  supports: Joi.string().valid("none needed", "supported", "not told").required(),
  smallestDetailMm: orNull(Joi.number().greater(0)),
  bought: Joi.boolean().required(),
  kit: Joi.boolean().valid(true),
  fillShare: Joi.number().greater(0).max(1),
});
const cutPiece = shapeOf<CutPiece>({
  id,
  form: Joi.string().valid("sheet", "strip", "rod").required(),
  madeOf: orNull(material),
  material: text,
  lengthMm: positive,
  widthMm: positive,
  thicknessMm: positive,
  count: Joi.number().integer().min(1).max(10_000).required(),
});
const otherWays = shapeOf<OtherWays>({
  buyEachMinor: money,
  buildEachMinor: money,
  buildEachHours: orNull(Joi.number().min(0).max(10_000)),
  makeOnceHours: Joi.number().min(0).max(10_000).required(),
  hourWorthMinor: atLeastZero,
});

const pose = Joi.object({ down: vector, turnDeg: Joi.number().required() });
const hole = Joi.object({ at: vector, inward: vector, radiusMm: positive });
const hollow = Joi.object({
  wallMm: positive,
  drains: Joi.number().integer().min(0).max(40).required(),
  holes: Joi.array().items(hole).max(40).default([]),
});
/** Which part it was cut from: not itself. */
const pieceOf = Joi.object({
  partId: id.invalid(Joi.ref("....id")).messages({ "any.invalid": "is the part itself" }),
  number: Joi.number().integer().min(1).required(),
  of: Joi.number().integer().min(1).required(),
});

const size = shapeOf<PartSize>({
  source,
  unitMm: positive,
  unitSure: Joi.boolean().required(),
  features: Joi.array()
    .items(Joi.object({ featureId: id, name: text, realMm: positive, fileSize: positive }))
    .required(),
  ownFactor: Joi.number().greater(0).max(1000).default(1),
  upSure: Joi.boolean(),
  boxMm: orNull(Joi.array().length(3).items(positive)),
});

const print = shapeOf<PartPrint>({
  process: Joi.string().valid("filament", "resin", "choose").required(),
  printerId: orNull(Joi.string()),
  materialId: Joi.string().allow(null).default(null),
  printRecipeId: Joi.string().allow(null).default(null),
  hollow: orNull(hollow),
  clear: Joi.boolean().required(),
  spans: Joi.boolean().required(),
  pose: pose.allow(null).default(null),
  raised: Joi.boolean().allow(null).default(null),
  infillBands: Joi.array()
    .items(Joi.object({ fromMm: atLeastZero, toMm: atLeastZero, share }))
    .max(50)
    .default([]),
  use: Joi.string()
    .valid(...uses)
    .allow(null)
    .default(null),
  spares: Joi.number().integer().min(0).max(1000).default(0),
  pieceOf: pieceOf.allow(null).default(null),
});

const masks = shapeOf<Masking>({
  order: Joi.string()
    .valid(...maskOrders)
    .required(),
  kind: Joi.string()
    .valid(...maskKinds)
    .required(),
});
const finish = shapeOf<PartFinish>({
  front: vector.optional().allow(null).default(null),
  masks: masks.optional(),
});

const zone = shapeOf<Zone>({
  number: Joi.number().integer().min(0).max(254).required(),
  name,
  meaning: Joi.string()
    .valid(...meanings)
    .allow(null)
    .required(),
  areaCm2: orNull(Joi.number().min(0).max(1e6)),
  school,
  scheme: Joi.array().items(layer).required(),
  after: Joi.string().valid(...afterPrimer),
  grade: Joi.string().valid(...grades),
  resin: Joi.string().valid(...resinColours),
  sheen: Joi.string().valid(...sheenTargets),
  wanted: lab,
});

const lamp = Joi.object({
  supplyV: positive,
  lampV: positive,
  wantedMa: positive,
  cellMah: orNull(Joi.number().greater(0)),
  cell: Joi.string()
    .valid(...cellKinds)
    .optional(),
  isSwitched: Joi.boolean().optional(),
});
const placed = Joi.object({
  xMm: Joi.number().required(),
  yMm: Joi.number().required(),
  turnDeg: Joi.number().required(),
});
const leaf = shapeOf<Leaf>({
  hinge: Joi.string()
    .valid(...leafHinges)
    .required(),
  way: Joi.string()
    .valid(...leafWays)
    .required(),
  stand: Joi.string()
    .valid(...leafStands)
    .required(),
  seed: Joi.number().integer().min(0).required(),
});
const place = shapeOf<PartPlace>({
  placements: Joi.array().items(placed).required(),
  lamp: orNull(lamp),
  leaf: leaf.allow(null),
});

/** As many states as there are copies, and no more. */
function noMoreThanCopies(copies: readonly unknown[], helpers: Joi.CustomHelpers) {
  const [, part] = helpers.state.ancestors as [unknown, { count?: unknown; print?: { spares?: unknown } }];
  const limit = Math.max(0, Number(part.count) || 0) + Math.max(0, Number(part.print?.spares) || 0);
  return copies.length > limit ? helpers.error("array.max", { limit, value: copies }) : copies;
}
const history = shapeOf<PartHistory>({
  copies: Joi.array()
    .items(Joi.string().valid(...copyStates))
    .max(20_000)
    .custom(noMoreThanCopies)
    .default([]),
  versions: Joi.array().items(version).default([]),
  trialBudgetMinor: Joi.number().min(0).max(1e9).allow(null),
});

const origin = shapeOf<PartOrigin>({
  fileName: text,
  from: text,
  licence: text,
  nativeScale: Joi.string().allow("").max(4000).default(""),
  priceMinor: Joi.number().min(0).max(1e9).allow(null).default(null),
  kind: Joi.string()
    .valid(...sourceKinds)
    .optional(),
  rating: Joi.number().integer().min(1).max(5).optional(),
});

const tool = shapeOf<PartTool>({
  kind: Joi.string()
    .valid(...toolKinds)
    .required(),
  fit: Joi.string().valid(...fits),
});
const partSet = shapeOf<PartSet>({
  name,
  ways: Joi.array().min(1).max(20).items(Joi.string().trim().min(1).max(120)).required(),
});

/** A section that a part has when it is made so, and does not have otherwise. */
const where = (made: readonly Made[], schema: Joi.Schema) =>
  schema.when("made", {
    is: Joi.valid(...made).required(),
    then: Joi.required(),
    otherwise: Joi.forbidden(),
  });

/** All fields of all ways to make a part. */
type AnyPart = PartCommon & {
  readonly made: Made;
  readonly print: PartPrint;
  readonly madeOf: MaterialId | null;
  readonly cutPieces: readonly CutPiece[];
};

export const part = shapeOf<AnyPart>({
  id,
  sceneId: id,
  name,
  note: text,
  count: Joi.number().integer().min(1).max(10_000).required(),
  tier: Joi.string()
    .valid(...tiers)
    .allow(null)
    .default(null),
  setsSizes: Joi.boolean().default(false),
  meshId: orNull(Joi.string()),
  origin: origin.required(),
  listing: listing.allow(null).default(null),
  otherWays: otherWays.allow(null).default(null),
  size: size.required(),
  finish: finish.required(),
  zones: Joi.array().min(1).max(MOST_ZONES).items(zone).required(),
  place: place.required(),
  history: history.required(),
  set: partSet.allow(null),
  spots: Joi.array()
    .max(MOST_SPOTS)
    .items(shapeOf<ColourSpot>({ id, name, lab: lab.required(), done: Joi.boolean().required() })),
  tool: tool.allow(null),
  made: Joi.string().valid("printed", "from pieces", "bought", "by hand").required(),
  print: where(["printed", "from pieces"], print),
  madeOf: where(["bought", "by hand"], material.allow(null)),
  cutPieces: where(["by hand"], Joi.array().items(cutPiece)),
}) as Joi.ObjectSchema<unknown> as Joi.ObjectSchema<Part>;
