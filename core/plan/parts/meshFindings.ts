import { isClosed } from "#core/mesh/health";
import type { MeshMeasurement } from "#core/mesh/measure";
import type { Finding } from "#core/plan/finding";
import { tightPlaces } from "#core/plan/parts/tightPlaces";
import { found, type PartDraft, partFinding } from "#core/plan/parts/partFinding";
import { partWords } from "#core/plan/parts/partWords";

/** Smaller hollows hold too little resin to matter, mm3 (common practice). */
const TRAPPED_MM3 = 100;
/** Shells that are in each other by less than this share of the volume only touch. */
const PARTLY = 0.005;

/** What is wrong with the mesh of a part. */
export function meshFindings({ part, measurement: m, rescale: { factor }, chosen }: PartDraft): Finding[] {
  if (!m) return [];
  const { shells, shellCount, flippedPatches } = m.flaws;
  const tell = (is: boolean, severity: Finding["severity"], code: string, sentence: () => string) =>
    is ? partFinding(part, severity, "parts", code, sentence()) : null;
  const insideOut = shells.filter((s) => s.kind === "inside out").length;
  const sunk = shells.filter((s) => s.kind === "inside another").length;
  const crossing =
    m.overlap - shells.filter((s) => s.kind === "inside another").reduce((v, s) => v + s.volume, 0);
  const hollow = m.regions.spaces.find((s) => s.kind === "hollow");
  const hollowMm3 = hollow && chosen?.printer.process === "resin" ? hollow.volume * factor ** 3 : 0;
  const { name } = part;
  const folds = tightPlaces(m, factor).filter((p) => p.kind !== "slit");
  return found(
    tell(folds.length > 0, "weakens", "folded", () => partWords.folded(name, folds)),
    tell(!isClosed(m.health), "weakens", "not-closed", () => notClosed(name, m, factor)),
    tell(m.health.flippedEdges > 0, "weakens", "flipped", () => partWords.flipped(name, flippedPatches)),
    tell(insideOut > 0, "weakens", "inside-out", () => partWords.insideOut(name, insideOut, shellCount)),
    tell(sunk > 0, "wastes", "inside-another", () => partWords.insideAnother(name, sunk)),
    tell(crossing > PARTLY * m.volume, "weakens", "partly-inside", () =>
      partWords.partlyInside(name, (crossing * factor ** 3) / 1000),
    ),
    tell(hollowMm3 > TRAPPED_MM3, "ruins", "closed-hollow", () =>
      partWords.closedHollow(name, hollowMm3 / 1000),
    ),
  );
}

function notClosed(name: string, { health, flaws }: MeshMeasurement, factor: number): string {
  const rim = flaws.openLoops[0];
  const open = { edges: health.openEdges, rims: flaws.loops, longestMm: rim ? rim.length * factor : null };
  return partWords.notClosed(name, open, health.overSharedEdges);
}
