import type { PartPlan } from "#core/plan/parts/partPlan";
import { takeOffOf } from "#core/plan/parts/takeOffOf";
import type { Strut, TakeOff } from "#core/print/takeOff";
import { outlinePath } from "#ui/Mat";
import { figures, PlainTable } from "#ui/PlainTable";

/** Room round the outline, and the size of numbers, as shares of its width. */
const EDGE = 0.12;
const NUMBER = 0.07;
/** Of a long part with many places the numbers are smaller, so that they stand side by side. */
const CLOSE = 0.45;
/** Places that are listed and drawn. */
const SHOWN = 24;

/** In which order supports come off, and what holds to the end; nothing where there are none. */
export function TakeOffPanel({ p }: { readonly p: PartPlan }) {
  const off = takeOffOf(p);
  if (!off || off.struts.length === 0) return null;
  return (
    <section className="panel grid content-start gap-3" aria-label="Taking it off">
      <h2>Taking it off</h2>
      <p>
        {off.advice ? `${off.advice}.` : "No stem under 1 mm was felt: the supports come off in any order."}
      </p>
      {off.advice && <Struts p={p} off={off} />}
    </section>
  );
}

/** The places by number, on the part and in a list. */
function Struts({ p, off }: { readonly p: PartPlan; readonly off: TakeOff }) {
  return (
    <>
      <div className="flex flex-wrap items-start gap-5">
        <StrutMap p={p} struts={off.struts} necks={off.necks.map((n) => n.at)} />
        <PlainTable label="Places of supports" heads={["place", figures("tips"), "do"]}>
          {off.struts.slice(0, SHOWN).map((s) => (
            <tr key={s.number}>
              <th scope="row" className="!font-normal">
                {s.number}
              </th>
              <td data-figures>{s.contacts}</td>
              <td>{s.mark ?? "in any order"}</td>
            </tr>
          ))}
        </PlainTable>
      </div>
      {off.struts.length > SHOWN && (
        <p className="text-[13px] text-ink-2">and {off.struts.length - SHOWN} places more.</p>
      )}
      <p className="text-[13px] text-ink-2">
        Numbers go from the left of the part as it lies. Strong ones first beside a thin stem: common
        practice. Goggles on: cut ends fly.
      </p>
    </>
  );
}

/** The part from above as it lies, with its places of supports and its thin stems. */
function StrutMap({
  p: { asItLies, rescale },
  struts,
  necks,
}: {
  readonly p: PartPlan;
  readonly struts: readonly Strut[];
  readonly necks: readonly (readonly [number, number, number])[];
}) {
  if (!asItLies) return null;
  const { factor } = rescale;
  const { min, max } = asItLies.box;
  const [w, d] = [(max[0] - min[0]) * factor, (max[1] - min[1]) * factor];
  const edge = EDGE * Math.max(w, d);
  const r = Math.min(NUMBER, CLOSE / Math.min(SHOWN, struts.length)) * Math.max(w, d);
  const lines = asItLies.plan.map((line) => [...line].map((v) => v * factor));
  return (
    <svg
      viewBox={`${min[0] * factor - edge} ${-max[1] * factor - edge} ${w + 2 * edge} ${d + 2 * edge}`}
      className="h-44 max-w-full bg-primer-2"
      role="img"
      aria-label={`From above: ${struts.length} places of supports, ${necks.length} thin stems`}
    >
      <g transform="scale(1 -1)">
        <path
          d={outlinePath(lines)}
          fill="var(--primer-3)"
          stroke="var(--ink)"
          fillRule="evenodd"
          strokeWidth={r / 12}
        />
        {necks.map((at, i) => (
          <circle
            key={i}
            cx={at[0]}
            cy={at[1]}
            r={r * 0.6}
            fill="none"
            stroke="var(--oxide)"
            strokeWidth={r / 5}
          />
        ))}
      </g>
      {struts.slice(0, SHOWN).map((s) => (
        <StrutDot key={s.number} s={s} r={r} />
      ))}
    </svg>
  );
}

function StrutDot({ s, r }: { readonly s: Strut; readonly r: number }) {
  const first = s.mark === "cut first";
  return (
    <g transform={`translate(${s.at[0]} ${-s.at[1]})`}>
      <circle
        r={r}
        fill={first ? "var(--tape)" : "var(--primer-1)"}
        stroke="var(--ink)"
        strokeWidth={r / 8}
      />
      <text
        fontSize={r * 1.2}
        textAnchor="middle"
        dy={r * 0.42}
        fill={first ? "var(--tape-ink)" : "var(--ink)"}
      >
        {s.number}
      </text>
    </g>
  );
}
