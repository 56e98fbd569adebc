import { createContext, type ReactNode, useContext } from "react";
import { createPortal } from "react-dom";

export const SlipContext = createContext<HTMLElement | null>(null);

/** The job slip of what is selected, shown in the frame's slip wherever it is written. */
export function Slip({
  title,
  subtitle,
  children,
}: {
  title: string;
  subtitle?: string;
  children: ReactNode;
}) {
  const place = useContext(SlipContext);
  return (
    place &&
    createPortal(
      <div className="grid gap-4 p-4">
        <header>
          <h2>{title}</h2>
          {subtitle && <p className="text-[14px] text-ink-2">{subtitle}</p>}
        </header>
        {children}
      </div>,
      place,
    )
  );
}

/** A heading and its lines: what, and how much. */
export function SlipLines({
  title,
  lines,
}: {
  title: string;
  lines: readonly (readonly [what: ReactNode, figure: ReactNode])[];
}) {
  return (
    <section>
      <h3 className="border-b border-primer-3 pb-1 text-[14px] text-ink-2">{title}</h3>
      <dl className="mt-1.5 grid grid-cols-[minmax(4.5rem,1fr)_fit-content(68%)] gap-x-3 gap-y-1.5">
        {lines.map(([what, value], i) => (
          <div key={i} className="contents">
            <dt>{what}</dt>
            <dd className="text-right [&_.figures]:whitespace-normal">{value}</dd>
          </div>
        ))}
      </dl>
    </section>
  );
}
