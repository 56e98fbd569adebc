/** A mix as stacked blocks in its colours, one block a part, with the drops of each beneath. */
export function MixParts({
  parts,
  drops,
  grams,
  size = 22,
}: {
  parts: readonly { readonly name: string; readonly hex: string; readonly parts: number }[];
  drops?: readonly number[];
  grams?: readonly number[];
  size?: number;
}) {
  const total = parts.reduce((sum, p) => sum + p.parts, 0);
  const block = Math.min(size, 150 / Math.max(total, 1));
  return (
    <figure className="inline-flex items-end gap-3">
      <div
        aria-hidden="true"
        className="flex flex-col overflow-hidden rounded-cut border border-ink"
        style={{ width: size * 2 }}
      >
        {parts.map((p) =>
          Array.from({ length: Math.max(1, Math.round(p.parts)) }, (_, i) => (
            <span
              key={`${p.name}${i}`}
              className="border-b border-black/25 last:border-b-0"
              style={{ background: p.hex, height: block }}
            />
          )),
        )}
      </div>
      <figcaption>
        <span className="font-head font-semibold">
          {parts.map((p) => `${Number(p.parts.toFixed(1))} ${p.name}`).join(" + ")}
        </span>
        {drops && (
          <span className="block text-[0.85em] text-ink-2">
            {drops.join(" + ")} drops{grams && `, or ${grams.map((g) => g.toFixed(1)).join(" + ")} g`}
          </span>
        )}
      </figcaption>
    </figure>
  );
}
