import { Popover } from "radix-ui";
import { digits, type Figure } from "#core/figure";
import { moneyText } from "#core/money";
import { BasisMark, basisWords } from "#ui/BasisMark";
import { useCurrency } from "#ui/Currency";

const unitText: Record<string, string> = {
  min: "min",
  g: "g",
  ml: "ml",
  cm2: "cm²",
  mm: "mm",
  minor: "",
  runs: "runs",
  x: "×",
  kg: "kg",
  h: "h",
};

/** Minutes as people say them; grams over a kilogram in kilograms. Money in the workshop's currency. */
export function figureText(figure: Figure, currency: string): { value: string; range: string } {
  const { value, low, high, unit } = figure;
  if (unit === "min") {
    const say = (m: number) =>
      m < 90
        ? `${Math.round(m)} min`
        : `${Math.floor(m / 60)} h ${String(Math.round(m % 60)).padStart(2, "0")}`;
    const round = (m: number) => (m < 90 ? Math.round(m) : Math.round(m / 5) * 5);
    return {
      value: say(round(value)),
      range: low === high ? "" : `${say(round(low))} to ${say(round(high))}`,
    };
  }
  if (unit === "minor") {
    const say = (v: number) => moneyText(v, currency);
    return { value: say(value), range: low === high ? "" : `${say(low)} to ${say(high)}` };
  }
  const kilo = unit === "g" && value >= 1000;
  const k = kilo ? 1000 : 1;
  const name = kilo ? "kg" : (unitText[unit] ?? unit);
  const half = (high - low) / 2 / k;
  return {
    value: `${digits(value / k, half)} ${name}`.trim(),
    range: low === high ? "" : `${digits(low / k, half)} to ${digits(high / k, half)}`,
  };
}

/** An estimate: value, range bar, basis mark; opens to its working. */
export function FigureView({ figure, label }: { figure: Figure; label?: string }) {
  const currency = useCurrency();
  const { value, range } = figureText(figure, currency);
  return (
    <Popover.Root>
      <Popover.Trigger
        className="inline-flex items-baseline gap-1.5 rounded-cut px-0.5 text-left hover:bg-primer-3"
        data-working
        aria-label={`${label ? `${label}: ` : ""}${value}${range ? `, ${range}` : ""}, ${basisWords[figure.basis]}. Show working`}
      >
        <BasisMark basis={figure.basis} />
        <span className="figures font-semibold whitespace-nowrap">{value}</span>
        {figure.low !== figure.high && <RangeBar figure={figure} />}
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          className="menu max-h-96 w-[340px] overflow-auto !p-3.5"
          sideOffset={5}
          collisionPadding={12}
          tabIndex={0}
        >
          <h3>{label ?? "Working"}</h3>
          <p className="figures mt-1">
            {value}
            {range && <span className="text-ink-2">, {range} (8 of 10 times)</span>}
          </p>
          <p className="mt-1 text-[13px] text-ink-2">
            <BasisMark basis={figure.basis} /> {basisWords[figure.basis]}
          </p>
          <ol className="mt-2 grid gap-1 border-t border-primer-3 pt-2 text-[13px]">
            {figure.working.map((line, i) => (
              <li key={i} className="grid grid-cols-[14px_1fr_auto] gap-1.5">
                <span className="text-ink-2">{line.basis && <BasisMark basis={line.basis} />}</span>
                <span>{line.text}</span>
                <span className="figures">{line.value}</span>
              </li>
            ))}
            {figure.working.length === 0 && (
              <li className="text-ink-2">Given as it stands; nothing was computed.</li>
            )}
          </ol>
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}

/** Low, value and high on a short line; the same width for every figure, so that the eye compares shares. */
function RangeBar({ figure: { low, value, high } }: { figure: Figure }) {
  const most = Math.max(high, 1e-9) * 1.02;
  return (
    <svg width="44" height="9" viewBox="0 0 44 9" aria-hidden="true" className="shrink-0 self-center">
      <line x1="0" x2="44" y1="4.5" y2="4.5" stroke="var(--primer-3)" strokeWidth="3" />
      <line
        x1={(44 * Math.max(0, low)) / most}
        x2={(44 * high) / most}
        y1="4.5"
        y2="4.5"
        stroke="currentColor"
        strokeWidth="3"
        opacity="0.55"
      />
      <line
        x1={(44 * value) / most}
        x2={(44 * value) / most}
        y1="0"
        y2="9"
        stroke="currentColor"
        strokeWidth="2"
      />
    </svg>
  );
}
