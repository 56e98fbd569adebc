import { Link } from "react-router";

/** A page's other sides, as links beside its heading. */
export const PartLinks = ({
  links,
}: {
  readonly links: readonly (readonly [text: string, to: string])[];
}) => (
  <>
    {links.map(([text, to]) => (
      <Link key={to} to={to} className="text-[14px] underline decoration-primer-3 underline-offset-4">
        {text}
      </Link>
    ))}
  </>
);
