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

/** What several findings of one cause say together. */
const together: Readonly<Record<string, string>> = {
  "thin-walls": "parts have walls thinner than holds",
  "below-printable": "parts go below what their printers make",
  "steps-plain": "parts show their layers plainly",
  "drybrush-steps": "parts are drybrushed where layers show",
  "zone-unpainted": "parts have zones that nobody paints",
  "relief-shallow": "zones have relief that layers and paint swallow",
  "touched-unsealed": "places where hands go are not sealed",
  "mating-contacts": "parts have supports on faces that mate",
  "school-unfit": "parts have a treatment that is not for their machine",
  "unit-guessed": "files do not say their unit; a guess was taken",
  feature: "features come out of another size than they have",
  "no-mesh": "parts have no model yet",
  "no-size": "parts have no size yet",
  "not-closed": "meshes are not closed",
  flipped: "meshes have faces that look inward",
  "inside-out": "meshes are inside out",
  "inside-another": "meshes have shells inside others",
  "partly-inside": "meshes have shells that run into each other",
  "closed-hollow": "meshes have a closed hollow",
  "no-printer": "parts wait for a printer",
  "no-process": "parts are asked of a process that nothing here does",
  barred: "parts are on a machine that these rooms do not allow",
  "too-large": "parts fit no bed and must be cut",
  "not-clear": "parts stay clear and are printed in nothing clear",
  leans: "parts touch the plate with little of their foot",
  solid: "thick parts are solid resin",
  "no-drain": "hollow parts keep liquid resin",
  "resin-suction": "parts hold to the film like a cup",
  "resin-peel": "parts pull hard at the film",
  "resin-section": "parts cover much of the screen",
  "resin-neck": "parts may tear where they are thin",
  "resin-flat-down": "parts have wide level undersides",
  sags: "parts hang under their own weight",
  "off-board": "parts hang over the edge of the board",
  sized: "parts are printed before what sets their size",
  risky: "plates are likely to fail",
  hangs: "plates would hang wet for long",
  never: "plates find no hour in which they may run",
  "hardware-short": "printed pieces are fewer than the joints take",
  clearance: "joints have the wrong gap",
  apart: "joints are between parts of unlike machines",
  "unlike-faces": "joints show faces of unlike machines side by side",
  untried: "joints are many alike and were not tried",
  "glue-gap": "joints have a gap that their glue does not fill",
  "part-gone": "joints name a part that is no more",
  window: "steps come when what they want wet has set",
  tool: "steps have a tool that does not suit",
  short: "things run short",
  none: "things are not on the shelf",
  resistor: "lamps need a resistor",
  lamp: "lamps cannot be lit so",
  folded: "parts are folded over somewhere",
  "held-absurd-size": "parts would be of a size that nobody means",
  "held-no-volume": "parts enclose no volume",
  "held-larger-than-the-board": "parts do not go on the board",
  "held-too-many-pieces": "parts would take more pieces than anybody cuts",
};
/** Causes that are a rule of the order. */
const isRule = (cause: string) => /^O\d+[a-z]?$/.test(cause);

/**
 * Findings as they are shown, in their order: three or more of one cause and weight stand as one, where the first
 * of them stood.
 */
export function findingGroups(findings: readonly Finding[]): readonly (Finding | FindingGroup)[] {
  const groups = new Map<string, Finding[]>();
  for (const f of findings) {
    const key = `${f.severity} ${f.stage}/${f.cause}`;
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
  const { cause } = findings[0]!;
  const n = findings.length;
  if (isRule(cause)) return `${n} times against rule ${cause}`;
  return `${n} ${together[cause] ?? "of one kind"}`;
}

/** The mend that every one of them offers under one name, where no two of them change the same row. */
function mendAllOf(findings: readonly Finding[]): FindingGroup["mendAll"] {
  for (const { label } of findings[0]!.mends) {
    const edits = findings.flatMap((f) => f.mends.find((m) => m.label === label)?.edit ?? []);
    const rows = new Set(edits.map((edit) => `${edit.table} ${edit.id}`));
    if (rows.size === findings.length) return { label, edits };
  }
  return null;
}

export const isGroup = (one: Finding | FindingGroup): one is FindingGroup => "findings" in one;
