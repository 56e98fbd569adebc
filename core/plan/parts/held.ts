import type { MeshMeasurement } from "#core/mesh/measure";
import type { Finding, Mend } from "#core/plan/finding";
import type { Candidate, Held, PartPlan } from "#core/plan/parts/partPlan";
import { partFinding, partMend } from "#core/plan/parts/partFinding";
import type { PartScene } from "#core/plan/parts/partSurroundings";
import { partWords } from "#core/plan/parts/partWords";
import type { PrintBody } from "#core/print/body";
import { MOST_PIECES, pieceCount } from "#core/print/fit";
import { lookedAt, type Part } from "#core/scene/part";

/** Sizes on the bench that anything is worked out for, mm: from a grain of dust to a street. */
const LEAST_MM = 0.01;
const MOST_MM = 50_000;
/** Less material than this is none, mm3: a grain of sand has more. */
const LEAST_MM3 = 0.001;
/** Nothing is meant to stand on a board that is so many times longer than it from corner to corner (our choice). */
const LONGEST_BOARDS = 2;

/** Whether a size is one that anybody could mean. */
export const isPlannable = (sizeMm: readonly number[]): boolean =>
  sizeMm.every(Number.isFinite) && Math.max(...sizeMm) >= LEAST_MM && Math.max(...sizeMm) <= MOST_MM;

type Sized = {
  readonly part: Part;
  readonly measurement: MeshMeasurement | null;
  readonly sizeMm: readonly [number, number, number] | null;
};

/** A part that stands aside as something that is open. */
export const heldAsFinding = ({
  part,
  held: { because, sentence, mends },
}: {
  readonly part: Part;
  readonly held: Held;
}): Finding => partFinding(part, "missing", "parts", `held-${because.replaceAll(" ", "-")}`, sentence, mends);

/** What is to be said of one part: why it stands aside, or what was found in it. */
export const saidOf = ({
  part,
  held,
  findings,
}: Pick<PartPlan, "part" | "held" | "findings">): readonly Finding[] =>
  held && standsAside({ held }) ? [heldAsFinding({ part, held })] : held ? [] : findings;

/** Whether it waits to be settled; a body of a way that was not chosen waits for nothing. */
export const standsAside = ({ held }: Pick<PartPlan, "held">): boolean =>
  held !== null && held.because !== "another way";

/** Why a body of a set is not printed; null of what is in the chosen way, or was begun. */
export function heldByOtherWay(part: Part, { setWays }: Pick<PartScene, "setWays">): Held | null {
  const way = part.set && setWays?.[part.set.name];
  if (!way || part.set.ways.includes(way) || isBegun(part)) return null;
  return { because: "another way", sentence: partWords.anotherWay(part.name, part.set.name, way), mends: [] };
}

/** Why nothing can be planned for a part whatever printers there are; null of most. */
export function heldBySize({ part, measurement, sizeMm }: Sized, scene: PartScene): Held | null {
  if (isBegun(part) || lookedAt(part)) return null;
  const longest = sizeMm && Math.max(...sizeMm);
  if (part.size.source.kind === "unknown" && measurement)
    return { because: "no scale", sentence: partWords.noScale(part.name, longest), mends: [] };
  if (sizeMm && !isPlannable(sizeMm))
    return {
      because: "absurd size",
      sentence: partWords.absurdSize(part.name, longest!),
      mends: [again(part)],
    };
  if (sizeMm && !part.tool && part.place.placements.length === 0 && isOffAnyBoard(sizeMm, scene))
    return {
      because: "larger than the board",
      sentence: partWords.largerThanBoard(part.name, sizeMm, scene),
      mends: [again(part), meant(part, scene)],
    };
  return null;
}

/** The same of what its machine would make of it. */
export function heldByMaking(
  { part, sizeMm }: Sized,
  body: Pick<PrintBody, "volumeMm3"> | null,
  chosen: Candidate | null,
): Held | null {
  if (part.made !== "printed" || isBegun(part) || lookedAt(part)) return null;
  if (body && !(body.volumeMm3 >= LEAST_MM3))
    return { because: "no volume", sentence: partWords.noVolume(part.name), mends: [] };
  const pieces = chosen ? pieceCount(chosen.fit) : 1;
  if (!chosen || pieces <= MOST_PIECES) return null;
  const sentence = partWords.tooManyPieces(part.name, sizeMm ?? [], pieces, MOST_PIECES, chosen.printer.name);
  return { because: "too many pieces", sentence, mends: [again(part)] };
}

/** What was begun is as large as it is. */
const isBegun = ({ history }: Part) => history.copies.some((state) => state !== "to make");

/** Whether it covers more than the whole board, or is longer or higher than anything on it would be. */
function isOffAnyBoard(sizeMm: readonly [number, number, number], scene: PartScene): boolean {
  const { boardWidthMm, boardDepthMm } = scene;
  const corner = Math.hypot(boardWidthMm, boardDepthMm);
  const [w, d, h] = sizeMm;
  return w * d > boardWidthMm * boardDepthMm || Math.max(w, d, h) > LONGEST_BOARDS * corner;
}

/** Puts the question of its scale again. */
const again = (part: Part): Mend =>
  partMend(part, "Ask its scale again", { size: { source: { kind: "unknown" } } });

/** What lies on the board is meant to be there. */
const meant = (part: Part, { boardWidthMm, boardDepthMm }: PartScene): Mend =>
  partMend(part, "It is meant so: put it on the board", {
    place: { placements: [{ xMm: boardWidthMm / 2, yMm: boardDepthMm / 2, turnDeg: 0 }] },
  });
