import { useRef, useState } from "react";
import type { Part } from "#core/scene/part";
import { outlineCuts } from "#core/zones/outline";
import { bornFrom, nameOfZone, type Tap, type ZoneAct } from "./useZoneSession";
import { planeThrough, type PointTool } from "./view";

/** What is said of the first point of each, and of two points that make nothing. */
const words: Readonly<Record<PointTool, readonly [first: string, nothing: string]>> = {
  line: ["First point set. Tap where the line ends.", "Both points are one. Tap two points apart."],
  rectangle: [
    "Corner set. Tap the one opposite.",
    "Both points lie on one line of it. Tap two that span it.",
  ],
  circle: ["Middle set. Tap a point of its rim.", "Both points are one. Tap two points apart."],
};

/** Lines and figures, which two taps make. */
export function useTwoPoints(part: Part) {
  const [drawn, draw] = useState<Tap | null>(null);
  // Two quick taps come before the page is drawn again.
  const started = useRef<Tap | null>(null);
  const set = (tap: Tap | null) => {
    started.current = tap;
    draw(tap);
  };
  return {
    points: drawn ? [drawn.at] : [],
    forget: () => set(null),
    /** What a tap comes to: words to say, or an act and the zone to go on with. */
    tap(tool: PointTool, tap: Tap, to: number): { readonly say: string } | { readonly act: ZoneAct } {
      const first = started.current;
      set(first ? null : tap);
      if (!first) return { say: words[tool][0] };
      const act = actOf(tool, first, tap, part, to);
      return act ? { act } : { say: words[tool][1] };
    },
  };
}

/** What two taps do; null where they span nothing. */
function actOf(tool: PointTool, first: Tap, second: Tap, part: Part, to: number): ZoneAct | null {
  const born = bornFrom(part, to, first.zone);
  if (tool === "line") {
    const plane = planeThrough(first.at, second.at, first.normal);
    const label = `Part ${nameOfZone(part, first.zone)} along a line`;
    return plane && { label, run: (api) => api.line(plane, first.zone, to), born };
  }
  if (!outlineCuts(tool, first.at, second.at, first.normal)) return null;
  return {
    label: `A ${tool} on ${part.name}`,
    run: (api) => api.figure(tool, first.at, second.at, first.normal, to),
    born,
  };
}
