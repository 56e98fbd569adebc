import { useRef, useState } from "react";
import { useScene } from "#app/routes/scenes/useScene";
import { useJob } from "#app/hooks/useJob";
import { readPixels } from "#app/jobs/readPixels";
import type { Card, Pixels } from "#core/paint/picture/picture";
import { Button } from "#ui/Button";
import { ProgressLine } from "#ui/States";
import { findPalette } from "#workers/paint";
import { PictureColours } from "./PictureColours";
import { byArea, type TakenColour, tapModes, type TapMode, tapped } from "./pictureTaps";

type Open = { readonly pixels: Pixels; readonly url: string; readonly name: string };

/** Colours from a picture: a card tapped in its light, then its palette by area and any place of it by a tap. */
export function PictureCard() {
  const [open, setOpen] = useState<Open | null>(null);
  const [said, say] = useState("");
  const [card, setCard] = useState<Card | null>(null);
  const [taken, setTaken] = useState<readonly TakenColour[]>([]);
  const { job, start, stop } = useJob<readonly TakenColour[]>();
  const palette = (pixels: Pixels, withCard: Card | null) =>
    start(async (_, signal) => (await findPalette(pixels, withCard, signal)).map((c) => byArea(c, withCard)));
  const read = async (file: File | undefined) => {
    if (!file) return;
    say("");
    try {
      const read = await readPixels(file);
      setOpen({ ...read, name: file.name });
      setCard(null);
      setTaken([]);
      void palette(read.pixels, null);
    } catch (e) {
      say(e instanceof Error ? e.message : String(e));
    }
  };
  const tap = (x: number, y: number, mode: TapMode) => {
    if (!open) return;
    const found = tapped(open.pixels, x, y, mode, card);
    say("problem" in found ? found.problem : "");
    if ("colour" in found) setTaken((all) => [found.colour, ...all].slice(0, 12));
    if ("card" in found) {
      setCard(found.card);
      setTaken([]);
      void palette(open.pixels, found.card);
    }
  };
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
      nothing. Each colour can be mixed from {paints.length === 1 ? "your pot" : `your ${paints.length} pots`}{" "}
      and tied to the zone that is to have it.
    </p>
  );
}

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
  readonly open: Open;
  readonly hasCard: boolean;
  readonly onTap: (x: number, y: number, mode: TapMode) => void;
}) {
  const [mode, setMode] = useState<TapMode>("white card");
  const [at, setAt] = useState<readonly [number, number]>([pixels.width / 2, pixels.height / 2]);
  const tapAt = (x: number, y: number) => {
    setAt([x, y]);
    onTap(x, y, mode);
    if (mode !== "colour") setMode("colour");
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
  readonly open: Open;
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
