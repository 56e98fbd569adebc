import { describe, expect, it } from "vitest";
import { productOf } from "#core/materials/products";
import { otherProduct } from "#core/order/mends";
import { testStep } from "#core/order/testing";

describe("the same with another product", () => {
  const sprayed = testStep({
    id: "p",
    action: "prime",
    product: "primer can",
    tool: "spray can",
    place: "booth",
  });
  it("goes from the can to the brush at the bench where the other is brushed, and takes longer by hand", () => {
    expect(productOf("acrylic").sprayed).toBe(false);
    const { change, handsMinutes } = otherProduct(sprayed, "acrylic");
    expect(change).toMatchObject({ kind: "product", product: "acrylic", tool: "brush", place: "bench" });
    expect(handsMinutes).toBeGreaterThan(0);
  });
  it("stays where it is with the tool it has where both are brushed", () => {
    const brushed = testStep({ id: "v", action: "varnish", product: "varnish", tool: "brush" });
    const { change, handsMinutes } = otherProduct(brushed, "acrylic");
    expect(change).toMatchObject({ tool: null, place: null, minutes: 0 });
    expect(handsMinutes).toBe(0);
  });
  it("is done where and with what it is told to be", () => {
    const { change } = otherProduct(sprayed, "acrylic", { tool: "airbrush", place: "booth", sheen: "satin" });
    expect(change).toMatchObject({ tool: "airbrush", place: "booth", sheen: "satin" });
    // A tool other than the brush is no reason to leave its place.
    expect(otherProduct(sprayed, "acrylic", { tool: "airbrush" }).change).toMatchObject({ place: null });
  });
  it("waits longer by what the other dries slower, and never less", () => {
    const slower = otherProduct(testStep({ id: "a", action: "paint", product: "acrylic" }), "enamel wash");
    const wait = productOf("enamel wash").recoatMinutes - productOf("acrylic").recoatMinutes;
    expect(wait).toBeGreaterThan(0);
    expect(slower.waitMinutes).toBe(wait);
    expect(
      otherProduct(testStep({ id: "b", action: "paint", product: "enamel wash" }), "acrylic").waitMinutes,
    ).toBe(0);
  });
});
