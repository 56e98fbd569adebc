import { useState } from "react";
import type { Part } from "#core/scene/part";
import { OPEN_ZONE } from "#core/scene/zoneMap";
import type { Sight } from "#ui/PartViewer";
import { bornFrom, nameOfZone, nextZone, type Tap, type Taking, type ZoneSession } from "./useZoneSession";
import { useStroke } from "./useStroke";
import { useTwoPoints } from "./useTwoPoints";
import { isPointTool, SAME_WAY_DEG, type Tool } from "./view";

const MANY = "It has as many zones as it may: give to one of them, or take one away.";

/** What taps on the part take, and the zone that they give it to. */
export function useTaps(session: ZoneSession, part: Part, factor: number) {
  const { ask, drawn } = session;
  const [tool, setTool] = useState<Tool>("side");
  const [into, setInto] = useState<number | null>(null);
  const [creaseDeg, setCrease] = useState(25);
  const [radiusMm, setRadius] = useState(3);
  const [said, say] = useState<string | null>(null);
  const points = useTwoPoints(part);
  const stroke = useStroke(session, part, into, setInto, radiusMm / factor);
  const to = into ?? nextZone(part, drawn);

  const take = async (tap: Pick<Tap, "face" | "at" | "zone">, taking: Taking) => {
    if (to === null) return say(MANY);
    say(null);
    await session.act(giving(part, to, tap, taking));
    setInto(to);
  };
  return {
    ...{ tool, into, setInto, creaseDeg, setCrease, radiusMm, setRadius, said, stroke },
    setTool: (t: Tool) => {
      setTool(t);
      points.forget();
      say(null);
    },
    points: points.points,
    tap: async (sight: Sight) => {
      const tap = await ask((api) => api.tap(sight.origin, sight.direction));
      if (!tap) return say("Nothing of the part is there.");
      if (!isPointTool(tool)) return take(tap, takingOf(tool, tap, creaseDeg, radiusMm / factor));
      if (to === null) return say(MANY);
      const made = points.tap(tool, tap, to);
      if ("say" in made) return say(made.say);
      say(null);
      await session.act(made.act);
      setInto(tool === "line" ? null : to);
    },
    takeFace: async (face: number) => {
      const zone = drawn?.of[face] ?? part.zones[0]!.number;
      return take({ face, at: [0, 0, 0], zone }, { by: "side", creaseDeg });
    },
  };
}

export type Taps = ReturnType<typeof useTaps>;

/** The act that gives what a tap takes to a zone. */
const giving = (part: Part, to: number, tap: Pick<Tap, "face" | "at" | "zone">, taking: Taking) => ({
  label: part.zones.some((z) => z.number === to)
    ? `Give to ${nameOfZone(part, to)}`
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
