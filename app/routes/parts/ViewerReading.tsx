import { type Picked, pickedLength } from "#core/mesh/pick";
import type { ReferenceFeature } from "#core/scale/features";
import { ProgressLine } from "#ui/States";
import { type ReadingResult } from "#workers/inspect";
import { HEIGHT_MM, type ReadingName, RECESS_REACH_MM } from "./readings";
import type { MeshReading } from "./useReading";
import type { Problem } from "#core/outcome";
import { counted } from "#core/words";
import { Button } from "#ui/Button";
import { Problems, Choice, Field } from "#ui/Field";
import { Length } from "#ui/Length";
import { useFetcher } from "react-router";

/** What was found at the last look, and the length that is being picked. */
export function ViewerReading({
  reading: { reading, share, result, lines, stop },
  factor,
  leastMm,
  picks,
  features,
  denominator,
}: {
  readonly reading: MeshReading;
  readonly factor: number;
  readonly leastMm: number;
  /** Null while no length is being measured. */
  readonly picks: readonly Picked[] | null;
  readonly features: readonly ReferenceFeature[];
  readonly denominator: number;
}) {
  const length = picks?.length === 2 ? pickedLength(picks[0]!, picks[1]!) : null;
  return (
    <div aria-live="polite" className="min-h-6 pb-2 text-[14px]">
      {share !== null && <ProgressLine what={`Reading ${reading}`} share={share} onCancel={stop} />}
      {result && <ReadingWords name={reading} result={result} factor={factor} least={leastMm} />}
      {reading === "heights" && <p>A line at every {HEIGHT_MM} mm of height on the bench.</p>}
      {lines && (
        <p>{lines.length === 0 ? "No edge is open." : `${lines.length / 6} open edges, drawn in red.`}</p>
      )}
      {picks && !length && <p>{nextPick(picks[0])}</p>}
      {length && (
        <PickedLength
          length={length.length}
          square={length.square}
          modelMm={length.length * factor}
          features={features}
          denominator={denominator}
        />
      )}
    </div>
  );
}

function nextPick(first: Picked | undefined): string {
  if (!first)
    return "Pick a point: tap it, or turn the part and press Enter. It goes to a corner or an edge that is near.";
  const on = { face: "a face", edge: "an edge", corner: "a corner" }[first.on];
  return `First point on ${on}. Pick the second.`;
}

function ReadingWords({
  name,
  result,
  factor,
  least,
}: {
  name: ReadingName;
  result: ReadingResult;
  factor: number;
  least: number;
}) {
  const cm2 = (result.area * factor ** 2) / 100;
  const what =
    name === "thin walls"
      ? `thinner than ${least.toFixed(2)} mm, the least this printer makes`
      : name === "narrow gaps"
        ? `before a gap under ${least.toFixed(2)} mm, which will close or hold resin`
        : name === "overhangs"
          ? "hanging over by more than 45°"
          : `in recesses, felt ${RECESS_REACH_MM} mm far`;
  if (result.places.length === 0) return <p>Nothing on it is {what}.</p>;
  return (
    <div className="grid gap-1">
      <p>
        <b className="figures">{cm2 < 10 ? cm2.toFixed(2) : cm2.toFixed(0)} cm²</b> {what}, in{" "}
        {result.places.length === 12
          ? "12 places and more"
          : `${counted(result.places.length, "place", "places")}`}
        . The largest:
      </p>
      <ul className="flex flex-wrap gap-x-5">
        {result.places.slice(0, 4).map((place, i) => (
          <li key={i} className="figures">
            {((place.area * factor ** 2) / 100).toFixed(2)} cm² at{" "}
            {place.at.map((v) => (v * factor).toFixed(1)).join(", ")} mm
            {(name === "thin walls" || name === "narrow gaps") &&
              `, down to ${(place.least * factor).toFixed(2)} mm`}
          </li>
        ))}
      </ul>
    </div>
  );
}

/** The length that was picked, both readings, and a way to say what it is. */
function PickedLength({
  length,
  square,
  modelMm,
  features,
  denominator,
}: {
  length: number;
  square: boolean;
  modelMm: number;
  features: readonly ReferenceFeature[];
  denominator: number;
}) {
  const fetcher = useFetcher<{ problems: readonly Problem[] }>();
  const real = modelMm * denominator;
  const near = [...features].sort((a, b) => off(a, real) - off(b, real)).slice(0, 3);
  return (
    <div className="grid gap-2">
      <p>
        {square ? "Between the two faces, square to them: " : "From point to point: "}
        <Length modelMm={modelMm} />{" "}
        <span className="figures opacity-80">({Number(length.toPrecision(5))} in the file)</span>.{" "}
        {near.length > 0 && off(near[0]!, real) === 0 && `As large as a ${near[0]!.name}.`}
      </p>
      <fetcher.Form method="post" className="flex flex-wrap items-end gap-3">
        <Problems problems={fetcher.data?.problems} fields={["realSize"]} />
        <input type="hidden" name="fileSize" value={length} />
        <Choice
          label="It is a"
          name="featureId"
          key={near[0]?.id}
          defaultValue={near[0]?.id}
          options={features.map((f) => [f.id, f.name] as const)}
        />
        <Field
          label="really as long as"
          name="realSize"
          placeholder="usual size"
          problems={fetcher.data?.problems}
        />
        <Button type="submit" name="intent" value="feature">
          Scale by it
        </Button>
        <Button type="submit" name="intent" value="known" kind="quiet">
          Only keep it as evidence
        </Button>
      </fetcher.Form>
    </div>
  );
}

/** How far a real size lies outside a feature's usual range, as a share; 0 inside. */
const off = (f: ReferenceFeature, realMm: number) =>
  realMm < f.lowMm ? f.lowMm / realMm - 1 : realMm > f.highMm ? realMm / f.highMm - 1 : 0;
