import { type Outcome, refused, success } from "#core/outcome";
import { meshUnits, type MeshUnit } from "#core/units";
import { type NumberScan, scanNumberInto } from "#core/formats/asciiNumber";
import { GrowingFloats } from "#core/formats/growing";
import type { FormatProblem } from "#core/formats/model";
import { attributeText, scanTags, type XmlTag } from "#core/formats/xmlTags";

/** A 3 x 4 placement: twelve numbers, row by row as the format writes them, the last three the shift. */
export type Transform = readonly number[];
export const IDENTITY: Transform = [1, 0, 0, 0, 1, 0, 0, 0, 1, 0, 0, 0];

/** An object placed inside another or on the bed; `path` is null where it stands in the same file. */
export type Placed = { readonly path: string | null; readonly id: string; readonly transform: Transform };

/**
 * One object: corners as x, y, z and triangles as three corner numbers, and the objects that it is made of.
 */
export type ModelObject = {
  readonly name: string;
  readonly vertices: GrowingFloats;
  readonly triangles: GrowingFloats;
  readonly components: readonly Placed[];
};

/** One model file of a package. */
export type ModelFile = {
  readonly unitMm: number;
  readonly objects: ReadonlyMap<string, ModelObject>;
  readonly items: readonly Placed[];
};

/**
 * Reads the XML of one model file, in whatever Unicode it is written.
 * @source 3MF Core Specification 1.3 (millimetre is the default unit); the `path` of a component and of an
 * item is of the
 *   Production Extension 1.1
 */
export function readModelXml(raw: Uint8Array): Outcome<ModelFile, FormatProblem> {
  const xml = asUtf8(raw);
  const objects = new Map<string, ModelObject & { readonly components: Placed[] }>();
  const items: Placed[] = [];
  const scan: NumberScan = { value: 0, end: 0 };
  let unit: string | null = null;
  let current: (ModelObject & { readonly components: Placed[] }) | undefined;
  let sawModel = false;
  let modelClosed = false;
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
        current = {
          name: attributeText(xml, tag, "name") ?? "",
          vertices: new GrowingFloats(48),
          triangles: new GrowingFloats(48),
          components: [],
        };
        objects.set(attributeText(xml, tag, "id") ?? "", current);
        break;
      case "component":
        if (!tag.closing) current?.components.push(placedBy(xml, tag));
        break;
      case "item":
        if (!tag.closing) items.push(placedBy(xml, tag));
        break;
    }
  });
  if (!whole || !sawModel || !modelClosed) {
    return refused("3mf/broken", "The model inside the 3MF ends in the middle. Export it again.");
  }
  const unitName: string = unit ?? "millimeter";
  if (!Object.hasOwn(meshUnits, unitName)) {
    const said = unitName.slice(0, 40);
    return refused(
      "3mf/broken",
      `The 3MF counts in “${said}”, which is no unit of the format. Export it again in millimetres.`,
    );
  }
  return success({ unitMm: meshUnits[unitName as MeshUnit], objects, items });
}

function placedBy(xml: Uint8Array, tag: XmlTag): Placed {
  const path = attributeText(xml, tag, "path");
  const id = attributeText(xml, tag, "objectid") ?? "";
  return { path, id, transform: transformOf(attributeText(xml, tag, "transform")) };
}

/**
 * Text in UTF-16, told by its mark or by the zero beside its first bracket, as UTF-8. Other bytes as they
 * are.
 */
export function asUtf8(bytes: Uint8Array): Uint8Array {
  const [a, b] = bytes;
  const little = (a === 0xff && b === 0xfe) || (a === 60 && b === 0);
  const big = (a === 0xfe && b === 0xff) || (a === 0 && b === 60);
  if (!little && !big) return bytes;
  return new TextEncoder().encode(new TextDecoder(little ? "utf-16le" : "utf-16be").decode(bytes));
}

/** Names of attributes as their one or two bytes: first + 256 x second. */
const X = 120;
const Y = 121;
const Z = 122;
const V1 = 118 + 256 * 49;
const V2 = 118 + 256 * 50;
const V3 = 118 + 256 * 51;

/**
 * Reads three numbers from the attributes of a tag, in any order, without making strings; NaN for what is
 * missing.
 */
function readThree(
  xml: Uint8Array,
  tag: XmlTag,
  a: number,
  b: number,
  c: number,
  scan: NumberScan,
  into: GrowingFloats,
): void {
  let first = Number.NaN;
  let second = Number.NaN;
  let third = Number.NaN;
  let i = tag.from;
  const { to } = tag;
  while (i < to) {
    while (i < to && xml[i]! <= 32) i++;
    let name = 0;
    let place = 1;
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
