import { useRef, useState } from "react";
import type { Part } from "#core/scene/part";
import { OPEN_ZONE } from "#core/scene/zoneMap";
import type { Sight } from "#ui/PartViewer";
import { type Tap, type Taking, type ZoneSession, nextZone } from "./useZoneSession";
import { planeThrough, SAME_WAY_DEG, type Tool } from "./view";

/** What taps on the part take, and the zone that they give it to. */
export function useTaps(session: ZoneSession, part: Part, factor: number) {
  const { ask, act, sketch, drawn } = session;
  const [tool, setTool] = useState<Tool>("side");
  const [into, setInto] = useState<number | null>(null);
  const [creaseDeg, setCrease] = useState(25);
  const [radiusMm, setRadius] = useState(3);
  const [first, setFirst] = useState<Tap | null>(null);
  const [said, say] = useState<string | null>(null);
  const stroke = useRef<{ to: number; from: number; busy: boolean } | null>(null);
  const names = new Map(part.zones.map((z) => [z.number, z.name]));

  /** The zone that is given to: the chosen one, or a new one that begins like the one under the tap. */
  const target = (under: number) => {
    const to = into ?? nextZone(part, drawn);
    if (to === null) return null;
    const from = under === OPEN_ZONE ? part.zones[0]!.number : under;
    const born = names.has(to) ? new Map() : new Map([[to, { name: `zone ${to + 1}`, from }]]);
    return { to, born };
  };
  const many = () => say("It has as many zones as it may: give to one of them, or take one away.");

  const take = async (tap: Tap, taking: Taking) => {
    const given = target(tap.zone);
    if (!given) return many();
    const { to, born } = given;
    say(null);
    await act({
      label: names.has(to) ? `Give to ${names.get(to)}` : `A new zone on ${part.name}`,
      run: (api) => api.take(tap, taking, to, null),
      born,
    });
    setInto(to);
  };
  const line = async (tap: Tap) => {
    if (!first) {
      setFirst(tap);
      return say("First point set. Tap where the line ends.");
    }
    setFirst(null);
    const plane = planeThrough(first.at, tap.at, first.normal);
    if (!plane) return say("Both points are one. Tap two points apart.");
    const given = target(first.zone);
    if (!given) return many();
    // A line always makes a new side, unless it was told where that goes.
    const { to, born } = given;
    say(null);
    await act({
      label: `Part ${names.get(first.zone) ?? part.name} along a line`,
      run: (api) => api.line(plane, first.zone, to),
      born,
    });
    setInto(null);
  };
  const takingOf = (tap: Tap): Taking => {
    switch (tool) {
      case "side":
      case "alike":
        return { by: tool, creaseDeg };
      case "same way":
        return { by: "same way", withinDeg: SAME_WAY_DEG };
      case "brush":
        return { by: "brush", radius: radiusMm / factor, toward: tap.normal };
      default:
        return { by: "piece" };
    }
  };
  return {
    ...{ tool, into, setInto, creaseDeg, setCrease, radiusMm, setRadius, said },
    setTool: (t: Tool) => {
      setTool(t);
      setFirst(null);
      say(null);
    },
    points: first ? [first.at] : [],
    tap: async (sight: Sight) => {
      const tap = await ask((api) => api.tap(sight.origin, sight.direction));
      if (!tap) return say("Nothing of the part is there.");
      return tool === "line" ? line(tap) : take(tap, takingOf(tap));
    },
    takeFace: async (face: number) => {
      const under = drawn?.of[face] ?? part.zones[0]!.number;
      return take({ face, at: [0, 0, 0], normal: [0, 0, 1], zone: under }, { by: "side", creaseDeg });
    },
    /** Draws under a brush; what was drawn is kept when it is lifted. */
    stroke: (sight: Sight | null) => {
      const s = stroke.current;
      if (sight === null) {
        stroke.current = null;
        if (!s) return;
        const born = names.has(s.to)
          ? new Map()
          : new Map([[s.to, { name: `zone ${s.to + 1}`, from: s.from }]]);
        // Nothing more is given: the faces are there, and are kept now.
        void act({ label: `Brush on ${part.name}`, run: (api) => api.merge(s.to, s.to), born });
        return setInto(s.to);
      }
      if (s?.busy) return;
      void (async () => {
        const now = s ?? { to: into ?? nextZone(part, drawn) ?? 0, from: part.zones[0]!.number, busy: false };
        stroke.current = { ...now, busy: true };
        const tap = await ask((api) => api.tap(sight.origin, sight.direction));
        const toward = sight.direction.map((v) => -v) as unknown as Tap["normal"];
        if (tap)
          await sketch((api) =>
            api.take(tap, { by: "brush", radius: radiusMm / factor, toward }, now.to, null),
          );
        if (stroke.current)
          stroke.current = { ...now, from: s ? now.from : (tap?.zone ?? now.from), busy: false };
      })();
    },
  };
}

export type Taps = ReturnType<typeof useTaps>;
