import type { PdfPage } from "#core/formats/pdf";
import type { PartMasks } from "#core/plan/colour/masking";
import type { JointPlan } from "#core/plan/joints/planJoint";
import type { PartPlan } from "#core/plan/parts/partPlan";
import { type Meaning, staysBare } from "#core/scene/zone";
import type { SideView } from "#core/zones/sideViews";

/** What no paint may reach, and why; with what keeps it off where that is planned. */
export type KeepOut = {
  readonly zone: number;
  readonly name: string;
  readonly why: string;
  readonly areaCm2: number;
  readonly cover: string;
  /** Overspray does no harm there. */
  readonly mayTake: boolean;
};

const whys: Readonly<Partial<Record<Meaning, string>>> = {
  clear: "stays clear",
  mating: "fits: two films close it",
  "never seen": "never seen: overspray does no harm",
};

/** Zones of a part that stay bare, one copy. */
export const keepOuts = (
  { part, zones }: Pick<PartPlan, "part" | "zones">,
  masks: PartMasks | null,
): readonly KeepOut[] =>
  zones
    .filter(({ zone }) => staysBare(zone))
    .map(({ zone, areaCm2 }) => ({
      zone: zone.number,
      name: zone.name,
      why: whys[zone.meaning ?? "bare"] ?? "stays bare",
      mayTake: zone.meaning === "never seen",
      areaCm2: areaCm2.value / Math.max(1, part.count),
      cover: masks?.planned.masks.find((m) => m.zones.includes(zone.number))?.kind ?? "nothing planned",
    }));

/** A joint with what its gap has left after all films, in words. */
export const jointLeft = ({ joint, clearance, filmsMm }: JointPlan): string => {
  const fit = `${joint.name}, ${joint.fit}`;
  if (!clearance) return `${fit}: gap not measured; the films on it are ${filmsMm.toFixed(3)} mm together`;
  return (
    `${fit}: gap ${clearance.gapMm.toFixed(3)} mm a side, films ${filmsMm.toFixed(3)} mm, ` +
    `left ${clearance.leftMm.toFixed(3)} mm: ${clearance.verdict}`
  );
};

const A4 = { widthMm: 210, heightMm: 297 } as const;
const EDGE_MM = 14;
const DRAWN_MM = { wide: 84, high: 78 } as const;
const LINE_MM = 5.5;
/** Greys by which places are told apart. */
const greys = [0.45, 0.62, 0.32, 0.74, 0.55, 0.4];

/**
 * What must not be painted on one part: drawn dark from every side from which it is seen, told in a list, with what is
 * left in its joints after all films.
 * @param views in mm on the bench
 */
export function keepOutSheet(
  title: string,
  views: readonly SideView[],
  places: readonly KeepOut[],
  joints: readonly JointPlan[],
): PdfPage {
  const page: {
    areas: PdfPage["areas"][number][];
    words: PdfPage["words"][number][];
  } = { areas: [], words: [] };
  const say = (x: number, y: number, text: string, sizeMm = 3, bold = false) =>
    page.words.push({ at: [x, y], sizeMm, text, bold });
  const top = A4.heightMm - EDGE_MM - 5;
  say(EDGE_MM, top, title, 5, true);
  say(EDGE_MM, top - 6, "No paint on what is dark. Numbers are those of the list.");
  const scale = scaleOf(views);
  let y = top - 12;
  for (let i = 0; i < views.length; i += 2) {
    const row = views.slice(i, i + 2);
    const high = Math.max(...row.map((v) => v.high * scale));
    row.forEach((view, k) => {
      const x = EDGE_MM + k * (DRAWN_MM.wide + 12);
      draw(page, view, { x, y: y - view.high * scale, scale }, places);
      say(x, y - high - 4.5, `${view.side}, ${scaleText(scale)}`);
    });
    y -= high + 12;
  }
  const lines = [
    ...places.map(
      (p, i) => `${i + 1}  ${p.name}, ${p.areaCm2.toFixed(1)} cm²: ${p.why}. Covered with: ${p.cover}.`,
    ),
    ...(places.length === 0 ? ["No zone of it stays bare."] : []),
    ...joints.map((j) => jointLeft(j)),
  ];
  for (const line of lines) {
    if (y < EDGE_MM) break;
    say(EDGE_MM, y, line);
    y -= LINE_MM;
  }
  return { ...A4, ...page, strokes: [] };
}

/** One scale for all views: true size where it fits, a round share of it otherwise. */
const scaleOf = (views: readonly SideView[]): number => {
  const most = Math.min(
    ...views.map((v) =>
      Math.min(DRAWN_MM.wide / Math.max(v.wide, 1e-6), DRAWN_MM.high / Math.max(v.high, 1e-6)),
    ),
    10,
  );
  return [5, 2, 1, 1 / 2, 1 / 5, 1 / 10, 1 / 20].find((s) => s <= most) ?? most;
};
const scaleText = (scale: number): string => (scale >= 1 ? `${scale}:1` : `1:${Math.round(1 / scale)}`);

function draw(
  page: { areas: PdfPage["areas"][number][]; words: PdfPage["words"][number][] },
  view: SideView,
  { x, y, scale }: { readonly x: number; readonly y: number; readonly scale: number },
  places: readonly KeepOut[],
): void {
  const put = (lines: readonly (readonly number[])[]) =>
    lines.map((l) => l.map((v, i) => v * scale + (i % 2 === 0 ? x : y)));
  page.areas.push({ lines: put(view.outline), fill: null, strokeMm: 0.3 });
  for (const { zone, lines } of view.zones) {
    const at = places.findIndex((p) => p.zone === zone);
    const put_ = put(lines);
    page.areas.push({ lines: put_, fill: greys[at % greys.length] ?? 0.5, strokeMm: 0.2 });
    const longest = [...put_].sort((a, b) => b.length - a.length)[0]!;
    page.words.push({ at: middle(longest), sizeMm: 3, text: String(at + 1), bold: true, middle: true });
  }
}

const middle = (line: readonly number[]): readonly [number, number] => {
  const xs = line.filter((_, i) => i % 2 === 0);
  const ys = line.filter((_, i) => i % 2 === 1);
  return [(Math.min(...xs) + Math.max(...xs)) / 2, (Math.min(...ys) + Math.max(...ys)) / 2 - 1];
};
