import { type Outcome, refused, success } from "#core/outcome";
import { GrowingFloats } from "#core/formats/growing";
import type { FormatProblem, ReadModel } from "#core/formats/model";
import {
  asUtf8,
  IDENTITY,
  type ModelFile,
  type ModelObject,
  type Placed,
  readModelXml,
  type Transform,
} from "#core/formats/threeMfModel";
import { attributeText, scanTags } from "#core/formats/xmlTags";
import { type OpenZip, openZip, type ZipProblem } from "#core/formats/zip";

/** Corner numbers are kept in single precision, exact up to here. */
const MOST_VERTICES = 2 ** 24;
/** As many triangles as the largest STL that is read holds. */
const MOST_TRIANGLES = 16e6;
/** Objects that are placed, each time counted: far more than any plate bears. */
const MOST_PLACED = 100_000;
/** A chain of objects in objects longer than this is no model of anything. */
const DEEPEST = 100;
/** Text of coordinates packs into a tenth or a twentieth; into a two-hundredth only where nothing is told. */
const MOST_TIMES = 200;
const RELATIONS = "_rels/.rels";
const USUAL_ROOT = "3D/3dmodel.model";

type Package = { readonly root: string; readonly files: ReadonlyMap<string, ModelFile> };
/** An object in its file, with the millimetres of that file's unit. */
type Found = { readonly path: string; readonly object: ModelObject; readonly unitMm: number };
type Count = { readonly triangles: number; readonly placed: number };
type Refusal = { readonly ok: false; readonly problems: readonly FormatProblem[] };

/**
 * Reads a 3MF: unit, objects, components and the transforms of its build items, from all model files of the
 * package that
 * its build reaches; each build item becomes a body. What would be placed is counted before anything is
 * placed.
 * @source 3MF Core Specification 1.3 and Production Extension 1.1. Our choice where they are silent: a model
 * file that
 *   counts in another unit than the first is brought to that of the first
 */
export function readThreeMf(bytes: Uint8Array): Outcome<readonly ReadModel[], FormatProblem> {
  const zip = openZip(bytes, (name) => /\.model$/i.test(name) || name === RELATIONS, {
    mostTimes: MOST_TIMES,
  });
  if (!zip.ok) return zipRefused(zip.problems[0]!);
  const read = readPackage(zip.value);
  if (!read.ok) return read;
  const { root, files } = read.value;
  const { items, objects, unitMm } = files.get(root)!;
  const wanted: readonly Placed[] =
    items.length > 0 ? items : [...objects.keys()].map((id) => ({ path: null, id, transform: IDENTITY }));
  const tooMany = countedBuild(read.value, wanted);
  if (tooMany) return tooMany;
  const models: ReadModel[] = [];
  for (const item of wanted) {
    const corners = new GrowingFloats();
    const problem = placeInto(read.value, root, item, IDENTITY, corners);
    if (problem) return problem;
    const name = find(read.value, root, item)!.object.name;
    if (corners.count > 0) models.push({ name, soup: { corners: corners.done() }, unitMm });
  }
  if (models.length > 0) return success(models);
  return refused(
    "mesh/no-triangles",
    "The 3MF holds no triangles. Export it again from the program that made it.",
  );
}

function zipRefused({ code, message }: ZipProblem): Refusal {
  if (code === "zip/too-large") return refused("3mf/too-large", message);
  return refused(code === "zip/path-outside" ? "3mf/path-outside" : "3mf/broken", message);
}

/** The first model file, and every other that its items and components lead to. */
function readPackage(zip: OpenZip): Outcome<Package, FormatProblem> {
  const root = rootOf(zip);
  if (root === null) {
    const message =
      "The archive holds no model file. It is probably another kind of archive with the wrong name.";
    return refused("3mf/no-model", message);
  }
  const files = new Map<string, ModelFile>();
  const waiting = [root];
  for (let path = waiting.pop(); path !== undefined; path = waiting.pop()) {
    if (files.has(path)) continue;
    if (!zip.names.includes(path)) {
      return refused(
        "3mf/broken",
        `The 3MF builds from ${path.slice(0, 60)}, which it does not hold. Export it again.`,
      );
    }
    const xml = zip.read(path);
    if (!xml.ok) return zipRefused(xml.problems[0]!);
    const file = readModelXml(xml.value);
    if (!file.ok) return file;
    files.set(path, file.value);
    const components = [...file.value.objects.values()].flatMap((o) => o.components);
    for (const placed of [...file.value.items, ...components]) {
      if (placed.path !== null) waiting.push(pathIn(placed.path));
    }
  }
  return success({ root, files });
}

/** The model that the package names as its first, else the one in the usual place, else any. */
function rootOf(zip: OpenZip): string | null {
  const models = zip.names.filter((name) => name !== RELATIONS);
  const relations = zip.names.includes(RELATIONS) ? zip.read(RELATIONS) : null;
  let named: string | null = null;
  if (relations?.ok) {
    const xml = asUtf8(relations.value);
    scanTags(xml, (tag) => {
      if (tag.name !== "Relationship" || tag.closing) return;
      const target = attributeText(xml, tag, "Target");
      if (target && /\/3dmodel$/.test(attributeText(xml, tag, "Type") ?? "")) named ??= pathIn(target);
    });
  }
  const first = models.find((name) => name === named) ?? models.find((name) => name === USUAL_ROOT);
  return first ?? models[0] ?? null;
}

/** A path of the package as its ZIP has it: without the leading stroke. */
const pathIn = (path: string) => path.replace(/^\/+/, "");

function find({ files }: Package, from: string, { path, id }: Placed): Found | null {
  const where = path === null ? from : pathIn(path);
  const file = files.get(where);
  const object = file?.objects.get(id);
  return file && object ? { path: where, object, unitMm: file.unitMm } : null;
}

const quoted = (id: string) => `“${id.slice(0, 40)}”`;

/**
 * Counts what a build comes to, each object once; a problem when that is too much, goes in a circle or is not
 * there.
 */
function countedBuild(all: Package, wanted: readonly Placed[]): Refusal | null {
  const known = new Map<ModelObject, Count | "open">();
  let problem: Refusal | null = null;
  const fail = (message: string): Count => {
    problem ??= refused("3mf/broken", message);
    return { triangles: 0, placed: 0 };
  };
  const countOf = (from: string, placed: Placed, depth: number): Count => {
    const found = find(all, from, placed);
    if (!found)
      return fail(`The 3MF builds an object ${quoted(placed.id)} that it does not hold. Export it again.`);
    const { transform } = placed;
    if (transform.length !== 12 || !transform.every(Number.isFinite)) {
      return fail(
        `The placement of object ${quoted(placed.id)} is not twelve numbers. Export the file again.`,
      );
    }
    const before = known.get(found.object);
    if (before === "open") {
      return fail(
        `The components of object ${quoted(placed.id)} go round in a circle. Export the file again.`,
      );
    }
    if (before) return before;
    if (depth > DEEPEST) {
      return fail(`Objects of the 3MF stand in each other ${DEEPEST} deep. Export it again in one piece.`);
    }
    known.set(found.object, "open");
    let triangles = found.object.triangles.count / 3;
    let count = 1;
    for (const part of found.object.components) {
      const inside = countOf(found.path, part, depth + 1);
      triangles += inside.triangles;
      count += inside.placed;
      if (problem) break;
    }
    const counted = { triangles, placed: count };
    known.set(found.object, counted);
    return counted;
  };
  let triangles = 0;
  let placed = 0;
  for (const item of wanted) {
    const counted = countOf(all.root, item, 0);
    if (problem) return problem;
    triangles += counted.triangles;
    placed += counted.placed;
  }
  if (placed > MOST_PLACED) {
    return refused(
      "3mf/too-large",
      `The 3MF places ${amount(placed)} objects; up to ${amount(MOST_PLACED)} are read. Export it in smaller pieces.`,
    );
  }
  if (triangles > MOST_TRIANGLES) {
    return refused(
      "3mf/too-large",
      `The 3MF would come to ${amount(triangles)} triangles; up to ${amount(MOST_TRIANGLES)} are read. ` +
        "Export it with less detail.",
    );
  }
  return null;
}

/** `1,234`, and above a million millions simply that. */
const amount = (n: number) => (n < 1e12 ? Math.ceil(n).toLocaleString("en") : "more than a million million");

/** Adds the triangles of an object and its components, moved; what they come to was counted before. */
function placeInto(
  all: Package,
  from: string,
  placed: Placed,
  outer: Transform,
  corners: GrowingFloats,
): Refusal | null {
  const { path, object, unitMm } = find(all, from, placed)!;
  const size = unitMm / all.files.get(from)!.unitMm;
  const t = combined(scaled(placed.transform, size), outer);
  const { id } = placed;
  const vertexCount = object.vertices.count / 3;
  if (vertexCount > MOST_VERTICES) {
    const message = `Object ${quoted(id)} of the 3MF has ${amount(vertexCount)} corners, more than can be told apart here.`;
    return refused("3mf/broken", `${message} Export it with less detail.`);
  }
  const vertices = object.vertices.values;
  const triangles = object.triangles.values;
  for (let k = 0; k < object.triangles.count; k++) {
    const v = triangles[k]!;
    if (!(v >= 0 && v < vertexCount) || !Number.isInteger(v)) {
      const triangle = Math.floor(k / 3) + 1;
      return refused(
        "3mf/bad-index",
        `Triangle ${triangle} of object ${quoted(id)} names a corner that is not there. Export the file again.`,
        ["object", id, "triangle", triangle],
      );
    }
    const x = vertices[3 * v]!;
    const y = vertices[3 * v + 1]!;
    const z = vertices[3 * v + 2]!;
    corners.push3(
      x * t[0]! + y * t[3]! + z * t[6]! + t[9]!,
      x * t[1]! + y * t[4]! + z * t[7]! + t[10]!,
      x * t[2]! + y * t[5]! + z * t[8]! + t[11]!,
    );
  }
  for (const part of object.components) {
    const problem = placeInto(all, path, part, t, corners);
    if (problem) return problem;
  }
  return null;
}

/**
 * The turn of a placement of something that counts in other units; the shift is told in those of the placer.
 */
function scaled(t: Transform, size: number): Transform {
  return size === 1 ? t : t.map((v, i) => (i < 9 ? v * size : v));
}

/** First `a`, then `b`. */
function combined(a: Transform, b: Transform): Transform {
  const out: number[] = [];
  for (let row = 0; row < 4; row++) {
    for (let col = 0; col < 3; col++) {
      let v = row === 3 ? b[9 + col]! : 0;
      for (let k = 0; k < 3; k++) v += a[3 * row + k]! * b[3 * k + col]!;
      out.push(v);
    }
  }
  return out;
}
