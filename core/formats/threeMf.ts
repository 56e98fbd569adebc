import { type Outcome, refused, success } from "#core/outcome";
import { meshUnits, type MeshUnit } from "#core/units";
import { type NumberScan, scanNumberInto } from "#core/formats/asciiNumber";
import { GrowingFloats } from "#core/formats/growing";
import type { FormatProblem, ReadModel } from "#core/formats/model";
import { attributeText, scanTags, xmlEscaped, type XmlTag } from "#core/formats/xmlTags";
import { readZip, writeZip } from "#core/formats/zip";
import { boundingBox, type TriangleMesh } from "#core/mesh/triangleMesh";

/** A 3 x 4 placement: twelve numbers, row by row as the format writes them, the last three the shift. */
type Transform = readonly number[];
const IDENTITY: Transform = [1, 0, 0, 0, 1, 0, 0, 0, 1, 0, 0, 0];

type ObjectRecord = { name: string; vertices: GrowingFloats; triangles: GrowingFloats; components: { id: string; transform: Transform }[] };

/** Corner numbers are kept in single precision, exact up to here. */
const MOST_VERTICES = 2 ** 24;

/** A chain of components longer than this is a loop. */
const DEEPEST = 32;

/**
 * Reads a 3MF: unit, objects, components and the transforms of its build items; each build item becomes a body.
 * @source 3MF Core Specification (millimetre is the default unit)
 */
export function readThreeMf(bytes: Uint8Array): Outcome<readonly ReadModel[], FormatProblem> {
  const zip = readZip(bytes, (name) => /\.model$/i.test(name));
  if (!zip.ok) {
    const { code, message } = zip.problems[0]!;
    return refused(code === "zip/too-large" ? "3mf/too-large" : code === "zip/path-outside" ? "3mf/path-outside" : "3mf/broken", message);
  }
  const model = zip.value.get("3D/3dmodel.model") ?? [...zip.value.values()][0];
  if (!model) return refused("3mf/no-model", "The archive holds no model file. It is probably another kind of archive with the wrong name.");
  const read = readModelXml(model);
  if (!read.ok) return read;
  const { unitMm, objects, items } = read.value;
  const models: ReadModel[] = [];
  const wanted = items.length > 0 ? items : [...objects.keys()].map((id) => ({ id, transform: IDENTITY }));
  for (const item of wanted) {
    const corners = new GrowingFloats();
    const problem = placeInto(objects, item.id, item.transform, corners, 0);
    if (problem) return problem;
    if (corners.count > 0) models.push({ name: objects.get(item.id)?.name ?? "", soup: { corners: corners.done() }, unitMm });
  }
  if (models.length === 0) return refused("mesh/no-triangles", "The 3MF holds no triangles. Export it again from the program that made it.");
  return success(models);
}

function readModelXml(xml: Uint8Array) {
  const objects = new Map<string, ObjectRecord>();
  const items: { id: string; transform: Transform }[] = [];
  const scan: NumberScan = { value: 0, end: 0 };
  let unit: string | null = null, current: ObjectRecord | undefined, sawModel = false, modelClosed = false;
  const whole = scanTags(xml, (tag) => {
    switch (tag.name) {
      case "vertex":
        if (current) readThree(xml, tag, X, Y, Z, scan, current.vertices);
        break;
      case "triangle":
        if (current) readThree(xml, tag, V1, V2, V3, scan, current.triangles);
        break;
      case "model":
        if (tag.closing) modelClosed = true;
        else {
          sawModel = true;
          unit = attributeText(xml, tag, "unit");
        }
        break;
      case "object":
        if (tag.closing) break;
        current = { name: attributeText(xml, tag, "name") ?? "", vertices: new GrowingFloats(), triangles: new GrowingFloats(), components: [] };
        objects.set(attributeText(xml, tag, "id") ?? "", current);
        break;
      case "component":
        current?.components.push({ id: attributeText(xml, tag, "objectid") ?? "", transform: transformOf(attributeText(xml, tag, "transform")) });
        break;
      case "item":
        items.push({ id: attributeText(xml, tag, "objectid") ?? "", transform: transformOf(attributeText(xml, tag, "transform")) });
        break;
    }
  });
  if (!whole || !sawModel || !modelClosed) return refused("3mf/broken", "The model inside the 3MF ends in the middle. Export it again.");
  const unitName = unit ?? "millimeter";
  if (!(unitName in meshUnits)) return refused("3mf/broken", `The 3MF counts in “${String(unitName)}”, which is no unit of the format. Export it again in millimetres.`);
  return success({ unitMm: meshUnits[unitName as MeshUnit], objects, items });
}

/** Names of attributes as their one or two bytes: first + 256 x second. */
const X = 120, Y = 121, Z = 122, V1 = 118 + 256 * 49, V2 = 118 + 256 * 50, V3 = 118 + 256 * 51;

/** Reads three numbers from the attributes of a tag, in any order, without making strings; NaN for what is missing. */
function readThree(xml: Uint8Array, tag: XmlTag, a: number, b: number, c: number, scan: NumberScan, into: GrowingFloats): void {
  let first = Number.NaN, second = Number.NaN, third = Number.NaN;
  let i = tag.from;
  const { to } = tag;
  while (i < to) {
    while (i < to && xml[i]! <= 32) i++;
    let name = 0, place = 1;
    for (; i < to && xml[i] !== 61 && xml[i]! > 32; i++) {
      if (xml[i] === 58) {
        name = 0;
        place = 1;
      } else {
        name += xml[i]! * place;
        place *= 256;
      }
    }
    while (i < to && xml[i] !== 34 && xml[i] !== 39) i++;
    const quote = xml[i++];
    while (i < to && xml[i]! <= 32) i++;
    if (name === a || name === b || name === c) {
      scanNumberInto(xml, i, scan);
      if (name === a) first = scan.value;
      else if (name === b) second = scan.value;
      else third = scan.value;
      i = scan.end;
    }
    while (i < to && xml[i] !== quote) i++;
    i++;
  }
  into.push3(first, second, third);
}

function transformOf(text: string | null): Transform {
  if (text === null) return IDENTITY;
  const numbers = text.trim().split(/\s+/).map(Number);
  return numbers.length === 12 ? numbers : [Number.NaN];
}

/** Adds the triangles of an object and its components, moved; returns a problem instead of throwing on a broken one. */
function placeInto(objects: ReadonlyMap<string, ObjectRecord>, id: string, t: Transform, corners: GrowingFloats, depth: number): ReturnType<typeof refused<"3mf/broken" | "3mf/bad-index">> | null {
  const object = objects.get(id);
  if (!object) return refused("3mf/broken", `The 3MF builds an object “${id}” that it does not hold. Export it again.`);
  if (depth > DEEPEST) return refused("3mf/broken", `The components of object “${id}” go round in a circle. Export the file again.`);
  if (t.length !== 12 || !t.every(Number.isFinite)) return refused("3mf/broken", `The placement of object “${id}” is not twelve numbers. Export the file again.`);
  const vertexCount = object.vertices.count / 3;
  if (vertexCount > MOST_VERTICES) return refused("3mf/broken", `Object “${id}” of the 3MF has ${vertexCount} corners, more than can be told apart here. Export it with less detail.`);
  const vertices = object.vertices.values, triangles = object.triangles.values;
  for (let k = 0; k < object.triangles.count; k++) {
    const v = triangles[k]!;
    if (!(v >= 0 && v < vertexCount) || !Number.isInteger(v)) {
      return refused("3mf/bad-index", `Triangle ${Math.floor(k / 3) + 1} of object “${id}” names a corner that is not there. Export the file again.`, ["object", id, "triangle", Math.floor(k / 3) + 1]);
    }
    const x = vertices[3 * v]!, y = vertices[3 * v + 1]!, z = vertices[3 * v + 2]!;
    corners.push3(
      x * t[0]! + y * t[3]! + z * t[6]! + t[9]!,
      x * t[1]! + y * t[4]! + z * t[7]! + t[10]!,
      x * t[2]! + y * t[5]! + z * t[8]! + t[11]!,
    );
  }
  for (const part of object.components) {
    const problem = placeInto(objects, part.id, combined(part.transform, t), corners, depth + 1);
    if (problem) return problem;
  }
  return null;
}

/** First `a`, then `b`. */
function combined(a: Transform, b: Transform): Transform {
  if (a.length !== 12) return a;
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

/** Where a copy of a body stands: turned about the upright, then moved, mm. */
export type BodyPlace = { readonly xMm: number; readonly yMm: number; readonly zMm: number; readonly turnDeg: number };

/**
 * Writes bodies in millimetres as one 3MF; each is stored once and built as often as it is counted, copies side by side, or
 * at each of its places.
 */
export function writeThreeMf(bodies: readonly { readonly name: string; readonly mesh: TriangleMesh; readonly count?: number; readonly places?: readonly BodyPlace[] }[]): Uint8Array<ArrayBuffer> {
  const xml: string[] = ['<?xml version="1.0" encoding="UTF-8"?>\n<model unit="millimeter" xml:lang="en-US" xmlns="http://schemas.microsoft.com/3dmanufacturing/core/2015/02"><resources>'];
  bodies.forEach(({ name, mesh }, i) => {
    xml.push(`<object id="${i + 1}" type="model" name="${xmlEscaped(name)}"><mesh><vertices>`);
    for (let v = 0; v < mesh.positions.length; v += 3) xml.push(`<vertex x="${decimal(mesh.positions[v]!)}" y="${decimal(mesh.positions[v + 1]!)}" z="${decimal(mesh.positions[v + 2]!)}"/>`);
    xml.push("</vertices><triangles>");
    for (let t = 0; t < mesh.triangles.length; t += 3) xml.push(`<triangle v1="${mesh.triangles[t]}" v2="${mesh.triangles[t + 1]}" v3="${mesh.triangles[t + 2]}"/>`);
    xml.push("</triangles></mesh></object>");
  });
  xml.push("</resources><build>", ...bodies.flatMap(({ mesh, count = 1, places }, i) => {
    if (places) return places.map((p) => `<item objectid="${i + 1}" transform="${placed(p)}"/>`);
    const { min, max } = boundingBox(mesh.positions);
    const apart = max[0] - min[0] + COPIES_APART_MM;
    return Array.from({ length: count }, (_, k) => `<item objectid="${i + 1}"${k === 0 ? "" : ` transform="1 0 0 0 1 0 0 0 1 ${decimal(k * apart)} 0 0"`}/>`);
  }), "</build></model>");
  const encoder = new TextEncoder();
  return writeZip({
    "[Content_Types].xml": encoder.encode('<?xml version="1.0" encoding="UTF-8"?>\n<Types xmlns="http://schemas.openxmlformats.org/package/2006/content-types"><Default Extension="rels" ContentType="application/vnd.openxmlformats-package.relationships+xml"/><Default Extension="model" ContentType="application/vnd.ms-package.3dmanufacturing-3dmodel+xml"/></Types>'),
    "_rels/.rels": encoder.encode('<?xml version="1.0" encoding="UTF-8"?>\n<Relationships xmlns="http://schemas.openxmlformats.org/package/2006/relationships"><Relationship Target="/3D/3dmodel.model" Id="rel0" Type="http://schemas.microsoft.com/3dmanufacturing/2013/01/3dmodel"/></Relationships>'),
    "3D/3dmodel.model": encoder.encode(xml.join("")),
  });
}

/** Twelve numbers as the standard has them: rows of a turn, then the move. */
function placed({ xMm, yMm, zMm, turnDeg }: BodyPlace): string {
  const q = (((turnDeg % 360) + 360) % 360) / 90, exact = Number.isInteger(q), a = (turnDeg * Math.PI) / 180;
  const c = exact ? [1, 0, -1, 0][q]! : Math.cos(a), s = exact ? [0, 1, 0, -1][q]! : Math.sin(a);
  return [c, s, 0, -s, c, 0, 0, 0, 1, xMm, yMm, zMm].map(decimal).join(" ");
}

/** Copies of one body stand this far from each other. */
const COPIES_APART_MM = 5;

/** Enough digits to come back as the same single-precision number. */
const decimal = (value: number) => String(Number(value.toPrecision(9)));
