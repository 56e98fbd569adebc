import { xmlEscaped } from "#core/formats/xmlTags";
import { writeZip } from "#core/formats/zip";
import { boundingBox, type TriangleMesh } from "#core/mesh/triangleMesh";

/** Where a copy of a body stands: turned about the upright, then moved, mm. */
export type BodyPlace = {
  readonly xMm: number;
  readonly yMm: number;
  readonly zMm: number;
  readonly turnDeg: number;
};

/**
 * Writes bodies in millimetres as one 3MF; each is stored once and built at each of its places.
 */
export function writeThreeMf(
  bodies: readonly {
    readonly name: string;
    readonly mesh: TriangleMesh;
    /** Where its copies stand; once, as it was drawn, when left out. */
    readonly places?: readonly BodyPlace[];
  }[],
): Uint8Array<ArrayBuffer> {
  const xml: string[] = [
    '<?xml version="1.0" encoding="UTF-8"?>\n<model unit="millimeter" xml:lang="en-US" xmlns="http://schemas.microsoft.com/3dmanufacturing/core/2015/02"><resources>',
  ];
  bodies.forEach(({ name, mesh }, i) => {
    xml.push(`<object id="${i + 1}" type="model" name="${xmlEscaped(name)}"><mesh><vertices>`);
    for (let v = 0; v < mesh.positions.length; v += 3)
      xml.push(
        `<vertex x="${decimal(mesh.positions[v]!)}" y="${decimal(mesh.positions[v + 1]!)}" z="${decimal(mesh.positions[v + 2]!)}"/>`,
      );
    xml.push("</vertices><triangles>");
    for (let t = 0; t < mesh.triangles.length; t += 3)
      xml.push(
        `<triangle v1="${mesh.triangles[t]}" v2="${mesh.triangles[t + 1]}" v3="${mesh.triangles[t + 2]}"/>`,
      );
    xml.push("</triangles></mesh></object>");
  });
  xml.push(
    "</resources><build>",
    ...bodies.flatMap(({ places }, i) =>
      places
        ? places.map((p) => `<item objectid="${i + 1}" transform="${placed(p)}"/>`)
        : [`<item objectid="${i + 1}"/>`],
    ),
    "</build></model>",
  );
  const encoder = new TextEncoder();
  return writeZip({
    "[Content_Types].xml": encoder.encode(
      '<?xml version="1.0" encoding="UTF-8"?>\n<Types xmlns="http://schemas.openxmlformats.org/package/2006/content-types"><Default Extension="rels" ContentType="application/vnd.openxmlformats-package.relationships+xml"/><Default Extension="model" ContentType="application/vnd.ms-package.3dmanufacturing-3dmodel+xml"/></Types>',
    ),
    "_rels/.rels": encoder.encode(
      '<?xml version="1.0" encoding="UTF-8"?>\n<Relationships xmlns="http://schemas.openxmlformats.org/package/2006/relationships"><Relationship Target="/3D/3dmodel.model" Id="rel0" Type="http://schemas.microsoft.com/3dmanufacturing/2013/01/3dmodel"/></Relationships>',
    ),
    "3D/3dmodel.model": encoder.encode(xml.join("")),
  });
}

/** Twelve numbers as the standard has them: rows of a turn, then the move. */
function placed({ xMm, yMm, zMm, turnDeg }: BodyPlace): string {
  const q = (((turnDeg % 360) + 360) % 360) / 90;
  const exact = Number.isInteger(q);
  const a = (turnDeg * Math.PI) / 180;
  const c = exact ? [1, 0, -1, 0][q]! : Math.cos(a);
  const s = exact ? [0, 1, 0, -1][q]! : Math.sin(a);
  return [c, s, 0, -s, c, 0, 0, 0, 1, xMm, yMm, zMm].map(decimal).join(" ");
}

/** What stands in rows is so far apart, mm. */
const APART_MM = 5;
/** A row is as long as its longest body, and at least this, mm. */
const ROW_MM = 300;

/** Every copy of every body beside the others, standing on the ground, at coordinates from zero up, mm. */
export function placesInRows(
  bodies: readonly { readonly mesh: TriangleMesh; readonly count: number }[],
): readonly (readonly BodyPlace[])[] {
  let [x, y, rowDepth] = [0, 0, 0];
  return bodies.map(({ mesh, count }) => {
    const { min, max } = boundingBox(mesh.positions);
    const [width, depth] = [max[0] - min[0], max[1] - min[1]];
    return Array.from({ length: count }, () => {
      if (x > 0 && x + width > ROW_MM) [x, y, rowDepth] = [0, y + rowDepth + APART_MM, 0];
      const place = { xMm: x - min[0], yMm: y - min[1], zMm: -min[2], turnDeg: 0 };
      x += width + APART_MM;
      rowDepth = Math.max(rowDepth, depth);
      return place;
    });
  });
}

/** Enough digits to come back as the same single-precision number. */
const decimal = (value: number) => String(Number(value.toPrecision(9)));
