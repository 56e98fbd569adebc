import type { PartPlan } from "#core/plan/parts/partPlan";
import { type Part, type PartSet, printOf } from "#core/scene/part";
import type { Scene } from "#core/scene/scene";

/** One way to print a set: what it takes. Minutes and money of all its copies; null where one has no machine. */
export type SetWay = {
  readonly name: string;
  readonly parts: readonly PartPlan[];
  readonly pieces: number;
  readonly minutes: number | null;
  readonly costMinor: number | null;
};

/** Bodies of one drawing with their ways beside each other; one of them is printed. */
export type PlannedSet = {
  readonly name: string;
  readonly chosen: string | null;
  readonly ways: readonly SetWay[];
};

/** Every set of a scene, in the order in which its bodies came. */
export function plannedSets(
  parts: readonly PartPlan[],
  { setWays }: Pick<Scene, "setWays">,
): readonly PlannedSet[] {
  const bodies = new Map<string, PartPlan[]>();
  for (const p of parts) if (p.part.set && !printOf(p.part).pieceOf) push(bodies, p.part.set.name, p);
  return [...bodies].map(([name, of]) => ({
    name,
    chosen: setWays?.[name] ?? null,
    ways: [...new Set(of.flatMap((p) => p.part.set!.ways))].map((way) =>
      setWay(
        way,
        of.filter((p) => p.part.set!.ways.includes(way)),
        parts,
      ),
    ),
  }));
}

function setWay(name: string, parts: readonly PartPlan[], all: readonly PartPlan[]): SetWay {
  const made = parts.flatMap((p) =>
    p.part.made === "from pieces" ? all.filter((q) => printOf(q.part).pieceOf?.partId === p.part.id) : [p],
  );
  const machines = made.map((p) => p.chosen ?? p.beside ?? null);
  const total = (of: (m: NonNullable<(typeof machines)[number]>) => number) =>
    machines.every((m) => m !== null) ? machines.reduce((sum, m) => sum + of(m), 0) : null;
  return {
    name,
    parts,
    pieces: made.reduce((sum, { part }) => sum + part.count, 0),
    minutes: total((m) => m.all.minutes.value),
    costMinor: total((m) => m.all.cost.value),
  };
}

/** Files whose names say that they are one thing in several ways, which nobody has said anything of yet. */
export type SetQuestion = {
  readonly name: string;
  readonly bodies: readonly { readonly part: Part; readonly set: PartSet }[];
  readonly ways: readonly string[];
};

/** Words by which files say how much of a thing they are; common practice. */
const wayWords: readonly (readonly [RegExp, string])[] = [
  [/\b(one ?piece|whole|complete|uncut|unsplit)\b/, "whole"],
  [/\b(half|halves|split|cut)\b/, "halves"],
  [/\b(kit|multi ?part|in (pieces|parts)|pieces?|parts?)\b/, "kit"],
  [/\b(un|not |no )supp?(orted|orts)\b/, "without supports"],
  [/\b(pre ?)?supp?(orted|orts)\b/, "with supports"],
  [/\bhollow(ed)?\b/, "hollow"],
  [/\bsolid\b/, "solid"],
];
const beside = /^(.+?) ((?:with|on) (?:(?:its|the|a) )?.+)$/;
/** What numbers a body among others of its way. */
const numbered = /\b(\d{1,2}|[a-d]|left|right|top|bottom|upper|lower|front|back|of)\b/g;

type Named = { readonly stem: string; readonly way: string | null };

/** Reads a name as the thing and the way of having it. */
export function setName(name: string): Named {
  const plain = name
    .toLowerCase()
    // Of a scale nothing is said here.
    .replaceAll(/\b1[-_: /]\d{1,3}\b/g, " ")
    .replaceAll(/[_\-.,()]+/g, " ")
    .replaceAll(/\s+/g, " ")
    .trim();
  for (const [word, way] of wayWords) {
    if (!word.test(plain)) continue;
    const stem = plain.replace(word, " ").replaceAll(numbered, " ").replaceAll(/\s+/g, " ").trim();
    if (stem !== "") return { stem, way };
  }
  const [, stem, way] = beside.exec(plain) ?? [];
  return stem === undefined ? { stem: plain, way: null } : { stem, way: way! };
}

/** Parts that may be one thing in several ways, by their names; asked once for each thing. */
export function setQuestions(parts: readonly PartPlan[]): readonly SetQuestion[] {
  const named: { readonly part: Part; readonly stem: string; readonly way: string | null }[] = [];
  for (const { part } of parts) {
    const isBegun = part.history.copies.some((state) => state !== "to make");
    if (part.set !== undefined || part.meshId === null || printOf(part).pieceOf || isBegun) continue;
    named.push({ part, ...setName(part.name) });
  }
  const stems = [...new Set(named.map((n) => n.stem))].sort((a, b) => a.length - b.length);
  const things = new Map<string, typeof named>();
  for (const n of named) {
    // A kit's pieces have names of their own behind the name of the thing.
    const thing = n.way === null ? n.stem : stems.find((s) => n.stem === s || n.stem.startsWith(`${s} `))!;
    push(things, thing, n);
  }
  return [...things].flatMap(([stem, found]): readonly SetQuestion[] => {
    const said = new Set(found.flatMap(({ way }) => way ?? []));
    // What says nothing of its way is the thing by itself, where another says that it is more or less than that.
    const alone = said.has("whole")
      ? "plain"
      : [...said].every((w) => /^(with|on) /.test(w))
        ? "alone"
        : "whole";
    const bodies = found.map(({ part, way }) => ({ part, set: { name: stem, ways: [way ?? alone] } }));
    const ways = [...new Set(bodies.flatMap(({ set }) => set.ways))];
    return said.size > 0 && ways.length > 1 ? [{ name: stem, bodies, ways }] : [];
  });
}

function push<V>(map: Map<string, V[]>, key: string, value: V) {
  const list = map.get(key);
  if (list) list.push(value);
  else map.set(key, [value]);
}
