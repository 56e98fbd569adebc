import type { ReactNode } from "react";

/** The head of a column: its words, and whether figures stand under it or words that only a reader hears. */
export type Heading = ReactNode | { readonly heading: ReactNode; readonly over: "figures" | "buttons" };

/** A heading over figures, which stand to the right. */
export const figures = (heading: ReactNode): Heading => ({ heading, over: "figures" });

/** A heading over buttons: it is read out and not drawn. */
export const buttons = (heading: ReactNode): Heading => ({ heading, over: "buttons" });

/** A table that is read and not sorted. It scrolls inside itself where the page is narrower. */
export function PlainTable({
  label,
  heads,
  className = "scroll-x",
  table = "table",
  children,
}: {
  /** What a screen reader calls it; without it the table cannot be scrolled by keys. */
  readonly label?: string;
  readonly heads: readonly Heading[];
  readonly className?: string;
  readonly table?: string;
  /** Its rows. */
  readonly children: ReactNode;
}) {
  const region = label === undefined ? {} : { tabIndex: 0, role: "region", "aria-label": label };
  return (
    <div className={className} {...region}>
      <table className={table}>
        <thead>
          <tr>
            {heads.map((h, i) => (
              <ColumnHead key={i} head={h} />
            ))}
          </tr>
        </thead>
        <tbody>{children}</tbody>
      </table>
    </div>
  );
}

function ColumnHead({ head }: { readonly head: Heading }) {
  if (!isOver(head)) return <th scope="col">{head}</th>;
  if (head.over === "figures")
    return (
      <th scope="col" data-figures>
        {head.heading}
      </th>
    );
  return (
    <th scope="col">
      <span className="sr-only">{head.heading}</span>
    </th>
  );
}

const isOver = (head: Heading): head is Exclude<Heading, ReactNode> =>
  typeof head === "object" && head !== null && "over" in head;
