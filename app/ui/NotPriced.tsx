/** How many things have no price, and which. */
export const NotPriced = ({ names }: { names: readonly string[] }) => (
  <span className="figures" title={names.join(", ")}>
    {names.length}
    <span className="sr-only">: {names.join(", ")}</span>
  </span>
);
