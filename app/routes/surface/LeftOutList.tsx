import type { LeftOut } from "#core/plan/surface/leftOut";

/** What is finished less than the rest, and why: struck through, with what it spares. */
export function LeftOutList({ all }: { readonly all: readonly LeftOut[] }) {
  if (all.length === 0) return null;
  const minutes = all.reduce((sum, l) => sum + l.minutes, 0);
  return (
    <section aria-label="Left out">
      <h2 className="mb-1">Left out, since something comes over it</h2>
      <p className="mb-2 text-[14px] text-ink-2">
        {minutes.toFixed(0)} min spared. Filling, gluing and sealing stay; take the cover away and the work is
        back.
      </p>
      <ul className="grid gap-1.5 md:grid-cols-2">
        {all.map((l) => (
          <li key={`${l.partId} ${l.zone}`} className="panel text-[14px]">
            <s>{l.name}</s>, {l.cm2.toFixed(1)} cm²
            <span className="block text-ink-2">
              {l.minutes.toFixed(1)} min spared
              {l.products.map((p) => `, ${p.ml.toFixed(1)} ml of ${p.name}`)}: {l.because}
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}
