import { useRef, useState } from "react";
import type { Part } from "#core/scene/part";
import { OPEN_ZONE } from "#core/scene/zoneMap";
import type { Sight } from "#ui/PartViewer";
import { bornFrom, nextZone, type Tap, type Taking, type ZoneSession } from "./useZoneSession";
import { useStroke } from "./useStroke";
import { planeThrough, SAME_WAY_DEG, type Tool } from "./view";

const MANY = "It has as many zones as it may: give to one of them, or take one away.";

/** What taps on the part take, and the zone that they give it to. */
export function useTaps(session: ZoneSession, part: Part, factor: number) {
  const { ask, drawn } = session;
  const [tool, setTool] = useState<Tool>("side");
  const [into, setInto] = useState<number | null>(null);
  const [creaseDeg, setCrease] = useState(25);
  const [radiusMm, setRadius] = useState(3);
  const [drawnFirst, drawFirst] = useState<Tap | null>(null);
  // Two quick taps come before the page is drawn again.
  const started = useRef<Tap | null>(null);
  const setFirst = (tap: Tap | null) => {
    started.current = tap;
    drawFirst(tap);
  };
  const [said, say] = useState<string | null>(null);
  const stroke = useStroke(session, part, into, setInto, radiusMm / factor);
  const to = into ?? nextZone(part, drawn);

  const take = async (tap: Pick<Tap, "face" | "at" | "zone">, taking: Taking) => {
    if (to === null) return say(MANY);
    say(null);
    await session.act(giving(part, to, tap, taking));
    setInto(to);
  };
  const line = async (tap: Tap) => {
    const first = started.current;
    if (!first) {
      setFirst(tap);
      return say("First point set. Tap where the line ends.");
    }
    setFirst(null);
    const plane = planeThrough(first.at, tap.at, first.normal);
    if (!plane) return say("Both points are one. Tap two points apart.");
    if (to === null) return say(MANY);
    say(null);
    await session.act({
      label: `Part ${nameOf(part, first.zone)} along a line`,
      run: (api) => api.line(plane, first.zone, to),
      born: bornFrom(part, to, first.zone),
    });
    setInto(null);
  };
  return {
    ...{ tool, into, setInto, creaseDeg, setCrease, radiusMm, setRadius, said, stroke },
    setTool: (t: Tool) => {
      setTool(t);
      setFirst(null);
      say(null);
    },
    points: drawnFirst ? [drawnFirst.at] : [],
    tap: async (sight: Sight) => {
      const tap = await ask((api) => api.tap(sight.origin, sight.direction));
      if (!tap) return say("Nothing of the part is there.");
      return tool === "line" ? line(tap) : take(tap, takingOf(tool, tap, creaseDeg, radiusMm / factor));
    },
    takeFace: async (face: number) => {
      const zone = drawn?.of[face] ?? part.zones[0]!.number;
      return take({ face, at: [0, 0, 0], zone }, { by: "side", creaseDeg });
    },
  };
}

export type Taps = ReturnType<typeof useTaps>;

const nameOf = (part: Part, zone: number): string =>
  part.zones.find((z) => z.number === zone)?.name ?? part.name;

/** The act that gives what a tap takes to a zone. */
const giving = (part: Part, to: number, tap: Pick<Tap, "face" | "at" | "zone">, taking: Taking) => ({
  label: part.zones.some((z) => z.number === to)
    ? `Give to ${nameOf(part, to)}`
    : `A new zone on ${part.name}`,
  run: (api: Parameters<Parameters<ZoneSession["ask"]>[0]>[0]) => api.take(tap, taking, to, null),
  born: bornFrom(part, to, tap.zone === OPEN_ZONE ? part.zones[0]!.number : tap.zone),
});

function takingOf(tool: Tool, tap: Tap, creaseDeg: number, radius: number): Taking {
  switch (tool) {
    case "side":
    case "alike":
      return { by: tool, creaseDeg };
    case "same way":
      return { by: "same way", withinDeg: SAME_WAY_DEG };
    case "brush":
      return { by: "brush", radius, toward: tap.normal };
    default:
      return { by: "piece" };
  }
}
