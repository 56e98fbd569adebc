import { useState } from "react";
import type { Gain, Offered } from "#core/paint/bestBuy";
import { Button } from "#ui/Button";
import { ProgressLine } from "#ui/States";
import { findBuys } from "#workers/paint";
import { useJob } from "#app/hooks/useJob";
import { useScene } from "#app/routes/scenes/useScene";
import { gainWords, offersOf, wantedColours } from "./buyRows";

/** So many are named. */
const MOST = 5;

/** Which one pot of a palette file would bring the wanted colours nearest, if it were bought. */
export function BestBuy() {
  const { workshop, parts } = useScene().input;
  const [offers, setOffers] = useState<readonly Offered[]>([]);
  const [said, say] = useState("");
  const { job, start, stop, clear } = useJob<readonly Gain[]>();
  const targets = wantedColours(workshop.recipes, parts);
  const read = async (file: File | undefined) => {
    if (!file) return;
    clear();
    const found = offersOf(await file.text());
    setOffers(found.ok ? found.value : []);
    say(found.ok ? "" : found.problems[0]!.message);
  };
  const find = () => void start((tell, signal) => findBuys(targets, workshop.paints, offers, tell, signal));
  return (
    <section className="panel grid gap-3" aria-label="Which pot to buy">
      <h3>Which one pot would help most?</h3>
      <p className="text-[14px] text-ink-2">
        Over the {targets.length} colours that mixes and zones are to have, and the colours of a palette file.
      </p>
      <label className="grid gap-1 text-[13px] text-ink-2">
        Palette of pots on offer: a GPL file, or a table with name and hex
        <input type="file" accept=".gpl,.csv,.txt" onChange={(e) => void read(e.target.files?.[0])} />
      </label>
      {said !== "" && <p role="alert">{said}</p>}
      {job.state === "running" ? (
        <ProgressLine what="Trying each pot with those that are owned" share={job.share} onCancel={stop} />
      ) : (
        <Button
          className="justify-self-start"
          disabled={offers.length === 0 || targets.length === 0}
          onClick={find}
        >
          {offers.length === 0 ? "Find it" : `Find it among ${offers.length}`}
        </Button>
      )}
      {job.value && <Gains gains={job.value.slice(0, MOST)} />}
    </section>
  );
}

const Gains = ({ gains }: { readonly gains: readonly Gain[] }) =>
  gains.length === 0 ? (
    <p role="status">None of them would help: what is owned is as near.</p>
  ) : (
    <ol className="grid gap-2" aria-label="Pots that would help, the best first">
      {gains.map((g) => (
        <li key={`${g.offered.name} ${g.offered.hex}`} className="flex items-center gap-3 text-[14px]">
          <span aria-hidden className="size-8 shrink-0 rounded-cut" style={{ background: g.offered.hex }} />
          <span>
            {g.offered.name}: {gainWords(g)}
          </span>
        </li>
      ))}
    </ol>
  );
