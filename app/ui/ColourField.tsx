import { useId, useState } from "react";
import type { Problem } from "#core/outcome";
import { hexOfLab, labOfHex } from "#core/paint/colour";
import { labOfLch, type Lch, lchOf } from "#core/paint/lch";
import { Field } from "#ui/Field";

const grey: Lch = { l: 50, c: 0, h: 0 };
const lchOfHex = (hex: string): Lch | null => {
  const lab = labOfHex(hex);
  return lab.ok ? lchOf(lab.value) : null;
};

const sliders = [
  { key: "l", name: "lightness", max: 100 },
  { key: "c", name: "strength", max: 110 },
  { key: "h", name: "hue", max: 360 },
] as const;

/** A colour: by sliders of lightness, strength and hue beside a large patch, or typed. */
export function ColourField({
  label,
  name,
  value,
  onChange,
  problems,
}: {
  readonly label: string;
  readonly name: string;
  /** As it stands, `#rrggbb`. */
  readonly value: string;
  readonly onChange: (hex: string) => void;
  readonly problems?: readonly Problem[] | undefined;
}) {
  // Grey has no hue, and a screen not every strength: what the sliders say is kept while it gives this colour.
  const [said, say] = useState<{ readonly lch: Lch; readonly hex: string } | null>(null);
  const lch = said?.hex === value ? said.lch : (lchOfHex(value) ?? grey);
  const set = (patch: Partial<Lch>) => {
    const next = { ...lch, ...patch };
    const hex = hexOfLab(labOfLch(next));
    say({ lch: next, hex });
    onChange(hex);
  };
  return (
    <div className="grid gap-2">
      <Field
        label={label}
        name={name}
        value={value}
        problems={problems}
        onChange={(e) => onChange(e.target.value)}
      />
      <div className="flex gap-2">
        <span
          aria-hidden="true"
          className="w-14 shrink-0 rounded-cut border border-primer-3"
          style={{ background: lchOfHex(value) ? value : "transparent" }}
        />
        <Sliders label={label} lch={lch} onSet={set} />
      </div>
    </div>
  );
}

/** Lightness, strength and hue, each to be dragged or moved by keys. */
function Sliders({
  label,
  lch,
  onSet,
}: {
  readonly label: string;
  readonly lch: Lch;
  readonly onSet: (patch: Partial<Lch>) => void;
}) {
  const id = useId();
  return (
    <div className="grid min-w-0 grow gap-1">
      {sliders.map(({ key, name: what, max }) => (
        <label
          key={key}
          htmlFor={`${id}-${key}`}
          className="grid grid-cols-[64px_1fr] items-center text-[12px]"
        >
          {what}
          <input
            id={`${id}-${key}`}
            type="range"
            min={0}
            max={max}
            step={1}
            className="min-w-0 accent-[var(--ink)]"
            aria-label={`${what} of ${label.toLowerCase()}`}
            value={Math.round(lch[key])}
            onChange={(e) => onSet({ [key]: Number(e.target.value) })}
          />
        </label>
      ))}
    </div>
  );
}
