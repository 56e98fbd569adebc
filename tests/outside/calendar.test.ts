import ICAL from "ical.js";
import { expect, it } from "vitest";
import { writeCalendar } from "#core/formats/calendar";

it("is read back by an independent reader of RFC 5545, with odd text and long lines", () => {
  const title =
    "Seal, matte; “cottage” \\ walls — zwei Schichten über die ganze Länge der Mauer und noch weiter";
  const text = writeCalendar(
    [
      {
        uid: "step-1",
        title,
        startsAt: "2026-03-14T19:30",
        endsAt: "2026-03-14T20:05",
        description: "First line\nsecond line",
        sequence: 3,
      },
    ],
    "20260310T120000Z",
  );
  for (const line of text.split("\r\n"))
    expect(new TextEncoder().encode(line).length).toBeLessThanOrEqual(75);
  const events = new ICAL.Component(ICAL.parse(text))
    .getAllSubcomponents("vevent")
    .map((c) => new ICAL.Event(c));
  expect(events.length).toBe(1);
  expect(events[0]!.summary).toBe(title);
  expect(events[0]!.description).toBe("First line\nsecond line");
  expect(events[0]!.startDate.toString()).toBe("2026-03-14T19:30:00");
  expect(events[0]!.endDate.toString()).toBe("2026-03-14T20:05:00");
  expect(events[0]!.sequence).toBe(3);
});

it("updates the events it made before and takes out what is no longer planned", () => {
  const event = {
    uid: "scene-part:wall/prime",
    title: "Prime: wall",
    startsAt: "2026-03-14T19:30",
    endsAt: "2026-03-14T19:40",
    description: "Scene",
    sequence: 3,
  };
  const read = (text: string) => new ICAL.Component(ICAL.parse(text)).getAllSubcomponents("vevent");
  const [was] = read(writeCalendar([event], "20260310T120000Z"));
  const [is, gone] = read(
    writeCalendar(
      [
        { ...event, startsAt: "2026-03-16T19:30", endsAt: "2026-03-16T19:40", sequence: 4 },
        { ...event, uid: "scene-part:wall/dust", sequence: 4, cancelled: true },
      ],
      "20260311T120000Z",
    ),
  );
  expect(is!.getFirstPropertyValue("uid")).toBe(was!.getFirstPropertyValue("uid"));
  expect(new ICAL.Event(is!).sequence).toBeGreaterThan(new ICAL.Event(was!).sequence);
  expect(is!.getFirstPropertyValue("status")).toBeNull();
  expect(gone!.getFirstPropertyValue("status")).toBe("CANCELLED");
});
