import { useRef, useState } from "react";
import { useScene } from "#app/routes/scenes/useScene";
import { Button } from "#ui/Button";
import { ProgressLine } from "#ui/States";
import { PictureColours } from "./PictureColours";
import { PictureCoverage } from "./PictureCoverage";
import { tapModes, type TapMode } from "./pictureTaps";
import { type OpenPicture, usePicture } from "./usePicture";

/** Colours from a picture: a card tapped in its light, then its palette by area and any place of it by a tap. */
export function PictureCard() {
  const { open, said, card, taken, corners, job, stop, read, tap } = usePicture();
  return (
    <section id="picture" className="panel grid gap-3">
      <h2>Colours from a picture</h2>
      <label className="grid gap-1 text-[13px] text-ink-2">
        Picture, with a white or a grey card in its light
        <input
          type="file"
          accept="image/png,image/jpeg,image/webp"
          onChange={(e) => void read(e.target.files?.[0])}
        />
      </label>
      {said !== "" && <p role="alert">{said}</p>}
      {open && (
        <div className="grid gap-4 lg:grid-cols-2">
          <TapPicture key={open.url} open={open} hasCard={card !== null} onTap={tap} />
          <div className="grid content-start gap-3">
            {job.state === "running" && (
              <ProgressLine what="Finding its colours" share={job.share} onCancel={stop} />
            )}
            <PictureCoverage pixels={open.pixels} corners={corners} taken={taken} card={card} />
            <PictureColours colours={[...taken, ...(job.value ?? [])]} hasCard={card !== null} />
          </div>
        </div>
      )}
      {!open && <WithoutPicture />}
    </section>
  );
}

/** What the stage does with a picture, before there is one. */
function WithoutPicture() {
  const { paints } = useScene().input.workshop;
  return (
    <p className="text-[14px] text-ink-2">
      Tap the card, and its colours are right to about 3; without a card a picture is a picture and measures
      nothing. Each colour can be mixed from {potsText(paints.length)} and tied to the zone that is to have
      it.
    </p>
  );
}

const potsText = (count: number): string =>
  count === 0 ? "pots once you own some" : count === 1 ? "your pot" : `your ${count} pots`;

const STEP_PX = 12;
const moves: Readonly<Record<string, readonly [number, number]>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
};

/** The picture with what a tap takes: by the pointer, or by the arrow keys and Enter. */
function TapPicture({
  open: { pixels, url, name },
  hasCard,
  onTap,
}: {
  readonly open: OpenPicture;
  readonly hasCard: boolean;
  readonly onTap: (x: number, y: number, mode: TapMode) => void;
}) {
  const [mode, setMode] = useState<TapMode>("white card");
  const [at, setAt] = useState<readonly [number, number]>([pixels.width / 2, pixels.height / 2]);
  const tapAt = (x: number, y: number) => {
    setAt([x, y]);
    onTap(x, y, mode);
    if (mode.endsWith("card")) setMode("colour");
  };
  return (
    <div className="grid content-start gap-2 lg:sticky lg:top-2 lg:self-start">
      <div className="flex flex-wrap gap-2" role="group" aria-label="A tap takes">
        {tapModes.map((m) => (
          <Button
            key={m}
            kind={m === mode ? "main" : "plain"}
            aria-pressed={m === mode}
            onClick={() => setMode(m)}
          >
            {m}
          </Button>
        ))}
      </div>
      <Marked open={{ pixels, url, name }} at={at} onMove={setAt} onTap={tapAt} />
      <p className="text-[13px] text-ink-2">
        {hasCard
          ? "The card is taken: colours are as in daylight, right to about 3."
          : "No card is tapped yet: colours are as the camera saw them, 10 off and more."}
      </p>
    </div>
  );
}

/** The picture under its mark. */
function Marked({
  open: { pixels, url, name },
  at,
  onMove,
  onTap,
}: {
  readonly open: OpenPicture;
  readonly at: readonly [number, number];
  readonly onMove: (at: readonly [number, number]) => void;
  readonly onTap: (x: number, y: number) => void;
}) {
  const place = useRef<HTMLButtonElement>(null);
  return (
    <button
      ref={place}
      type="button"
      className="relative block w-full cursor-crosshair"
      aria-label={`${name}: arrows move the mark, Enter takes what is under it`}
      onClick={(e) => {
        const box = place.current!.getBoundingClientRect();
        // A click by Enter has no place of its own.
        if (e.detail === 0) return onTap(at[0], at[1]);
        onTap(
          ((e.clientX - box.left) / box.width) * pixels.width,
          ((e.clientY - box.top) / box.height) * pixels.height,
        );
      }}
      onKeyDown={(e) => {
        const by = moves[e.key];
        if (!by) return;
        e.preventDefault();
        onMove([
          Math.min(pixels.width - 1, Math.max(0, at[0] + by[0] * STEP_PX)),
          Math.min(pixels.height - 1, Math.max(0, at[1] + by[1] * STEP_PX)),
        ]);
      }}
    >
      <img src={url} alt="" className="block w-full" />
      <span
        aria-hidden
        className="absolute size-5 -translate-x-1/2 -translate-y-1/2 rounded-full border-2 border-[var(--tape)]"
        style={{ left: `${(100 * at[0]) / pixels.width}%`, top: `${(100 * at[1]) / pixels.height}%` }}
      />
    </button>
  );
}
