import { thinners } from "#core/materials/thinner";
import Joi from "joi";
import { fits } from "#core/joints/clearance";
import { glues } from "#core/materials/gluesFor";
import { groundMaterials } from "#core/ground/groundLayer";
import { materialIds } from "#core/materials/materials";
import { productIds } from "#core/materials/products";
import { toolIds } from "#core/materials/tools";
import { plastics } from "#core/materials/printMaterials";
import { orderSchools, schoolTopics } from "#core/steps/orderSchools";
import type { OrderChange } from "#core/order/change";
import { places } from "#core/steps/step";
import { usualWeather } from "#core/materials/weather";
import type { Paint, Recipe } from "#core/paint/paint";
import type { SchemeLayer } from "#core/paint/scheme";
import { methods } from "#core/paint/amount";
import { isIsoDate } from "#core/plan/calendarDay";
import type { AcceptedPlan } from "#core/scene/acceptedPlan";
import type { Coupon } from "#core/scene/coupon";
import { flocks, type Ground } from "#core/scene/ground";
import type { Joint } from "#core/scene/joint";
import type { LedgerRow, OwnFeature } from "#core/scene/ledger";
import type { LogEntry } from "#core/scene/logEntry";
import {
  copyStates,
  type CutPiece,
  type FileVersion,
  type Listing,
  type OtherWays,
  type Part,
} from "#core/scene/part";
import type { PlateGcode } from "#core/scene/plateGcode";
import type { PlateLayout } from "#core/scene/plateLayout";
import { type PlateRun, runStates } from "#core/scene/plateRun";
import type { Rooms } from "#core/scene/rooms";
import { type Scene, themes, tiers } from "#core/scene/scene";
import type { StepRecord } from "#core/scene/stepRecord";
import type { GcodeReport } from "#core/print/gcode";
import { uses } from "#core/materials/material";
import type { FilamentPrinter, Printer, PrintMaterial, ResinPrinter } from "#core/print/printer";
import type { PrintRecipe } from "#core/print/printRecipe";
import { laySchools } from "#core/print/wayUp";
import { type StockItem, stockUnits } from "#core/stores/draw";
import { surfaceSchools } from "#core/surface/treatments";
import type { NoteRow, Rows, SettingRow, TableName, TimerRow, UnplacedRow } from "#data/rows";

/** An object with exactly the fields of T: a field left out or too many does not compile. */
const shapeOf = <T>(keys: { readonly [K in keyof T]-?: Joi.Schema }): Joi.ObjectSchema<T> =>
  Joi.object(keys as Joi.PartialSchemaMap<T>) as Joi.ObjectSchema<T>;

/** Shapes of everything that is stored: the same for forms and for archives. Lengths end in their unit. */
const id = Joi.string().min(1).max(200).required();
const name = Joi.string().trim().min(1).max(120).required().messages({ "string.empty": "needs a name" });
const text = Joi.string().allow("").max(4000).required();
const positive = Joi.number().greater(0).max(1e7).required();
const atLeastZero = Joi.number().min(0).max(1e9).required();
const share = Joi.number().min(0).max(1).required();
const day = Joi.string()
  .required()
  .custom((value: string, helpers) => (isIsoDate(value) ? value : helpers.error("date.day")))
  .messages({ "date.day": "must be a date like 2026-03-14" });
const MOMENT = /^(\d{4}-\d{2}-\d{2})T([01]\d|2[0-3]):[0-5]\d$/;
/** The builder's own day and clock: `2026-03-14T19:30`. */
const moment = Joi.string()
  .required()
  .custom((value: string, helpers) =>
    isIsoDate(MOMENT.exec(value)?.[1] ?? "") ? value : helpers.error("date.moment"),
  )
  .messages({ "date.moment": "must be a moment like 2026-03-14T19:30" });
const orNull = (schema: Joi.Schema) => schema.allow(null).required();
const product = Joi.string()
  .valid(...productIds)
  .required();
const tool = Joi.string().valid(...toolIds);
const material = Joi.string().valid(...materialIds);
const school = orNull(Joi.string().valid(...surfaceSchools));
const lab = Joi.object({
  l: Joi.number().min(0).max(101).required(),
  a: Joi.number().min(-200).max(200).required(),
  b: Joi.number().min(-200).max(200).required(),
});

const vector = Joi.array().length(3).items(Joi.number().required()).required();
const numbers = Joi.object().pattern(Joi.string().max(60), Joi.number());

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

const schemeLayer = shapeOf<SchemeLayer>({
  id,
  kind: Joi.string().valid("primer", "colour", "shade", "drybrush", "varnish", "pigment", "gloss").required(),
  product,
  recipeId: orNull(Joi.string()),
  paintId: orNull(Joi.string()),
  method: Joi.string()
    .valid(...Object.keys(methods))
    .required(),
  coats: Joi.number().integer().min(1).max(20).required(),
  coverage: share,
  sheen: Joi.string().valid("matte", "satin", "gloss").required(),
});

const facts = Joi.object().pattern(
  Joi.string(),
  Joi.alternatives(
    Joi.number(),
    Joi.boolean(),
    Joi.string().max(100),
    Joi.array().items(Joi.string().max(100)),
    Joi.valid(null),
  ),
);
const sheen = Joi.string().valid("matte", "satin", "gloss").allow(null).required();
const minutes = Joi.number().min(0).max(1e6).required();
const place = Joi.string().valid(...places);
const of = (kind: OrderChange["kind"], keys: Joi.SchemaMap) =>
  Joi.object({ kind: Joi.valid(kind).required(), ...keys });
const orderChange = Joi.alternatives<OrderChange>().try(
  of("insert", {
    id,
    at: Joi.valid("before", "after").required(),
    stepId: id,
    action: Joi.string().max(40).required(),
    title: text.required(),
    product: orNull(Joi.string().valid(...productIds)),
    sheen,
    tool: tool.required(),
    place: place.required(),
    minutes,
    waitMinutes: minutes,
    facts: facts.required(),
    loose: Joi.boolean().required(),
  }),
  of("product", {
    stepId: id,
    product,
    sheen,
    tool: orNull(tool),
    place: orNull(place),
    minutes: Joi.number().min(-1e6).max(1e6).required(),
  }),
  of("facts", {
    stepId: id,
    facts: facts.required(),
    alcohol: orNull(Joi.boolean()),
    minutes: Joi.number().min(-1e6).max(1e6).required(),
  }),
  of("wait", { before: id, after: id, minutes }),
  of("move", { before: id, after: id }),
  of("leave out", { stepId: id }),
);

const scene = shapeOf<Scene>({
  id,
  name,
  denominator: Joi.number().min(0.001).max(1e6).required(),
  ratioSaid: text,
  viewingDistanceMm: Joi.number().min(50).max(20_000).required(),
  boardWidthMm: Joi.number().min(10).max(20_000).required(),
  boardDepthMm: Joi.number().min(10).max(20_000).required(),
  gridMm: orNull(Joi.number().greater(0)),
  tier: Joi.string()
    .valid(...tiers)
    .required(),
  theme: Joi.string()
    .valid(...themes)
    .default("clean"),
  startOn: day,
  finishBy: day.allow(null),
  surfaceSchool: school,
  laySchool: Joi.string()
    .valid(...laySchools)
    .allow(null)
    .default(null),
  aside: Joi.boolean().default(false),
  orderChanges: Joi.array()
    .max(2000)
    .items(Joi.object({ ruleId: orNull(Joi.string()), note: text, change: orderChange.required() }))
    .default([]),
  setAside: Joi.array()
    .max(2000)
    .items(
      Joi.object({
        ruleId: id,
        stepId: id,
        other: orNull(Joi.string()),
        note: Joi.string().trim().min(1).max(4000).required(),
      }),
    )
    .default([]),
  orderSchools: Joi.object(
    Object.fromEntries(
      schoolTopics.map((t) => [t, Joi.string().valid(...orderSchools[t].map(([name]) => name))]),
    ),
  ).default({}),
  orderWishes: Joi.array()
    .items(
      Joi.object({
        before: id,
        after: id,
        override: orNull(Joi.string()),
        note: text,
        minutes: Joi.number().min(0).optional(),
      }),
    )
    .required(),
  createdAt: moment,
  changedAt: moment,
});

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

const part = shapeOf<Part>({
  id,
  sceneId: id,
  name,
  made: Joi.string().valid("printed", "bought", "by hand", "from pieces").required(),
  madeOf: orNull(material),
  meshId: orNull(Joi.string()),
  source,
  unitMm: positive,
  unitSure: Joi.boolean().required(),
  features: Joi.array()
    .items(Joi.object({ featureId: id, name: text, realMm: positive, fileSize: positive }))
    .required(),
  count: Joi.number().integer().min(1).max(10_000).required(),
  process: Joi.string().valid("filament", "resin", "choose").required(),
  printerId: orNull(Joi.string()),
  hollow: orNull(
    Joi.object({
      wallMm: positive,
      drains: Joi.number().integer().min(0).max(40).required(),
      holes: Joi.array()
        .items(Joi.object({ at: vector, inward: vector, radiusMm: positive }))
        .max(40)
        .default([]),
    }),
  ),
  clear: Joi.boolean().required(),
  spans: Joi.boolean().required(),
  surfaceSchool: school,
  scheme: Joi.array().items(schemeLayer).required(),
  lamp: orNull(
    Joi.object({
      supplyV: positive,
      lampV: positive,
      wantedMa: positive,
      cellMah: orNull(Joi.number().greater(0)),
    }),
  ),
  sizeMm: orNull(Joi.array().length(3).items(positive)),
  placements: Joi.array()
    .items(
      Joi.object({
        xMm: Joi.number().required(),
        yMm: Joi.number().required(),
        turnDeg: Joi.number().required(),
      }),
    )
    .required(),
  origin: Joi.object({
    fileName: text,
    from: text,
    licence: text,
    nativeScale: Joi.string().allow("").max(4000).default(""),
    priceMinor: Joi.number().min(0).max(1e9).allow(null).default(null),
  }).required(),
  note: text,
  // The rest came with the archives' version 2.
  tier: Joi.string()
    .valid(...tiers)
    .allow(null)
    .default(null),
  ownFactor: Joi.number().greater(0).max(1000).default(1),
  copies: Joi.array()
    .items(Joi.string().valid(...copyStates))
    .max(10_000)
    .default([]),
  versions: Joi.array().items(version).default([]),
  listing: listing.allow(null).default(null),
  cutPieces: Joi.array().items(cutPiece).default([]),
  otherWays: otherWays.allow(null).default(null),
  // And these with version 3.
  pose: Joi.object({ down: vector, turnDeg: Joi.number().required() }).allow(null).default(null),
  raised: Joi.boolean().allow(null).default(null),
  front: vector.optional().allow(null).default(null),
  infillBands: Joi.array()
    .items(Joi.object({ fromMm: atLeastZero, toMm: atLeastZero, share }))
    .max(50)
    .default([]),
  use: Joi.string()
    .valid(...uses)
    .allow(null)
    .default(null),
  materialId: Joi.string().allow(null).default(null),
  recipeId: Joi.string().allow(null).default(null),
  setsSizes: Joi.boolean().default(false),
  spares: Joi.number().integer().min(0).max(1000).default(0),
  pieceOf: Joi.object({
    partId: id,
    number: Joi.number().integer().min(1).required(),
    of: Joi.number().integer().min(1).required(),
  })
    .allow(null)
    .default(null),
});

const joint = shapeOf<Joint>({
  id,
  sceneId: id,
  name,
  partIds: Joi.array().items(Joi.string()).min(1).required(),
  fit: Joi.string()
    .valid(...fits)
    .required(),
  gapInFileMm: orNull(Joi.number().min(0)),
  glue: orNull(Joi.string().valid(...glues.map((g) => g.id))),
  count: Joi.number().integer().min(1).max(10_000).required(),
  shows: Joi.boolean().required(),
});

const ground = shapeOf<Ground>({
  id,
  sceneId: id,
  name,
  material: Joi.string()
    .valid(...groundMaterials.map((m) => m.id))
    .required(),
  areaShare: share,
  depthMm: Joi.number().greater(0).max(2000).required(),
  loose: Joi.boolean().required(),
  wetWith: Joi.string().valid("alcohol", "water", "none").required(),
  flock: Joi.string()
    .valid(...flocks)
    .required(),
  position: Joi.number().required(),
});

const bed = Joi.array().length(3).items(Joi.number().min(10).max(5000)).required();
const within = (min: number, max: number) => Joi.number().min(min).max(max);
/** What machines on a bench can be, with room to spare: outside it a figure was mistyped. Our choice. */
const machine = {
  id,
  name,
  bedMm: bed,
  marginMm: within(0, 2500).required(),
  watts: within(0, 20_000).required(),
  layerMm: within(0.001, 10).required(),
  plate: Joi.string().valid("flexible", "rigid").required(),
  noiseDb: within(0, 140).required(),
  priceMinor: within(0, 1e9).required(),
  lifeHours: Joi.number().greater(0).max(1e6).required(),
  setupMinutes: within(0, 600).required(),
  clearMinutes: within(0, 600).required(),
};
const speed = within(0.01, 10_000).required();
const resinMachine = shapeOf<ResinPrinter>({
  ...machine,
  process: Joi.string().valid("resin").required(),
  pixelMm: within(0.001, 5).required(),
  exposureSeconds: within(0.01, 3600).required(),
  bottomLayers: within(0, 1000).required(),
  bottomExposureSeconds: within(0.01, 3600).required(),
  transitionLayers: within(0, 1000).required(),
  restSeconds: within(0, 3600).required(),
  liftMm: within(0.01, 500).required(),
  liftSpeed: speed,
  slowLiftMm: within(0, 1000).required(),
  slowLiftSpeed: Joi.number().greater(0).max(1000).required(),
  retractSpeed: speed,
  antiAliasing: Joi.boolean().required(),
});
const filamentMachine = shapeOf<FilamentPrinter>({
  ...machine,
  process: Joi.string().valid("filament").required(),
  nozzleMm: within(0.05, 20).required(),
  walls: Joi.number().integer().min(1).max(50).required(),
  topBottomMm: within(0.001, 100).required(),
  infillShare: share,
  wallSpeed: speed,
  infillSpeed: speed,
  travelSpeed: speed,
  firstLayerSpeed: speed,
  acceleration: within(1, 1e7).required(),
  cornerMm: Joi.number().greater(0).max(1).required(),
  flowLimit: within(0.01, 10_000).required(),
  minimumLayerSeconds: within(0, 3600).required(),
  warmUpMinutes: within(0, 1440).required(),
  retractSeconds: within(0, 10).required(),
  skirtLoops: Joi.number().integer().min(0).max(20).required(),
  brimMm: within(0, 50).required(),
  supportShare: within(0.01, 1).required(),
  longestBridgeMm: within(0, 500).required(),
});
const isResin = Joi.object({ process: Joi.valid("resin").required() }).unknown();
const printer = Joi.alternatives<Printer>().conditional(isResin, {
  then: resinMachine,
  otherwise: filamentMachine,
});

const printMaterial = shapeOf<PrintMaterial>({
  id,
  name,
  process: Joi.string().valid("filament", "resin").required(),
  plastic: Joi.string()
    .valid(...plastics.map((p) => p.id))
    .required(),
  densityGPerCm3: Joi.number().greater(0).max(25).required(),
  pricePerKg: atLeastZero,
  colour: Joi.string()
    .pattern(/^#[0-9a-f]{6}$/i)
    .allow(null)
    .default(null),
  damp: Joi.boolean().default(false),
});
const paint = shapeOf<Paint>({
  id,
  name,
  product,
  thinner: orNull(Joi.string().valid(...thinners.map((t) => t.id))),
  hex: Joi.string()
    .pattern(/^#[0-9a-f]{6}$/i)
    .required()
    .messages({ "string.pattern.base": "must be a colour like #7a4b32" }),
  lab: lab.required(),
  opacity: Joi.string().valid("opaque", "semi", "translucent").required(),
  sheen: Joi.string().valid("matte", "satin", "gloss").required(),
  millilitres: atLeastZero,
  strength: orNull(Joi.number().greater(0).max(50)),
});
const recipe = shapeOf<Recipe>({
  id,
  name,
  parts: Joi.array()
    .items(Joi.object({ paintId: id, parts: Joi.number().greater(0).max(1000).required() }))
    .min(1)
    .required(),
  thinnerShare: Joi.number().min(0).max(20).required(),
  target: orNull(lab),
});
const stock = shapeOf<StockItem>({
  id,
  needKey: id,
  name,
  unit: Joi.string()
    .valid(...stockUnits)
    .required(),
  left: atLeastZero,
  pricePerUnit: atLeastZero,
});
const logEntry = shapeOf<LogEntry>({
  id,
  kind: Joi.string().valid("run", "step").required(),
  key: id,
  what: text,
  at: moment,
  sceneId: orNull(Joi.string()),
  estimatedMinutes: atLeastZero,
  actualMinutes: atLeastZero,
  outcome: Joi.string().valid("good", "failed").required(),
  cause: text,
  note: text,
  simulated: Joi.boolean().required(),
  materialId: Joi.string().allow(null).default(null),
  settings: numbers.default({}),
});
const record = shapeOf<StepRecord>({
  id,
  sceneId: id,
  stepId: id,
  state: Joi.string().valid("done", "some", "went wrong", "skipped").required(),
  at: moment,
  actualMinutes: orNull(Joi.number().min(0)),
  pieces: Joi.number().integer().min(0).allow(null).default(null),
  note: text,
});
const air = {
  temperatureC: Joi.number().min(-30).max(50).required(),
  humidity: Joi.number().min(0).max(1).required(),
};
const windows = Joi.array().items(
  Joi.object({
    from: Joi.number().integer().min(0).max(1440).required(),
    to: Joi.number().integer().min(0).max(1440).required(),
  }),
);
const setting = Joi.alternatives<SettingRow>().try(
  Joi.object({ id: Joi.valid("hours").required(), hours: Joi.array().length(7).items(windows).required() }),
  Joi.object({
    id: Joi.valid("habits").required(),
    unattended: Joi.boolean().required(),
    currency: Joi.string().length(3).required(),
    lengthSystem: Joi.valid("metric", "inch").required(),
    lengthFirst: Joi.valid("model", "real").required(),
  }),
  Joi.object({
    id: Joi.valid("rooms").required(),
    rooms: shapeOf<Rooms>({
      ventilation: Joi.string().valid("none", "window", "extraction").required(),
      dustExtraction: Joi.boolean().required(),
      outdoors: Joi.boolean().required(),
      resinAllowed: Joi.boolean().required(),
      quiet: orNull(
        Joi.object({
          from: Joi.number().integer().min(0).max(1440).required(),
          to: Joi.number().integer().min(0).max(1440).required(),
          mostDb: Joi.number().min(0).max(140).required(),
        }),
      ),
      exposureMinutesAWeek: orNull(Joi.number().min(0).max(10_080)),
      longestPlateMinutes: Joi.number().min(10).max(100_000).required(),
      hourWorthMinor: atLeastZero,
      powerMinorPerKwh: atLeastZero,
      weather: Joi.object(air).default(usualWeather),
      shelfPieces: Joi.number().integer().min(1).max(10_000).allow(null).default(null),
      days: Joi.array()
        .max(400)
        .items(Joi.object({ ...air, day: day.required() }))
        .default([]),
      productTimes: Joi.object()
        .pattern(
          Joi.string().valid(...productIds),
          Joi.object({ recoatMinutes: minutes, handleMinutes: minutes, cureMinutes: minutes }),
        )
        .default({}),
      away: Joi.array().max(400).items(day.optional()).default([]),
    }).required(),
  }),
  Joi.object({ id: Joi.valid("started").required(), demoAt: moment }),
);
const timer = shapeOf<TimerRow>({
  id,
  sceneId: id,
  stepId: orNull(Joi.string()),
  name,
  startedAtMs: Joi.number().required(),
  endsAtMs: Joi.number().required(),
});
const plan = shapeOf<AcceptedPlan>({
  id,
  acceptedAt: moment,
  day: day.required(),
  slots: Joi.object().pattern(Joi.string(), Joi.array().length(2).items(Joi.number())).required(),
  sequenceNumber: Joi.number().integer().min(0).required(),
});

const jotting = shapeOf<NoteRow>({
  id,
  sceneId: id,
  stepId: id,
  at: moment,
  text,
  picture: orNull(
    Joi.string()
      .max(2_000_000)
      .pattern(/^data:image\/(jpeg|png|webp);base64,/),
  ),
});

const ledger = shapeOf<LedgerRow>({
  id,
  sceneId: id,
  name,
  realMm: Joi.number().greater(0).max(1e8).required(),
  along: Joi.string().valid("bed", "height").required(),
  position: Joi.number().required(),
});
const feature = shapeOf<OwnFeature>({ id, name, lowMm: positive, highMm: positive, source: text });

const nested = {
  xMm: Joi.number().required(),
  yMm: Joi.number().required(),
  turnDeg: Joi.number().required(),
};
const layout = shapeOf<PlateLayout>({
  id,
  sceneId: id,
  printerId: id,
  position: Joi.number().required(),
  laid: Joi.array()
    .items(Joi.object({ id, ...nested }))
    .max(5000)
    .required(),
});
const process = Joi.string().valid("filament", "resin").required();
const plateRun = shapeOf<PlateRun>({
  id,
  sceneId: id,
  plateId: id,
  plateNumber: Joi.number().integer().min(0).required(),
  printerId: id,
  printerName: text,
  process,
  materialId: orNull(Joi.string()),
  pieces: Joi.array()
    .items(
      Joi.object({
        pieceId: id,
        partId: id,
        partName: text,
        copy: Joi.number().integer().min(0).required(),
        ...nested,
      }),
    )
    .max(5000)
    .required(),
  startedAtMs: Joi.number().required(),
  speed: Joi.number().min(1).max(3600).required(),
  warmMinutes: atLeastZero,
  minutes: positive,
  layers: Joi.number().integer().min(1).required(),
  simulated: Joi.boolean().required(),
  fate: orNull(
    Joi.object({
      failsAtShare: orNull(Joi.number().min(0).max(1)),
      cause: text,
      lostPieceIds: Joi.array().items(Joi.string()).required(),
    }),
  ),
  gate: Joi.object({
    skipped: Joi.boolean().required(),
    ticked: Joi.array().items(Joi.string()).required(),
  }).required(),
  settings: numbers.required(),
  state: Joi.string()
    .valid(...runStates)
    .required(),
  endedAt: orNull(moment),
  note: text,
});
const triple = Joi.array().length(3).items(Joi.number()).required();
const gcode = shapeOf<PlateGcode>({
  id,
  sceneId: id,
  printerId: id,
  contents: id,
  fileName: text,
  report: shapeOf<GcodeReport>({
    minutes: atLeastZero,
    filamentMm: Joi.number().required(),
    millilitres: Joi.number().required(),
    moves: atLeastZero,
    layers: atLeastZero,
    heightMm: Joi.number().required(),
    layerMm: orNull(Joi.number()),
    min: triple,
    max: triple,
    hottestNozzleC: orNull(Joi.number()),
    hottestBedC: orNull(Joi.number()),
    strange: atLeastZero,
    reported: Joi.object({
      minutes: orNull(Joi.number()),
      filamentMm: orNull(Joi.number()),
      grams: orNull(Joi.number()),
      layerMm: orNull(Joi.number()),
      settings: Joi.object().pattern(Joi.string(), Joi.string().allow("")).required(),
    }).required(),
  }).required(),
});
const coupon = shapeOf<Coupon>({
  id,
  printerId: id,
  materialId: orNull(Joi.string()),
  fit: Joi.string()
    .valid(...fits)
    .required(),
  chosenMm: Joi.number().min(0).max(5).required(),
  at: moment,
  note: text,
});
const temperature = orNull(Joi.number().min(0).max(500));
const printRecipe = shapeOf<PrintRecipe>({
  id,
  name,
  printerId: id,
  materialId: orNull(Joi.string()),
  parentId: orNull(Joi.string()),
  settings: numbers.required(),
  nozzleC: temperature,
  bedC: temperature,
  note: text,
});

const unplaced = shapeOf<UnplacedRow>({
  id,
  table: Joi.string().min(1).max(100).required(),
  version: Joi.number().integer().min(1).required(),
  name: Joi.string().min(1).required(),
  why: text,
  row: Joi.object().required(),
});

export const shapes: { readonly [T in TableName]: Joi.Schema<Rows[T]> } = {
  scenes: scene,
  parts: part,
  joints: joint,
  grounds: ground,
  printers: printer,
  materials: printMaterial,
  paints: paint,
  recipes: recipe,
  stock,
  log: logEntry,
  records: record,
  settings: setting,
  timers: timer,
  plans: plan,
  notes: jotting,
  ledger,
  features: feature,
  layouts: layout,
  runs: plateRun,
  gcodes: gcode,
  coupons: coupon,
  printRecipes: printRecipe,
  unplaced,
};
