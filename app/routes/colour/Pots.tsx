import { Link } from "react-router";
import { brushedOut } from "#core/paint/brushedOut";
import type { Paint } from "#core/paint/paint";
import { useScene } from "#app/routes/scenes/useScene";

/** The pots that are owned, each brushed out from thick to thin over a black and a white stripe. */
export function Pots() {
  const { paints } = useScene().input.workshop;
  return (
    <section id="pots">
      <h2 className="mb-2">Pots</h2>
      <ul className="grid grid-cols-[repeat(auto-fill,minmax(150px,1fr))] gap-x-4 gap-y-3">
        {paints.map((p) => (
          <li key={p.id} className="text-[14px]">
            <Swatch paint={p} />
            {p.name} <span className="text-ink-2">{p.opacity === "opaque" ? "" : p.opacity}</span>
          </li>
        ))}
      </ul>
      <p className="mt-2">
        <Link to="/workshop/paints">Add or change pots in the workshop</Link>
      </p>
    </section>
  );
}

const WIDE = 9;

/** Thick at the left, thin at the right: what of the stripes shows through is what the pot lets through. */
function Swatch({ paint }: { readonly paint: Paint }) {
  const { overBlack, overWhite } = brushedOut(paint);
  return (
    <svg viewBox={`0 0 ${WIDE} 2`} className="h-9 w-full" preserveAspectRatio="none" aria-hidden>
      {[overBlack, overWhite].map((stripe, row) =>
        stripe.map((hex, i) => <rect key={`${row} ${i}`} x={i} y={row} width={1.02} height={1} fill={hex} />),
      )}
    </svg>
  );
}
