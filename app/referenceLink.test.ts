import { expect, it } from "vitest";
import { finding } from "#core/plan/finding";
import { findingLink, referenceLink } from "#app/referenceLink";

it.each([
  ["lay", "part:wall", "/scenes/s?part=wall"],
  ["parts", "part:a b", "/scenes/s/parts?part=a%20b"],
  ["plates", "part:wall", "/scenes/s/plates/part/wall"],
  ["joints", "part:wall", "/scenes/s/parts?part=wall"],
  ["colour", "part:wall", "/scenes/s/colour?part=wall"],
  ["order", "step:part:wall/prime", "/scenes/s/order?step=part%3Awall%2Fprime"],
  ["plates", "plate:p1", "/scenes/s/plates?plate=p1"],
  ["plates", "printer:loft", "/workshop/printers?printer=loft"],
  ["joints", "joint:j", "/scenes/s/joints?joint=j"],
  ["ground", "ground:g", "/scenes/s/ground?layer=g"],
  ["stores", "need:product:varnish", "/scenes/s/stores?need=product%3Avarnish"],
  ["order", "hours", "/workshop/hours"],
  ["ground", "board", "/scenes/s/ground"],
  ["order", "scene", "/scenes/s/order"],
] as const)("a finding on %s about %s opens the thing itself", (stage, about, link) => {
  expect(referenceLink("s", stage, about)).toBe(link);
  expect(findingLink("s", finding("weakens", stage, about, "x", "c", "A sentence."))).toBe(link);
});
