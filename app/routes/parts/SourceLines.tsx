import {
  kindOf,
  kindOfListing,
  recordOfSource,
  recordText,
  sourceRecord,
} from "#core/plan/parts/sourceRecord";
import { firstRunGood } from "#core/plan/parts/firstRun";
import { counted } from "#core/words";
import { lookedAt, type Part } from "#core/scene/part";
import { useScene } from "#app/routes/scenes/useScene";

/** How files of the same source came out so far, in this and the other open scenes; nothing where none is told. */
export function SourceLines({ part }: { readonly part: Part }) {
  const { input, others } = useScene();
  const all = [input, ...others];
  const parts = all.flatMap((i) => i.parts);
  const runs = all.flatMap((i) => i.runs);
  const listing = lookedAt(part);
  const kind = listing ? kindOfListing(listing) : kindOf(part.origin);
  const from = listing ? listing.from : part.origin.from;
  const of = kind && sourceRecord(parts, runs, (p) => kindOf(p.origin) === kind);
  const ofFrom = from === "" ? null : sourceRecord(parts, runs, (p) => p.origin.from === from);
  const believed = recordOfSource({ from, kind }, parts, runs);
  const lines = [
    ...(kind && of ? [recordText(kind, of)] : []),
    ...(ofFrom ? [recordText(from, ofFrom)] : []),
    ...(believed && (listing || believed.runs > 0) && isUntried(part)
      ? [`a first run comes out ${counted(Math.round(10 * firstRunGood(believed)), "time", "times")} in 10`]
      : []),
  ];
  if (lines.length === 0) return null;
  return (
    <ul className="text-[14px]" aria-label="What came of its source">
      {lines.map((line) => (
        <li key={line}>{line}</li>
      ))}
    </ul>
  );
}

const isUntried = ({ history }: Part) => history.copies.every((c) => c === "to make");
