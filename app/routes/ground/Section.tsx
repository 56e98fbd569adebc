import type { GroundMaterialId } from "#core/ground/groundLayer";
import { EmptyState } from "#ui/States";
import { useScene } from "#app/routes/scenes/useScene";
import { stackedLayers } from "./view";

/** How a section is filled, by what the layer is of. */
const tone: Record<GroundMaterialId, string> = {
  plywood: "#b08a58",
  mdf: "#b08a58",
  xps: "#d5c7cf",
  grout: "#b9b6ad",
  gypsum: "#e4e0d5",
  sand: "#d3b98a",
  natural: "#7d6a4f",
  paste: "#9a8770",
  "water-resin": "#7fb0b5",
};

/** Pixels to a millimetre of depth, and the width of a layer that covers the board. */
const PX_PER_MM = 5;
const WIDE = 430;

/** The board in section, layer on layer, to scale in depth. */
export function Section() {
  const { grounds } = useScene().plan;
  const { layers, thickMm } = stackedLayers(grounds);
  return (
    <section className="on-mat px-5 pt-4 pb-5">
      <h1 className="mb-2">Ground: a section through the board</h1>
      {layers.length === 0 ? (
        <EmptyState title="Bare table">
          Lay the board first, then what is on it: each layer by its share of the area and its depth. Volume,
          weight, glue and the finished weight follow.
        </EmptyState>
      ) : (
        <svg
          viewBox={`0 0 720 ${thickMm * PX_PER_MM + 40}`}
          className="block max-h-72 w-full"
          role="img"
          aria-label={`Layers to scale, ${thickMm.toFixed(0)} mm thick`}
        >
          {layers.map(({ ground, belowTopMm }) => {
            const y = belowTopMm * PX_PER_MM + 10;
            const height = ground.depthMm * PX_PER_MM;
            const width = WIDE * ground.areaShare;
            return (
              <g key={ground.id}>
                <rect
                  x={10}
                  y={y}
                  width={width}
                  height={height}
                  fill={tone[ground.material]}
                  stroke="var(--chalk)"
                  strokeWidth={1.2}
                />
                <line
                  x1={10 + width}
                  x2={470}
                  y1={y + height / 2}
                  y2={y + height / 2}
                  stroke="var(--chalk)"
                  strokeDasharray="2 4"
                />
                <text x={480} y={y + height / 2 + 5} fill="var(--chalk)" fontSize="15">
                  {ground.name}, {ground.depthMm} mm
                  {ground.areaShare < 1 ? `, ${Math.round(100 * ground.areaShare)} %` : ""}
                </text>
              </g>
            );
          })}
        </svg>
      )}
    </section>
  );
}
