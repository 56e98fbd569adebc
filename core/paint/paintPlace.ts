/** Where on its zone a layer lies, found on the mesh. */
export const paintPlaces = {
  edges: "edges",
  tops: "tops",
  "under rims": "under rims and overhangs",
  recesses: "recesses: grooves, corners, inside openings",
  raised: "what is raised",
  "panel middles": "middles of panels",
  "foot band": "a band at the foot",
  runs: "runs down from ridge, eaves and sills",
} as const;
export type PaintPlace = keyof typeof paintPlaces;
export const paintPlaceNames = Object.keys(paintPlaces) as readonly PaintPlace[];

/** Where a spray comes from: round the part from its front, to the right, and up from level, degrees. */
export type SprayFrom = { readonly azimuthDeg: number; readonly elevationDeg: number };

/** The way back to the nozzle, length 1: the front of a part is where its y begins. */
export function towardNozzle({ azimuthDeg, elevationDeg }: SprayFrom): readonly [number, number, number] {
  const [a, e] = [(azimuthDeg * Math.PI) / 180, (elevationDeg * Math.PI) / 180];
  return [Math.sin(a) * Math.cos(e), -Math.cos(a) * Math.cos(e), Math.sin(e)];
}

/** Sides that a spray usually comes from. */
export const sprayFroms: Readonly<Record<string, SprayFrom>> = {
  above: { azimuthDeg: 0, elevationDeg: 90 },
  "above, leaning to the front": { azimuthDeg: 0, elevationDeg: 45 },
  "the front": { azimuthDeg: 0, elevationDeg: 0 },
  "the right": { azimuthDeg: 90, elevationDeg: 0 },
  "the back": { azimuthDeg: 180, elevationDeg: 0 },
  "the left": { azimuthDeg: 270, elevationDeg: 0 },
  below: { azimuthDeg: 0, elevationDeg: -90 },
};

/** A side by its name, or by its angles. */
export const sprayWords = ({ azimuthDeg, elevationDeg }: SprayFrom): string =>
  Object.entries(sprayFroms).find(
    ([, f]) => f.azimuthDeg === azimuthDeg && f.elevationDeg === elevationDeg,
  )?.[0] ?? `${azimuthDeg}° round from the front, ${elevationDeg}° up`;

/** `on edges`, `from above`: where a layer lies that is found on the mesh; empty of any other. */
export const whereWords = ({
  place,
  from,
  weather,
}: {
  readonly place?: PaintPlace;
  readonly from?: SprayFrom;
  readonly weather?: WeatherMap;
}): string =>
  from ? `from ${sprayWords(from)}` : place ? `on ${place}` : weather ? `as ${weather} lies` : "";

/** What lies where weather and use put it: a layer takes of such a map the share that is typed. */
export const weatherMaps = {
  dirt: "dirt: low, in recesses, sheltered",
  dust: "dust: on what looks up",
  rain: "rain: where water runs down",
  mud: "mud: splashed at the foot",
  moss: "moss: damp and shady",
  wear: "wear: where hands and feet reach edges",
} as const;
export type WeatherMap = keyof typeof weatherMaps;
export const weatherMapNames = Object.keys(weatherMaps) as readonly WeatherMap[];
