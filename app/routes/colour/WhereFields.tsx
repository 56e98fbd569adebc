import { useState } from "react";
import type { Problem } from "#core/outcome";
import { kindOf, type LayerKind } from "#core/paint/layerKinds";
import {
  type PaintPlace,
  paintPlaceNames,
  paintPlaces,
  sprayFroms,
  sprayWords,
  weatherMapNames,
  weatherMaps,
} from "#core/paint/paintPlace";
import type { SchemeLayer } from "#core/paint/scheme";
import type { FoundShare } from "#core/painted/layerLies";
import { counted } from "#core/words";
import { runsOffered } from "#app/routes/painted/view";
import type { Part } from "#core/scene/part";
import { painted } from "#core/scene/zone";
import { useFoundShare } from "#app/routes/painted/useFoundShare";
import { Choice, Field } from "#ui/Field";
import { useScene } from "#app/routes/scenes/useScene";
import { isSprayed } from "./layerAsks";
import { linesText } from "./markedLines";

type Props = {
  readonly part: Part;
  readonly zone: number | null;
  readonly kind: LayerKind;
  readonly method: string;
  readonly layer: SchemeLayer | undefined;
  readonly problems: readonly Problem[] | undefined;
};

/** Where a layer is to lie, and what was found of that on the mesh. */
function useWhere({ part, zone, kind, method, layer }: Omit<Props, "problems">) {
  const [place, setPlace] = useState<string>(layer?.place ?? layer?.weather ?? "");
  const [from, setFrom] = useState(layer?.from ? sprayWords(layer.from) : "");
  const [perSlope, setPerSlope] = useState(layer?.runs?.perSlope ?? null);
  const { find, found, forget, job } = useFoundShare(part);
  const side = isSprayed(method) ? from : "";
  const zones = zone === null ? painted(part.zones).map((z) => z.number) : [zone];
  const look = (nextPlace: string, nextSide: string, runsEach = perSlope) => {
    setPlace(nextPlace);
    setFrom(nextSide);
    setPerSlope(runsEach);
    const spray = sprayFroms[nextSide];
    if (!paintPlaceNames.some((p) => p === nextPlace) && !spray) forget();
    else
      void find(zones, {
        ...{ kind, method, runs: { perSlope: runsEach, count: 0, longestMm: 0 } },
        ...(spray ? { from: spray } : { place: nextPlace as PaintPlace }),
      });
  };
  const planned = useScene().plan.parts.find((p) => p.part.id === part.id);
  return { place, side, perSlope, look, found, job, lines: linesText(planned, zones, place) };
}

/** How much of its zone a layer covers: typed, or found on the mesh for a place or a side. */
export function WhereFields(props: Props) {
  const { kind, method, layer, problems } = props;
  const usual = layer?.kind === kind ? layer.coverage : (kindOf(kind).usualShare ?? 1);
  const [typed, setTyped] = useState(String(percentOf(usual)));
  const { place, side, perSlope, look, found, job, lines } = useWhere(props);
  const isPlaced = paintPlaceNames.some((p) => p === place) || side !== "";
  const isKept =
    found === null && (place !== "" ? place === layer?.place : side !== "" && layer?.from !== undefined);
  const share = found ? percentOf(found.share) || null : isKept && layer ? percentOf(layer.coverage) : null;
  return (
    <>
      <Choice
        label="Where on it"
        name="place"
        value={side === "" ? place : ""}
        disabled={side !== ""}
        onChange={(e) => look(e.target.value, "")}
        options={[
          ["", "as typed"],
          ...paintPlaceNames.map((p) => [p, paintPlaces[p]] as const),
          ...weatherMapNames.map((w) => [w, weatherMaps[w]] as const),
        ]}
      />
      {place === "runs" && side === "" && (
        <RunsField
          perSlope={perSlope}
          set={(runsEach) => look("runs", "", runsEach)}
          runs={found?.runs ?? layer?.runs}
        />
      )}
      {isSprayed(method) && (
        <Choice
          label="Sprayed from"
          name="from"
          value={side}
          onChange={(e) => look("", e.target.value)}
          options={[["", "all sides"], ...Object.keys(sprayFroms).map((s) => [s, s] as const)]}
        />
      )}
      <Field
        label={isPlaced ? "Of the surface, %, found" : "Of the surface, %"}
        name="coverage"
        problems={problems}
        type="number"
        min={0}
        max={100}
        step="any"
        readOnly={isPlaced}
        value={isPlaced ? (share ?? "") : typed}
        onChange={(e) => setTyped(e.target.value)}
      />
      {isPlaced && lines && <p className="text-[14px] sm:col-span-4">{lines}</p>}
      {isPlaced && <FoundSaid job={job} found={found} hasShare={share !== null} isSpray={side !== ""} />}
    </>
  );
}

/** How many runs start on each edge; what was found of that is sent along. */
const RunsField = ({
  perSlope,
  set,
  runs,
}: {
  readonly perSlope: number | null;
  readonly set: (perSlope: number | null) => void;
  readonly runs: { readonly count: number; readonly longestMm: number } | undefined;
}) => (
  <>
    <Choice
      label="Runs on each edge"
      name="perSlope"
      value={perSlope === null ? "" : String(perSlope)}
      onChange={(e) => set(e.target.value === "" ? null : Number(e.target.value))}
      options={runsOffered.map((n) => [
        n === null ? "" : String(n),
        n === null ? "one each 5 mm" : String(n),
      ])}
    />
    <input type="hidden" name="runCount" value={runs?.count ?? 0} />
    <input type="hidden" name="runLongest" value={runs?.longestMm ?? 0} />
  </>
);

/** What the search on the mesh came to; sent along, so that nothing is laid on a place that nobody found. */
const FoundSaid = ({
  job,
  found,
  hasShare,
  isSpray,
}: {
  readonly job: ReturnType<typeof useFoundShare>["job"];
  readonly found: FoundShare | null;
  readonly hasShare: boolean;
  readonly isSpray: boolean;
}) => (
  <>
    <input type="hidden" name="found" value={hasShare ? "yes" : ""} />
    <p className="text-[14px] text-ink-2 sm:col-span-4" aria-live="polite">
      {job.state === "running"
        ? `Looking for it on the mesh, ${Math.round(100 * job.share)} %`
        : job.said || (found ? foundWords(found, isSpray) : hasShare ? "As it was found." : NO_MESH)}
    </p>
  </>
);

const NO_MESH = "It has no model to look for it on: type how much of it instead.";

/** To a tenth where it is little. */
const percentOf = (share: number): number =>
  share < 0.1 ? Math.round(1000 * share) / 10 : Math.round(100 * share);

/** What was found, in words. */
const foundWords = ({ share, reached, shadow, runs }: FoundShare, isSpray: boolean): string =>
  percentOf(share) === 0
    ? "There is nothing like it on this part: choose another place, or type how much of it."
    : isSpray
      ? `It leaves ${percentOf(share)} % of a full coat and reaches ${percentOf(reached)} %; ` +
        `${percentOf(shadow)} % gets less than half a coat: the shadow that is left.`
      : (runs
          ? `${counted(runs.count, "run", "runs")}, the longest ${Math.round(runs.longestMm)} mm. `
          : "") + `That is ${percentOf(share)} % of it: its paint and its minutes go by this.`;
