import { expect, it } from "vitest";
import { placedByKey } from "./usePlacing";

const at = { xMm: 10, yMm: 20, turnDeg: 0 };

it("moves by a millimetre, with shift by ten, up the board and not up the page", () => {
  expect(placedByKey({ key: "ArrowLeft", shiftKey: false }, at)).toEqual({ ...at, xMm: 9 });
  expect(placedByKey({ key: "ArrowRight", shiftKey: true }, at)).toEqual({ ...at, xMm: 20 });
  expect(placedByKey({ key: "ArrowUp", shiftKey: false }, at)).toEqual({ ...at, yMm: 21 });
  expect(placedByKey({ key: "ArrowDown", shiftKey: true }, at)).toEqual({ ...at, yMm: 10 });
});

it("turns by comma and full stop, either way by as much", () => {
  const turned = placedByKey({ key: ",", shiftKey: false }, at)!;
  expect(turned).toEqual({ ...at, turnDeg: 5 });
  expect(placedByKey({ key: ".", shiftKey: false }, turned)).toEqual(at);
});

it("leaves other keys to the page", () => {
  expect(placedByKey({ key: "Tab", shiftKey: false }, at)).toBeNull();
});
