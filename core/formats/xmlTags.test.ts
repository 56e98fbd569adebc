import fc from "fast-check";
import { SaxesParser } from "saxes";
import { describe, expect, it } from "vitest";
import { attributeText, scanTags, xmlEscaped } from "#core/formats/xmlTags";

const bytes = (text: string) => new TextEncoder().encode(text);
const tagsOf = (text: string) => {
  const data = bytes(text);
  const tags: string[] = [];
  const whole = scanTags(data, (t) => {
    tags.push(`${t.closing ? "/" : ""}${t.name}${t.selfClosing ? "/" : ""}`);
  });
  return { whole, tags };
};

describe("scanTags", () => {
  it("passes over declarations, comments, CDATA and text", () => {
    expect(
      tagsOf('<?xml version="1.0"?><!DOCTYPE m><!-- <no> --><m><a x=">"/>text<![CDATA[<no/>]]></m>').tags,
    ).toEqual(["m", "a/", "/m"]);
  });
  it("leaves prefixes off and says when a tag is cut off", () => {
    expect(tagsOf("<core:model><p:triangle v1='0'/></core:model>").tags).toEqual([
      "model",
      "triangle/",
      "/model",
    ]);
    expect(tagsOf("<model><vertex x='1").whole).toBe(false);
    expect(tagsOf("<model><!-- never closed").whole).toBe(false);
  });
  it("reads attributes in any quotes and order, with entities", () => {
    const data = bytes(`<object  name = "a &amp; &quot;b&quot;"\n p:id='7' />`);
    scanTags(data, (t) => {
      expect(attributeText(data, t, "name")).toBe('a & "b"');
      expect(attributeText(data, t, "id")).toBe("7");
      expect(attributeText(data, t, "nam")).toBeNull();
    });
  });
  it("finds the tags that an independent reader finds", () => {
    const name = fc.stringMatching(/^[a-z]{1,6}$/);
    const value = fc
      .string({ maxLength: 8 })
      .filter((s) => !/[\u0000-\u001f\ufffe\uffff]|[\ud800-\udfff]/.test(s));
    fc.assert(
      fc.property(fc.array(fc.tuple(name, name, value), { maxLength: 8 }), (list) => {
        const text = `<root>${list.map(([tag, key, v]) => `<${tag} ${key}="${xmlEscaped(v)}"/>`).join("")}</root>`;
        const theirs: [string, string][] = [];
        const parser = new SaxesParser();
        parser.on("opentag", (t) =>
          theirs.push([t.name, Object.values(t.attributes as Record<string, string>)[0] ?? ""]),
        );
        parser.write(text).close();
        const data = bytes(text);
        const ours: [string, string][] = [];
        scanTags(data, (t) => {
          if (!t.closing)
            ours.push([t.name, attributeText(data, t, list[ours.length - 1]?.[1] ?? "none") ?? ""]);
        });
        expect(ours).toEqual(theirs);
      }),
    );
  });
  it("never throws on any bytes", () => {
    fc.assert(
      fc.property(fc.uint8Array({ maxLength: 200 }), (data) => {
        scanTags(data, () => {});
      }),
    );
  });
});
