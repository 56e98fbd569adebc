import { useMemo, useState } from "react";
import { type Card, cardAt, type Pixels } from "#core/paint/picture/picture";
import { type Difference, differenceCounts, differencesOf } from "#core/paint/picture/sideBySide";
import { useRowsOfScene } from "#app/hooks/useRowsOfScene";
import { pixelsOfKept } from "#app/jobs/readPixels";
import { useScene } from "#app/routes/scenes/useScene";
import { MarkedPicture } from "./MarkedPicture";
import { countWords, differenceMark } from "./pictureTaps";

const MARK = "border border-[var(--tape)]";

type Reference = { readonly pixels: Pixels; readonly url: string; readonly name: string };

/** A picture that is kept with a part, beside the one of the work, with the places marked where they differ. */
export function PictureBeside({ work, card }: { readonly work: Reference; readonly card: Card | null }) {
  const { scene } = useScene().input;
  const kept = useRowsOfScene("drawings", scene.id);
  const [reference, setReference] = useState<Reference | null>(null);
  const [said, say] = useState("");
  if (kept.length === 0)
    return (
      <p className="text-[14px] text-ink-2">
        A picture that came with a part is laid beside this one, once a part has one.
      </p>
    );
  const choose = async (id: string) => {
    const row = kept.find((d) => d.id === id);
    setReference(null);
    if (!row) return;
    await pixelsOfKept(row.picture, row.name)
      .then((pixels) => setReference({ pixels, url: row.picture, name: row.name }))
      .catch((e: unknown) => say(e instanceof Error ? e.message : String(e)));
  };
  return (
    <section className="grid gap-3" aria-label="Beside a kept picture">
      <select
        className="input max-w-80"
        aria-label="Lay a kept picture beside it"
        defaultValue=""
        onChange={(e) => void choose(e.target.value)}
      >
        <option value="">Lay a kept picture beside it</option>
        {kept.map((d) => (
          <option key={d.id} value={d.id}>
            {d.name}
          </option>
        ))}
      </select>
      {said !== "" && <p role="alert">{said}</p>}
      {reference && <Compared key={reference.url} {...{ reference, work, card }} />}
    </section>
  );
}

/** Both at equal size, and what differs in words. */
function Compared({
  reference,
  work,
  card,
}: {
  readonly reference: Reference;
  readonly work: Reference;
  readonly card: Card | null;
}) {
  const [ownCard, setOwnCard] = useState<Card | null>(null);
  const [at, setAt] = useState<readonly [number, number]>([
    reference.pixels.width / 2,
    reference.pixels.height / 2,
  ]);
  const [said, say] = useState("");
  const found = useMemo(
    () => differencesOf({ picture: reference.pixels, card: ownCard }, { picture: work.pixels, card }),
    [reference, work, ownCard, card],
  );
  const tap = (x: number, y: number) => {
    setAt([x, y]);
    const taken = cardAt(reference.pixels, x, y);
    say(taken.ok ? "" : taken.problems[0]!.message);
    if (taken.ok) setOwnCard(taken.value);
  };
  return (
    <>
      <div className="grid grid-cols-2 gap-2">
        <figure className="grid content-start gap-1">
          <MarkedPicture open={reference} at={at} onMove={setAt} onTap={tap} />
          <figcaption className="text-[13px] text-ink-2">{reference.name}</figcaption>
        </figure>
        <figure className="grid content-start gap-1">
          <div className="relative">
            <img src={work.url} alt={work.name} className="block w-full" />
            <Marks found={found} />
          </div>
          <figcaption className="text-[13px] text-ink-2">{work.name}</figcaption>
        </figure>
      </div>
      {said !== "" && <p role="alert">{said}</p>}
      <p className="text-[13px] text-ink-2">
        {card && ownCard
          ? "A card is taken in both: colours are told from 5 on."
          : "Colours are told once a white card is tapped in both; until then only edges are."}{" "}
        Both are to show the same side, cut alike.
      </p>
      <ul className="text-[14px]" aria-live="polite" aria-label="Where the work differs">
        {found.length === 0 && <li>No place differs by more than it can be told.</li>}
        {differenceCounts(found).map((c) => (
          <li key={c.kind}>
            <span aria-hidden>{differenceMark[c.kind]}</span> {countWords(c)}
          </li>
        ))}
      </ul>
    </>
  );
}

/** A frame and a sign at each place. */
const Marks = ({ found }: { readonly found: readonly Difference[] }) => (
  <span aria-hidden className="pointer-events-none absolute inset-0">
    {found.map((d) => (
      <span
        key={`${d.x} ${d.y}`}
        className={`absolute grid place-items-center text-[11px] leading-none ${MARK}`}
        style={{
          left: `${100 * d.x}%`,
          top: `${100 * d.y}%`,
          width: `${100 * d.width}%`,
          height: `${100 * d.height}%`,
        }}
      >
        <span className="bg-[var(--tape)] px-0.5 text-black">{differenceMark[d.kind]}</span>
      </span>
    ))}
  </span>
);
