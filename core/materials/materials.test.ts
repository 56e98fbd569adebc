import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { agents } from "#core/materials/agent";
import { attackedBy, attackOf } from "#core/materials/attacks";
import { glues, gluesFor } from "#core/materials/gluesFor";
import { guessMaterial } from "#core/materials/guessMaterial";
import { materialIds, materialOf, materials, type MaterialId } from "#core/materials/materials";
import { type ProductId, productOf, products } from "#core/materials/products";
import { thinnerOf } from "#core/materials/thinner";
import { tools } from "#core/materials/tools";

const once = (list: readonly string[]) => expect(new Set(list).size).toBe(list.length);

describe("products", () => {
  it("are there once each, by id and by name, and their waits follow one another", () => {
    once(products.map((p) => p.id));
    once(products.map((p) => p.name));
    for (const p of products)
      expect(p.recoatMinutes <= p.handleMinutes && p.handleMinutes <= p.cureMinutes, p.name).toBe(true);
  });
  it("of unknown kind are taken for the slowest to the next coat and the strongest there is", () => {
    const unknown = productOf("unknown");
    for (const p of products.filter((x) => x.kind !== "glue" && x.kind !== "resin")) {
      expect(p.recoatMinutes, p.name).toBeLessThanOrEqual(unknown.recoatMinutes);
      for (const m of attackedBy(p)) expect(attackOf(unknown, m), `${p.name} on ${m.name}`).not.toBeNull();
    }
  });
  it("harm whoever works with what they are thinned with, and never silently", () => {
    for (const p of products)
      if (["strong solvent", "white spirit"].some((a) => (p.agents as readonly string[]).includes(a)))
        expect(p.hazards, p.name).toContain("flammable");
    expect(thinnerOf(productOf("enamel").thinner).hazards).toEqual(["flammable"]);
  });
});

describe("what attacks what (common practice)", () => {
  const attacks = (product: ProductId, material: MaterialId) =>
    attackOf(productOf(product), materialOf(material)) !== null;
  it.each<[ProductId, MaterialId, boolean]>([
    ["primer can", "xps", true],
    ["cyanoacrylate", "xps", true],
    ["hot glue", "xps", true],
    ["solvent putty", "xps", true],
    ["enamel wash", "xps", true],
    ["PVA", "xps", false],
    ["contact glue", "xps", false],
    ["five-minute epoxy", "xps", false],
    ["acrylic", "xps", false],
    ["enamel", "styrene sheet", true],
    ["oil wash", "ABS", true],
    ["enamel", "PLA", false],
    ["lacquer paint", "clear acrylic", true],
    ["cyanoacrylate", "clear acrylic", true],
    ["cyanoacrylate", "clear resin", true],
    ["PVA", "clear acrylic", false],
    ["matte varnish can", "rubber", true],
    ["casting resin", "mdf", false],
  ])("%s on %s: %s", (product, material, expected) => {
    expect(attacks(product, material)).toBe(expected);
  });
  it("is said by every agent that something brings", () => {
    const named = new Set(materials.flatMap((m) => m.harmedBy.map((h) => h.agent)));
    for (const a of agents) expect(named.has(a), a).toBe(true);
  });
});

describe("materials", () => {
  it("are there once each, with densities that grow and limits under what softens them", () => {
    once(materials.map((m) => m.id));
    once(materials.map((m) => m.name));
    for (const { id, gPerCm3, bearsC, softensC } of materials) {
      if (gPerCm3) expect(gPerCm3.low <= gPerCm3.usual && gPerCm3.usual <= gPerCm3.high, id).toBe(true);
      if (bearsC !== null && softensC !== null) expect(bearsC, id).toBeLessThanOrEqual(softensC);
    }
  });
  it("that are wet ground dry as a product that is in the table", () => {
    for (const m of materials) if (m.laidAs) expect(productOf(m.laidAs).name.length).toBeGreaterThan(3);
  });
});

describe("a word that somebody wrote", () => {
  it.each<[string, MaterialId | null]>([
    ["plastic card", "styrene sheet"],
    ["0.5 mm styrene", "styrene sheet"],
    ["birch ply 3 mm", "plywood"],
    ["Balsa sheet", "balsa"],
    ["foam", "xps"],
    ["foam board", "foam board"],
    ["grey card", "card"],
    ["clear acrylic sheet", "clear acrylic"],
    ["brass rod", "brass"],
    ["white metal figure", "white metal"],
    ["supply", null],
    ["", null],
  ])("%s is taken for %s", (text, id) => {
    expect(guessMaterial(text)).toBe(id);
  });
  it("is always a row of the table or nothing, whatever it is", () => {
    fc.assert(
      fc.property(fc.string(), (text) => {
        const id = guessMaterial(text);
        expect(id === null || materialIds.includes(id)).toBe(true);
      }),
    );
  });
  it("finds every material by its own name", () => {
    for (const m of materials) expect(guessMaterial(m.name), m.name).not.toBeNull();
  });
});

describe("glues", () => {
  const named = (a: MaterialId, b: MaterialId, gapMm: number) => gluesFor(a, b, gapMm).map((g) => g.id);
  it("never put cyanoacrylate on foam or what it fogs", () => {
    for (const a of materialIds)
      for (const bad of ["xps", "bead foam", "foam board", "clear acrylic", "clear resin"] as const)
        expect(named(a, bad, 0.05)).not.toContain("cyanoacrylate");
  });
  it("offer something for every pair with a close fit, but for what nothing sticks to", () => {
    for (const a of materialIds)
      for (const b of materialIds)
        expect(gluesFor(a, b, 0.05).length > 0, `${a} on ${b}`).toBe(
          ![a, b].some((m) => materialOf(m).glueless),
        );
  });
  it("leave out what does not fill the gap, and name the best first", () => {
    expect(named("PLA", "PLA", 0.05)[0]).toBe("cyanoacrylate");
    expect(named("PLA", "xps", 0.05)[0]).toBe("contact glue");
    expect(named("resin", "tough resin", 0.05)[0]).toBe("UV resin");
    expect(named("PLA", "clear acrylic", 0.05)[0]).toBe("PVA");
    expect(named("PLA", "PLA", 0.5)).not.toContain("cyanoacrylate");
    expect(named("PLA", "PLA", 5)).toEqual([]);
    expect(glues.every((g) => g.glue.because.length > 10)).toBe(true);
  });
});

describe("tools", () => {
  it("are there once each; abrasives have grits that grow finer, and no other tool has any", () => {
    once(tools.map((t) => t.id));
    for (const t of tools) {
      expect(t.grits.length > 0, t.id).toBe(t.kind === "abrasive");
      expect([...t.grits].sort((a, b) => a - b)).toEqual([...t.grits]);
    }
  });
});
