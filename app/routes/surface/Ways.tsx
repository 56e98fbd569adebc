import { productOf } from "#core/materials/products";
import { treatments } from "#core/surface/treatments";

/** Every way of finishing, its steps, and what it is never done on. */
export function Ways() {
  return (
    <section>
      <h2 className="mb-2">The ways, and when each is right</h2>
      <div className="grid gap-3 md:grid-cols-2 xl:grid-cols-3">
        {treatments.map((t) => (
          <article key={t.school} className="panel">
            <h3>{t.school}</h3>
            <p className="text-[14px]">{t.because}.</p>
            <ol className="mt-1.5 list-decimal pl-5 text-[14px] text-ink-2">
              {t.steps.map((s, i) => (
                <li key={i}>
                  {s.what}
                  {s.product && <span> (wait {productOf(s.product).recoatMinutes} min a coat)</span>}
                </li>
              ))}
            </ol>
            {t.notOn.length > 0 && (
              <p className="mt-1 text-[14px] font-semibold text-oxide">Never on {t.notOn.join(", ")}.</p>
            )}
          </article>
        ))}
      </div>
    </section>
  );
}
