import type { Edit, Finding } from "#core/plan/finding";

/** Findings of one cause, told as one. `mendAll`: one change that mends them all; null where there is none. */
export type FindingGroup = {
  readonly id: string;
  readonly headline: string;
  readonly findings: readonly Finding[];
  readonly mendAll: { readonly label: string; readonly edits: readonly Edit[] } | null;
};

/** From so many alike they are told as one. */
const ALIKE = 3;

/** What several findings of one cause say together, by their code. */
const causes: Readonly<Record<string, string>> = {
  "thin-walls": "parts have walls thinner than holds",
  "below-printable": "parts go below what their printers make",
  "steps-plain": "parts show their layers plainly",
  "drybrush-steps": "parts are drybrushed where layers show",
  "unit-guessed": "files do not say their unit; a guess was taken",
  "no-mesh": "parts have no model yet",
  "no-size": "parts have no size yet",
  "too-large": "parts fit no bed and must be cut",
  "no-drain": "hollow parts keep liquid resin",
  "off-board": "parts hang over the edge of the board",
  risky: "plates are likely to fail",
  hangs: "plates would hang wet for long",
  never: "plates find no hour in which they may run",
  clearance: "joints have the wrong gap",
  glue: "joints have a glue that does not suit",
  apart: "joints are between parts of unlike machines",
  short: "things run short",
  resistor: "lamps need a resistor",
};

/** The last part of an id, without what it names beside the cause. */
const causeOf = ({ id, stage }: Finding): string =>
  `${stage}/${id.slice(id.lastIndexOf("/") + 1).replace(/^(feature|sized)-.*$/, "$1")}`;

/**
 * Findings as they are shown, in their order: three or more of one cause and weight stand as one, where the first
 * of them stood.
 */
export function findingGroups(findings: readonly Finding[]): readonly (Finding | FindingGroup)[] {
  const groups = new Map<string, Finding[]>();
  for (const f of findings) {
    const key = `${f.severity} ${causeOf(f)}`;
    const group = groups.get(key);
    if (group) group.push(f);
    else groups.set(key, [f]);
  }
  return [...groups].flatMap(([key, alike]): readonly (Finding | FindingGroup)[] =>
    alike.length < ALIKE ? alike : [grouped(key, alike)],
  );
}

const grouped = (key: string, findings: readonly Finding[]): FindingGroup => ({
  id: `group ${key}`,
  headline: headlineOf(findings),
  findings,
  mendAll: mendAllOf(findings),
});

function headlineOf(findings: readonly Finding[]): string {
  const [first] = findings;
  const code = causeOf(first!).split("/")[1]!;
  const words = causes[code];
  return words === undefined ? `${findings.length} of one kind` : `${findings.length} ${words}`;
}

/** The mend that every one of them offers under one name. */
function mendAllOf(findings: readonly Finding[]): FindingGroup["mendAll"] {
  for (const { label } of findings[0]!.mends) {
    const edits = findings.map((f) => f.mends.find((m) => m.label === label)?.edit ?? null);
    if (edits.every((edit) => edit !== null)) return { label, edits };
  }
  return null;
}

export const isGroup = (one: Finding | FindingGroup): one is FindingGroup => "findings" in one;
