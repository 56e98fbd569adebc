import type { Held, PartPlan } from "#core/plan/parts/partPlan";

const heldWords = ({ because }: Held) =>
  because === "another way" ? "printed another way" : `${because}, stands aside`;

/** How sure the scale of a part is, and by what. */
export function Evidence({ p }: { p: PartPlan }) {
  if (p.held) return <span className="text-ink-2">{heldWords(p.held)}</span>;
  const wrong = p.findings.find((f) => /\/(unit-guessed|no-mesh|no-size|feature-[^/]*)$/.test(f.id));
  if (wrong)
    return (
      <span className="text-oxide">
        {wrong.sentence.replace(`${p.part.name}: `, "").slice(0, 80)}
        {wrong.sentence.length > 80 ? "…" : ""}
      </span>
    );
  return (
    <>
      {p.rescale.sure === "stated"
        ? "stated"
        : p.rescale.sure === "measured"
          ? "a feature"
          : p.rescale.sure === "band"
            ? "figure size, a band"
            : "guessed"}
      {p.part.size.features.length > 0 && `, ${p.part.size.features[0]!.name} agrees`}
    </>
  );
}
