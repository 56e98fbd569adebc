import { useState } from "react";
import type { Card, Pixels } from "#core/paint/picture/picture";
import { useJob } from "#app/hooks/useJob";
import { readPixels } from "#app/jobs/readPixels";
import { findPalette } from "#workers/paint";
import { byArea, type TakenColour, type TapMode, tapped } from "./pictureTaps";

export type OpenPicture = { readonly pixels: Pixels; readonly url: string; readonly name: string };

/** As many tapped colours stay in sight. */
const MOST_TAKEN = 12;

/** A picture that is open, with its card, what was tapped on it, and its palette as that is found. */
export function usePicture() {
  const [open, setOpen] = useState<OpenPicture | null>(null);
  const [said, say] = useState("");
  const [card, setCard] = useState<Card | null>(null);
  const [taken, setTaken] = useState<readonly TakenColour[]>([]);
  const [corners, setCorners] = useState<readonly (readonly [number, number])[]>([]);
  const { job, start, stop } = useJob<readonly TakenColour[]>();
  const palette = (pixels: Pixels, withCard: Card | null) =>
    start(async (_, signal) => (await findPalette(pixels, withCard, signal)).map((c) => byArea(c, withCard)));
  const begin = (read: OpenPicture) => {
    setOpen(read);
    setCard(null);
    setTaken([]);
    setCorners([]);
    void palette(read.pixels, null);
  };
  const read = async (file: File | undefined) => {
    if (!file) return;
    say("");
    await readPixels(file)
      .then((pixels) => begin({ ...pixels, name: file.name }))
      .catch((e: unknown) => say(e instanceof Error ? e.message : String(e)));
  };
  const tap = (x: number, y: number, mode: TapMode) => {
    if (!open) return;
    const found = tapped(open.pixels, x, y, mode, card);
    say("problem" in found ? found.problem : "");
    if ("colour" in found) setTaken((all) => [found.colour, ...all].slice(0, MOST_TAKEN));
    if ("corner" in found) setCorners((c) => [...c.slice(-1), found.corner]);
    if ("card" in found) {
      setCard(found.card);
      setTaken([]);
      void palette(open.pixels, found.card);
    }
  };
  return { open, said, card, taken, corners, job, stop, read, tap };
}
