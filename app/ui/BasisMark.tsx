import type { Basis } from "#core/figure";

const words: Record<Basis, string> = {
  measured: "measured from the mesh",
  yours: "yours: typed or corrected",
  computed: "computed",
  practice: "common practice",
  learned: "learned from your log",
  published: "published",
};

/** Where a figure comes from, as a small shape with its word for those who cannot see it. */
export function BasisMark({ basis }: { basis: Basis }) {
  return (
    <svg
      width="11"
      height="11"
      viewBox="0 0 12 12"
      role="img"
      aria-label={words[basis]}
      className="inline-block shrink-0 align-[-1px]"
      fill="none"
      stroke="currentColor"
      strokeWidth="1.5"
    >
      <title>{words[basis]}</title>
      {basis === "measured" && <rect x="1" y="1" width="10" height="10" fill="currentColor" />}
      {basis === "computed" && (
        <>
          <rect x="1" y="1" width="10" height="10" />
          <rect x="1" y="1" width="5" height="10" fill="currentColor" />
        </>
      )}
      {basis === "practice" && <rect x="1" y="1" width="10" height="10" />}
      {basis === "published" && (
        <path d="M1 2.5c2-1 4-.5 5 .7 1-1.200 3-1.700 5-.7v8c-2-1-4-.5-5 .7-1-1.200-3-1.700-5-.7zM6 3.200v8" />
      )}
      {basis === "yours" && <path d="M1.500 10.500l.6-2.600L8.500 1.500l2 2-6.400 6.400z" />}
      {basis === "learned" && (
        <>
          <circle cx="6" cy="6" r="5" />
          <path d="M6 3v3l2 1.500" />
        </>
      )}
    </svg>
  );
}

export const basisWords = words;
