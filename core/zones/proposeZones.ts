import type { TriangleMesh } from "#core/mesh/triangleMesh";
import { unionFind } from "#core/unionFind";
import { mergeSmall } from "#core/zones/mergeSmall";
import { type Patch, patchGraph } from "#core/zones/patchGraph";
import { reliefSteps, stripOf } from "#core/zones/relief";
import { CREASE_DEG, type Patches, shellNumbers, smoothPatches } from "#core/zones/smoothPatches";
import { withBasins } from "#core/zones/watershed";
import { kindOf, numberedNames, sideOf, type ZoneKind } from "#core/zones/zoneNames";

/** A place on a part that is told of as one. Area and place in file units. */
export type ProposedZone = {
  readonly name: string;
  readonly kind: ZoneKind;
  readonly area: number;
  /** In how many places it lies: more than one of repeated details and of small pieces. */
  readonly places: number;
  readonly at: readonly [number, number, number];
};

/** A partition of a surface: the zone of every face, and the zones, the largest first. */
export type ZoneProposal = { readonly of: Uint32Array; readonly zones: readonly ProposedZone[] };

/** Smaller than this on the bench, or than this share of its shell, a patch is no place of its own (a default). */
const SMALL_CM2 = 1;
const SMALL_SHARE = 0.01;
/** Nothing of more than this share of its shell is small, however small the whole is (our choice). */
const NEVER_SMALL = 0.05;
/** Details are alike within this, and repeat from so many on. */
const ALIKE = 0.02;
const REPEATS = 3;

/** Less is texture and no detail, mm2 on the bench; and where there are more than so many, all of it is. */
const LEAST_DETAIL_MM2 = 2;
const MOST_DETAILS = 2000;
/** So much of its outline is on one side, or it is no detail of that side. */
const SURROUNDED = 0.9;

/** More patches are texture, until they are parted at right angles alone. */
const MOST_PATCHES = 20_000;
const WIDEST_DEG = 89;

/** A repeated thing that a patch is of, and which one of them. */
type Repeat = { readonly key: string; readonly place: string };

/**
 * Proposes the zones of a part by its shape: sides that creases part, what is small with its longest neighbour, details
 * that repeat as one. No decision: it is there to be accepted or changed.
 * @param twin from `findTwins`
 * @param factor from file units to mm on the bench
 * @param creaseDeg faces that turn by more are parted
 * @source the minima rule of Hoffman and Richards 1984 for where surfaces part (from memory)
 */
export function proposeZones(
  mesh: TriangleMesh,
  twin: Int32Array,
  factor: number,
  creaseDeg = CREASE_DEG,
): ZoneProposal {
  const shells = shellNumbers(mesh, twin);
  const found = withBasins(mesh, twin, patchesOf(mesh, twin, creaseDeg), shells);
  const { patches, graph } = asSides(mesh, twin, found, factor);
  const shellOf = new Uint32Array(patches.count);
  for (let f = 0; f < patches.of.length; f++) shellOf[patches.of[f]!] = shells.of[f]!;
  const areaOfShell = new Float64Array(shells.count);
  graph.forEach((p, i) => (areaOfShell[shellOf[i]!]! += p.area));
  const whole = areaOfShell.reduce((a, b) => a + b, 0);
  const leastIn = (area: number) =>
    Math.min(NEVER_SMALL * area, Math.max((100 * SMALL_CM2) / factor ** 2, SMALL_SHARE * area));
  const small = (patch: number) => leastIn(areaOfShell[shellOf[patch]!]!);
  const ofShells = new Map(repeatedShells(areaOfShell, leastIn(whole), shellOf));
  const isLarge = (i: number) => graph[i]!.area >= small(i);
  const ofPatches = repeatedDetails(
    graph,
    (i) => !ofShells.has(i) && !isLarge(i),
    LEAST_DETAIL_MM2 / factor ** 2,
  );
  const repeats = new Map([...ofShells, ...ofPatches]);
  const rootOf = mergeSmall(graph, isLarge, new Set(repeats.keys()));
  return gathered(graph, patches.of, rootOf, repeats);
}

/**
 * What is rougher than its creases is texture: they are sought wider until there are few enough to tell apart; what is
 * rougher still has its shells for zones.
 */
function patchesOf(mesh: TriangleMesh, twin: Int32Array, creaseDeg: number): Patches {
  let crease = creaseDeg;
  let patches = smoothPatches(mesh, twin, crease);
  while (patches.count > MOST_PATCHES && crease < WIDEST_DEG) {
    crease = Math.min(WIDEST_DEG, 1.6 * crease);
    patches = smoothPatches(mesh, twin, crease);
  }
  return patches.count > MOST_PATCHES ? shellNumbers(mesh, twin) : patches;
}

/** Boards and stones part by grooves of at most this depth, mm on the bench (our choice). */
const MOST_GROOVE_MM = 1.5;
/** Times that a groove is longer than wide. */
const GROOVE_TIMES = 5;

/**
 * What grooves part is one side: boards, stones, panels. What stands on a side and is small is none of its boards.
 */
function asSides(
  mesh: TriangleMesh,
  twin: Int32Array,
  patches: Patches,
  factor: number,
): { readonly patches: Patches; readonly graph: readonly Patch[] } {
  const graph = patchGraph(mesh, twin, patches);
  const sets = unionFind(patches.count);
  const isStrip = (i: number) => stripOf(graph[i]!, GROOVE_TIMES) !== null;
  let joined = 0;
  for (const { high, low, between, width } of reliefSteps(graph, MOST_GROOVE_MM / factor)) {
    if (width === null && !isStrip(low)) continue;
    joined++;
    for (const other of [low, ...between]) sets.join(high, other);
  }
  if (joined === 0) return { patches, graph };
  const numbers = new Map<number, number>();
  const numberOf = Array.from({ length: patches.count }, (_, i) => {
    const root = sets.find(i);
    return numbers.get(root) ?? numbers.set(root, numbers.size).get(root)!;
  });
  const sides = { of: patches.of.map((i) => numberOf[i]!), count: numbers.size };
  return { patches: sides, graph: patchGraph(mesh, twin, sides) };
}

/**
 * Shells that are a small share of the whole and alike at least three times are one detail; the others of them that are
 * small by themselves are small pieces together.
 */
function repeatedShells(
  areaOfShell: Float64Array,
  small: number,
  shellOf: Uint32Array,
): readonly (readonly [number, Repeat])[] {
  if (areaOfShell.length === 1) return [];
  const whole = areaOfShell.reduce((a, b) => a + b, 0);
  const mayRepeat = Math.max(small, NEVER_SMALL * whole);
  const ones = [...areaOfShell.keys()].filter((s) => areaOfShell[s]! < mayRepeat);
  const keys = alikeKeys(ones, (s) => [areaOfShell[s]!]);
  return [...shellOf].flatMap((s, patch): readonly (readonly [number, Repeat])[] => {
    const key = keys.get(s) ?? (areaOfShell[s]! < small ? "small pieces" : null);
    return key === null ? [] : [[patch, { key, place: `shell ${s}` }]];
  });
}

/**
 * Details within a side: small patches that hang together and that one large patch surrounds, studs, panes, rivets,
 * alike in area and outline.
 */
function repeatedDetails(
  graph: readonly Patch[],
  isSmall: (patch: number) => boolean,
  least: number,
): readonly (readonly [number, Repeat])[] {
  const clusters = clustersOf(graph, isSmall).filter(
    (c) => c.area >= least && c.around >= SURROUNDED * c.rim,
  );
  if (clusters.length > MOST_DETAILS) return [];
  const keys = alikeKeys([...clusters.keys()], (i) => [clusters[i]!.area, clusters[i]!.rim]);
  return [...keys].flatMap(([i, key]) =>
    clusters[i]!.patches.map((patch) => [patch, { key, place: `cluster ${i}` }] as const),
  );
}

/** Small patches that hang together: their area, their outer border, and how much of that is on one other patch. */
type Cluster = { readonly patches: number[]; area: number; rim: number; around: number };

function clustersOf(graph: readonly Patch[], isSmall: (patch: number) => boolean): readonly Cluster[] {
  const sets = unionFind(graph.length);
  const small = graph.map((_, i) => isSmall(i));
  graph.forEach((p, i) => {
    if (small[i]) for (const other of p.beside.keys()) if (small[other]) sets.join(i, other);
  });
  const clusters = new Map<number, Cluster & { readonly on: Map<number, number> }>();
  graph.forEach((p, i) => {
    if (!small[i]) return;
    const root = sets.find(i);
    const c =
      clusters.get(root) ??
      clusters.set(root, { patches: [], area: 0, rim: 0, around: 0, on: new Map() }).get(root)!;
    c.patches.push(i);
    c.area += p.area;
    for (const [other, { length }] of p.beside) {
      if (small[other]) continue;
      c.rim += length;
      c.on.set(other, (c.on.get(other) ?? 0) + length);
    }
  });
  return [...clusters.values()].map(({ on, ...c }) => ({ ...c, around: Math.max(0, ...on.values()) }));
}

/** Things that are alike in every figure at least three times, by a key that they share. */
function alikeKeys(
  things: readonly number[],
  figures: (thing: number) => readonly number[],
): ReadonlyMap<number, string> {
  const sorted = [...things].sort((a, b) => figures(a)[0]! - figures(b)[0]!);
  const keys = new Map<number, string>();
  sorted.forEach((seed, from) => {
    if (keys.has(seed)) return;
    const first = figures(seed);
    const alike: number[] = [];
    for (let i = from; i < sorted.length; i++) {
      const other = figures(sorted[i]!);
      if (other[0]! > first[0]! * (1 + ALIKE)) break;
      if (!keys.has(sorted[i]!) && other.every((v, k) => Math.abs(v - first[k]!) <= ALIKE * first[k]!))
        alike.push(sorted[i]!);
    }
    if (alike.length < REPEATS) return;
    for (const thing of alike) keys.set(thing, `detail ${first.map((v) => v.toPrecision(9)).join(" ")}`);
  });
  return keys;
}

/** What patches of one zone come to. */
type Group = {
  area: number;
  readonly toward: [number, number, number];
  readonly centre: [number, number, number];
  readonly places: Set<string>;
  readonly key: string | null;
  readonly patches: number[];
};

function gathered(
  graph: readonly Patch[],
  patchOf: Uint32Array,
  rootOf: (patch: number) => number,
  repeats: ReadonlyMap<number, Repeat>,
): ZoneProposal {
  const groups = new Map<string, Group>();
  graph.forEach((patch, i) => {
    const repeat = repeats.get(i);
    const root = rootOf(i);
    add(
      groups,
      repeat?.key ?? `patch ${root}`,
      repeat?.key ?? null,
      patch,
      i,
      repeat?.place ?? `patch ${root}`,
    );
  });
  const told = [...groups.values()].sort(largestFirst);
  const kinds = told.map(kindOfGroup);
  const names = numberedNames(told.map((g, k) => nameOf(g, kinds[k]!))).map((name, k) =>
    kinds[k] === "detail" ? `${name} × ${told[k]!.places.size}` : name,
  );
  const zoneOfPatch = new Uint32Array(graph.length);
  told.forEach((g, zone) => g.patches.forEach((patch) => (zoneOfPatch[patch] = zone)));
  return {
    of: patchOf.map((patch) => zoneOfPatch[patch]!),
    zones: told.map((g, k) => ({
      name: names[k]!,
      kind: kinds[k]!,
      area: g.area,
      places: g.places.size,
      at: g.centre.map((v) => v / (g.area || 1)) as [number, number, number],
    })),
  };
}

function add(
  groups: Map<string, Group>,
  id: string,
  key: string | null,
  patch: Patch,
  number: number,
  place: string,
): void {
  let group = groups.get(id);
  if (!group)
    groups.set(
      id,
      (group = { area: 0, toward: [0, 0, 0], centre: [0, 0, 0], places: new Set(), key, patches: [] }),
    );
  group.area += patch.area;
  group.places.add(place);
  group.patches.push(number);
  for (const k of [0, 1, 2] as const) {
    group.toward[k] += patch.toward[k];
    group.centre[k] += patch.area * patch.centre[k];
  }
}

const kindOfGroup = ({ key, toward, area }: Group): ZoneKind =>
  key === null ? kindOf(toward, area) : key === "small pieces" ? "small pieces" : "detail";

const nameOf = ({ toward }: Group, kind: ZoneKind): string => `${kind} ${sideOf(toward, kind)}`.trim();

/** Of two as large the lower one, then the one to the left: whatever the order of the faces was. */
function largestFirst(a: Group, b: Group): number {
  if (Math.abs(a.area - b.area) > 1e-9 * Math.max(a.area, b.area)) return b.area - a.area;
  const near = 1e-6 * Math.sqrt(a.area);
  for (const k of [2, 0, 1] as const) {
    const apart = (a.centre[k] - b.centre[k]) / a.area;
    if (Math.abs(apart) > near) return apart;
  }
  return 0;
}
