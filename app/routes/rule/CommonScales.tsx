import { ratioText } from "#core/scale/ratio";
import type { NamedScale } from "#core/scale/namedScales";

/** Common scales along a line, largest first, and where this scene stands. */
export function CommonScales({
  n,
  marks,
  place,
}: {
  readonly n: number;
  readonly marks: readonly NamedScale[];
  readonly place: (d: number) => number;
}) {
  return (
    <section className="on-mat p-4" aria-label="Common scales">
      <h2 className="mb-2">Common scales, largest first</h2>
      <div
        className="relative h-28 overflow-hidden"
        role="img"
        aria-label={`Common scales on a line; this scene at ${ratioText(n)}`}
      >
        <div className="absolute inset-x-0 top-14 h-px bg-chalk" />
        {marks.map((s, i) => (
          <div
            key={s.name}
            className="absolute top-14 w-px bg-chalk/70"
            style={{ left: `${place(s.denominator)}%`, height: 8 + (i % 3) * 14 }}
          >
            <span className="figures absolute top-full -translate-x-1/2 text-[12px] whitespace-nowrap">
              {ratioText(Number(s.denominator.toFixed(1)))}
            </span>
          </div>
        ))}
        <div className="absolute top-1" style={{ left: `clamp(0px, ${place(n)}%, calc(100% - 90px))` }}>
          <span className="tape">{ratioText(Number(n.toFixed(2)))} here</span>
        </div>
      </div>
    </section>
  );
}
