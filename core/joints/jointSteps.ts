import type { FitKind } from "#core/joints/clearance";
import type { Hardware } from "#core/joints/hardware";
import { exact } from "#core/figure";
import { attackOf } from "#core/materials/attacks";
import { type MaterialId, materialOf } from "#core/materials/materials";
import { type ProductId, productOf } from "#core/materials/products";
import { jointRef, partRef } from "#core/reference";
import { draftStep, type Speed } from "#core/steps/draftStep";
import { nailTest } from "#core/steps/nailTest";
import { factsOf } from "#core/steps/factsOf";
import type { OrderSchools } from "#core/steps/orderSchools";
import type { Step } from "#core/steps/step";

/** A joint, or some that are alike, as work. */
export type JointWork = {
  readonly id: string;
  readonly name: string;
  readonly partIds: readonly string[];
  readonly glue: ProductId | null;
  readonly count: number;
  readonly shows: boolean;
  readonly gapMm: number | null;
  readonly fit: FitKind;
  readonly hardware?: Hardware | undefined;
  /** What fills its seam, of all of them; absent where nobody measured it. */
  readonly seam?: SeamWork | null;
};

/** A seam as it is filled: with what, in how many layers, how much in all, and when it is sanded; null for never. */
export type SeamWork = {
  readonly product: ProductId | null;
  readonly layers: number;
  readonly millilitres: number;
  readonly sandAfterHours: number | null;
  readonly how: string;
};

/** What has to be known of a part that is joined. */
export type JoinedPart = {
  readonly id: string;
  readonly clear: boolean;
  /** How its faces were made; null where it was not printed. */
  readonly wholeProcess: "filament" | "resin" | null;
  readonly releaseAt: number;
  /** It is picked up and knocked about. */
  readonly handled: boolean;
  /** What its bare faces are of; null where nobody said. */
  readonly bare: MaterialId | null;
  /** Names its colours, so that two parts of one finish are known. */
  readonly finish: string;
};

/** Hands of glueing or filling joints that are alike: getting it out, and each (common practice). */
export const jointMinutes = (count: number) => 4 + 3 * count;
/** Glue a joint, ml (common practice). */
const GLUE_ML = 0.2;

/** The side that a glue attacks: foam, clear sheet and the like are told by what they are of. */
const harmed = (glue: ProductId, members: readonly JoinedPart[]): MaterialId | undefined =>
  members.find((m) => m.bare !== null && attackOf(productOf(glue), materialOf(m.bare)) !== null)?.bare ??
  undefined;

/**
 * Parts with faces that have to stay bare when they are primed: of fits that are not glued, and of what is joined
 * when it is painted.
 */
export const partsWithFitFaces = (
  joints: readonly JointWork[],
  parts: readonly JoinedPart[],
  schools: OrderSchools,
): ReadonlySet<string> =>
  new Set(
    joints
      .filter((j) => j.glue === null || isApart(j, membersOf(j, parts), schools))
      .flatMap((j) => j.partIds),
  );

const membersOf = (j: JointWork, parts: readonly JoinedPart[]) =>
  parts.filter((p) => j.partIds.includes(p.id));

/** Painted apart and joined after: what stays clear, and what is of two finishes where no seam shows. */
const isApart = (j: JointWork, members: readonly JoinedPart[], schools: OrderSchools): boolean =>
  members.some((p) => p.clear) ||
  (!j.shows && (schools.joining === "paint, then join" || new Set(members.map((p) => p.finish)).size > 1));

/** Glueing, and filling the seam where it shows. */
export function jointSteps(
  j: JointWork,
  parts: readonly JoinedPart[],
  speed: Speed,
  schools: OrderSchools,
): readonly Step[] {
  const members = membersOf(j, parts);
  if (members.length === 0 || !j.glue) return [];
  const clear = members.some((p) => p.clear);
  const separate = isApart(j, members, schools);
  const shared = {
    targets: [jointRef(j.id), ...members.map((p) => partRef(p.id))],
    onWhat: j.name,
    // What is cut and filed at it is dust of resin where one of them is.
    process: members.some((p) => p.wholeProcess === "resin") ? ("resin" as const) : null,
    minutes: jointMinutes(j.count),
    releaseAt: Math.max(...members.map((p) => p.releaseAt)),
  };
  const glue = draftStep(
    {
      ...shared,
      id: `${jointRef(j.id)}/glue`,
      clear,
      pieces: j.count,
      action: "glue",
      title: `Glue ${j.name}`,
      product: j.glue,
      tool: "glue",
      waitMinutes: productOf(j.glue).handleMinutes,
      mixMl: exact(GLUE_ML * j.count, "ml", "practice"),
      facts: factsOf({
        shows: j.shows && !separate ? true : undefined,
        first: separate ? undefined : true,
        apart: separate ? true : undefined,
        handled: members.some((p) => p.handled) ? true : undefined,
        gapMm: j.gapMm ?? undefined,
        bare: harmed(j.glue, members),
        magnet: j.fit === "magnet pocket" || j.hardware?.kind === "magnet" ? true : undefined,
      }),
    },
    speed,
  );
  if (!j.shows) return [glue];
  return [glue, ...seamSteps(j, { ...shared, after: [glue.id] }, speed)];
}

/** The steps of a seam by the ends of their names: filled, tested, sanded. */
export const seamStepNames = ["fill-seam", "seam-test", "seam-sand"] as const;

/** What a seam that shows is filled with where it was measured, else putty; sanded flush where that is reached. */
function seamSteps(
  j: JointWork,
  shared: Pick<Step, "targets" | "onWhat" | "process" | "releaseAt" | "after"> & { readonly minutes: number },
  speed: Speed,
): readonly Step[] {
  const { seam, count } = j;
  const product = seam ? seam.product : "solvent putty";
  const { recoatMinutes, handleMinutes } = productOf(product ?? "solvent putty");
  const id = (name: (typeof seamStepNames)[number]) => `${jointRef(j.id)}/${name}`;
  const layers = seam?.layers ?? 1;
  const fill = draftStep(
    {
      ...shared,
      id: id("fill-seam"),
      action: "fill seam",
      title: `Fill and smooth the seam${layers > 1 ? `, ${layers} layers` : ""}`,
      minutes: shared.minutes + LAYER_MIN * (layers - 1) * count,
      product,
      tool: "spatula",
      waitMinutes: seam ? recoatMinutes * (layers - 1) + handleMinutes : 120,
      ...(seam
        ? {
            coats: layers,
            notes: [seam.how],
            mixMl: exact(Math.max(0.1, seam.millilitres), "ml", "practice"),
          }
        : {}),
      facts: factsOf({ gapMm: j.gapMm ?? undefined }),
    },
    speed,
  );
  if (seam?.sandAfterHours == null) return [fill];
  const test = draftStep(
    {
      ...shared,
      ...nailTest(seam.sandAfterHours),
      id: id("seam-test"),
      after: [fill.id],
    },
    speed,
  );
  const sand = draftStep(
    {
      ...shared,
      id: id("seam-sand"),
      action: "sand",
      title: "Sand the seam flush",
      minutes: 1 + SAND_MIN * count,
      tool: "abrasive 240",
      after: [test.id],
    },
    speed,
  );
  return [fill, test, sand];
}

/** One more layer of filler on a seam; one seam sanded flush, min (common practice). */
const LAYER_MIN = 1;
const SAND_MIN = 2;
