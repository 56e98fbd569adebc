import { type ProductId, productOf } from "#core/materials/products";
import type { ToolId } from "#core/materials/tools";
import type { Process } from "#core/print/printer";
import type { LevellingCoat } from "#core/surface/layerSteps";

/** The ways to deal with layer steps that good builders disagree about. */
export const surfaceSchools = [
  "fill and sand",
  "bury",
  "flame first",
  "level in resin",
  "live with it",
] as const;
export type SurfaceSchool = (typeof surfaceSchools)[number];

/**
 * One thing done in a treatment, in order. `product`: whose waits count; null for
 * handwork.
 */
export type TreatmentStep = {
  readonly action: "clip" | "flame" | "fill" | "sand" | "level" | "wash" | "paste" | "inspect";
  /** Of sanding: up to its grits, which follow from the depth. */
  readonly what: string;
  /** Sanded bare, which takes coarse grits, or over a filler, which takes the fine ones up to the next coat. */
  readonly grits?: "coarse" | "fine";
  /** Only for what is looked at: a guide coat, a look between, fine grits. */
  readonly forShow?: true;
  /** It is done once at least, however little there is left to fill. */
  readonly always?: true;
  readonly product: ProductId | null;
  readonly minutesPerCm2: number;
  readonly fixedMinutes: number;
  readonly tool: ToolId;
  readonly place: "bench" | "sink" | "booth" | "outdoors" | "lamp";
  /** Coats of it; found from the depth when `levelling` is set. */
  readonly coats: number;
  readonly levelling: LevellingCoat | null;
};

export type Treatment = {
  readonly school: SurfaceSchool;
  readonly because: string;
  readonly notOn: readonly Process[];
  readonly steps: readonly TreatmentStep[];
};

/** A coat that levels by itself fills as much as it lays; film and solids are those of its product. */
export const levellingCoat = (id: ProductId): LevellingCoat => {
  const { name, filmMm, solids } = productOf(id);
  return { name, dryFilmMm: filmMm, k: 1, volumeSolids: solids };
};
const fillerCoat = levellingCoat("filler primer can");
const surfacerCoat = levellingCoat("surfacer");
const resinCoat = levellingCoat("UV resin");
const step = (
  s: Partial<TreatmentStep> & Pick<TreatmentStep, "action" | "what" | "tool">,
): TreatmentStep => ({
  product: null,
  minutesPerCm2: 0,
  fixedMinutes: 2,
  place: "bench",
  coats: 1,
  levelling: null,
  ...s,
});

/**
 * What each school does, in order. Minutes per cm2 and films are common practice until the builder's own are
 * learned.
 */
export const treatments: readonly Treatment[] = [
  {
    school: "fill and sand",
    because: "for display: hard surfaces come out smooth, at the price of days and dust",
    notOn: [],
    steps: [
      step({
        action: "sand",
        what: "sand open faces",
        grits: "coarse",
        tool: "abrasive 120 to 180",
        minutesPerCm2: 0.12,
      }),
      step({
        action: "wash",
        what: "wash off the dust and dry",
        tool: "brush and water",
        place: "sink",
        fixedMinutes: 4,
      }),
      step({
        action: "fill",
        what: "spray filler primer",
        tool: "spray can",
        product: "filler primer can",
        place: "booth",
        minutesPerCm2: 0.01,
        levelling: fillerCoat,
      }),
      step({
        action: "sand",
        what: "sand the filler",
        grits: "fine",
        tool: "abrasive 240 to 400",
        minutesPerCm2: 0.08,
        forShow: true,
      }),
      step({
        action: "wash",
        what: "rinse and dry",
        tool: "brush and water",
        place: "sink",
        fixedMinutes: 4,
        forShow: true,
      }),
    ],
  },
  {
    school: "bury",
    because: "for terrain and ground: texture hides the steps and suits the subject",
    notOn: [],
    steps: [
      step({
        action: "paste",
        what: "stipple texture paste over the steps",
        tool: "old brush",
        product: "texture paste",
        minutesPerCm2: 0.05,
      }),
    ],
  },
  {
    school: "flame first",
    because: "quick on large blank filament walls; dangerous and useless on detail",
    notOn: ["resin"],
    steps: [
      step({
        action: "flame",
        what: "pass a flame over plain thick walls, after a trial on scrap",
        tool: "small torch",
        place: "outdoors",
        minutesPerCm2: 0.03,
        fixedMinutes: 5,
      }),
      step({
        action: "inspect",
        what: "look for pinholes and mark them",
        tool: "side light",
        fixedMinutes: 3,
      }),
      step({
        action: "sand",
        what: "sand until nothing shines: shine is where the flame face was not touched",
        grits: "coarse",
        tool: "abrasive 120 to 180",
        minutesPerCm2: 0.06,
      }),
      step({
        action: "wash",
        what: "wash off the dust and dry",
        tool: "brush and water",
        place: "sink",
        fixedMinutes: 4,
      }),
      step({
        action: "fill",
        what: "brush on surfacer",
        tool: "brush",
        product: "surfacer",
        minutesPerCm2: 0.05,
        levelling: surfacerCoat,
        always: true,
      }),
      step({
        action: "fill",
        what: "spray filler primer",
        tool: "spray can",
        product: "filler primer can",
        place: "booth",
        minutesPerCm2: 0.01,
        forShow: true,
      }),
      step({
        action: "fill",
        what: "putty on a cotton bud over single spots",
        tool: "spatula",
        product: "solvent putty",
        fixedMinutes: 4,
        forShow: true,
      }),
      step({
        action: "sand",
        what: "sand it fine",
        grits: "fine",
        tool: "abrasive 240 to 400",
        minutesPerCm2: 0.05,
        forShow: true,
      }),
      step({
        action: "wash",
        what: "rinse and dry",
        tool: "brush and water",
        place: "sink",
        fixedMinutes: 4,
        forShow: true,
      }),
    ],
  },
  {
    school: "level in resin",
    because: "for detail that cannot be sanded: brushed resin levels and cures in seconds",
    notOn: [],
    steps: [
      step({
        action: "level",
        what: "brush on a thin coat of UV resin and cure it",
        tool: "old soft brush",
        product: "UV resin",
        place: "lamp",
        minutesPerCm2: 0.06,
        levelling: resinCoat,
      }),
      step({
        action: "wash",
        what: "wipe off the tacky skin with alcohol",
        tool: "cloth and alcohol",
        fixedMinutes: 3,
      }),
    ],
  },
  {
    school: "live with it",
    because: "scale, distance or subject forgives; paint by hand and do not drybrush over steps",
    notOn: [],
    steps: [
      step({
        action: "clip",
        what: "clip strings and cut blobs",
        tool: "clippers and blade",
        fixedMinutes: 3,
      }),
    ],
  },
];

export const treatmentOf = (school: SurfaceSchool): Treatment => treatments.find((t) => t.school === school)!;

/** Whether a school covers its faces with texture, so that a smooth face beside it goes on under its edge. */
export const isTexture = (school: SurfaceSchool | null): boolean => school === "bury";

/** The school a scene follows until the builder says otherwise: by tier and by whether the part is ground. */
export const defaultSchool = (tier: "play" | "display" | "for sale", process: Process): SurfaceSchool =>
  tier === "play" ? "live with it" : process === "resin" ? "level in resin" : "fill and sand";
