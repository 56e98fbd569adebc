import { zipSync } from "fflate";
import { describe, expect, it } from "vitest";
import { readThreeMf } from "#core/formats/readThreeMf";
import { boundingBox } from "#core/mesh/triangleMesh";

const utf8 = (text: string) => new TextEncoder().encode(text);
const TRIANGLE =
  '<mesh><vertices><vertex x="0" y="0" z="0"/><vertex x="1" y="0" z="0"/><vertex x="0" y="1" z="0"/></vertices>' +
  '<triangles><triangle v1="0" v2="1" v3="2"/></triangles></mesh>';
const modelXml = (inside: string, unit = "millimeter") =>
  `<?xml version="1.0"?><model unit="${unit}">${inside}</model>`;
const rels = (target: string) =>
  `<Relationships><Relationship Id="a" Type="http://schemas.microsoft.com/3dmanufacturing/2013/01/3dmodel" Target="${target}"/></Relationships>`;

function modelsOf(files: Record<string, string | Uint8Array>) {
  const packed = Object.entries(files).map(
    ([name, data]) => [name, typeof data === "string" ? utf8(data) : data] as const,
  );
  const outcome = readThreeMf(zipSync(Object.fromEntries(packed)));
  if (!outcome.ok) throw new Error(`${outcome.problems[0]!.code}: ${outcome.problems[0]!.message}`);
  return outcome.value;
}
const refusal = (xml: string) => {
  const outcome = readThreeMf(zipSync({ "3D/3dmodel.model": utf8(xml) }));
  return outcome.ok ? null : outcome.problems[0]!;
};

describe("a package of several model files", () => {
  const other = modelXml(`<resources><object id="5" name="brick">${TRIANGLE}</object></resources>`);
  const root = (unit = "millimeter") =>
    modelXml(
      '<resources><object id="1" name="wall"><components>' +
        '<component p:path="/3D/Objects/brick.model" objectid="5" transform="1 0 0 0 1 0 0 0 1 10 0 0"/>' +
        '<component p:path="/3D/Objects/brick.model" objectid="5"/>' +
        '</components></object></resources><build><item objectid="1"/><item p:path="/3D/Objects/brick.model" objectid="5"/></build>',
      unit,
    );
  it("places what its components and items name in other files", () => {
    const models = modelsOf({ "3D/3dmodel.model": root(), "3D/Objects/brick.model": other });
    expect(models.map((m) => [m.name, m.soup.corners.length / 9])).toEqual([
      ["wall", 2],
      ["brick", 1],
    ]);
    expect(boundingBox(models[0]!.soup.corners).max).toEqual([11, 1, 0]);
  });
  it("begins with the file that its relations name, wherever that is", () => {
    const models = modelsOf({
      "_rels/.rels": rels("/3D/b.model"),
      "3D/a.model": other,
      "3D/b.model": modelXml(`<resources><object id="9" name="b">${TRIANGLE}</object></resources>`),
    });
    expect(models.map((m) => m.name)).toEqual(["b"]);
  });
  it("brings a file that counts otherwise to the units of the first", () => {
    const models = modelsOf({ "3D/3dmodel.model": root("inch"), "3D/Objects/brick.model": other });
    expect(models[0]!.unitMm).toBe(25.4);
    expect(boundingBox(models[0]!.soup.corners).max[0]).toBeCloseTo(10 + 1 / 25.4, 6);
    // On the bench it is one brick of a millimetre, whichever way it is placed.
    expect(boundingBox(models[1]!.soup.corners).max[0] * models[1]!.unitMm!).toBeCloseTo(1, 5);
  });
  it("is refused when a file that it builds from is missing, by its name", () => {
    const outcome = readThreeMf(zipSync({ "3D/3dmodel.model": utf8(root()) }));
    expect(outcome.ok ? "read" : outcome.problems[0]!.message).toMatch(
      /3D\/Objects\/brick\.model, which it does not hold/,
    );
  });
});

describe("text of other kinds", () => {
  const xml = modelXml(`<resources><object id="1" name="Häuschen">${TRIANGLE}</object></resources>`);
  const wide = (text: string, little: boolean, mark: boolean) => {
    const units = [...(mark ? "\ufeff" : ""), ...text].join("");
    const bytes = new Uint8Array(2 * units.length);
    const view = new DataView(bytes.buffer);
    for (let i = 0; i < units.length; i++) view.setUint16(2 * i, units.charCodeAt(i), little);
    return bytes;
  };
  it.each([
    ["little end first", true, true],
    ["big end first", false, true],
    ["little, unmarked", true, false],
    ["big, unmarked", false, false],
  ])("in UTF-16, %s", (_, little, mark) => {
    expect(modelsOf({ "3D/3dmodel.model": wide(xml, little, mark) })[0]).toMatchObject({
      name: "Häuschen",
      unitMm: 1,
    });
  });
  it("in UTF-8 with a mark", () => {
    expect(modelsOf({ "3D/3dmodel.model": new Uint8Array([0xef, 0xbb, 0xbf, ...utf8(xml)]) })[0]!.name).toBe(
      "Häuschen",
    );
  });
});

describe("what is not read", () => {
  /** The best of three: a busy machine makes one slow, and a bomb makes all of them slow. */
  const timed = (xml: string) => {
    const once = () => {
      const from = performance.now();
      const problem = refusal(xml);
      return { problem, ms: performance.now() - from };
    };
    return [once(), once(), once()].reduce((best, next) => (next.ms < best.ms ? next : best));
  };
  const doubling = (levels: number, leaf: string) =>
    modelXml(
      `<resources><object id="0">${leaf}</object>` +
        Array.from(
          { length: levels },
          (_, k) =>
            `<object id="${k + 1}"><components><component objectid="${k}"/><component objectid="${k}"/></components></object>`,
        ).join("") +
        `</resources><build><item objectid="${levels}"/></build>`,
    );
  it.each([20, 30, 60, 99])(
    "a file of components that double %i times, in under a tenth of a second",
    (levels) => {
      for (const leaf of [TRIANGLE, ""]) {
        const { problem, ms } = timed(doubling(levels, leaf));
        expect(problem?.code).toBe("3mf/too-large");
        expect(problem?.message).toMatch(/places .* objects/);
        expect(ms).toBeLessThan(100);
      }
    },
  );
  it("more triangles than can be held, counted and not placed", () => {
    const many = `<mesh><vertices>${'<vertex x="0" y="0" z="0"/>'.repeat(3)}</vertices><triangles>${'<triangle v1="0" v2="1" v3="2"/>'.repeat(2000)}</triangles></mesh>`;
    const { problem, ms } = timed(
      modelXml(
        `<resources><object id="1">${many}</object></resources><build>${'<item objectid="1"/>'.repeat(9000)}</build>`,
      ),
    );
    expect(problem?.message).toMatch(/18,000,000 triangles; up to 16,000,000/);
    expect(ms).toBeLessThan(300);
  });
  it("objects in objects without an end", () => {
    const chain = Array.from(
      { length: 5000 },
      (_, k) => `<object id="${k}"><components><component objectid="${k + 1}"/></components></object>`,
    ).join("");
    expect(
      refusal(
        modelXml(
          `<resources>${chain}<object id="5000">${TRIANGLE}</object></resources><build><item objectid="0"/></build>`,
        ),
      )?.message,
    ).toMatch(/100 deep/);
  });
  it.each(["constructor", "toString", "__proto__", "hasOwnProperty", "parsec"])("the unit “%s”", (unit) => {
    expect(
      refusal(modelXml(`<resources><object id="1">${TRIANGLE}</object></resources>`, unit))?.message,
    ).toMatch(/is no unit of the format/);
  });
});
