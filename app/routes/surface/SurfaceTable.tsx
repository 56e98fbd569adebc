import type { ZonePlan } from "#core/plan/parts/partPlan";
import { Form, Link } from "react-router";
import { surfaceSchools } from "#core/surface/treatments";
import { FigureView } from "#ui/FigureView";
import { AreaStrip } from "./LayerDrawing";
import { isSeen, placeName } from "#core/scene/zone";
import type { SurfaceAreas } from "#core/surface/surfaceAreas";
import { areaText, type PrintedPart } from "./view";
import { PlainTable } from "#ui/PlainTable";
import { useScene } from "#app/routes/scenes/useScene";
import { treatedOf } from "#core/plan/surface/treatedOf";
import { isWorthTreating } from "#core/surface/surfaceSteps";
import { useGrown } from "#ui/Grown";

const FIRST_ROWS = 40;

/** Every printed part: how much of it shows its layers, and the way in which that is hidden. */
export function SurfaceTable({
  parts,
  selected,
}: {
  parts: readonly PrintedPart[];
  selected: string | undefined;
}) {
  const at = parts.findIndex((p) => p.part.id === selected);
  const { drawn, below } = useGrown(parts, FIRST_ROWS, at + 1);
  return (
    <div className="grid gap-2">
      <PlainTable
        heads={["part", "printed on", "by look", "plain, then raking only", "way"]}
        className="overflow-x-auto"
      >
        {drawn.map((p) => (
          <Row key={p.part.id} p={p} isSelected={p.part.id === selected} />
        ))}
      </PlainTable>
      {below}
    </div>
  );
}

function Row({ p, isSelected }: { p: PrintedPart; isSelected: boolean }) {
  const { part, finish, zones } = p;
  const isOne = zones.length === 1;
  return (
    <>
      <tr data-selected={isSelected ? true : undefined}>
        <th scope="row">
          <Link to={`?part=${part.id}`} preventScrollReset>
            {part.name}
            {part.count > 1 ? ` × ${part.count}` : ""}
          </Link>
        </th>
        <td>
          {finish.printer.name}, {finish.printer.layerMm} mm
        </td>
        <LookCells name={part.name} surface={finish.surface} />
        <td>
          {isOne && <WayChoice p={p} zone={zones[0]!} />}
          {part.meshId && (
            <Link
              to={`/scenes/${part.sceneId}/look/${part.id}`}
              className="block text-[13px] underline decoration-primer-3 underline-offset-4"
            >
              look at it
            </Link>
          )}
          <Link
            to={`/scenes/${part.sceneId}/zones/${part.id}`}
            className="block text-[13px] underline decoration-primer-3 underline-offset-4"
          >
            {isOne ? "by zones" : `its ${zones.length} zones`}
          </Link>
        </td>
      </tr>
      {!isOne && zones.map((z) => <ZoneRow key={z.zone.number} p={p} zone={z} />)}
    </>
  );
}

function ZoneRow({ p, zone }: { p: PrintedPart; zone: ZonePlan }) {
  const { name, meaning } = zone.zone;
  const isWorked = isSeen(zone.zone) && meaning !== "clear";
  return (
    <tr>
      <th scope="row" className="!pl-6 font-normal">
        {name}
        {meaning && <span className="text-ink-2">, {meaning}</span>}
      </th>
      <td className="figures">{areaText(zone)}</td>
      {zone.surface ? (
        <LookCells name={`${p.part.name}, ${name}`} surface={zone.surface} />
      ) : (
        <td colSpan={2} />
      )}
      <td>{isWorked ? <WayChoice p={p} zone={zone} /> : "nothing to hide"}</td>
    </tr>
  );
}

function LookCells({ name, surface }: { name: string; surface: SurfaceAreas }) {
  return (
    <>
      <td>
        <AreaStrip surface={surface} />
      </td>
      <td>
        <div className="grid justify-items-start">
          <FigureView figure={surface.visible} label={`${name}: plain layer steps, one copy`} />
          <FigureView figure={surface.raking} label={`${name}: steps under raking light, one copy`} />
        </div>
      </td>
    </>
  );
}

/** The way of finishing one zone, or a part that nobody parted; kept as soon as it is chosen. */
function WayChoice({ p, zone: planned }: { p: PrintedPart; zone: ZonePlan }) {
  const { input } = useScene();
  const { part } = p;
  const { zone, treatment } = planned;
  const { treatCm2 } = treatedOf(p, planned, input).work;
  const of = placeName(part, zone);
  return (
    <Form method="post" className="grid justify-items-start gap-1">
      <input type="hidden" name="partId" value={part.id} />
      <input type="hidden" name="zone" value={zone.number} />
      <select
        name="school"
        aria-label={`Way of finishing ${of}`}
        className="input !w-40"
        defaultValue={zone.school ?? ""}
        key={zone.school}
        onChange={(e) => e.currentTarget.form?.requestSubmit()}
      >
        <option value="">the scene's: {treatment?.school ?? "none"}</option>
        {surfaceSchools.map((s) => (
          <option key={s} value={s}>
            {s}
          </option>
        ))}
      </select>
      {treatment && isWorthTreating(treatCm2) && (
        <span className="text-[13px] text-ink-2">
          on <FigureView figure={treatCm2} label={`${of}: treated, all copies`} />
        </span>
      )}
    </Form>
  );
}
