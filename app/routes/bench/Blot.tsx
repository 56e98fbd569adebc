import { useEffect, useState } from "react";
import type { Step } from "#core/steps/step";
import { Button } from "#ui/Button";

/** Runs are drawn one by one, and each is blotted at its top within seconds: a tap counts them down. */
export function Blot({ step: { runs } }: { readonly step: Step }) {
  const [drawn, setDrawn] = useState(0);
  const [left, setLeft] = useState<number | null>(null);
  useEffect(() => {
    if (left === null || left <= 0) return;
    const tick = setTimeout(() => setLeft(left - 1), 1000);
    return () => clearTimeout(tick);
  }, [left]);
  if (!runs) return null;
  const begin = () => {
    setDrawn((n) => Math.min(runs.count, n + 1));
    setLeft(runs.blotSeconds);
  };
  return (
    <section aria-label="Runs" className="flex flex-wrap items-center gap-4 text-[19px]">
      <Button onClick={begin} disabled={drawn >= runs.count && left === 0}>
        Drawn: blot in {runs.blotSeconds} s
      </Button>
      <span className="figures">
        {drawn} of {runs.count} runs
      </span>
      <span role="timer" className="figures min-w-40 font-head text-[36px] font-semibold">
        {left === null ? "" : left > 0 ? `${left} s` : "Blot it now"}
      </span>
    </section>
  );
}
