import { expect, it } from "vitest";
import { shouldRevalidate } from "./frame";

const asked = (from: string, to: string, more: object = {}) =>
  shouldRevalidate({
    currentUrl: new URL(from, "http://bench"),
    nextUrl: new URL(to, "http://bench"),
    currentParams: { sceneId: from.split("/")[2] },
    nextParams: { sceneId: to.split("/")[2] },
    defaultShouldRevalidate: true,
    ...more,
  } as never);

it("lets a click on another stage, or another selection on it, wait for nothing", () => {
  expect(asked("/scenes/a", "/scenes/a/order")).toBe(false);
  expect(asked("/scenes/a/order", "/scenes/a/order?step=s")).toBe(false);
});

it("asks again after a form, for another scene, and where it is asked to on the same page", () => {
  expect(asked("/scenes/a/rule", "/scenes/a/rule", { formMethod: "POST" })).toBe(true);
  expect(asked("/scenes/a/rule", "/scenes/a/parts", { formMethod: "POST" })).toBe(true);
  expect(asked("/scenes/a", "/scenes/b")).toBe(true);
  expect(asked("/scenes/a/parts", "/scenes/a/parts")).toBe(true);
});
