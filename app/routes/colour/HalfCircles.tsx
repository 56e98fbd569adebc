/** A mix and what is wanted, as two halves that touch; one whole where nothing is wanted. */
export function HalfCircles({ result, target }: { result: string; target: string | null }) {
  return (
    <svg
      width="72"
      height="72"
      viewBox="0 0 72 72"
      role="img"
      aria-label={target ? "target and result, touching" : "result"}
      className="shrink-0"
    >
      <path d="M36 4a32 32 0 0 0 0 64z" fill={target ?? result} />
      <path d="M36 4a32 32 0 0 1 0 64z" fill={result} />
      <circle cx="36" cy="36" r="32" fill="none" stroke="var(--ink-2)" />
    </svg>
  );
}
