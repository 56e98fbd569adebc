import { Form, Link } from "react-router";
import { surfaceSchools } from "#core/surface/treatments";
import { FigureView } from "#ui/FigureView";
import { AreaStrip } from "./LayerDrawing";
import type { PrintedPart } from "./view";
import { PlainTable } from "#ui/PlainTable";
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
  const { part, finish } = p;
  return (
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
      <td>
        <AreaStrip p={p} />
      </td>
      <td>
        <div className="grid justify-items-start">
          <FigureView figure={finish.surface.visible} label={`${part.name}: plain layer steps, one copy`} />
          <FigureView
            figure={finish.surface.raking}
            label={`${part.name}: steps under raking light, one copy`}
          />
        </div>
      </td>
      <td>
        <WayChoice p={p} />
      </td>
    </tr>
  );
}

/** The way of finishing one part; kept as soon as it is chosen. */
function WayChoice({ p: { part, treatment } }: { p: PrintedPart }) {
  return (
    <Form method="post" className="flex gap-1.5">
      <input type="hidden" name="partId" value={part.id} />
      <select
        name="school"
        aria-label={`Way of finishing ${part.name}`}
        className="input !w-40"
        defaultValue={part.finish.school ?? ""}
        key={part.finish.school}
        onChange={(e) => e.currentTarget.form?.requestSubmit()}
      >
        <option value="">the scene's: {treatment?.school ?? "none"}</option>
        {surfaceSchools.map((s) => (
          <option key={s} value={s}>
            {s}
          </option>
        ))}
      </select>
    </Form>
  );
}
