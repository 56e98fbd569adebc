import type { TriangleSoup } from "#core/mesh/triangleMesh";
import { tightPlaces, tightText } from "#core/plan/parts/tightPlaces";
import { counted } from "#core/words";
import { Button } from "#ui/Button";
import type { MeshMeasurement } from "#core/mesh/measure";

const MOST_LISTED = 6;

/** What is wrong with the mesh, and mending it. */
export function MeshState({
  wrong,
  m,
  factor,
  mending,
  soup,
  mend,
}: {
  readonly wrong: boolean | null;
  readonly m: MeshMeasurement;
  readonly factor: number;
  readonly mending: boolean;
  readonly soup: TriangleSoup | null;
  readonly mend: () => Promise<void>;
}) {
  return (
    <div className="border-t border-primer-3 pt-2">
      <h3>Health</h3>
      {wrong ? (
        <MeshFaults m={m} factor={factor} mending={mending} soup={soup} mend={mend} />
      ) : (
        <p>Closed, every face looking outward{m.health.shells > 1 ? `, ${m.health.shells} shells` : ""}.</p>
      )}
      {m.regions.spaces.length > 0 && (
        <p className="text-[14px]">
          {m.regions.spaces[0]!.kind === "hollow" ? "Closed hollow" : "Cup that holds what is poured in"} of{" "}
          {((m.regions.spaces[0]!.volume * factor ** 3) / 1000).toFixed(2)} ml at{" "}
          {m.regions.spaces[0]!.at.map((v) => (v * factor).toFixed(0)).join(", ")} mm
          {m.regions.spaces.length > 1 && `, and ${m.regions.spaces.length - 1} more`}.
        </p>
      )}
      <TightPlaces m={m} factor={factor} />
      {m.regions.islands.length > 0 && (
        <p className="text-[14px]">
          {m.regions.islands.length} {m.regions.islands.length === 1 ? "place starts" : "places start"} in
          mid-air as it stands in its file, the largest{" "}
          {((m.regions.islands[0]!.area * factor ** 2) / 100).toFixed(2)} cm².
        </p>
      )}
      {m.resting[0] && (
        <p className="text-[14px]">
          Rests on {m.resting.length} {m.resting.length === 1 ? "side" : "sides"}; on its largest it tips at{" "}
          {m.resting[0].tipDeg.toFixed(0)}°. Smallest rectangle round its plan{" "}
          {(m.turnedBox.width * factor).toFixed(1)} × {(m.turnedBox.depth * factor).toFixed(1)} mm, turned{" "}
          {m.turnedBox.turnDeg.toFixed(0)}°.
        </p>
      )}
    </div>
  );
}

function MeshFaults({
  m,
  factor,
  mending,
  soup,
  mend,
}: {
  readonly m: MeshMeasurement;
  readonly factor: number;
  readonly mending: boolean;
  readonly soup: TriangleSoup | null;
  readonly mend: () => Promise<void>;
}) {
  return (
    <>
      <ul className="list-disc pl-5">
        {m.flaws.openLoops.slice(0, 4).map((l, i) => (
          <li key={i}>
            {l.closed ? "open rim" : "open line"} of {l.edges} edges, {(l.length * factor).toFixed(1)} mm
            round, at {l.at.map((v) => (v * factor).toFixed(1)).join(", ")} mm
          </li>
        ))}
        {m.flaws.loops > 4 && <li>and {m.flaws.loops - 4} more, shorter</li>}
        {m.health.overSharedEdges > 0 && <li>{m.health.overSharedEdges} edges with more than two faces</li>}
        {m.flaws.flippedPatches > 0 && (
          <li>
            {m.flaws.flippedPatches} {m.flaws.flippedPatches === 1 ? "patch looks" : "patches look"} inward
          </li>
        )}
        {m.health.zeroAreaFaces > 0 && <li>{m.health.zeroAreaFaces} faces without area</li>}
        {m.flaws.shells.some((s) => s.kind === "inside out") && <li>inside out</li>}
      </ul>
      <p className="mt-2 flex flex-wrap items-center gap-2">
        <Button disabled={mending || !soup} onClick={() => void mend()}>
          {mending ? "Mending…" : "Mend it"}
        </Button>
        <span className="text-[14px] text-ink-2">
          Joins corners closer than a hundred-thousandth of its size, drops empty faces, turns what looks
          inward. No hole is filled.
        </span>
      </p>
    </>
  );
}

function TightPlaces({ m, factor }: { readonly m: MeshMeasurement; readonly factor: number }) {
  const tight = tightPlaces(m, factor);
  if (tight.length === 0) return null;
  return (
    <>
      <p className="text-[14px]">
        {counted(tight.length, "tight place", "tight places")}, which tear or close up in the print:
      </p>
      <ul className="list-disc pl-5 text-[14px]">
        {tight.slice(0, MOST_LISTED).map((p, i) => (
          <li key={i}>{tightText(p)}</li>
        ))}
        {tight.length > MOST_LISTED && <li>and {tight.length - MOST_LISTED} more</li>}
      </ul>
    </>
  );
}
