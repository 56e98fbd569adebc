import type { Part } from "#core/scene/part";
import { useScene } from "#app/routes/scenes/useScene";
import { clearTints } from "./clearTints";

/** Tints of clear places before what stands behind them; a tap takes as many coats. */
export function ClearTints({
  part,
  onCoats,
}: {
  readonly part: Part;
  readonly onCoats: (layerId: string, coats: number) => void;
}) {
  const tints = clearTints(part, useScene().input.workshop);
  return tints.map((tint) => (
    <section
      key={`${tint.place} ${tint.layerId}`}
      className="grid gap-2"
      aria-label={`Tint of ${tint.place}`}
    >
      <p className="text-[14px]">
        {tint.place}, tinted: what stands behind it is seen through it twice, a lamp once. Tap how many coats.
      </p>
      <div className="flex flex-wrap gap-4">
        {tint.rows.map(({ behind, cells }) => (
          <div key={behind} className="grid gap-1 text-[13px]">
            <span className="text-ink-2">before {behind}</span>
            <div className="flex">
              {cells.map(({ coats, hex }) => (
                <button
                  key={coats}
                  type="button"
                  aria-label={`${coats} ${coats === 1 ? "coat" : "coats"} before ${behind}`}
                  aria-pressed={coats === tint.coats}
                  className={`size-11 ${coats === tint.coats ? "outline-2 -outline-offset-4 outline-tape" : ""}`}
                  style={{ background: hex }}
                  onClick={() => onCoats(tint.layerId, coats)}
                />
              ))}
            </div>
          </div>
        ))}
      </div>
    </section>
  ));
}
