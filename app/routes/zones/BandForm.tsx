import { type FormEvent, useState } from "react";
import type { Part } from "#core/scene/part";
import { Button } from "#ui/Button";
import { Choice, Field } from "#ui/Field";
import { nextZone, type ZoneSession } from "./useZoneSession";

/** A zone between two heights: the foot of a wall, a water-line, a plinth. Lengths mm on the bench, from its foot. */
export function BandForm({
  session: { act, drawn },
  part,
  factor,
  into,
  foot,
}: {
  readonly session: ZoneSession;
  readonly part: Part;
  readonly factor: number;
  readonly into: number | null;
  /** Height of its foot in the file. */
  readonly foot: number;
}) {
  const [wrong, setWrong] = useState<string | null>(null);
  const send = (e: FormEvent<HTMLFormElement>) => {
    e.preventDefault();
    const form = new FormData(e.currentTarget);
    const [from, to] = ["from", "to"].map((name) => Number(String(form.get(name)).replace(",", "."))) as [
      number,
      number,
    ];
    if (!(to > from)) return setWrong("Say two heights in mm, the lower one first.");
    const zone = into ?? nextZone(part, drawn);
    if (zone === null) return setWrong("It has as many zones as it may.");
    setWrong(null);
    const of = String(form.get("of"));
    const known = part.zones.find((z) => z.number === zone);
    const first = of === "" ? part.zones[0]!.number : Number(of);
    void act({
      label: `A band on ${part.name}`,
      run: (api) => api.band(foot + from / factor, foot + to / factor, zone, of === "" ? null : Number(of)),
      born: known ? new Map() : new Map([[zone, { name: `${from} to ${to} mm`, from: first }]]),
    });
  };
  return (
    <form className="panel grid grid-cols-2 items-end gap-3" aria-label="A band of height" onSubmit={send}>
      <Field label="From, mm" name="from" defaultValue="0" inputMode="decimal" />
      <Field label="to, mm" name="to" placeholder="20" inputMode="decimal" />
      <Choice
        label="of"
        name="of"
        options={[["", "all of it"], ...part.zones.map((z) => [String(z.number), z.name] as const)]}
      />
      <Button type="submit">Make the band</Button>
      {wrong && <p className="col-span-full text-[13px] text-oxide">{wrong}</p>}
    </form>
  );
}
