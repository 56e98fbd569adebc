import { readCsv, writeCsv } from "#core/formats/csv";
import { type Outcome, refused, success } from "#core/outcome";

/** A colour with its name; `#rrggbb`, as a screen shows it. */
export type NamedColour = { readonly name: string; readonly hex: string };

/** As many colours as a palette file may bring (our choice). */
const MOST = 500;
const HEAD = "GIMP Palette";
const channel = (text: string): number => Number(text);

/** Colours as a GPL palette: a heading, then red, green, blue in bytes and a name on a line. */
export const writeGpl = (title: string, colours: readonly NamedColour[]): string =>
  `${[
    HEAD,
    `Name: ${oneLine(title)}`,
    "Columns: 0",
    "#",
    ...colours.map(({ name, hex }) => {
      const bytes = [1, 3, 5].map((at) => String(parseInt(hex.slice(at, at + 2), 16)).padStart(3));
      return `${bytes.join(" ")}\t${oneLine(name)}`;
    }),
  ].join("\n")}\n`;

const oneLine = (text: string): string => text.replace(/\s+/g, " ").trim();

/** Colours as a table of names and hex codes. */
export const writePaletteCsv = (colours: readonly NamedColour[]): string =>
  writeCsv(
    ["name", "hex"],
    colours.map(({ name, hex }) => [name, hex]),
  );

/**
 * Colours of a palette file: GPL, or a table with `name` and `hex`.
 * @returns a refusal that names the first line that is none
 */
export function readPalette(text: string): Outcome<readonly NamedColour[]> {
  const colours = text.replace(/^\uFEFF/, "").startsWith(HEAD) ? readGpl(text) : readTable(text);
  if (!colours.ok) return colours;
  if (colours.value.length === 0) return refused("palette/empty", "The palette has no colours.");
  return colours.value.length > MOST
    ? refused(
        "palette/many",
        `The palette has ${colours.value.length} colours; ${MOST} are the most that are taken.`,
      )
    : colours;
}

function readGpl(text: string): Outcome<readonly NamedColour[]> {
  const colours: NamedColour[] = [];
  const lines = text.replace(/^\uFEFF/, "").split(/\r?\n/);
  for (let i = 1; i < lines.length; i++) {
    const line = lines[i]!.trim();
    if (line === "" || line.startsWith("#") || /^(Name|Columns):/i.test(line)) continue;
    const [, r, g, b, name] = /^(\d{1,3})\s+(\d{1,3})\s+(\d{1,3})(?:\s+(.*))?$/.exec(line) ?? [];
    const bytes = [r, g, b].map((v) => channel(v ?? "999"));
    if (bytes.some((v) => v > 255))
      return refused(
        "palette/line",
        `Line ${i + 1} of the palette, “${line.slice(0, 40)}”, is not three numbers from 0 to 255 and a name.`,
        ["line", i + 1],
      );
    const hex = `#${bytes.map((v) => v.toString(16).padStart(2, "0")).join("")}`;
    colours.push({ name: oneLine(name ?? "") || hex, hex });
  }
  return success(colours);
}

function readTable(text: string): Outcome<readonly NamedColour[]> {
  const rows = readCsv(text);
  if (!rows.ok) return rows;
  const colours: NamedColour[] = [];
  for (const [i, row] of rows.value.entries()) {
    const hex = /^#?([0-9a-f]{6})$/i.exec((row.hex ?? row.colour ?? "").trim())?.[1];
    if (!hex)
      return refused("palette/line", `Line ${i + 2} of the table has no colour like 7a4b32 under “hex”.`, [
        "line",
        i + 2,
      ]);
    colours.push({ name: oneLine(row.name ?? "") || `#${hex}`, hex: `#${hex.toLowerCase()}` });
  }
  return success(colours);
}
