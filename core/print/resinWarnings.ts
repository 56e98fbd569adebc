import { GREEN_MPA, resinLimits, type ResinRisk, type SuctionCup } from "#core/print/resinRisk";
import { resinWords } from "#core/print/resinWords";

/** Less liquid resin than this harms nothing, ml (common practice). */
const TRAPPED_ML = 0.05;

/** Something worth saying of a part's risks. */
export type ResinWarning = {
  readonly code: string;
  readonly severity: "ruins" | "weakens";
  readonly sentence: string;
};

/**
 * What is worth saying of a part's risks, worst first: what, how much, where and what to do.
 * @param known the hardest peel that came out on this machine; null while it has no record
 */
export function resinWarnings(
  r: ResinRisk,
  known: { readonly peelMm4: number } | null,
): readonly ResinWarning[] {
  const trapped = r.cups.filter((c) => c.kind === "trapped" && c.millilitres > TRAPPED_ML);
  const cup = strongestCup(r);
  const limit = known?.peelMm4 ?? resinLimits.peelMm4;
  const tell = (is: boolean, code: string, severity: ResinWarning["severity"], sentence: () => string) =>
    is ? { code, severity, sentence: sentence() } : null;
  return [
    tell(trapped.length > 0, "trapped", "ruins", () => resinWords.trapped(trapped)),
    cup &&
      tell(true, "suction", cup.sealedMm2 > resinLimits.strongCupMm2 ? "ruins" : "weakens", () =>
        resinWords.suction(cup),
      ),
    r.peelMm4 > limit
      ? tell(true, "peel", "weakens", () => resinWords.peel(r, r.peelMm4 / limit, known !== null))
      : tell(r.screenShare > resinLimits.screenShare, "section", "weakens", () => resinWords.section(r)),
    r.neck &&
      tell(
        r.neck.stressMPa > resinLimits.neckMPa,
        "neck",
        r.neck.stressMPa > GREEN_MPA ? "ruins" : "weakens",
        () => resinWords.neck(r.neck!, GREEN_MPA),
      ),
    tell(r.flatDownMm2 > resinLimits.flatDownMm2, "flat-down", "weakens", () => resinWords.flatDown(r)),
  ].filter((w) => w !== null);
}

/** The widest cup that is wide and deep enough to matter. */
const strongestCup = ({ cups }: ResinRisk): SuctionCup | null =>
  cups
    .filter(
      (c) =>
        c.kind === "suction" &&
        c.sealedMm2 > resinLimits.cupMm2 &&
        c.toMm - c.fromMm > resinLimits.cupHeightMm,
    )
    .sort((p, q) => q.sealedMm2 - p.sealedMm2)[0] ?? null;
