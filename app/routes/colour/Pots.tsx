import { Link } from "react-router";
import type { Paint } from "#core/paint/paint";
import { useScene } from "#app/routes/scenes/useScene";

/** How much of what is below a pot hides, %, as it is drawn; not a measured figure. */
const drawnHiding: Record<Paint["opacity"], number> = { opaque: 80, semi: 55, translucent: 25 };

/** The pots that are owned, each full strength at the left and running thin to the right. */
export function Pots() {
  const { paints } = useScene().input.workshop;
  return (
    <section>
      <h2 className="mb-2">Pots</h2>
      <ul className="grid grid-cols-[repeat(auto-fill,minmax(150px,1fr))] gap-x-4 gap-y-3">
        {paints.map((p) => (
          <li key={p.id} className="text-[14px]">
            <span
              aria-hidden="true"
              className="block h-8 rounded-cut border border-primer-3"
              style={{ background: thinning(p) }}
            />
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

const thinning = ({ hex, opacity }: Paint) =>
  `linear-gradient(90deg, ${hex} 35%, color-mix(in srgb, ${hex} ${drawnHiding[opacity]}%, #ffffff))`;
