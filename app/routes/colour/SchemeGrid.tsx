import type { Part } from "#core/scene/part";
import { useScene } from "#app/routes/scenes/useScene";
import { cellWords, type GridCell, schemeGrid } from "./schemeGrid";

/** Zones down, layers across, each cell a swatch of what the zone looks like by then; a tap opens the layer. */
export function SchemeGrid({
  part,
  shownZone,
  running,
  onChoose,
}: {
  readonly part: Part;
  readonly shownZone: number | null;
  readonly running: string | null;
  readonly onChoose: (layerId: string) => void;
}) {
  const { workshop } = useScene().input;
  const { layers, rows } = schemeGrid(part, workshop);
  const shown = rows.filter((r) => shownZone === null || r.number === shownZone);
  if (shown.length === 0) return null;
  return (
    <div className="overflow-x-auto">
      <table className="border-separate border-spacing-1" aria-label="What it looks like after each layer">
        <thead>
          <tr className="text-left text-[13px] text-ink-2">
            <th scope="col" className="pr-3 font-normal">
              zone
            </th>
            {layers.map(({ layer, says }) => (
              <th key={layer.id} scope="col" className="min-w-24 font-normal">
                {says}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {shown.map((row) => (
            <tr key={row.number}>
              <th scope="row" className="pr-3 text-left align-top text-[14px] font-normal">
                {row.name}
              </th>
              {row.cells.map((cell, i) => (
                <td key={i} className="align-top">
                  {cell && (
                    <Cell
                      cell={cell}
                      of={`${row.name}, ${layers[i]!.says}`}
                      running={running}
                      onChoose={onChoose}
                    />
                  )}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}

const Cell = ({
  cell,
  of,
  running,
  onChoose,
}: {
  readonly cell: GridCell;
  readonly of: string;
  readonly running: string | null;
  readonly onChoose: (layerId: string) => void;
}) => (
  <button
    type="button"
    className="grid w-full gap-1 text-left"
    data-selected={cell.layerId === running ? true : undefined}
    onClick={() => onChoose(cell.layerId)}
  >
    <Swatch cell={cell} />
    <span className="figures text-[12px] text-ink-2">
      <span className="sr-only">{of}: </span>
      {cellWords(cell)}
    </span>
  </button>
);

const [WIDE, HIGH] = [96, 40];

/** The zone as it was, and a stroke of the layer over as much of it as it covers. */
function Swatch({ cell: { before, lies, share, isUntold } }: { readonly cell: GridCell }) {
  const to = share >= 1 ? WIDE : 6 + (WIDE - 12) * share;
  return (
    <svg viewBox={`0 0 ${WIDE} ${HIGH}`} className="h-10 w-full" aria-hidden preserveAspectRatio="none">
      <rect width={WIDE} height={HIGH} fill={before} />
      {isUntold ? (
        <path d={`M0 ${HIGH}L${WIDE} 0`} stroke="var(--ink)" strokeDasharray="3 4" />
      ) : (
        <path d={stroke(to)} fill={lies} />
      )}
    </svg>
  );
}

/** A brush stroke that ends ragged, unless it goes over all. */
const stroke = (to: number): string =>
  to >= WIDE ? `M0 0H${WIDE}V${HIGH}H0z` : `M0 0H${to}l-4 5 6 5-5 6 5 5-6 6 5 6-4 7H0z`;
