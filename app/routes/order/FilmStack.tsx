import type { Film } from "#core/order/stacks";

const BAND = 30;
const WIDTH = 280;
const LEFT = 96;

/**
 * A section through a zone: the substrate below, every film over it, thicker ones taller (by the doubling, so
 * that all can be read). A gloss film has a bright edge, a matte one a rough one.
 */
export function FilmStack({
  films,
  bare,
  colourOf,
  selected,
  at,
  moment,
}: {
  films: readonly Film[];
  bare: string;
  colourOf: (stepId: string) => string | null;
  selected: string;
  at: number;
  moment: (minute: number) => string;
}) {
  const heights = films.map((f) => Math.max(BAND, BAND + 9 * Math.log2(f.filmMm / 0.02)));
  const total = heights.reduce((a, b) => a + b, 0) + 34;
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${total + 6}`}
      className="w-full max-w-[300px]"
      role="img"
      aria-label={`Films from the top down: ${[...films]
        .reverse()
        .map((f) => f.title)
        .join(", ")}, on ${bare}`}
    >
      <FilmPatterns />
      <rect x="0" y={total - 34} width={LEFT} height="34" fill="url(#bare)" stroke="var(--ink-2)" />
      <text x={LEFT + 8} y={total - 14} fontSize="13" fill="var(--ink)">
        {bare}
      </text>
      {films.map((f, i) => {
        const h = heights[i]!;
        const top = total - 34 - heights.slice(0, i + 1).reduce((a, b) => a + b, 0);
        const fill = colourOf(f.stepId);
        const rough = `M0 ${top}${Array.from({ length: 16 }, (_, k) => `l${LEFT / 32} ${k % 2 ? 2.4 : -2.4}l${LEFT / 32} ${k % 2 ? -2.4 : 2.4}`).join("")}`;
        return (
          <Film
            key={f.stepId}
            f={f}
            top={top}
            h={h}
            fill={fill}
            rough={rough}
            selected={selected}
            at={at}
            moment={moment}
          />
        );
      })}
    </svg>
  );
}

function FilmPatterns() {
  return (
    <defs>
      <pattern id="bare" width="7" height="7" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
        <line x1="0" x2="0" y1="0" y2="7" stroke="var(--ink-2)" strokeWidth="1.3" />
      </pattern>
      <pattern id="ground" width="6" height="6" patternUnits="userSpaceOnUse">
        <circle cx="2" cy="2" r="1.1" fill="var(--ink-2)" />
      </pattern>
    </defs>
  );
}

function Film({
  f,
  top,
  h,
  fill,
  rough,
  selected,
  at,
  moment,
}: {
  readonly f: Film;
  readonly top: number;
  readonly h: number;
  readonly fill: string | null;
  readonly rough: string;
  readonly selected: string;
  readonly at: number;
  readonly moment: (minute: number) => string;
}) {
  return (
    <g>
      <rect
        x="0"
        y={top}
        width={LEFT}
        height={h}
        fill={fill ?? (f.chemistry === "mineral" ? "url(#ground)" : "var(--primer-3)")}
        stroke="var(--ink-2)"
        strokeWidth="0.8"
      />
      {f.sheen === "gloss" ? (
        <line x1="3" x2={LEFT - 3} y1={top + 2.5} y2={top + 2.5} stroke="white" strokeWidth="3" />
      ) : (
        f.sheen === "matte" && <path d={rough} fill="none" stroke="var(--ink-2)" strokeWidth="1" />
      )}
      {f.stepId === selected && (
        <rect
          x="-4"
          y={top}
          width="4"
          height={h}
          fill="var(--tape)"
          stroke="var(--tape-ink)"
          strokeWidth="0.5"
        />
      )}
      <FilmWords top={top} f={f} selected={selected} at={at} moment={moment} />
    </g>
  );
}

function FilmWords({
  top,
  f,
  selected,
  at,
  moment,
}: {
  readonly top: number;
  readonly f: Film;
  readonly selected: string;
  readonly at: number;
  readonly moment: (minute: number) => string;
}) {
  return (
    <>
      <text
        x={LEFT + 8}
        y={top + 13}
        fontSize="13"
        fill="var(--ink)"
        fontWeight={f.stepId === selected ? 700 : 400}
      >
        {f.title.length > 26 ? `${f.title.slice(0, 25)}…` : f.title}
      </text>
      <text x={LEFT + 8} y={top + 26} fontSize="11" fill="var(--ink-2)">
        {[
          f.filmMm >= 0.1
            ? `${Number(f.filmMm.toFixed(2))} mm`
            : `${Math.max(1, Math.round(1000 * f.filmMm))} µm`,
          f.sheen,
          at >= f.curedAt ? "cured" : `cured ${moment(f.curedAt)}`,
        ]
          .filter(Boolean)
          .join(", ")}
      </text>
    </>
  );
}
