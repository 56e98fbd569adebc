import { useState } from "react";
import { useFetcher } from "react-router";
import type { PartPlan } from "#core/plan/parts/partPlan";
import { foreseenLook } from "#core/plan/surface/foreseenLook";
import { learntLooks } from "#core/plan/surface/learntLooks";
import { afterPrimer, isSeen } from "#core/scene/zone";
import { sayOnPage } from "#app/jobs/pageMessages";
import { looksOf, percent, stripeWords } from "./view";
import { stripeShare, type TwoTones } from "#core/surface/stripeShare";
import { photoLight } from "#app/jobs/photoLight";
import { smallPicture } from "#app/jobs/smallPicture";
import { useScene } from "#app/routes/scenes/useScene";
import { Button } from "#ui/Button";

/** What was really seen, zone by zone, beside what had been foreseen; kept and learned from, and forgotten at a tap. */
export function SeenForm({ p }: { readonly p: PartPlan }) {
  const { input } = useScene();
  const learnt = learntLooks(input.workshop.looks, p.finish!.printer);
  const own = looksOf(p.part, input.workshop.looks);
  return (
    <details className="panel">
      <summary className="cursor-pointer text-[14px]">What was seen under the side light</summary>
      <div className="mt-2 grid gap-3 text-[14px]">
        {p.zones
          .filter((z) => isSeen(z.zone) && z.surface)
          .map((z) => (
            <SeenZone key={z.zone.number} p={p} zone={z} />
          ))}
        {learnt && <p className="text-ink-2">{learnt.words}</p>}
        {own.length > 0 && (
          <ul className="grid gap-1" aria-label="What was seen before">
            {own.map((look) => (
              <SeenLine key={look.id} look={look} />
            ))}
          </ul>
        )}
      </div>
    </details>
  );
}

function SeenLine({
  look,
}: {
  readonly look: ReturnType<typeof useScene>["input"]["workshop"]["looks"][number];
}) {
  const fetcher = useFetcher();
  return (
    <li className="flex flex-wrap items-center gap-2">
      {look.picture && <img src={look.picture} alt={`${look.what} as it came out`} className="h-12" />}
      <span>
        {look.what}: {look.seen}
        {look.stripes !== undefined && look.stripes > 0 && ` (${percent(look.stripes)} of another tone)`},
        foreseen {look.flat.toFixed(1)} × the threshold under flat light, {look.raking.toFixed(1)} raking
      </span>
      <Button onClick={() => void fetcher.submit({ intent: "forget", id: look.id }, { method: "post" })}>
        Forget
      </Button>
    </li>
  );
}

type Photo = { readonly picture: string; readonly tones: TwoTones | null };

/** A photo as it is kept, and what it shows of a guide coat. */
async function photoOf(file: File): Promise<Photo> {
  const { light, width, height } = await photoLight(file);
  return { picture: await smallPicture(file), tones: stripeShare(light, width, height) };
}

function SeenZone({ p, zone }: { readonly p: PartPlan; readonly zone: PartPlan["zones"][number] }) {
  const { input } = useScene();
  const fetcher = useFetcher();
  const [photo, setPhoto] = useState<Photo | null>(null);
  const foreseen = foreseenLook(p, zone, input);
  if (!foreseen) return null;
  const send = (seen: string) =>
    void fetcher.submit(
      {
        ...{ intent: "seen", zone: zone.zone.number, seen, foreseen: JSON.stringify(foreseen) },
        picture: photo?.picture ?? "",
        stripes: photo ? (photo.tones?.share ?? 0) : "",
      },
      { method: "post" },
    );
  const of = p.zones.length === 1 ? p.part.name : zone.zone.name;
  return (
    <fieldset className="grid gap-1">
      <legend>
        {of}: foreseen {foreseen.flat.toFixed(1)} × the threshold under flat light,{" "}
        {foreseen.raking.toFixed(1)} raking
      </legend>
      <div className="flex flex-wrap gap-1">
        {afterPrimer.map((seen) => (
          <Button
            key={seen}
            kind={zone.zone.after === seen ? "main" : "plain"}
            aria-pressed={zone.zone.after === seen}
            onClick={() => send(seen)}
          >
            {seen}
          </Button>
        ))}
      </div>
      <label className="grid gap-1 text-[13px] text-ink-2">
        a photo of it, to keep beside
        <input
          type="file"
          accept="image/*"
          aria-label={`Photo of ${of}`}
          onChange={(e) => {
            const file = e.currentTarget.files?.[0];
            if (file) void photoOf(file).then(setPhoto, (error: Error) => sayOnPage(error.message));
          }}
        />
      </label>
      {photo && (
        <>
          <img src={photo.picture} alt={`${of}, photographed`} className="max-h-32 justify-self-start" />
          <p>{stripeWords(photo.tones)}</p>
        </>
      )}
    </fieldset>
  );
}
