/** One event: local times, `2026-03-14T19:30`. */
export type CalendarEvent = {
  readonly uid: string;
  readonly title: string;
  readonly startsAt: string;
  readonly endsAt: string;
  readonly description: string;
  readonly sequence: number;
  /** No longer takes place: a calendar that has it takes it out. */ readonly cancelled?: true;
};

const stamp = (local: string) => `${local.replaceAll(/[-:]/g, "").slice(0, 13)}00`;
const escaped = (text: string) =>
  text.replaceAll("\\", "\\\\").replaceAll(";", "\\;").replaceAll(",", "\\,").replaceAll("\n", "\\n");

/** Lines are folded at 75 bytes, never inside a character. */
function folded(line: string): string {
  const encoder = new TextEncoder();
  const out: string[] = [];
  let current = "";
  let bytes = 0;
  for (const char of line) {
    const size = encoder.encode(char).length;
    if (bytes + size > 74) {
      out.push(current);
      current = " ";
      bytes = 1;
    }
    current += char;
    bytes += size;
  }
  return [...out, current].join("\r\n");
}

/**
 * An iCalendar file of events in floating local time: the builder's own clock, wherever it is opened.
 * The same uid with a higher sequence updates an event instead of adding one.
 * @param madeAtUtc `20260314T180000Z`
 * @source RFC 5545
 */
export function writeCalendar(events: readonly CalendarEvent[], madeAtUtc: string): string {
  const lines = [
    "BEGIN:VCALENDAR",
    "VERSION:2.0",
    "PRODID:-//Inch Hollow//Bench plan//EN",
    "CALSCALE:GREGORIAN",
  ];
  for (const e of events) {
    lines.push(
      "BEGIN:VEVENT",
      `UID:${e.uid}@inch-hollow`,
      `DTSTAMP:${madeAtUtc}`,
      `SEQUENCE:${e.sequence}`,
      `DTSTART:${stamp(e.startsAt)}`,
      `DTEND:${stamp(e.endsAt)}`,
      `SUMMARY:${escaped(e.title)}`,
      `DESCRIPTION:${escaped(e.description)}`,
      ...(e.cancelled ? ["STATUS:CANCELLED"] : []),
      "END:VEVENT",
    );
  }
  lines.push("END:VCALENDAR");
  return `${lines.map(folded).join("\r\n")}\r\n`;
}
