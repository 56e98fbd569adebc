import type { Vec3 } from "#core/mesh/pose";
import type { Process } from "#core/print/printer";
import { counted } from "#core/words";

/** Faults that a print will have by its shape and its machine, beside its layer steps. */
export const faultKinds = [
  "path seam",
  "hanging edge",
  "strings",
  "drooping underside",
  "blobs",
  "contour rings",
  "support scars",
  "pixel stairs",
  "swollen foot",
  "cut seam",
] as const;
export type FaultKind = (typeof faultKinds)[number];

/** A fault with where it will be, as the part lies, file units; what takes it away, and what is spared. */
export type ForeseenFault = {
  readonly kind: FaultKind;
  readonly count: number;
  readonly at: readonly Vec3[];
  readonly what: string;
  readonly remedy: string;
};

/** What a part's faults are foreseen from. Lengths mm on the bench, places in file units as it lies. */
export type PrintedShape = {
  readonly process: Process;
  /** Flat spans over openings, and other undersides that nothing holds. */
  readonly bridges: readonly { readonly at: Vec3; readonly spanMm: number }[];
  readonly droops: readonly { readonly at: Vec3; readonly mm2: number }[];
  readonly levelTopCm2: number;
  readonly shallowCm2: number;
  readonly scars: { readonly contacts: number; readonly mm2: number; readonly at: readonly Vec3[] };
  readonly onBed: boolean;
  /** Where the path seam runs: opposite the side that must stay clean, or in front where nobody said. */
  readonly seamAt: Vec3 | null;
  readonly pieces: number;
  readonly thinnestMm: number | null;
};

/** Undersides of less than this are corners, mm2; tops and rings count from this on, cm2 (our choice). */
const LEAST_MM2 = 4;
const LEAST_CM2 = 0.5;
/** Thinner features are clipped, never warmed, mm (default). */
export const WARM_FROM_MM = 2;

/** How strings are taken off: by warm air where the part bears it, by clippers alone where it is thin. */
export const stringsOff = ({
  process,
  bridges,
  thinnestMm,
}: Pick<PrintedShape, "process" | "bridges" | "thinnestMm">): "warm air" | "clip" | null => {
  if (process === "resin" || bridges.length === 0) return null;
  return thinnestMm !== null && thinnestMm < WARM_FROM_MM ? "clip" : "warm air";
};

/** Every fault that is foreseen, with its remedy. Common practice. */
export function foreseenFaults(s: PrintedShape): readonly ForeseenFault[] {
  return s.process === "filament" ? [...ofFilament(s), ...ofBoth(s)] : [...ofResin(s), ...ofBoth(s)];
}

const one = (kind: FaultKind, at: readonly Vec3[], what: string, remedy: string): ForeseenFault => ({
  kind,
  count: Math.max(1, at.length),
  at,
  what,
  remedy,
});

function ofFilament(s: PrintedShape): readonly ForeseenFault[] {
  const droops = s.droops.filter((d) => d.mm2 >= LEAST_MM2);
  const off = stringsOff(s);
  return [
    one(
      "path seam",
      s.seamAt ? [s.seamAt] : [],
      "a vertical line where every layer begins",
      "put the seam opposite the front in the slicer; scrape it with a blade, then sand",
    ),
    ...(s.bridges.length > 0
      ? [
          one(
            "hanging edge",
            s.bridges.map((b) => b.at),
            `${counted(s.bridges.length, "upper edge", "upper edges")} of openings, the widest ${Math.max(...s.bridges.map((b) => b.spanMm)).toFixed(0)} mm`,
            "cut the loops with a blade, fill the edge, spare the corners",
          ),
          one(
            "strings",
            s.bridges.map((b) => b.at),
            "hairs across the openings",
            off === "clip"
              ? "clip them; it is too thin for warm air"
              : "clip, or warm air from 10 cm in passes of 2 s; keep off what is thinner than 2 mm",
          ),
        ]
      : []),
    ...(droops.length > 0
      ? [
          one(
            "drooping underside",
            droops.map((d) => d.at),
            `${counted(droops.length, "underside", "undersides")} that hang free or lie on supports`,
            "cut, fill, cover with ground, or turn it to the back",
          ),
        ]
      : []),
    ...(s.levelTopCm2 >= LEAST_CM2
      ? [
          one(
            "blobs",
            [],
            `lines and blobs on ${s.levelTopCm2.toFixed(0)} cm² of level top`,
            "razor, then sand",
          ),
        ]
      : []),
    ...(s.shallowCm2 >= LEAST_CM2
      ? [
          one(
            "contour rings",
            [],
            `rings like a map's on ${s.shallowCm2.toFixed(0)} cm² of shallow ground`,
            "thinner layers there, or cover with sand, paste or plants",
          ),
        ]
      : []),
  ];
}

const ofResin = (_: PrintedShape): readonly ForeseenFault[] => [
  one("pixel stairs", [], "faint facets on faces that turn in plan", "primer alone mostly; 400 wet"),
];

function ofBoth({ scars, onBed, pieces }: PrintedShape): readonly ForeseenFault[] {
  return [
    ...(scars.contacts > 0
      ? [
          {
            ...one(
              "support scars",
              scars.at,
              `${counted(scars.contacts, "spot", "spots")} of supports, ${scars.mm2.toFixed(0)} mm² in all`,
              "clip, file, 240 to 400; fill pits with light-cured resin",
            ),
            count: scars.contacts,
          },
        ]
      : []),
    ...(onBed
      ? [
          one(
            "swollen foot",
            [],
            "the first layers are 0.1 to 0.3 mm wider",
            "file the edge; it matters at sockets and where it stands on view",
          ),
        ]
      : []),
    ...(pieces > 1
      ? [
          {
            ...one(
              "cut seam",
              [],
              `${counted(pieces - 1, "seam", "seams")} between its pieces`,
              "fill and sand",
            ),
            count: pieces - 1,
          },
        ]
      : []),
  ];
}
