import { useRef } from "react";
import type { Part } from "#core/scene/part";
import type { Sight } from "#ui/PartViewer";
import { bornFrom, nextZone, type Tap, type ZoneSession } from "./useZoneSession";

type Stroke = { readonly to: number; readonly from: number; readonly busy: boolean };

/**
 * A brush that is drawn over the part: what it meets is shown at once, and kept when it is lifted.
 * @param radius file units
 * @returns told of every sight along the stroke, and of its end with null
 */
export function useStroke(
  { ask, act, sketch, drawn }: ZoneSession,
  part: Part,
  into: number | null,
  setInto: (zone: number) => void,
  radius: number,
): (sight: Sight | null) => void {
  const stroke = useRef<Stroke | null>(null);
  const lift = () => {
    const done = stroke.current;
    stroke.current = null;
    if (!done) return;
    // Nothing more is given: the faces are there, and are kept now.
    const run = (api: Parameters<Parameters<typeof ask>[0]>[0]) => api.merge(done.to, done.to);
    void act({ label: `Brush on ${part.name}`, run, born: bornFrom(part, done.to, done.from) });
    setInto(done.to);
  };
  const draw = async (sight: Sight, before: Stroke | null) => {
    const first = { to: into ?? nextZone(part, drawn) ?? 0, from: part.zones[0]!.number };
    const now = before ?? first;
    stroke.current = { ...now, busy: true };
    const tap = await ask((api) => api.tap(sight.origin, sight.direction));
    const toward = sight.direction.map((v) => -v) as unknown as Tap["normal"];
    if (tap) await sketch((api) => api.take(tap, { by: "brush", radius, toward }, now.to, null));
    const from = before ? now.from : (tap?.zone ?? now.from);
    if (stroke.current) stroke.current = { to: now.to, from, busy: false };
  };
  return (sight) => {
    if (sight === null) lift();
    else if (!stroke.current?.busy) void draw(sight, stroke.current);
  };
}
