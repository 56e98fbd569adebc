import { useFetcher } from "react-router";
import type { Problem } from "#core/outcome";
import type { FoundMix } from "#core/paint/bestMixes";
import { hexOfLab } from "#core/paint/colour";
import { placeName } from "#core/scene/zone";
import { useJob } from "#app/hooks/useJob";
import { useScene } from "#app/routes/scenes/useScene";
import { Button } from "#ui/Button";
import { Problems } from "#ui/Field";
import { ProgressLine } from "#ui/States";
import { findMixesTogether } from "#workers/paint";
import { HalfCircles } from "./HalfCircles";
import type { TakenColour } from "./pictureTaps";
import { differenceWords, schemeParts } from "./view";

/** Colours that were taken, each mixed from the pots that are owned, and tied to the zone that is to have it. */
export function PictureColours({
  colours,
  hasCard,
}: {
  readonly colours: readonly TakenColour[];
  readonly hasCard: boolean;
}) {
  const { paints } = useScene().input.workshop;
  const fetcher = useFetcher<{ problems: readonly Problem[] }>();
  const { job, start, stop, clear } = useJob<readonly (FoundMix | null)[]>();
  const found = job.value?.length === colours.length ? job.value : [];
  const mixAll = () =>
    void start((tell, signal) =>
      findMixesTogether(
        colours.map((c) => c.lab),
        paints,
        tell,
        signal,
      ),
    );
  const keep = () =>
    void fetcher.submit(
      { intent: "picture-mixes", mixes: JSON.stringify(kept(colours, found)) },
      { method: "post" },
    );
  if (colours.length === 0) return null;
  return (
    <div className="grid gap-3">
      <Problems problems={fetcher.data?.problems} />
      <ColourList colours={colours} found={found} hasCard={hasCard} />
      {job.state === "running" ? (
        <ProgressLine what="Mixing all of them from few pots" share={job.share} onCancel={stop} />
      ) : (
        <div className="flex flex-wrap gap-2">
          <Button onClick={mixAll} disabled={paints.length === 0}>
            Find all of them in my pots
          </Button>
          {found.length > 0 && (
            <Button
              kind="main"
              onClick={() => {
                keep();
                clear();
              }}
            >
              Keep {found.filter(Boolean).length} as mixes
            </Button>
          )}
        </div>
      )}
    </div>
  );
}

/** Each colour beside the mix that was found for it. */
const ColourList = ({
  colours,
  found,
  hasCard,
}: {
  readonly colours: readonly TakenColour[];
  readonly found: readonly (FoundMix | null)[];
  readonly hasCard: boolean;
}) => (
  <ul className="grid gap-2" aria-label="Colours of the picture">
    {colours.map((c, i) => (
      <li key={`${c.hex} ${i}`} className="flex items-center gap-3">
        {found[i] ? (
          <HalfCircles result={hexOfLab(found[i].lab)} target={c.hex} />
        ) : (
          <span aria-hidden className="size-12 shrink-0 rounded-cut" style={{ background: c.hex }} />
        )}
        <div className="grid gap-1 text-[14px]">
          <span>{c.words}</span>
          {found[i] && <MixedOf mix={found[i]} />}
          <Tie colour={c} hasCard={hasCard} />
        </div>
      </li>
    ))}
  </ul>
);

const kept = (colours: readonly TakenColour[], found: readonly (FoundMix | null)[]) =>
  colours.flatMap(({ lab }, i) => (found[i] ? [{ parts: found[i].parts, target: lab }] : []));

function MixedOf({ mix }: { readonly mix: FoundMix }) {
  const { paints } = useScene().input.workshop;
  const nameOf = (id: string) => paints.find((p) => p.id === id)?.name ?? "";
  return (
    <span>
      {mix.parts.map((p) => `${p.parts} ${nameOf(p.paintId)}`).join(" + ")}{" "}
      <span className="text-ink-2">
        {differenceWords(mix.difference)}, <span className="figures">ΔE {mix.difference.toFixed(1)}</span>
      </span>
    </span>
  );
}

/** Which zone is to have it: told only of a colour that a card makes a measured one. */
function Tie({ colour, hasCard }: { readonly colour: TakenColour; readonly hasCard: boolean }) {
  const { plan, input } = useScene();
  const fetcher = useFetcher();
  if (!hasCard) return null;
  const { recipes } = input.workshop;
  const places = schemeParts(plan.parts).flatMap(({ part }) =>
    part.zones.map((z) => [`${part.id}/${z.number}`, placeName(part, z)] as const),
  );
  return (
    <select
      className="input max-w-64"
      aria-label={`${colour.hex} is to be the colour of`}
      value=""
      onChange={(e) => {
        void fetcher.submit(tied(e.target.value, colour), { method: "post" });
      }}
    >
      <option value="">Tie it to a zone</option>
      {places.map(([value, name]) => (
        <option key={value} value={value}>
          {name}
        </option>
      ))}
      <optgroup label="It is a spot of">
        {schemeParts(plan.parts).map(({ part }) => (
          <option key={part.id} value={`spot:${part.id}`}>
            {part.name}
          </option>
        ))}
      </optgroup>
      {recipes.length > 0 && (
        <optgroup label="It is how a mix dried">
          {recipes.map((r) => (
            <option key={r.id} value={`recipe:${r.id}`}>
              {r.name}
            </option>
          ))}
        </optgroup>
      )}
    </select>
  );
}

/** What a choice sends: a colour that a zone is to have, or what a mix dried to. */
function tied(to: string, { lab, hex }: TakenColour): Record<string, string> {
  const mix = /^recipe:(.+)$/.exec(to)?.[1];
  if (mix !== undefined) return { intent: "mix-swatch", id: mix, swatch: hex };
  const spotOf = /^spot:(.+)$/.exec(to)?.[1];
  if (spotOf !== undefined) return { intent: "spot", partId: spotOf, spotName: `spot ${hex}`, spotHex: hex };
  const [partId, zone] = to.split("/");
  return { intent: "zone-wanted", partId: partId!, zone: zone!, lab: JSON.stringify(lab) };
}
