import { useState } from "react";
import { useScene } from "#app/routes/scenes/useScene";
import { Button } from "#ui/Button";
import { ProgressLine } from "#ui/States";
import { MarkedPicture } from "./MarkedPicture";
import { PictureBeside } from "./PictureBeside";
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
      {open && <PictureBeside work={open} card={card} />}
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
      <MarkedPicture open={{ pixels, url, name }} at={at} onMove={setAt} onTap={tapAt} />
      <p className="text-[13px] text-ink-2">
        {hasCard
          ? "The card is taken: colours are as in daylight, right to about 3."
          : "No card is tapped yet: colours are as the camera saw them, 10 off and more."}
      </p>
    </div>
  );
}
